import { fingerprint, type BallotItem, type TastingBundle } from '../../src/bundle';
import {
  findings,
  plannedWeights,
  sectionOf,
  correlatedScales,
  unsealed,
  weightedFinding,
  weightsText,
  type Weight,
} from '../../src/findings';
import { neutralQuestion } from '../../src/library';
import { reportSheet } from '../../src/sheets';
import { simulatedBundle } from '../support/bundles';

const asked = (weights: Readonly<Record<string, number | undefined>>): BallotItem[] => [
  neutralQuestion('ranking', 'ranking'),
  ...['juicy', 'dry', 'browned'].map((word) => ({
    ...neutralQuestion(word, 'line', { word }),
    ...(weights[word] === undefined ? {} : { weight: weights[word] }),
  })),
];

/** Every answer about a word by its method: what is true of it, and a little of the panelist's own. */
function tasted(bundle: TastingBundle, truth: Readonly<Record<string, readonly number[]>>): TastingBundle {
  const place = (code: string): number => bundle.tasting.methods.findIndex(({ id }) => id === bundle.key!.codes[code]);
  const ballots = bundle.ballots.map((ballot, who) => ({
    ...ballot,
    answers: ballot.answers.map((answer) =>
      answer.kind === 'score' && truth[answer.item]
        ? { ...answer, score: truth[answer.item][place(answer.code)] + ((7 * who + 3 * place(answer.code)) % 5) }
        : answer,
    ),
  }));
  return { ...bundle, ballots };
}

const TRUTH = { juicy: [80, 40, 30], dry: [10, 50, 60], browned: [20, 30, 90] };
const planned = (weights: Readonly<Record<string, number | undefined>>): TastingBundle =>
  tasted(
    simulatedBundle({ methods: 3, panelists: 16, pieces: 4, tasting: { ballot: { items: asked(weights) } } }),
    TRUTH,
  );
const weighed = (bundle: TastingBundle, weights: readonly Weight[]) => weightedFinding(unsealed(bundle), weights);
const w = (weights: Readonly<Record<string, number>>): Weight[] =>
  Object.entries(weights).map(([item, weight]) => ({ item, weight }));

describe('scales added up by their weights', () => {
  const bundle = planned({});

  it('are the mean of what each serving got, from 0 to 100, by hand', () => {
    const found = weighed(bundle, w({ juicy: 3, dry: -1 }))!;
    const place = (code: string): number =>
      bundle.tasting.methods.findIndex(({ id }) => id === bundle.key!.codes[code]);
    for (const { method, mean } of found.means) {
      const totals = bundle.ballots.flatMap(({ answers }) => {
        const of = (item: string) =>
          answers.find(
            (one) => one.kind === 'score' && one.item === item && bundle.tasting.methods[place(one.code)].id === method,
          );
        const [juicy, dry] = [of('juicy'), of('dry')];
        return juicy?.kind === 'score' && dry?.kind === 'score' ? [(3 * juicy.score + (100 - dry.score)) / 4] : [];
      });
      expect(totals).toHaveLength(16);
      expect(mean).toBeCloseTo(totals.reduce((sum, total) => sum + total, 0) / 16, 6);
    }
    expect(found).toMatchObject({ kind: 'winner', leaders: ['m0'], people: 16, about: 'methods' });
    expect(found.sentence).toBe('Method 0 has the highest total.');
    expect(found.support).not.toMatch(/chance that it truly/);
    expect(weightsText(found.criteria)).toBe('juicy 3 and dry 1 (the less, the better)');
  });

  it('go by the shares of weights, not by their size, and by their sign', () => {
    const [once, twice] = [w({ juicy: 1, browned: 2 }), w({ juicy: 2, browned: 4 })].map((own) =>
      weighed(bundle, own)!,
    );
    expect(twice.means).toEqual(once.means);
    const against = weighed(bundle, w({ juicy: -1, browned: -2 }))!;
    expect(against.means.map(({ method }) => method)).toEqual([...once.means].reverse().map(({ method }) => method));
    for (const { method, mean } of against.means)
      expect(mean).toBeCloseTo(100 - once.means.find((one) => one.method === method)!.mean!, 6);
  });

  it('need two of them, and everyone who answered both', () => {
    expect(weighed(bundle, w({ juicy: 5, dry: 0 }))).toBeNull();
    expect(weighed(bundle, w({ juicy: 5, nothing: 2 }))).toBeNull();
    const holes = {
      ...bundle,
      ballots: bundle.ballots.map((ballot, who) =>
        who < 6
          ? { ...ballot, answers: ballot.answers.filter((one) => !('item' in one && one.item === 'dry')) }
          : ballot,
      ),
    };
    expect(weighed(holes, w({ juicy: 1, dry: 1 }))!.people).toBe(10);
    expect(weighed(holes, w({ juicy: 1, browned: 1 }))!.people).toBe(16);
    expect(weighed({ ...bundle, ballots: [] }, w({ juicy: 1, dry: 1 }))).toBeNull();
  });

  it('point out what would count twice: scales that go together, and one word asked twice', () => {
    const same = tasted(bundle, { ...TRUTH, browned: TRUTH.juicy });
    const found = weighed(same, w({ juicy: 1, browned: 1, dry: 1 }))!;
    expect(found.twins.find(({ a, b }) => a === 'juicy' && b === 'browned')!.correlation).toBeCloseTo(1, 6);
    expect(correlatedScales(found)[0]).toMatch(/one thing may count twice/);
    const again = planned({});
    again.tasting.ballot.items[3].attribute = 'Juicy';
    expect(correlatedScales(weighed(again, w({ juicy: 1, browned: 1 }))!)).toEqual([
      '“juicy” is asked twice, and counts twice.',
    ]);
    expect(weighed(tasted(bundle, { ...TRUTH, browned: [40, 41, 40] }), w({ juicy: 1, browned: 1 }))!.twins).toEqual(
      [],
    );
  });
});

describe('weights of a plan', () => {
  const bundle = planned({ juicy: 2, dry: -1 });

  it('make a planned section, with the weights on show, in the report and of the fingerprint', () => {
    const found = findings(bundle);
    const section = found.sections.find(({ id }) => id === 'weighted');
    expect(section?.status).toBe('planned');
    expect(sectionOf(found, 'weighted')).toEqual(weighed(bundle, w({ juicy: 2, dry: -1 })));
    const paper = JSON.stringify(reportSheet(found, bundle));
    expect(paper).toContain('weights: juicy 2 and dry 1 (the less, the better)');
    expect(paper).toContain('counts 2 times in the total');
    expect(found.fingerprint.matches).toBe(true);
    const moved = structuredClone(bundle);
    moved.tasting.ballot.items[1].weight = 3;
    expect(findings(moved).fingerprint.matches).toBe(false);
  });

  it('change no fingerprint where there are none, and make no section', () => {
    const none = planned({});
    const { fingerprint: stated, ...plan } = none.plan!;
    const content = { tasting: none.tasting, plan, pieces: none.pieces, key: none.key! };
    expect(fingerprint(content)).toBe(stated);
    const zero = structuredClone(content);
    zero.tasting.ballot.items[1].weight = 0;
    expect(fingerprint(zero)).toBe(stated);
    expect(sectionOf(findings(none), 'weighted')).toBeUndefined();
    expect(plannedWeights({ ballot: { items: asked({ juicy: 4 }) } })).toEqual([]);
  });
});
