import { durbin, friedman, page, rankSumLimits, rankSumsAgainst, skillingsMack } from '../../src/inference';
import reference from '../reference/inference.json';
import { blocksOf, tested } from '../support/results';

const seed = { seed: '1' };

describe('page', () => {
  it('gives L = 158 for the cotton of Cochran & Cox as in Hollander & Wolfe, section 7.2 (from memory)', () => {
    // Breaking strength at five levels of potash in the order expected to be rising; the table gives p < 0.01 from L = 155.
    const strengths = [
      [2, 1, 4, 5, 3],
      [2, 1, 3, 5, 4],
      [1, 3, 2, 4, 5],
    ];
    const result = tested(page(strengths));
    expect(result.L).toBe(158);
    expect(result.probability).toEqual({ from: 'exact', p: expect.any(Number) });
    expect(result.probability.p).toBeLessThan(0.01);
  });

  it('enumerates ties as brute force in R does', () => {
    const { rows, L, p } = reference.page.small;
    expect(tested(page(rows))).toMatchObject({ L, probability: { from: 'exact', p: expect.closeTo(p, 10) } });
  });

  it("has the normal limit of R's coin::symmetry_test for an ordered alternative", () => {
    const { rows, L, z, p } = reference.page.big;
    const result = tested(page(rows));
    expect(result.L).toBe(L);
    expect(result.z).toBeCloseTo(z, 10);
    expect(result.limitingP / p).toBeCloseTo(1, 8);
    expect(result.probability.p / p).toBeGreaterThan(0.2);
    expect(result.probability.p / p).toBeLessThan(5);
  });
});

describe('durbin', () => {
  /** Conover, section 5.9: seven varieties of ice cream, seven people, three each (from memory; sums and T agree with print). */
  const iceCream = [
    { samples: [0, 1, 3], values: [2, 3, 1] },
    { samples: [1, 2, 4], values: [3, 1, 2] },
    { samples: [2, 3, 5], values: [2, 1, 3] },
    { samples: [3, 4, 6], values: [1, 2, 3] },
    { samples: [0, 4, 5], values: [3, 1, 2] },
    { samples: [1, 5, 6], values: [3, 1, 2] },
    { samples: [0, 2, 6], values: [3, 1, 2] },
  ];

  it("agrees with Conover's ice cream: T1 = 12 on 6 df, T2 = 8 with p = 0.0049", () => {
    const result = tested(durbin(iceCream, 7, seed));
    expect(result.rankSums).toEqual([8, 9, 4, 3, 5, 6, 7]);
    expect(result.statistic).toBeCloseTo(12, 10);
    expect(result.limitingP).toBeCloseTo(0.062, 3);
    expect(result.f).toMatchObject({ F: expect.closeTo(8, 10), df1: 6, df2: 8, p: expect.closeTo(0.0049, 4) });
    expect(result.design).toEqual({ perPanelist: 3, replication: 3, concurrence: 1 });
  });

  it('enumerates as brute force in R does', () => {
    const { rows, statistic, p } = reference.durbin;
    const result = tested(durbin(blocksOf(rows), 4, seed));
    expect(result.statistic).toBeCloseTo(statistic, 10);
    expect(result.probability).toEqual({ from: 'exact', p: expect.closeTo(p, 10) });
  });

  it("is Friedman's test where everyone tasted everything", () => {
    const rows = reference.rankPairs.rows;
    const complete = tested(friedman(rows, seed));
    expect(tested(durbin(blocksOf(rows), 5, seed)).statistic).toBeCloseTo(complete.statistic, 10);
  });

  it('says what is uneven about a design that it cannot take', () => {
    expect(durbin(iceCream.slice(1), 7, seed)).toMatchObject({ reason: expect.stringContaining('equally often') });
    const uneven = [...iceCream.slice(1), { samples: [0, 1], values: [1, 2] }];
    expect(durbin(uneven, 7, seed)).toMatchObject({ reason: expect.stringContaining('same number') });
  });
});

describe('skillings-mack', () => {
  it('gives 15.493 on 3 df for the assembly times (Skillings & Mack 1981, table 1; times from memory)', () => {
    const times = [
      [3.2, 4.1, 3.8, 4.2],
      [3.1, 3.9, 3.4, 4.0],
      [4.3, 3.5, 4.6, 4.8],
      [3.5, 3.6, 3.9, 4.0],
      [3.6, 4.2, 3.7, 3.9],
      [4.5, 4.7, 3.7, null],
      [null, 4.2, 3.4, null],
      [4.3, 4.6, 4.4, 4.9],
      [3.5, null, 3.7, 3.9],
    ];
    const result = tested(skillingsMack(blocksOf(times), 4, seed));
    expect(result.statistic).toBeCloseTo(15.493, 3);
    expect(result.df).toBe(3);
    expect(result.limitingP).toBeCloseTo(0.001438, 5);
    expect(result.probability.p).toBeLessThan(0.002);
  });

  it.each(['small', 'large'] as const)('has the statistic that a generalised inverse in R gives (%s)', (size) => {
    const { rows, statistic } = reference.skillingsMack[size];
    expect(tested(skillingsMack(blocksOf(rows), rows[0].length, seed)).statistic).toBeCloseTo(statistic, 8);
  });

  it('enumerates, and has the limit, as R does', () => {
    const { small, large } = reference.skillingsMack;
    const few = tested(skillingsMack(blocksOf(small.rows), 4, seed));
    expect(few.probability).toEqual({ from: 'exact', p: expect.closeTo(small.p, 10) });
    const many = tested(skillingsMack(blocksOf(large.rows), 6, seed));
    expect(many.limitingP / large.limitingP).toBeCloseTo(1, 8);
    expect(many.probability.from).toBe('monte-carlo');
  });

  it('explains samples that no panelist links, and sets aside who has one value', () => {
    const apart = blocksOf([
      [1, 2, null, null],
      [null, null, 1, 2],
    ]);
    expect(skillingsMack(apart, 4, seed)).toMatchObject({ test: null, reason: expect.stringContaining('2 groups') });
    const one = blocksOf([...reference.durbin.rows, [3, null, null, null]]);
    expect(tested(skillingsMack(one, 4, seed)).setAside).toBe(1);
  });
});

describe('pairs of rank sums in the limit', () => {
  const { rows, lsd, conover, least, nemenyi, against } = reference.rankPairs;

  it("agrees with R: least significant difference, Conover's t, Nemenyi's range (ptukey)", () => {
    const result = rankSumLimits(rows, 0.05);
    expect(result.leastSignificantDifference).toBeCloseTo(lsd, 10);
    result.pairs.forEach((pair, at) => {
      expect(pair.conover.p / conover[at]).toBeCloseTo(1, 8);
      expect(pair.leastDifference.p / least[at]).toBeCloseTo(1, 8);
      expect(pair.nemenyi.p).toBeCloseTo(nemenyi[at], 7);
    });
  });

  it("compares with the reference simultaneously as R's mvtnorm does", () => {
    rankSumsAgainst(rows, 0).forEach(({ adjustedP }, at) => expect(adjustedP).toBeCloseTo(against[at], 4));
  });

  it('has the least significant difference of ISO 8587 without ties: z sqrt(n k (k + 1) / 6)', () => {
    const strict = [
      [1, 2, 3, 4],
      [2, 1, 4, 3],
      [4, 3, 2, 1],
    ];
    expect(rankSumLimits(strict, 0.05).leastSignificantDifference).toBeCloseTo(
      1.959964 * Math.sqrt((3 * 4 * 5) / 6),
      5,
    );
  });
});
