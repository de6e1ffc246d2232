import { findingsText } from '../../cli/findingsText';
import { readingOf, type AnsweredSet } from '../../src/answers';
import { TESTS, defaultTasting, isAgainstMargin, type Analysis, type Tasting, type Test } from '../../src/bundle';
import { ANALYSIS_FACTS } from '../../src/questions';
import { analysisOf, isOfTwoSamples, leastPieces } from '../../src/design';
import { findings, plannedView, sectionOf } from '../../src/findings';
import { plannedVerdict, rowsOfPlaces, rowsOfScores } from '../../src/planned';
import { planSheet, reportSheet } from '../../src/sheets';
import { simpleTasting, simulatedBundle, type Wanted } from '../support/bundles';

/** What an answer claims: of the methods where their pieces show it, else of the pieces that were eaten. */

const line = (attribute: string) => ({
  ...{ id: attribute, kind: 'line' as const, ask: `How ${attribute} is it?`, attribute },
  ...{ definition: '', low: 'not', high: 'very', options: [], ties: false },
});

/** A tasting in which one method is far better, or is told by everyone. */
function wanted(test: Test, pieces: number, more: Partial<Tasting> = {}, truth?: number[]): Wanted {
  const apart = isOfTwoSamples(test) ? [3, 8] : isAgainstMargin(test) ? [6, 6] : [8, 4, 3.5, 4];
  return {
    ...{ methods: apart.length, panelists: 48, pieces, truth: truth ?? apart },
    world: { noise: 0.6, disagreement: 0.4 },
    tasting: { test, ...(test === 'profile' && { ballot: { items: [line('crisp'), line('sweet')] } }), ...more },
  };
}

const { decision } = defaultTasting();
const others = TESTS.filter((test) => test !== 'ranking');
const claims = ['winner', 'told-apart', 'good-enough', 'similar', 'leading-set'];
const ASSUMED = ', if pieces cooked alike taste alike, as was assumed.';

describe.each(others)('a planned %s', (test) => {
  const least = leastPieces({ test, decision, halves: false, lots: [], alpha: 0.05 });
  const enough = Math.min(12, Math.max(8, least + 2));

  it('speaks of the methods where their pieces show it, and says how', () => {
    const bundle = simulatedBundle(wanted(test, enough));
    const found = findings(bundle);
    expect(claims).toContain(found.verdict.kind);
    expect(found.verdict.about).toBe('methods');
    expect(found.verdict.sentence).not.toMatch(/piece/);
    const planned = plannedView(found)!.planned;
    const tests = planned.of === 'profile' ? (planned.methodTests ?? []).map((one) => one.test) : [planned.methodTest];
    expect(tests.every((one) => one?.test === 'piece-blocks' || one?.test === 'piece-clusters')).toBe(true);
    const said = /Of the methods: (F|\d+ groups of people)/;
    expect(findingsText(found)).toMatch(said);
    if (planned.of !== 'profile') expect(JSON.stringify(reportSheet(found, bundle))).toMatch(said);
    expect(JSON.stringify(planSheet(bundle.tasting, bundle.plan!))).toContain('about the methods');
  });

  it('speaks of the pieces where each method has one, and never of the methods', () => {
    const bundle = simulatedBundle(wanted(test, 1));
    const { verdict, sections } = findings(bundle);
    expect(verdict.about).toBe('pieces');
    expect(claims).toContain(verdict.kind);
    expect(verdict.sentence).toMatch(/these pieces/i);
    expect(sectionOf({ sections }, 'limits')?.map(({ kind }) => kind)).toContain('one-piece');
    expect(JSON.stringify(planSheet(bundle.tasting, bundle.plan!))).toContain('about the pieces that are eaten');
  });

  it('carries the assumption where pieces are taken to be alike', () => {
    const bundle = simulatedBundle(wanted(test, 2, { takenAlike: 'one stirred pot of each' }));
    const found = findings(bundle);
    expect(found.verdict.about).toBe('methods');
    expect(found.verdict.sentence).toContain(ASSUMED);
    const limits = sectionOf(found, 'limits') ?? [];
    expect(limits.find(({ kind }) => kind === 'alike')?.text).toContain('one stirred pot of each');
    expect(limits.map(({ kind }) => kind)).not.toContain('bites');
    expect(found.fingerprint.matches).toBe(true);
    bundle.tasting.takenAlike = 'another reason';
    expect(findings(bundle).fingerprint.matches).toBe(false);
    const sheet = JSON.stringify(planSheet(bundle.tasting, bundle.plan!));
    expect(sheet).toContain('taken to taste alike: another reason');
    expect(sheet).toContain('about the methods, if pieces cooked alike taste alike');
  });

  it('says nothing of the methods where only pieces differ', () => {
    const nothing = isOfTwoSamples(test) ? [5, 5] : [5, 5, 5, 5];
    if (test === 'non-inferiority' || test === 'same-different') return;
    let ofMethods = 0;
    for (let at = 0; at < 12; at++) {
      const bundle = simulatedBundle({
        ...wanted(test, Math.max(3, least), {}, nothing),
        ...{ world: { noise: 0.5, disagreement: 0.3, pieceSpread: 1.5 }, seed: `luck ${at}` },
      });
      const { verdict } = findings(bundle);
      if (verdict.about === 'methods' && claims.includes(verdict.kind)) ofMethods++;
    }
    expect(ofMethods).toBeLessThanOrEqual(3);
  });

  it('keeps the analysis that it was locked with', () => {
    const bundle = simulatedBundle(wanted(test, enough));
    bundle.plan!.analysis = analysisOf({ ...bundle.tasting, piecesPerMethod: 1 });
    const { verdict, sections } = findings(bundle);
    const planned = plannedView(findings(bundle))!.planned;
    expect(planned.of === 'profile' ? planned.methodTests : planned.methodTest).toBeNull();
    // Scores have pieces in their model: where those are seen to vary, it speaks of the methods.
    const isModelled =
      planned.of === 'liking' && planned.liking?.variances.some((one) => one.term === 'piece' && one.variance > 0);
    expect(verdict.about).toBe(isModelled ? 'methods' : 'pieces');
    expect(sectionOf({ sections }, 'limits')?.map(({ kind }) => kind)).toContain('bites');
  });
});

describe('the analysis of a plan', () => {
  it.each<[Test, number, string, Analysis]>([
    ['ranking', 2, '', 'piece-blocks-then-tukey'],
    ['ranking', 1, '', 'friedman-then-pairs-holm'],
    ['ranking', 3, 'one pot', 'friedman-then-pairs-holm'],
    ['liking', 2, '', 'piece-blocks-then-tukey'],
    ['profile', 2, '', 'piece-blocks-per-attribute-fdr'],
    ['non-inferiority', 2, '', 'piece-blocks-against-margin'],
    ['best-worst', 2, '', 'piece-blocks-then-tukey'],
    ['triangle', 5, '', 'exact-binomial'],
    ['triangle', 6, '', 'piece-clusters'],
    ['duo-trio', 9, '', 'exact-binomial'],
    ['duo-trio', 10, '', 'piece-clusters'],
    ['2-afc', 4, '', 'exact-binomial'],
    ['2-afc', 5, '', 'piece-clusters'],
    ['paired-preference', 6, '', 'piece-clusters'],
    ['a-not-a', 2, 'one pot', 'a-not-a-exact'],
  ])('%s with %i pieces (alike: "%s") is %s', (test, pieces, takenAlike, expected) => {
    const methods = isOfTwoSamples(test) ? 2 : 4;
    const tasting = simpleTasting({ methods, pieces, tasting: { test, takenAlike } });
    expect(analysisOf(tasting)).toBe(expected);
    expect(ANALYSIS_FACTS[expected].name).not.toBe('');
  });

  it('of split raw pieces takes more of them, since like samples are of different ones, and so does a higher proof', () => {
    expect(leastPieces({ test: 'triangle', decision, halves: true, lots: [], alpha: 0.05 })).toBe(9);
    expect(leastPieces({ test: 'tetrad', decision, halves: true, lots: [], alpha: 0.05 })).toBe(12);
    expect(leastPieces({ test: '2-afc', decision, halves: true, lots: [], alpha: 0.05 })).toBe(10);
    expect(leastPieces({ test: 'liking', decision, halves: true, lots: [], alpha: 0.05 })).toBe(2);
    expect(leastPieces({ test: 'paired-preference', decision, halves: false, lots: [], alpha: 0.05 })).toBe(6);
    expect(leastPieces({ test: 'a-not-a', decision, halves: false, lots: [], alpha: 0.01 })).toBe(7);
  });
});

describe('pieces that were taken to be alike', () => {
  const liking = (pieceSpread: number) => {
    const world = { noise: 0.5, disagreement: 0.5, height: 1, pieceSpread };
    const bundle = simulatedBundle({ ...wanted('liking', 3, { takenAlike: 'one stirred pot of each' }), world });
    return (sectionOf(findings(bundle), 'limits') ?? []).find(({ kind }) => kind === 'alike')?.text;
  };

  it('are spoken against by answers that differ between them, and never proved alike', () => {
    expect(liking(2)).toContain('The pieces speak against it');
    expect(liking(0)).toContain('The pieces do not speak against it');
    expect(liking(0)).toContain('which is no proof of it');
  });
});

describe('what a test of methods reads', () => {
  const set = (size: number, ranking: string[][]): AnsweredSet => ({
    ...{ panelist: `of ${size}`, sitting: 1, set: 0, zone: null },
    samples: Array.from({ length: size }, (_, at) => ({
      ...{ code: `${at}`, method: at, piece: `A${at}`, block: 1, lot: null, position: at + 1 },
    })),
    answers: [{ id: 'a', at: '', by: 'panelist', reason: '', kind: 'ranking', item: 'r', set: 0, ranking }],
  });

  it('counts everyone once, however often they judged the same samples', () => {
    const service = { ...simpleTasting({ methods: 4 }).service, replicates: 2 };
    const bundle = simulatedBundle(wanted('liking', 4, { service }));
    const { sets } = readingOf(bundle, bundle.key!);
    const rows = rowsOfScores(sets, 'liking');
    expect(rows).toHaveLength(96);
    expect(rows.every(({ weight }) => weight === 0.5)).toBe(true);
    expect(new Set(rows.map(({ block }) => block)).size).toBe(4);
  });

  it('counts places on the scale of the longest ranking', () => {
    const [three, five] = rowsOfPlaces(
      [set(3, [['0'], ['1'], ['2']]), set(5, [['0'], ['1'], ['2'], ['3'], ['4']])],
      'r',
    );
    // The middle of three is where the middle of five is, and the last of three before the last of five.
    expect([three.values, five.values]).toEqual([
      [1.5, 3, 4.5],
      [1, 2, 3, 4, 5],
    ]);
  });

  it('takes what holds of the pieces alone for no answer, in a rehearsal', () => {
    const beside = Array.from({ length: 20 }, (_, at) =>
      simulatedBundle({
        ...wanted('2-afc', 5, {}, [5, 5]),
        world: { noise: 0.5, pieceSpread: 2 },
        seed: `beside ${at}`,
      }),
    ).filter((bundle) => {
      const { kind, about } = findings(bundle).verdict;
      return kind === 'winner' && about === 'pieces';
    });
    expect(beside.length).toBeGreaterThan(0);
    for (const bundle of beside) expect(plannedVerdict(bundle, bundle.key!).kind).toBe('no-answer');
  });
});
