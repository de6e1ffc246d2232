import { findingsText } from '../../cli/findingsText';
import { readingOf } from '../../src/answers';
import { partsText } from '../../src/design';
import {
  answersWithout,
  chartsOf,
  findings,
  headlineFirst,
  NOTHING_OUT,
  sectionOf,
  type PartsFinding,
} from '../../src/findings';
import { sameAnswer } from '../../src/findings/sensitivity';
import { nextByPart, wholeAnswer } from '../../src/findings/wholeAnswer';
import { lotsByPieces, zonesByPeople, zonesByPieces, type BlockRow } from '../../src/inference';
import { neutralQuestion } from '../../src/library';
import { randomStream } from '../../src/numeric';
import { plannedAnswer } from '../../src/planned';
import { reportSheet } from '../../src/sheets';
import { simpleTasting, simulatedBundle, type Wanted } from '../support/bundles';
import { numbersIn, tested } from '../support/results';

const zones = ['Loin', 'Belly'].map((name) => ({ id: name.toLowerCase(), name }));
const partsOf = (wanted: Wanted): PartsFinding => sectionOf(findings(simulatedBundle(wanted)), 'parts')![0];
/** In the loin the first method is best, in the belly the last one. */
const CROSSED = { byZone: { loin: [2, 0, 0], belly: [0, 0, 2] }, noise: 0.4, disagreement: 0.3 };

describe('a method that is best in one zone, and another one in the other', () => {
  it.each(['ranking', 'liking', 'best-worst'] as const)(
    'is found by a %s, of the methods, with a test of its own',
    (test) => {
      const found = partsOf({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { test, zones } });
      expect(found).toMatchObject({ by: 'zone', about: 'methods', alpha: 0.025 });
      expect(found.parts.map(({ leaders }) => leaders)).toEqual([['m0'], ['m2']]);
      expect(tested(found.interaction)).toMatchObject({ unit: 'pieces', by: 'relabelling', units: 5 });
      expect(found.sentence).toBe('The best Loin and Belly are different methods: Loin Method 0, Belly Method 2.');
    },
  );

  it('is said of these pieces alone where there is one of each', () => {
    const found = partsOf({ methods: 3, panelists: 24, pieces: 1, world: CROSSED, tasting: { zones } });
    expect(tested(found.interaction)).toMatchObject({ unit: 'people', by: 'friedman', units: 24 });
    expect(found.about).toBe('pieces');
    expect(found.sentence).toBe(
      'Of these pieces: the best Loin and Belly are different methods: Loin Method 0, Belly Method 2.',
    );
  });

  it('is said with its assumption where pieces were taken to be alike', () => {
    const found = partsOf({
      methods: 3,
      panelists: 24,
      pieces: 1,
      world: CROSSED,
      tasting: { zones, takenAlike: 'one pot' },
    });
    expect(found.about).toBe('methods');
    expect(found.sentence).toMatch(/, if pieces cooked alike taste alike, as was assumed\.$/);
  });

  it('is not said where one method is best in both', () => {
    const world = { byZone: { loin: [2, 0, 0], belly: [2, 0, 0] }, noise: 0.4, disagreement: 0.3 };
    const found = partsOf({ methods: 3, panelists: 24, pieces: 5, world, tasting: { zones } });
    expect(found).toMatchObject({ isShown: false, level: 0.05 });
    expect(found.sentence).toBe('That methods compare differently from zone to zone has not been shown.');
    // Then each is described, best first, and nothing is claimed.
    for (const { kind, leaders, sentence } of found.parts) {
      expect([kind, leaders]).toEqual(['no-answer', []]);
      expect(sentence).toMatch(/^Mean ranks: Method 0 1\.\d\d, Method \d [\d.]+, Method \d [\d.]+\.$/);
    }
  });
});

it('says no more than that methods compare differently where one is best in both zones', () => {
  const world = { byZone: { loin: [5, 1, 0], belly: [5, 0, 3] }, noise: 0.3, disagreement: 0.2 };
  const tasting = { test: 'liking' as const, zones };
  const found = partsOf({ methods: 3, panelists: 24, pieces: 5, truth: [3, 2, 2], world, tasting });
  expect(found.parts.map(({ leaders }) => leaders)).toEqual([['m0'], ['m0']]);
  expect(tested(found.interaction).p).toBeLessThan(0.05);
  expect(found.sentence).toBe('Methods compare differently from zone to zone.');
});

it('answers each part at the level over their number, where they are shown to differ', () => {
  const world = { byZone: { loin: [0.9, 0, 0], belly: [0, 0.9, 0] }, noise: 1, disagreement: 0.5 };
  const answers = Array.from({ length: 24 }, (_, at) => `level-${at}`).flatMap((seed) => {
    const wanted = { methods: 3, panelists: 24, pieces: 1, truth: [5, 5, 5], world, seed, tasting: { zones } };
    const bundle = simulatedBundle(wanted);
    const reading = readingOf(bundle, bundle.key!);
    const at = (alpha: number): string =>
      plannedAnswer(reading, { alpha, isWanted: ({ zone }) => zone === 'loin' }).kind;
    const found = partsOf(wanted);
    return found.isShown ? [{ said: found.parts[0].kind, half: at(0.025), whole: at(0.05) }] : [];
  });
  expect(answers.map(({ said }) => said)).toEqual(answers.map(({ half }) => half));
  // And in some tastings it makes a difference.
  expect(answers.some(({ half, whole }) => half !== whole)).toBe(true);
});

describe('the answer to all that was planned', () => {
  const told = (wanted: Wanted) => findings(simulatedBundle(wanted));

  it('is that of each zone where methods compare differently and different ones lead', () => {
    const found = told({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } });
    expect(found.verdict).toMatchObject({ kind: 'by-part', about: 'methods', leaders: [] });
    expect(found.verdict.sentence).toBe(
      'Methods compare differently from zone to zone. Loin: Method 0 is liked best. Belly: Method 2 is liked best.',
    );
    expect(found.verdict.support).toMatch(
      /^If methods compared alike in every zone, differences like these would come up about once in [\d,]+ tries\. Over all zones together: /,
    );
    // Nothing beside it goes by one method for all zones.
    expect(sectionOf(found, 'next')).toMatchObject({ drop: [], factor: null, pair: null });
    expect(sectionOf(found, 'next')!.text).toMatch(/^Choose zone by zone /);
    expect(sectionOf(found, 'practical')).toBeUndefined();
  });

  it('keeps the one that leads in every zone, and names none of the others as done with that lead in one', () => {
    const world = { byZone: { loin: [3, 0, 0], belly: [3, 0, 2.9] }, noise: 0.4, disagreement: 0.3 };
    const tasting = { test: 'liking' as const, zones };
    const found = told({ methods: 3, panelists: 24, pieces: 5, truth: [4, 4, 4], world, tasting });
    expect(found.verdict).toMatchObject({ kind: 'winner', leaders: ['m0'] });
    expect(found.verdict.sentence).toMatch(
      /^Method 0 is liked best\. Methods compare differently from zone to zone(\. Belly: |; the same leads in each zone\.)/,
    );
    const [{ parts }] = sectionOf(found, 'parts')!;
    const { drop } = sectionOf(found, 'next')!;
    for (const { leaders } of parts) expect(drop.filter((id) => leaders.includes(id))).toEqual([]);
  });

  it('goes by the whole where a plan, or a table, did not say that its parts are asked', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } });
    const old = findings({ ...bundle, plan: { ...bundle.plan!, engine: 'jacana-core 0.11.0' } });
    expect(old.verdict.kind).not.toBe('by-part');
  });

  it('is that of each lot where those differ, and what comes next hangs on the lots', () => {
    const lots = ['A', 'B'].map((name) => ({ id: name, name }));
    const wanted = (truth: number[]) =>
      simulatedBundle({
        ...{ methods: 3, panelists: 24, pieces: 6, truth, tasting: { lots } },
        world: { noise: 0.4, disagreement: 0.3 },
      });
    const [one, other] = [wanted([7, 5, 5]), wanted([5, 5, 7])];
    // Everyone eats from one lot: whoever ate of A answers as in the first tasting, the others as in the second.
    const ofA = new Set(
      readingOf(one, one.key!).sets.flatMap(({ panelist, samples }) => (samples[0].lot === 'A' ? [panelist] : [])),
    );
    const ballots = one.ballots.map((ballot, at) => (ofA.has(ballot.panelist) ? ballot : other.ballots[at]));
    const found = findings({ ...one, ballots });
    expect(found.verdict.kind).toBe('by-part');
    expect(found.verdict.sentence).toMatch(
      /^Methods compare differently from lot to lot\. A: .*Method 0.* B: .*Method 2/,
    );
    expect(sectionOf(found, 'next')!.text).toMatch(/^Before you choose, find out how the lots differed/);
  });

  it('stands on the one page with the answer of each zone', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } });
    const { blocks } = reportSheet(findings(bundle), bundle, { length: 'short', paper: 'A4', names: false });
    const facts = blocks.flatMap((block) => (block.kind === 'facts' ? block.facts : []));
    expect(facts.find(({ name }) => name === 'By zone')?.lines).toEqual([
      'The best Loin and Belly are different methods: Loin Method 0, Belly Method 2. Loin: Method 0 is liked best. Belly: Method 2 is liked best.',
    ]);
  });

  it('is about methods at their own level, where everything together only shows pieces', () => {
    const world = { pieceSpread: 1.5, noise: 0.5, disagreement: 0.5 };
    const all = ['a', 'b', 'c', 'd'].map((seed) =>
      told({ methods: 4, panelists: 24, pieces: 3, truth: [6, 6, 6, 6], world, seed, tasting: { zones } }),
    );
    const ofPieces = all.filter(({ verdict }) => verdict.kind !== 'no-answer' && verdict.about === 'pieces');
    const levels = ofPieces.flatMap((found) =>
      sectionOf(found, 'parts')!.flatMap(({ about, level }) => (about === 'methods' ? [level] : [])),
    );
    expect(levels.length).toBeGreaterThan(0);
    expect(new Set(levels)).toEqual(new Set([0.005]));
  });

  it('is followed by what it rests on, in the report, its charts and the text', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } });
    const found = findings(bundle);
    expect(chartsOf(found)[0].id).toBe('by-zone');
    const text = findingsText(found);
    expect(text.indexOf('By zone, planned')).toBeLessThan(text.indexOf('rank sum'));
    expect(text.split('By zone, planned')).toHaveLength(2);
    const { blocks } = reportSheet(found, bundle);
    expect(blocks.flatMap((block) => (block.kind === 'chart' ? [block.title] : []))[0]).toContain('Loin Method 0');
    expect(JSON.stringify(blocks).split('"By zone"')).toHaveLength(2);
    expect(headlineFirst(found, ['scores', 'parts', 'weighted'])).toEqual(['parts', 'scores', 'weighted']);
    // Elsewhere the planned test comes first, as it did.
    const whole = told({ methods: 3, panelists: 24, truth: [7, 5, 4], tasting: { zones } });
    expect(chartsOf(whole)[0].id).not.toBe('by-zone');
    expect(headlineFirst(whole, ['scores', 'parts'])).toEqual(['scores', 'parts']);
  });

  it('names the zones in which none was shown to lead, and only those, for a tasting of their own', () => {
    const next = sectionOf(told({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } }), 'next')!;
    expect(next.text).not.toContain('None was shown to lead');
    const bundle = simulatedBundle({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } });
    const one = wholeAnswer(readingOf(bundle, bundle.key!));
    const parts = one.split!.parts.map((part, at) => (at === 0 ? part : { ...part, kind: 'no-answer' as const }));
    const open = { ...one, split: { ...one.split!, parts } };
    expect(nextByPart(open, one.together.inFull().next).text).toContain(
      'None was shown to lead in Belly: plan a tasting of that alone.',
    );
  });

  it('is another one where another leads in a zone', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } });
    const one = wholeAnswer(readingOf(bundle, bundle.key!));
    expect(one.kind).toBe('by-part');
    const parts = one.split!.parts.map((part) => ({ ...part, leaders: ['m1'] }));
    expect(sameAnswer(one, one)).toBe(true);
    expect(sameAnswer(one, { ...one, split: { ...one.split!, parts } })).toBe(false);
  });

  it('stands on the one page beside the totals that were planned', () => {
    const line = (id: string) => ({ ...neutralQuestion(id, 'line' as const), attribute: id, weight: 2 });
    const items = [neutralQuestion('ranking', 'ranking'), line('juicy'), line('crisp')];
    const bundle = simulatedBundle({ methods: 3, panelists: 12, pieces: 4, tasting: { ballot: { items } } });
    const found = findings(bundle);
    const { blocks } = reportSheet(found, bundle, { length: 'short', paper: 'A4', names: false });
    const facts = blocks.flatMap((block) => (block.kind === 'facts' ? block.facts : []));
    const [said] = facts.find(({ name }) => name === 'Weighted total')!.lines;
    const { means, sentence } = sectionOf(found, 'weighted')!;
    expect(said.startsWith(sentence)).toBe(true);
    for (const { mean } of means) expect(said).toContain(mean!.toFixed(1));
  });

  it('is held against itself, part by part, when something is left out', () => {
    const bundle = simulatedBundle({ methods: 3, panelists: 24, pieces: 5, world: CROSSED, tasting: { zones } });
    const [one] = answersWithout(bundle, [{ ...NOTHING_OUT, panelists: ['p0'] }]);
    expect(one).toMatchObject({ kind: 'by-part', same: true, gone: 1 });
    const [other] = answersWithout(bundle, [{ ...NOTHING_OUT, zones: ['belly'] }]);
    expect(other).toMatchObject({ kind: 'winner', leaders: ['m0'], same: false });
  });
});

describe('what the plan says of its parts', () => {
  const lots = (count: number) => Array.from({ length: count }, (_, at) => ({ id: `l${at}`, name: `Lot ${at}` }));
  const said = (wanted: Wanted): string => partsText(simpleTasting(wanted)).join(' ');

  it('names the levels that the findings go by', () => {
    expect(said({ tasting: { zones } })).toBe(
      'Whether methods compare differently from zone to zone is tested at level 0.05 where the whole shows a difference, else at 0.005. Where they do, each zone has an answer of its own, at 0.025.',
    );
    const nothing = { byZone: { loin: [0, 0, 0], belly: [0, 0, 0] }, noise: 1, disagreement: 1 };
    const found = partsOf({ methods: 3, panelists: 24, pieces: 5, world: nothing, tasting: { zones } });
    expect([found.level, found.alpha]).toEqual([0.005, 0.025]);
  });

  it('says what it cannot answer of lots', () => {
    const tasting = { lots: lots(3) };
    expect(said({ panelists: 12, pieces: 3, tasting })).toMatch(
      /But 3 pieces of each method in 3 lots cannot tell .* Only about 4 of 12 people judge each lot, and an answer takes 6: no lot will have one of its own\.$/,
    );
    expect(said({ panelists: 24, pieces: 6, tasting })).not.toMatch(/cannot|Only/);
    // And so it comes.
    const { parts, interaction } = partsOf({ panelists: 12, pieces: 3, tasting });
    expect(parts.map(({ kind }) => kind)).toEqual(['cannot-say', 'cannot-say', 'cannot-say']);
    expect(interaction.test).toBeNull();
  });

  const bundle = simulatedBundle({ methods: 3, panelists: 12, tasting: { zones } });
  const statusOf = (engine: string): string | undefined =>
    findings({ ...bundle, plan: { ...bundle.plan!, engine } }).sections.find(({ id }) => id === 'parts')?.status;

  it('is planned since plans say so, looked at before', () => {
    expect(statusOf('jacana-core 0.11.0')).toBe('explored');
    expect(['jacana-core 0.12.0', 'jacana-core 1.0.0', bundle.plan!.engine].map(statusOf)).toEqual([
      'planned',
      'planned',
      'planned',
    ]);
  });

  it('has means of what was given in each part, and no others', () => {
    const [{ parts, of }] = sectionOf(findings(bundle), 'parts')!;
    expect(of).toBe('ranks');
    for (const { means } of parts) expect(means.reduce((sum: number, mean) => sum + mean!, 0)).toBeCloseTo(6);
  });

  it('has zones and lots beside each other, and words without a best', () => {
    const lots = ['A', 'B'].map((name) => ({ id: name, name }));
    const ways = sectionOf(
      findings(simulatedBundle({ methods: 3, panelists: 16, pieces: 4, tasting: { zones, lots } })),
      'parts',
    )!;
    expect(ways.map(({ by }) => by)).toEqual(['zone', 'lot']);
    expect(tested(ways[1].interaction)).toMatchObject({ unit: 'pieces', by: 'F', units: 4 });
    const told = sectionOf(
      findings(simulatedBundle({ methods: 2, panelists: 16, pieces: 4, tasting: { test: 'triangle', zones } })),
      'parts',
    )![0];
    expect(told).toMatchObject({ of: null, interaction: { test: null } });
  });

  it('survives nobody, one and a few', () => {
    for (const panelists of [1, 2, 3]) {
      const few = simulatedBundle({ methods: 3, panelists, tasting: { zones } });
      for (const ballots of [few.ballots, few.ballots.slice(1), []]) {
        const found = findings({ ...few, ballots });
        for (const [path, value] of numbersIn(sectionOf(found, 'parts')))
          expect([path, Number.isFinite(value)]).toEqual([path, true]);
      }
    }
  });
});

/** Scores of people who each eat all methods, in both zones, from one block; pieces vary, and so do people. */
function tasted(
  seed: string,
  { blocks, methods, people, cross = 0 }: { blocks: number; methods: number; people: number; cross?: number },
): BlockRow[][] {
  const random = randomStream(seed, 'parts');
  const piece = Array.from({ length: 2 * blocks * methods }, () => random.normal());
  return [0, 1].map((zone) =>
    Array.from({ length: people }, (_, panelist) => {
      const block = panelist % blocks;
      const samples = Array.from({ length: methods }, (_, method) => method);
      const values = samples.map(
        (method) =>
          method +
          (zone === 0 && method === 0 ? cross : 0) +
          piece[(zone * blocks + block) * methods + method] +
          random.normal(),
      );
      return { panelist, block, samples, values, weight: 1 };
    }),
  );
}

describe('the test of zones against methods', () => {
  const RUNS = 400;
  const share = (isShown: (seed: string) => boolean): number =>
    Array.from({ length: RUNS }, (_, run) => isShown(`run ${run}`)).filter(Boolean).length / RUNS;
  const options = { alpha: 0.05, seed: '1' };

  it.each([
    [3, 5],
    [4, 3],
    [2, 6],
  ])('keeps its level where pieces vary, with %i methods and %i blocks', (methods, blocks) => {
    const shown = share((seed) => {
      const found = zonesByPieces(tasted(seed, { blocks, methods, people: 18 }), { ...options, methods });
      return found.test !== null && found.p <= 0.05;
    });
    expect(shown).toBeLessThanOrEqual(0.08);
  });

  it('is not deaf: a method that gains by three points in one zone is found', () => {
    const shown = share((seed) => {
      const found = zonesByPieces(tasted(seed, { blocks: 5, methods: 3, people: 20, cross: 4 }), {
        ...options,
        methods: 3,
      });
      return found.test !== null && found.p <= 0.05;
    });
    expect(shown).toBeGreaterThan(0.6);
  });

  it('of these pieces alone is far too sure of methods, which is why it does not speak of them', () => {
    const shown = share((seed) => {
      const found = zonesByPeople(tasted(seed, { blocks: 3, methods: 3, people: 30 }), { ...options, methods: 3 });
      return found.test !== null && found.p <= 0.05;
    });
    expect(shown).toBeGreaterThan(0.1);
  });

  it('adjusts over the pairs of three zones', () => {
    const [loin, belly] = tasted('three', { blocks: 5, methods: 3, people: 20, cross: 6 });
    const three = tested(zonesByPieces([loin, belly, belly], { ...options, methods: 3 }));
    const two = tested(zonesByPieces([loin, belly], { ...options, methods: 3 }));
    expect(three.pairs.map(({ a, b }) => [a, b])).toEqual([
      [0, 1],
      [0, 2],
      [1, 2],
    ]);
    expect(three.pairs[2].p).toBe(1);
    expect(three.p).toBeCloseTo(3 * two.p, 10);
  });
});

describe('the test of lots against methods', () => {
  const of = (seed: string, cross: number): ReturnType<typeof lotsByPieces> => {
    const [rows] = tasted(seed, { blocks: 6, methods: 3, people: 24 });
    const lotOf = (block: number): string => (block < 3 ? 'lean' : 'fatty');
    const moved = rows.map((row) => ({
      ...row,
      values: row.values.map((value, method) => value + (lotOf(row.block) === 'lean' && method === 0 ? cross : 0)),
    }));
    return lotsByPieces(moved, lotOf, { methods: 3, alpha: 0.05, seed: '1' });
  };

  it('keeps its level, and finds what there is', () => {
    const shown = (cross: number): number =>
      Array.from({ length: 400 }, (_, run) => tested(of(`lot ${run}`, cross)).p <= 0.05).filter(Boolean).length / 400;
    expect(shown(0)).toBeLessThanOrEqual(0.08);
    expect(shown(4)).toBeGreaterThan(0.6);
  });

  // Two-way table with replicates, F = MS(interaction) / MS(within): by hand from the six block means.
  it('is the F of a split table by hand', () => {
    const cells = [
      [1, 5],
      [2, 6],
      [4, 4],
      [5, 3],
    ];
    const rows = cells.map((values, block) => ({ panelist: block, block, samples: [0, 1], values, weight: 1 }));
    const found = tested(
      lotsByPieces(rows, (block) => (block < 2 ? 'a' : 'b'), { methods: 2, alpha: 0.05, seed: '1' }),
    );
    // Half-differences -2, -2, 0, 1: lots -2 and 0.5; between 2 * 2 * (1.25^2 + 1.25^2), within 2 * (0.25 + 0.25).
    const F = 12.5 / 1 / (1 / 2);
    expect(found.p).toBeCloseTo(upperTailOfF(F, 1, 2), 10);
  });

  it('needs two blocks of a lot', () => {
    const [rows] = tasted('few', { blocks: 2, methods: 3, people: 8 });
    expect(lotsByPieces(rows, (block) => String(block), { methods: 3, alpha: 0.05, seed: '1' })).toMatchObject({
      test: null,
    });
  });
});

/** P(F > f) with 1 and 2 degrees of freedom, in closed form: F is the square of Student's t on 2. */
function upperTailOfF(f: number, _: 1, __: 2): number {
  const t = Math.sqrt(f);
  return 1 - t / Math.sqrt(2 + t * t);
}
