import { findingsText } from '../../cli/findingsText';
import { MOST_TELLERS, type Tasting, type Test } from '../../src/bundle';
import { analysisOf, leastPieces, lockProblems, propose } from '../../src/design';
import { findings, plannedView, sectionOf } from '../../src/findings';
import { planPower, plannedVerdict, smallestDifference } from '../../src/planned';
import { planSheet, reportSheet } from '../../src/sheets';
import { rehearse } from '../../src/simulate';
import { simpleTasting, simulatedBundle, type Wanted } from '../support/bundles';

/** "If they cannot tell, we take the easier way": a share of people who can is to be ruled out. */

const { decision } = simpleTasting();
const FORCED: Test[] = ['triangle', 'duo-trio', 'tetrad'];

function wanted(test: Test, tellers: number, more: Wanted = {}, mostTellers = MOST_TELLERS): Wanted {
  return {
    ...{ methods: 2, panelists: 96, pieces: 1, truth: [5, 17], ...more },
    world: { noise: 1, disagreement: 0, tellers, ...more.world },
    tasting: { test, decision: { ...decision, kind: 'similar', mostTellers }, ...more.tasting },
  };
}
/** Pieces cooked alike that are alike. */
function evenPieces(wish: Wanted): Tasting {
  const tasting = simpleTasting(wish);
  return { ...tasting, assumed: { ...tasting.assumed, pieceSpread: 0 } };
}
const read = (...given: Parameters<typeof wanted>) => findings(simulatedBundle(wanted(...given)));

describe.each(FORCED)('a %s that is to show similarity', (test) => {
  it('says of the pieces that fewer can tell, where nobody can', () => {
    const { verdict, sections } = read(test, 0);
    expect(verdict).toMatchObject({ kind: 'similar', about: 'pieces', leaders: [] });
    expect(verdict.sentence).toBe('Fewer than 30 % of people can tell these pieces of Method 0 and Method 1 apart.');
    expect(verdict.support).toMatch(/^\d+ right of 96 answers, where guessing gives \d+\. If 30 % could tell, so few/);
    expect(sectionOf({ sections }, 'next')?.text).toMatch(/^Take the easier one/);
  });

  it('shows nothing where as many can tell as are to be ruled out, and never says that they differ', () => {
    const { verdict, sections } = read(test, 0.3);
    expect(verdict.kind).toBe('no-answer');
    expect(verdict.sentence).toContain('Not shown to be similar: that 30 % of people can tell');
    expect(sectionOf({ sections }, 'next')?.text).toContain('different');
    expect(
      sectionOf({ sections }, 'limits')
        ?.map(({ text }) => text)
        .join(),
    ).toContain('Not shown to be similar');
  });

  it('says so where more can tell', () => {
    const { verdict } = read(test, 0.7);
    expect(verdict.kind).toBe('too-different');
    expect(verdict.sentence).toMatch(/^More than 30 % of people can tell these pieces/);
  });

  it('goes by the share that was stated', () => {
    expect(read(test, 0.12, {}, 0.5).verdict.sentence).toContain('Fewer than 50 %');
    // What is ruled out is not rounded: more than 12.7 % is not more than 13 %.
    expect(read(test, 0.9, {}, 0.127).verdict.sentence).toContain('More than 12.7 % of people');
    expect(read(test, 0.12, {}, 0.1).verdict.kind).toBe('no-answer');
  });

  it('speaks of the methods by groups of people who shared no piece, and then says so', () => {
    const found = read(test, 0, { panelists: 160, pieces: 8 });
    expect(found.verdict).toMatchObject({ kind: 'similar', about: 'methods' });
    expect(found.verdict.sentence).toBe('Fewer than 30 % of people can tell Method 0 and Method 1 apart.');
    expect(found.verdict.support).toContain('groups of people who shared no piece');
    const planned = plannedView(found)!.planned;
    expect(planned.of === 'telling' && planned.methodTest).toMatchObject({ test: 'piece-clusters', by: 't' });
    expect(findingsText(found)).toMatch(/is to be ruled out, p/);
  });

  it('carries the assumption that pieces cooked alike taste alike', () => {
    const found = read(test, 0, { pieces: 2, tasting: { takenAlike: 'one stirred pot' } });
    expect(found.verdict.about).toBe('methods');
    expect(found.verdict.sentence).toMatch(/apart, if pieces cooked alike taste alike, as was assumed\.$/);
  });

  it('is read by a rehearsal as by the findings', () => {
    for (const tellers of [0, 0.3, 0.7]) {
      const bundle = simulatedBundle(wanted(test, tellers));
      expect(plannedVerdict(bundle, bundle.key!).kind).toBe(findings(bundle).verdict.kind);
    }
  });
});

describe('a plan of similarity', () => {
  it('has an analysis of its own, on the plan sheet, in the report and on the command line', () => {
    const bundle = simulatedBundle(wanted('triangle', 0));
    expect(bundle.plan?.analysis).toBe('exact-binomial-of-similarity');
    const sheet = JSON.stringify(planSheet(bundle.tasting, bundle.plan!));
    expect(sheet).toContain('Are they similar enough: fewer than 30 % of people can tell them apart');
    expect(sheet).toContain('Ruling out that 30 % of people can tell, where nobody can');
    const found = findings(bundle);
    const report = JSON.stringify(reportSheet(found, bundle));
    for (const text of [report, findingsText(found)]) {
      expect(text).toContain(found.verdict.sentence);
      expect(text).toMatch(/Fewer than 30 % who can tell: p (below )?[0-9.]+ \(exact binomial, one-sided\)/);
      expect(text).toContain('for a difference');
    }
  });

  it('tests methods from three groups of people on', () => {
    const similar = { ...decision, kind: 'similar' as const };
    const base = { halves: false, lots: [], alpha: 0.05 };
    expect(leastPieces({ ...base, test: 'triangle', decision: similar })).toBe(6);
    expect(analysisOf(simpleTasting(wanted('triangle', 0, { pieces: 6 })))).toBe('piece-clusters-of-similarity');
    expect(analysisOf(simpleTasting(wanted('triangle', 0, { pieces: 5 })))).toBe('exact-binomial-of-similarity');
  });

  it('cannot go by a test that finds no difference, nor by one that asks for one word', () => {
    for (const test of [
      '2-afc',
      '3-afc',
      'paired-preference',
      'ranking',
      'liking',
      'a-not-a',
      'same-different',
    ] as const)
      expect(lockProblems(simpleTasting(wanted(test, 0))).map(({ field }) => field)).toContain('test');
    for (const test of [...FORCED, 'equivalence'] as const)
      expect(lockProblems(simpleTasting(wanted(test, 0)))).toEqual([]);
    const other = { test: 'equivalence' as const, decision: { ...decision, kind: 'good-enough' as const } };
    expect(lockProblems(simpleTasting({ tasting: other })).map(({ field }) => field)).toContain('test');
  });

  it('is proposed where two methods are to be similar, and liking within a margin for more', () => {
    const wish = (methods: number): Tasting =>
      simpleTasting({ methods, tasting: { decision: { ...decision, kind: 'similar' } } });
    expect(propose(wish(2)).test).toBe('triangle');
    expect(propose(wish(2)).alternatives.map(({ test }) => test)).toEqual(['tetrad', 'duo-trio', 'equivalence']);
    expect(propose(wish(2)).why.join(' ')).toContain('rule out that 30 % of people can tell');
    expect(propose(wish(4)).test).toBe('equivalence');
  });

  it('is powered by what it is to show, and the smallest share by what it can', () => {
    const tasting = simpleTasting(wanted('triangle', 0));
    // 46 people: R, the first n from which pbinom(critical, n, 1/3) stays at 0.8.
    expect(planPower(tasting, 45, 's', 100).power).toBeLessThan(0.8);
    expect(planPower(tasting, 46, 's', 100).power).toBeCloseTo(0.8392, 3);
    const least = smallestDifference(tasting, 46, { power: 0.8, seed: 's', panels: 100 })!;
    expect(least).toBeGreaterThan(0.25);
    expect(least).toBeLessThanOrEqual(0.3);
    const pieces = { ...tasting, piecesPerMethod: 8, assumed: { ...tasting.assumed, pieceSpread: 0 } };
    const even = planPower(pieces, 96, 's', 400).power;
    const uneven = planPower({ ...pieces, assumed: { ...pieces.assumed, pieceSpread: 1.5 } }, 96, 's', 400).power;
    expect(even).toBeGreaterThan(0.8);
    expect(uneven).toBeLessThan(even - 0.2);
  });

  it('is rehearsed with nobody who can tell, and with as many as are to be ruled out', () => {
    const { withDifference, withNothing, best } = rehearse(evenPieces(wanted('triangle', 0, { panelists: 60 })), {
      seed: 'r',
      panels: 300,
    });
    expect(best).toBeNull();
    // 60 people: exact power 0.932, exact level 0.046 (R, pbinom).
    expect(withDifference.right / withDifference.panels).toBeGreaterThan(0.87);
    expect(withDifference.wrong).toBe(0);
    expect(withNothing.wrong / withNothing.panels).toBeLessThan(0.1);
    expect(withNothing.verdicts.similar).toBe(withNothing.wrong);
  });
});

describe('liking within a margin', () => {
  const scores = (truth: number[], more: Wanted = {}): Wanted => ({
    ...{ methods: truth.length, panelists: 60, pieces: 1, truth, world: { noise: 0.6, disagreement: 0.4 } },
    ...more,
    tasting: { test: 'equivalence', decision: { ...decision, kind: 'similar', margin: 0.8 }, ...more.tasting },
  });
  const verdictOf = (wish: Wanted) => findings(simulatedBundle(wish)).verdict;

  it('is shown by an interval inside it on both sides', () => {
    expect(verdictOf(scores([6, 6.1]))).toMatchObject({ kind: 'similar', leaders: ['m1'], about: 'pieces' });
    expect(verdictOf(scores([6, 6.1])).sentence).toBe(
      'Of these pieces, those of Method 1 are liked like those of Method 0: to less than 0.8 points.',
    );
    // More liked by much is good enough, and not alike.
    expect(verdictOf(scores([5, 7]))).toMatchObject({ kind: 'too-different', leaders: [] });
    expect(verdictOf(scores([7, 5])).kind).toBe('too-different');
    expect(verdictOf(scores([6, 6.8])).kind).toBe('no-answer');
  });

  it('names those that are, and speaks of the methods by their pieces', () => {
    const verdict = verdictOf(scores([6, 6, 8], { pieces: 6, tasting: { piecesPerMethod: 6 } }));
    expect(verdict).toMatchObject({ kind: 'similar', about: 'methods', leaders: ['m1'] });
    expect(verdict.sentence).toBe('Method 1 is liked like Method 0: to less than 0.8 points.');
  });

  it('has power where they are alike, more with more people, and is rehearsed as planned', () => {
    const tasting = simpleTasting(scores([6, 6]));
    const power = (people: number) => planPower(tasting, people, 's', 2000).power;
    expect(power(12)).toBeLessThan(power(30));
    expect(power(60)).toBeGreaterThan(0.8);
    const oneSided = { ...tasting, test: 'non-inferiority' as const };
    expect(planPower(oneSided, 24, 's', 2000).power).toBeGreaterThan(power(24));
    const found = rehearse(evenPieces(scores([6, 6])), { seed: 'r', panels: 200 });
    expect(found.withDifference.right / 200).toBeGreaterThan(0.7);
    expect(found.withNothing.wrong / found.withNothing.panels).toBeLessThan(0.12);
  });
});
