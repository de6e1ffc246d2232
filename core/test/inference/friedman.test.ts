import fc from 'fast-check';
import { friedman, midRanks, rankSumPairs, type FriedmanResult } from '../../src/inference';
import { chiSquaredUpperTail } from '../../src/numeric';
import reference from '../reference/friedman.json';

const tested = (rows: number[][], draws?: number): FriedmanResult => {
  const result = friedman(rows, { seed: '1', draws });
  if (result.test === null) throw new Error(result.reason);
  return result;
};

describe('friedman', () => {
  it('agrees with the base-running times (Hollander & Wolfe 1973; R 4.2 friedman.test)', () => {
    const result = tested(reference.rounding.rows);
    expect(result.statistic).toBeCloseTo(11.143, 3);
    expect(result.statistic).toBeCloseTo(reference.rounding.statistic, 10);
    expect(result.df).toBe(2);
    expect(chiSquaredUpperTail(result.statistic, 2)).toBeCloseTo(0.003805, 6);
    expect(chiSquaredUpperTail(result.statistic, 2)).toBeCloseTo(reference.rounding.pLimit, 12);
  });

  it('gives two panelists and five methods p = 5/120 (common practice; by enumeration)', () => {
    const result = tested(reference.twoPanelistsFiveMethods.rows);
    expect(result.rankSums).toEqual([2, 4, 7, 7, 10]);
    expect(result.kendallW).toBeCloseTo(0.95, 12);
    expect(result.probability).toEqual({ from: 'exact', p: expect.closeTo(5 / 120, 12) });
  });

  it.each(['ties4', 'twoPanelistsFiveMethods', 'three'] as const)('enumerates %s as brute force in R does', (name) => {
    const { rows, exact, W, statistic } = reference[name];
    const result = tested(rows);
    expect(result.probability).toEqual({ from: 'exact', p: expect.closeTo(exact, 10) });
    expect(result.statistic).toBeCloseTo(statistic, 10);
    expect(result.kendallW).toBeCloseTo(W, 10);
  });

  it("gives Kendall's W with ties as in Siegel 1956, chapter 9 (three judges, ten objects; from memory): 0.828", () => {
    const judges = [
      [1, 4.5, 2, 4.5, 3, 7.5, 6, 9, 7.5, 10],
      [2.5, 1, 2.5, 4.5, 4.5, 8, 9, 6.5, 10, 6.5],
      [2, 1, 4.5, 4.5, 4.5, 4.5, 8, 8, 8, 10],
    ];
    expect(tested(judges).kendallW).toBeCloseTo(591 / 714, 12);
  });

  it("gives Kendall's W without ties as in Siegel 1956 (three executives, six applicants; from memory): 0.16", () => {
    const executives = [
      [1, 6, 3, 2, 5, 4],
      [1, 5, 6, 4, 2, 3],
      [6, 3, 2, 5, 4, 1],
    ];
    expect(tested(executives).kendallW).toBeCloseTo(0.16, 2);
  });

  it('comes close to the exact p when it has to relabel', () => {
    const eight = [
      [1, 2, 3, 4, 5, 6, 7, 8],
      [2, 1, 4, 3, 6, 5, 8, 7],
      [8, 2, 3, 4, 5, 6, 7, 1],
      [1, 3, 2, 4, 6, 5, 7, 8],
    ];
    const result = tested(eight, 20_000);
    expect(result.probability.from).toBe('monte-carlo');
    // Independent check: the same count with twice the draws and another seed.
    const again = friedman(eight, { seed: 'other', draws: 40_000 });
    if (again.test === null || result.probability.from !== 'monte-carlo') throw new Error('no test');
    expect(Math.abs(result.probability.p - again.probability.p)).toBeLessThan(4 * result.probability.standardError);
  });

  it('repeats its relabelings for the same seed and tells its progress', () => {
    const rows = Array.from({ length: 30 }, (_, at) => midRanks([at % 5, at % 3, at % 7, at % 4, at % 6, at % 2]));
    const heard: number[] = [];
    const once = friedman(rows, { seed: 'a', draws: 10_000, onProgress: (fraction) => heard.push(fraction) });
    expect(friedman(rows, { seed: 'a', draws: 10_000 })).toEqual(once);
    expect(heard.length).toBeGreaterThan(1);
  });

  it('says why there is no test for empty, single-sample and all-tied data', () => {
    expect(friedman([], { seed: '1' })).toMatchObject({ test: null });
    expect(friedman([[1], [1]], { seed: '1' })).toMatchObject({ test: null });
    expect(
      friedman(
        [
          [2, 2, 2],
          [2, 2, 2],
        ],
        { seed: '1' },
      ),
    ).toEqual({ test: null, reason: expect.stringContaining('tied all samples') });
  });

  it('does not care in which order panelists and samples are listed', () => {
    fc.assert(
      fc.property(panels(), fc.integer(), (rows, shift) => {
        const turned = [...rows].reverse().map((row) => row.map((_, at) => row[(at + Math.abs(shift)) % row.length]));
        const [one, other] = [friedman(rows, { seed: '1' }), friedman(turned, { seed: '1' })];
        if (one.test === null || other.test === null) return one.test === other.test;
        return (
          Math.abs(one.statistic - other.statistic) < 1e-9 && Math.abs(one.probability.p - other.probability.p) < 1e-9
        );
      }),
      { numRuns: 60 },
    );
  });

  it('rejects no more often than alpha when nothing differs, in every small panel', () => {
    // The exact p of every possible pair of rankings of three samples: P(p <= alpha) <= alpha.
    const orders = [
      [1, 2, 3],
      [1, 3, 2],
      [2, 1, 3],
      [2, 3, 1],
      [3, 1, 2],
      [3, 2, 1],
    ];
    const ps = orders.flatMap((a) => orders.flatMap((b) => orders.map((c) => tested([a, b, c]).probability.p)));
    for (const alpha of new Set(ps))
      expect(ps.filter((p) => p <= alpha + 1e-12).length / ps.length).toBeLessThanOrEqual(alpha + 1e-9);
  });
});

describe('rankSumPairs', () => {
  it.each(['ties4', 'twoPanelistsFiveMethods', 'three'] as const)(
    'has the exact p of brute force in R for %s',
    (name) => {
      const { rows, pairP, pairHolm } = reference[name];
      // Brute force in R uses the distribution of the first two samples; ties within a panelist are exchangeable.
      const pairs = rankSumPairs(rows);
      pairs.forEach((pair, at) => {
        expect(pair.probability.p).toBeCloseTo(pairP[at], 10);
        expect(pair.adjustedP).toBeCloseTo(pairHolm[at], 10);
      });
    },
  );

  it('nears the normal limit of ISO 8587 in a large panel', () => {
    const rows = Array.from({ length: 400 }, (_, at) => (at % 9 < 5 ? [1, 2, 3] : [3, 2, 1]));
    const [first] = rankSumPairs(rows);
    const wide = rankSumPairs(Array.from({ length: 4000 }, (_, at) => rows[at % 400]));
    expect(first.probability.from).toBe('exact');
    expect(wide[0].probability.from).toBe('limiting');
    expect(Math.abs(first.difference)).toBe(Math.abs(wide[0].difference / 10));
  });

  it('is right at the smallest panel: two samples and six people who agree, p = 2/64', () => {
    const [pair] = rankSumPairs(Array.from({ length: 6 }, () => [1, 2]));
    expect(pair.probability).toEqual({ from: 'exact', p: expect.closeTo(2 / 64, 12) });
  });
});

function panels(): fc.Arbitrary<number[][]> {
  const row = (k: number) => fc.array(fc.integer({ min: 1, max: 5 }), { minLength: k, maxLength: k }).map(midRanks);
  return fc.integer({ min: 2, max: 4 }).chain((k) => fc.array(row(k), { minLength: 1, maxLength: 5 }));
}
