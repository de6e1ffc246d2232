import { readingOf } from '../../src/answers';
import { TESTS, type TastingBundle, type Test } from '../../src/bundle';
import { isOfTwoSamples } from '../../src/design';
import { NOTHING_OUT, answersWithout, findings, partsOf, sectionOf, type LeaveOut } from '../../src/findings';
import { sameAnswer } from '../../src/findings/sensitivity';
import { plannedAnswer } from '../../src/planned';
import { servedOf, servedPortions } from '../../src/served';
import { notBlind, noted, simulatedBundle } from '../support/bundles';
import { generatedTastings } from '../support/generated';
import { besides } from '../support/results';

const without = (bundle: TastingBundle, out: Partial<LeaveOut>) =>
  answersWithout(bundle, [{ ...NOTHING_OUT, ...out }])[0];

/** The same tasting, had these people not come. */
const hadNotCome = (bundle: TastingBundle, people: readonly string[]): TastingBundle => ({
  ...bundle,
  ballots: bundle.ballots.filter(({ panelist }) => !people.includes(panelist)),
});

const bundle = simulatedBundle({ methods: 4, panelists: 20, truth: [8, 6, 5, 4], liking: true });
const portions = servedPortions(servedOf(bundle, bundle.key!));
const [tag] = bundle.pieces.map((piece) => piece.tag);
const servedFrom = [...new Set(portions.filter((one) => one.tag === tag).map(({ panelist }) => panelist))];

it('what can be left out counts who ate of a piece, and nobody who had it as a warm-up alone', () => {
  const { service } = bundle.tasting;
  const warmed = simulatedBundle({
    methods: 4,
    panelists: 20,
    pieces: 4,
    tasting: { service: { ...service, warmUp: true } },
  });
  const own = servedPortions(servedOf(warmed, warmed.key!));
  expect(own.some(({ warmUp }) => warmUp)).toBe(true);
  const eatersOf = (piece: string): number =>
    new Set(own.filter(({ tag, warmUp }) => tag === piece && !warmUp).map(({ panelist }) => panelist)).size;
  expect(partsOf(warmed).pieces.map(({ tag, people }) => [tag, people])).toEqual(
    partsOf(warmed).pieces.map(({ tag }) => [tag, eatersOf(tag)]),
  );
});

describe('the planned answer without something', () => {
  it.each(TESTS)(
    'is for %s the planned one where nothing is left out, and that of the rest where somebody is',
    (test) => {
      const truth = isOfTwoSamples(test) ? [4, 7] : [8, 5, 4];
      const tasted = simulatedBundle({ methods: truth.length, panelists: 18, truth, tasting: { test } });
      const { verdict, people } = findings(tasted);
      const { kind, about, leaders, sentence } = verdict;
      expect(without(tasted, {})).toEqual({
        kind,
        about,
        leaders,
        sentence,
        people,
        gone: 0,
        same: people >= 6 || null,
      });
      const gone = ['p2', 'p5', 'p11'];
      const rest = findings(hadNotCome(tasted, gone));
      expect(without(tasted, { panelists: gone })).toMatchObject({
        sentence: rest.verdict.sentence,
        leaders: rest.verdict.leaders,
        people: people - 3,
        gone: 3,
      });
    },
  );

  it('leaves out with a piece who was served from it, and with a flight who came in it', () => {
    expect(servedFrom.length).toBeGreaterThan(1);
    expect(without(bundle, { pieces: [tag] })).toEqual(without(bundle, { panelists: servedFrom }));
    const inFirst = [...new Set(portions.filter(({ flight }) => flight === 1).map(({ panelist }) => panelist))];
    expect(inFirst.length).toBeLessThan(20);
    expect(without(bundle, { flights: [1] })).toEqual(without(bundle, { panelists: inFirst }));
  });

  it('leaves out several things at once, and nobody twice', () => {
    const both = without(bundle, { pieces: [tag], panelists: [servedFrom[0], 'p19'] });
    expect(both).toEqual(without(bundle, { panelists: [...new Set([...servedFrom, 'p19'])] }));
  });

  it('is what the findings say of a caveat', () => {
    const spoilt = { ...bundle, records: { ...bundle.records } };
    spoilt.records.caveats = [noted('c1', 'Overshot', { pieces: [tag], panelists: [] }), notBlind('p3')];
    const said = sectionOf(findings(spoilt), 'sensitivity')!.find(({ caveat }) => caveat === 'c1')!;
    const found = without(spoilt, { caveats: ['c1'] });
    expect([found.sentence, found.same, found.people]).toEqual([said.sentence, said.same, said.panelists]);
  });

  it('goes by the other zones where one is left out', () => {
    const zoned = simulatedBundle({
      ...{ panelists: 16, truth: [8, 5, 4] },
      tasting: {
        zones: [
          { id: 'loin', name: 'Loin' },
          { id: 'belly', name: 'Belly' },
        ],
      },
    });
    const loin = plannedAnswer(readingOf(zoned, zoned.key!), { isWanted: ({ zone }) => zone === 'loin' });
    const leaders = loin.leaders.map((method) => zoned.tasting.methods[method].id);
    expect(without(zoned, { zones: ['belly'] })).toMatchObject({ sentence: loin.sentence, leaders });
    expect(without(zoned, { zones: ['belly', 'loin'] })).toMatchObject({ people: 0, same: null });
  });

  it('cannot tell where too few are left, and changes when the answer hangs on somebody', () => {
    const most = bundle.tasting.panel.slice(0, 17).map(({ id }) => id);
    expect(without(bundle, { panelists: most })).toMatchObject({ people: 3, gone: 17, same: null, kind: 'cannot-say' });
    const two = simulatedBundle({ methods: 3, panelists: 12, truth: [6, 6, 6] });
    const answers = two.tasting.panel.map(({ id }) => without(two, { panelists: [id] }));
    for (const answer of answers) expect(answer.same).toBe(answer.kind === findings(two).verdict.kind);
  });

  it('leaves the tasting as it was', () => {
    const before = JSON.stringify(bundle);
    without(bundle, { pieces: [tag], panelists: ['p1'], flights: [1] });
    expect(JSON.stringify(bundle)).toBe(before);
  });
});

describe('what can be left out', () => {
  it('is everything of the day, each with its people', () => {
    const parts = partsOf(bundle);
    expect(parts.pieces.map((piece) => piece.tag)).toEqual(bundle.pieces.map((piece) => piece.tag).sort());
    expect(parts.pieces.find((piece) => piece.tag === tag)?.people).toBe(servedFrom.length);
    expect(parts.panelists).toHaveLength(20);
    expect(parts.flights.reduce((sum, { people }) => sum + people, 0)).toBe(20);
    expect(parts.zones).toEqual([]);
    expect(partsOf(hadNotCome(bundle, ['p4'])).panelists.map(({ id }) => id)).not.toContain('p4');
  });

  it('is a caveat only where it is known whom it touches', () => {
    const told = { ...bundle, records: { ...bundle.records } };
    told.records.caveats = [noted('c1', 'Overshot', { pieces: [tag], panelists: [] }), noted('c2', 'It rained')];
    expect(partsOf(told).caveats).toEqual([{ id: 'c1', text: 'Overshot' }]);
  });
});

describe('what is run again by itself', () => {
  const told = (test: Test, name: string): ReturnType<typeof besides>['sensitivity'] => {
    const found = generatedTastings().find((one) => one.name === `${test} ${name}`)!;
    return besides(found.bundle).sensitivity;
  };

  it.each(['liking', 'profile', 'triangle', 'best-worst'] as const)(
    'says of a %s, too, that too few are left, and not that they are no panel',
    (test) => {
      const [left] = told(test, '2').filter(({ same }) => same === null);
      expect(left.sentence).toMatch(
        /^Cannot be told apart here: without it, (only \d panelists are|nobody is) left\.$/,
      );
    },
  );

  it('is not the same answer where those who knew made it', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 20, pieces: 1, truth: [8, 5, 2] });
    const knew = bundle.tasting.panel.slice(0, 14).map(({ id }) => id);
    const turned = bundle.ballots.map((ballot) =>
      knew.includes(ballot.panelist)
        ? {
            ...ballot,
            answers: ballot.answers.map((answer) =>
              answer.kind === 'ranking' ? { ...answer, ranking: [...answer.ranking].reverse() } : answer,
            ),
          }
        : ballot,
    );
    const records = { ...bundle.records, caveats: knew.map((panelist) => notBlind(panelist)) };
    const found = besides({ ...bundle, ballots: turned, records });
    expect(found.verdict.leaders[0]).toBe('m2');
    expect(found.sensitivity).toMatchObject([{ same: false, panelists: 6 }]);
  });

  it('is the same answer where the same methods lead, whichever of them is ahead', () => {
    const one = { kind: 'leading-set' as const, about: 'pieces' as const, split: null };
    const isSame = (leaders: string[], others: string[]): boolean =>
      sameAnswer({ ...one, leaders }, { ...one, leaders: others });
    expect(isSame(['c', 'a', 'b'], ['a', 'b', 'c'])).toBe(true);
    expect(isSame(['c', 'a'], ['a', 'b'])).toBe(false);
  });
});
