import type { TastingBundle } from '../../src/bundle';
import { findings, panelistLines, sectionOf, type PanelistsFinding } from '../../src/findings';
import { neutralQuestion } from '../../src/library';
import { reportSheet } from '../../src/sheets';
import { simulatedBundle, type Wanted } from '../support/bundles';
import { numbersIn } from '../support/results';

const items = [neutralQuestion('liking', 'liking'), neutralQuestion('juicy', 'line', { word: 'juicy' })];
const wanted = (more: Wanted = {}): Wanted => ({
  ...{ methods: 4, panelists: 12, truth: [8, 6, 4, 2], world: { noise: 0.4, disagreement: 0.3 }, ...more },
  tasting: { test: 'liking', ballot: { items }, ...more.tasting },
});
const panelistsOf = (bundle: TastingBundle): PanelistsFinding => sectionOf(findings(bundle), 'panelists')!;

/** The scores of one panelist by method. */
function scoring(bundle: TastingBundle, seat: number, score: (method: number, item: string) => number): TastingBundle {
  const { id } = bundle.tasting.panel.find((one) => one.seat === seat)!;
  const place = (code: string): number => bundle.tasting.methods.findIndex((one) => one.id === bundle.key!.codes[code]);
  const ballots = bundle.ballots.map((ballot) =>
    ballot.panelist === id
      ? {
          ...ballot,
          answers: ballot.answers.map((answer) =>
            answer.kind === 'score' ? { ...answer, score: score(place(answer.code), answer.item) } : answer,
          ),
        }
      : ballot,
  );
  return { ...bundle, ballots };
}

describe('how the panel worked', () => {
  it('tells who scores against the others, and who gives everything the same score', () => {
    const plain = simulatedBundle(wanted());
    const turned = scoring(plain, 3, (method, item) => (item === 'liking' ? 2 + 2 * method : 10 + 25 * method));
    const odd = scoring(turned, 5, (method, item) => (item === 'liking' ? 5 : 80 - 10 * method));
    const { people, sentence, scales } = panelistsOf(odd);
    const of = (seat: number) => people.find((one) => one.seat === seat)!;
    expect(scales).toBe(2);
    expect(of(3).agreement).toBeLessThan(-0.9);
    expect(of(5).straight).toBe(1);
    expect(of(1)).toMatchObject({ answers: 8, straight: 0, tellsApart: null, repeats: null });
    expect(of(1).agreement).toBeGreaterThan(0.9);
    expect(sentence).toBe(
      '11 of 12 panelists score along with the others, 1 against them. 1 person gave everything the same score in at least one scale.',
    );
    expect(
      panelistLines({ people, sentence, scales })
        .slice(1)
        .map((line) => line.slice(0, 6)),
    ).toEqual(['Seat 3', 'Seat 5']);
    expect(JSON.stringify(reportSheet(findings(odd), odd))).toContain(sentence);
  });

  it('tells who tells samples apart and the same again, where they were served again', () => {
    const service = { ...simulatedBundle().tasting.service, replicates: 2, together: 4 };
    const { people } = panelistsOf(simulatedBundle(wanted({ tasting: { service } })));
    for (const { tellsApart, repeats } of people) {
      expect(tellsApart!.of).toBe(2);
      expect(repeats).toBeGreaterThan(0);
      expect(repeats).toBeLessThan(0.25);
    }
    expect(people.reduce((sum, { tellsApart }) => sum + tellsApart!.scales, 0)).toBeGreaterThan(18);
  });

  it('takes loin and belly of one method for two samples, neither of which was served again', () => {
    const zones = ['loin', 'belly'].map((id) => ({ id, name: id }));
    const { people } = panelistsOf(simulatedBundle(wanted({ tasting: { zones } })));
    expect(people.map(({ answers, tellsApart }) => [answers, tellsApart])).toEqual(people.map(() => [16, null]));
  });

  it('says nothing where two samples show nothing of anybody', () => {
    const two = simulatedBundle(wanted({ methods: 2, truth: [8, 4] }));
    expect(sectionOf(findings(two), 'panelists')).toBeUndefined();
  });

  it('names seats and nobody, and survives nobody, one and a few', () => {
    const bundle = simulatedBundle(wanted());
    expect(JSON.stringify(panelistsOf(bundle))).not.toContain('Panelist');
    for (const ballots of [[], bundle.ballots.slice(0, 1), bundle.ballots.slice(0, 2)]) {
      const found = sectionOf(findings({ ...bundle, ballots }), 'panelists');
      for (const [path, value] of numbersIn(found ?? null))
        expect([path, Number.isFinite(value)]).toEqual([path, true]);
    }
  });
});

describe('groups and orders where liking was planned', () => {
  it('are two groups where half like the other end, and one where all agree', () => {
    const plain = simulatedBundle(wanted({ panelists: 24, world: { noise: 1, disagreement: 1 } }));
    const one = sectionOf(findings(plain), 'panel')!;
    expect(one.groups).toMatchObject({ test: 'panelist-groups', groups: [expect.anything()] });
    expect(one.order).toMatchObject({ from: 'liking', position: { test: 'F' }, carryOver: { test: 'F' } });
    const split = Array.from({ length: 12 }, (_, at) => at + 1).reduce(
      (bundle, seat) => scoring(bundle, seat, (method) => 2 + 2 * method),
      plain,
    );
    const two = sectionOf(findings(split), 'panel')!;
    if (two.groups.test === null) throw new Error('no groups');
    expect(
      two.groups.groups
        .map((group) => group.map((place) => two.seats[place]).sort((a, b) => a - b))
        .sort((a, b) => a[0] - b[0]),
    ).toEqual([Array.from({ length: 12 }, (_, at) => at + 1), Array.from({ length: 12 }, (_, at) => at + 13)]);
    // The lowest mean rank is what a group likes best.
    const bestOf = (seat: number): number => {
      const { groups, profiles } = two.groups as Extract<typeof two.groups, { groups: unknown }>;
      const own = profiles[groups.findIndex((group) => group.some((place) => two.seats[place] === seat))];
      return own.indexOf(Math.min(...own));
    };
    expect([1, 13].map(bestOf)).toEqual([3, 0]);
  });

  it('leave those out of the groups who did not score all methods, and keep them in the order', () => {
    const bundle = simulatedBundle(wanted({ panelists: 16 }));
    const [first] = bundle.ballots;
    const short = { ...first, answers: first.answers.slice(1) };
    const found = sectionOf(findings({ ...bundle, ballots: [short, ...bundle.ballots.slice(1)] }), 'panel')!;
    expect(found.seats).toHaveLength(15);
    expect(found.order.position.test).toBe('F');
  });
});
