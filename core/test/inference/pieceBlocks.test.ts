import { enumeratedP } from '../../src/inference/rankings/relabel';
import { blocksAgainst, fitMixed, friedman, pieceBlocks, termTest, type BlockRow } from '../../src/inference';
import { randomStream } from '../../src/numeric';
import reference from '../reference/friedman.json';

const options = { methods: 4, alpha: 0.05, seed: '1' };

/** One person's ranks of all methods of a block. */
const row = (panelist: string | number, block: number, values: number[], weight = 1): BlockRow => ({
  ...{ panelist, block, values, weight },
  samples: values.map((_, method) => method),
});
const rows = (...ranks: number[][]): BlockRow[] => ranks.map((one, block) => row(block, block, one));

/** Impressions of people and blocks that vary, ranked. */
function drawn({ methods = 4, blocks = 3, people = 8, spread = 1, seed = 'a', best = 0 }): BlockRow[] {
  const random = randomStream(seed, 'piece-blocks-test');
  return Array.from({ length: blocks }, (_, block) => {
    const luck = Array.from({ length: methods }, (_unused, at) => spread * random.normal() + (at === 0 ? best : 0));
    return Array.from({ length: people }, (_unused, who) => {
      const felt = luck.map((value) => value + random.normal());
      return row(
        `${block} ${who}`,
        block,
        felt.map((value) => 1 + felt.filter((other) => other > value).length),
      );
    });
  }).flat();
}

/** Mean of a method over blocks, or of everything. */
const meanAt = (y: readonly number[], method?: number): number => {
  const own = y.filter((_, at) => method === undefined || at % 4 === method);
  return own.reduce((sum, value) => sum + value, 0) / own.length;
};

/** F of columns and its degrees of freedom, by sums of squares of a two-way table. */
function fOfBlocks(y: readonly number[], methods: number, blocks: number): [number, number] {
  const grand = meanAt(y);
  const square = (values: number[]): number => values.reduce((sum, value) => sum + (value - grand) ** 2, 0);
  const rowMeans = Array.from({ length: blocks }, (_, at) => meanAt(y.slice(at * methods, (at + 1) * methods)));
  const columns = Array.from({ length: methods }, (_, at) => meanAt(y, at));
  const between = blocks * square(columns);
  const df2 = (methods - 1) * (blocks - 1);
  const error = square([...y]) - between - methods * square(rowMeans);
  return [between / (methods - 1) / (error / df2), df2];
}

describe('methods on blocks of pieces', () => {
  it('is Friedman’s exact test where every block was eaten by one person (R, by brute force)', () => {
    // Five methods, six blocks of one: re-assigning within blocks is then shuffling within people.
    const random = randomStream('six', 'piece-blocks-test');
    const people = Array.from({ length: 6 }, () => random.shuffled([1, 2, 3, 4, 5]));
    const test = pieceBlocks(rows(...people), { ...options, methods: 5 });
    const expected = friedman(people, options);
    if (test.test === null || expected.test === null) throw new Error('no test');
    expect(test.by).toBe('relabelling');
    const tolerance = test.probability.from === 'exact' ? 1e-9 : 4 * 0.002;
    expect(Math.abs(test.probability.p - expected.probability.p)).toBeLessThan(tolerance);
    const five = reference.twoPanelistsFiveMethods.rows;
    expect(pieceBlocks(rows(...five), { ...options, methods: 5 })).toMatchObject({ blocks: 2, by: 'F' });
  });

  it.each([
    ['mean', false],
    ['log odds of being placed behind another', true],
  ] as const)('is the F of a model with blocks random, on the %s of block and method', (_, ranked) => {
    const rankings = drawn({ blocks: 3, spread: 1.5 });
    const test = pieceBlocks(rankings, { ...options, ranked });
    if (test.test === null) throw new Error(test.reason);
    const cells = [0, 1, 2].flatMap((block) =>
      [0, 1, 2, 3].map((method) => {
        const own = rankings.filter((one) => one.block === block);
        const ranks = own.map(({ values }) => values[method]);
        const behind = ranks.reduce((sum, rank) => sum + (rank - 1) / 3, 0);
        const mean = ranks.reduce((sum, rank) => sum + rank, 0) / own.length;
        const odds = Math.log((behind + 0.5) / (own.length - behind + 0.5));
        return { block, method, y: ranked ? odds : mean };
      }),
    );
    const y = cells.map((one) => one.y);
    const [F, df2] = fOfBlocks(y, 4, 3);
    expect(test.df2).toBe(df2);
    expect(test.F).toBeCloseTo(F, 8);
    const fit = fitMixed(
      { y, factors: { block: cells.map((one) => `${one.block}`), method: cells.map((one) => `${one.method}`) } },
      { fixed: [['method']], random: [['block']] },
    );
    const term = fit.test === null ? fit : termTest(fit, 0);
    if (term.test === null) throw new Error(term.reason);
    // Ranks sum alike in every block: where blocks do not vary, the model's error is that of both together.
    if (!ranked) expect((test.F ?? 0) / term.F).toBeCloseTo(df2 / 8, 6);
    // Pairs are told in ranks, and judged on the scale of F.
    const ofMeans = pieceBlocks(rankings, options);
    if (ofMeans.test === null) throw new Error(ofMeans.reason);
    expect(test.pairs.map(({ difference, se }) => [difference, se])).toEqual(
      ofMeans.pairs.map(({ difference, se }) => [difference, se]),
    );
    const means = [0, 1].map((method) => y.filter((_value, at) => at % 4 === method).reduce((a, b) => a + b, 0) / 3);
    const between = 3 * [0, 1, 2, 3].reduce((sum, at) => sum + (meanAt(y, at) - meanAt(y)) ** 2, 0);
    const error = between / 3 / F;
    expect(test.pairs[0].t).toBeCloseTo(Math.abs(means[0] - means[1]) / Math.sqrt((2 * error) / 3), 8);
  });

  it('is no surer for blocks of unequal size that agree to the last rank', () => {
    const uneven = [5, 6].flatMap((size, block) =>
      Array.from({ length: size }, (_, who) => row(`${block} ${who}`, block, [1, 2, 3])),
    );
    const test = pieceBlocks(uneven, { ...options, methods: 3, ranked: true });
    if (test.test === null) throw new Error(test.reason);
    expect([test.F, test.probability.p, test.pairs[0].adjustedP]).toEqual([null, 1 / 6, 1 / 6]);
  });

  it('keeps its level where pieces differ by more than people do, and ranks crowd at first and last', () => {
    const shares = [false, true].map((ranked) => {
      let claims = 0;
      for (let at = 0; at < 3000; at++) {
        const people = drawn({ methods: 3, blocks: 2, people: 12, spread: Math.SQRT2, seed: `crowded ${at}` });
        const test = pieceBlocks(people, { ...options, methods: 3, ranked, asymptotic: true });
        if (test.test !== null && test.probability.p <= 0.05) claims++;
      }
      return claims / 3000;
    });
    // Means claim in 8 of 100; own simulation of 8,000 panels has 0.056 for log odds.
    expect(shares[1]).toBeLessThan(0.068);
    expect(shares[0]).toBeGreaterThan(shares[1] + 0.01);
  });

  it('says with one block that a method and its piece cannot be told apart', () => {
    const one = drawn({ blocks: 1, best: 5 });
    expect(pieceBlocks(one, options)).toMatchObject({ test: null, reason: expect.stringContaining('one piece') });
    expect(pieceBlocks([], options).test).toBeNull();
  });

  it('finds a method that stands apart, with few blocks by F and with more by re-assignment', () => {
    for (const [blocks, by] of [
      [3, 'F'],
      [5, 'relabelling'],
    ] as const) {
      const test = pieceBlocks(drawn({ blocks, spread: 0.3, best: 4 }), options);
      if (test.test === null) throw new Error(test.reason);
      expect(test.by).toBe(by);
      expect(test.probability.p).toBeLessThan(0.05);
      const apart = test.pairs.filter(({ adjustedP }) => adjustedP <= 0.05);
      expect(apart.map(({ a }) => a)).toEqual([0, 0, 0]);
      expect(apart.every(({ difference }) => difference < 0)).toBe(true);
      expect(apart.every(({ p, adjustedP }) => p <= adjustedP)).toBe(true);
      expect(blocksAgainst(test, 0).map(({ sample }) => sample)).toEqual([1, 2, 3]);
      expect(blocksAgainst(test, 0).every(({ difference, adjustedP }) => difference > 0 && adjustedP < 0.05)).toBe(
        true,
      );
    }
  });

  it('is no surer than all pieces falling alike where blocks agree to the last rank', () => {
    const alike = [0, 1].flatMap((block) =>
      Array.from({ length: 10 }, (_, who) => row(`${block} ${who}`, block, [1, 2])),
    );
    const test = pieceBlocks(alike, { ...options, methods: 2 });
    if (test.test === null) throw new Error(test.reason);
    // Two blocks of two: the second agrees with the first in one of two.
    expect([test.probability.p, test.pairs[0].adjustedP]).toEqual([0.5, 0.5]);
  });

  it('claims nothing of methods that were ranked alike', () => {
    const test = pieceBlocks(rows([1, 2, 3], [2, 3, 1], [3, 1, 2]), { ...options, methods: 3 });
    if (test.test === null) throw new Error(test.reason);
    expect([test.F, test.probability.p]).toEqual([0, 1]);
    expect(test.pairs.every(({ adjustedP }) => adjustedP === 1)).toBe(true);
  });

  it('counts everyone once, over however many rankings', () => {
    const rankings = drawn({ blocks: 3 });
    const twice = rankings.flatMap((one) => [one, one]).map((one) => ({ ...one, weight: 0.5 }));
    const [once, again] = [rankings, twice].map((one) => pieceBlocks(one, options));
    expect(again).toEqual(once);
  });

  it('keeps its level where people with tastes of their own eat from several blocks', () => {
    let claims = 0;
    const tries = 800;
    for (let at = 0; at < tries; at++) {
      const random = randomStream(`crossed ${at}`, 'piece-blocks-test');
      const normals = (): number[] => Array.from({ length: 4 }, () => random.normal());
      const pieces = [normals(), normals(), normals()];
      const crossed = Array.from({ length: 18 }, (_, panelist) => {
        const taste = normals();
        return [panelist % 3, (panelist + 1) % 3].map((block) => {
          const felt = taste.map((own, method) => own + 0.3 * pieces[block][method] + 0.5 * random.normal());
          const ranks = felt.map((value) => 1 + felt.filter((other) => other > value).length);
          return row(panelist, block, ranks, 0.5);
        });
      }).flat();
      const test = pieceBlocks(crossed, { ...options, asymptotic: true });
      if (test.test !== null && test.probability.p <= 0.05) claims++;
    }
    expect(claims / tries).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / tries));
  });

  it.each([
    [4, 3],
    [3, 2],
    [4, 5],
  ])('keeps its level for %i methods and %i blocks where pieces vary and methods do not', (methods, blocks) => {
    let claims = 0;
    const tries = 1200;
    for (let at = 0; at < tries; at++) {
      const test = pieceBlocks(drawn({ methods, blocks, spread: 0.5, seed: `null ${at}` }), {
        ...options,
        methods,
        asymptotic: true,
      });
      if (test.test !== null && test.probability.p <= 0.05) claims++;
    }
    expect(claims / tries).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / tries));
    expect(claims / tries).toBeGreaterThan(0.02);
  });
});

it('is the same p whether one block stands as it is or all are arranged anew', () => {
  const blocks = [
    [1, 2, 4],
    [2, 1, 3],
    [1.5, 1.5, 3],
  ].map((values) => ({ samples: [0, 1, 2], values }));
  const relabeling = {
    blocks,
    samples: 3,
    statistic: (sums: Float64Array) => sums.reduce((t, s) => t + s * s, 0),
    seed: '1',
  };
  const all = enumeratedP(relabeling)!;
  expect(enumeratedP(relabeling, true)).toBeCloseTo(all, 12);
  expect(all * 6 ** 3).toBeCloseTo(Math.round(all * 6 ** 3), 6);
});
