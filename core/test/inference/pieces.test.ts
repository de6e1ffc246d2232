import {
  clustersOf,
  pieceBlocks,
  pieceClusters,
  pieceLikeness,
  skillingsMack,
  type BlockRow,
} from '../../src/inference';
import { randomStream } from '../../src/numeric';

/** Tests whose unit is the piece, beyond complete rankings: incomplete rows, scores, likeness, groups of people. */

const options = { methods: 4, alpha: 0.05, seed: '1', asymptotic: true };

interface World {
  methods?: number;
  each?: number;
  blocks?: number;
  people?: number;
  spread?: number;
  best?: number;
  seed: string;
  height?: number;
}

/** Scores of people who each had some of the methods of one block. */
function scored({
  methods = 4,
  each = methods,
  blocks = 3,
  people = 8,
  spread = 0.5,
  best = 0,
  seed,
  height = 0,
}: World): BlockRow[] {
  const random = randomStream(seed, 'pieces-test');
  return Array.from({ length: blocks }, (_, block) => {
    const luck = Array.from({ length: methods }, (_unused, at) => spread * random.normal() + (at === 0 ? best : 0));
    return Array.from({ length: people }, (_unused, who): BlockRow => {
      const samples = random.shuffled(luck.map((_one, at) => at)).slice(0, each);
      const own = height * random.normal();
      const values = samples.map((at) => own + luck[at] + random.normal());
      return { panelist: `${block} ${who}`, block, samples, values, weight: 1 };
    });
  }).flat();
}

const claims = (tries: number, rows: (at: number) => BlockRow[], methods = 4): number => {
  let count = 0;
  for (let at = 0; at < tries; at++) {
    const test = pieceBlocks(rows(at), { ...options, methods });
    if (test.test !== null && test.probability.p <= 0.05) count++;
  }
  return count / tries;
};

describe('methods on blocks of pieces, where people had some of them', () => {
  it('takes who was tasted beside whom into account', () => {
    // Two people of different heights: without them the methods are 1 apart each, by least squares.
    const rows: BlockRow[] = [0, 1].flatMap((block) => [
      { panelist: `${block} a`, block, samples: [0, 1], values: [1, 2], weight: 1 },
      { panelist: `${block} b`, block, samples: [1, 2], values: [7, 8], weight: 1 },
      { panelist: `${block} c`, block, samples: [0, 2], values: [3, 5], weight: 1 },
      { panelist: `${block} d`, block, samples: [2, 0], values: [0, -2], weight: 1 },
    ]);
    const test = pieceBlocks(rows, { ...options, methods: 3 });
    if (test.test === null) throw new Error(test.reason);
    expect(test.means[1] - test.means[0]).toBeCloseTo(1, 10);
    expect(test.means[2] - test.means[1]).toBeCloseTo(1, 10);
  });

  it('orders methods as Skillings and Mack do, where there are people enough', () => {
    const rows = scored({ each: 3, people: 60, best: 1.5, spread: 0.2, seed: 'order' });
    const test = pieceBlocks(rows, options);
    const overall = skillingsMack(rows, 4, { seed: '1', asymptotic: true });
    if (test.test === null || overall.test === null) throw new Error('no test');
    expect(test.means.indexOf(Math.max(...test.means))).toBe(0);
    expect(overall.adjustedSums.indexOf(Math.max(...overall.adjustedSums))).toBe(0);
  });

  it('joins blocks in which too few people compared the methods, and says when nothing is left to compare', () => {
    const rows = scored({ seed: 'joined', each: 2, blocks: 6, people: 3 });
    const test = pieceBlocks(rows, options);
    if (test.test === null) throw new Error(test.reason);
    expect(test.blocks).toBeLessThan(6);
    expect(test.joined).toBeGreaterThan(0);
    expect(test.df2).toBe(3 * (test.blocks - 1));
    // A chain links all methods, and is too thin to rank them by.
    const chain = [0, 1].flatMap((block) =>
      [0, 1, 2].map((at): BlockRow => ({
        ...{ panelist: `${block} ${at}`, block, weight: 1 },
        ...{ samples: [at, at + 1], values: [at, at + 1] },
      })),
    );
    expect(pieceBlocks(chain, options).test).toBeNull();
    const apart: BlockRow[] = [0, 1].map((pair) => ({
      ...{ panelist: `z${pair}`, block: pair, weight: 1 },
      ...{ samples: [2 * pair, 2 * pair + 1], values: [1, 2] },
    }));
    expect(pieceBlocks(apart, options)).toMatchObject({
      test: null,
      reason: expect.stringContaining('Too few people'),
    });
  });

  it.each([
    { name: 'scores', each: 4, blocks: 3 },
    { name: 'three of four', each: 3, blocks: 3 },
    { name: 'two of four in five blocks', each: 2, blocks: 5 },
    { name: 'one of several that are joined', each: 2, blocks: 9 },
  ])('keeps its level: $name', ({ each, blocks }) => {
    const share = claims(1000, (at) =>
      scored({ each, blocks, spread: 1, height: 2, people: 12, seed: `${each} ${at}` }),
    );
    expect(share).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / 1000));
    expect(share).toBeGreaterThan(0.02);
  });

  it('does not change with the height of the scores, nor with their direction', () => {
    const rows = scored({ seed: 'height', best: 2 });
    const high = rows.map((row) => ({ ...row, values: row.values.map((value) => 1000 - value) }));
    const [one, other] = [pieceBlocks(rows, options), pieceBlocks(high, options)];
    if (one.test === null || other.test === null) throw new Error('no test');
    expect(other.probability.p).toBeCloseTo(one.probability.p, 8);
    expect(other.pairs[0].difference).toBeCloseTo(-one.pairs[0].difference, 8);
  });

  it('answers the one question of two methods once, by all swaps as soon as these can reach the level', () => {
    const six = pieceBlocks(scored({ methods: 2, blocks: 6, best: 5, seed: 'six' }), { ...options, methods: 2 });
    const five = pieceBlocks(scored({ methods: 2, blocks: 5, best: 5, seed: 'five' }), { ...options, methods: 2 });
    if (six.test === null || five.test === null) throw new Error('no test');
    expect([six.by, five.by]).toEqual(['relabelling', 'F']);
    expect(six.probability).toEqual({ p: 1 / 32, from: 'exact' });
    expect(six.pairs[0].adjustedP).toBe(six.probability.p);
  });
});

describe('whether pieces are alike', () => {
  it('is claimed to be otherwise as often as the level says where they are, and mostly where they differ', () => {
    const differ = (spread: number, tries: number): number => {
      let found = 0;
      for (let at = 0; at < tries; at++) {
        const test = pieceLikeness(scored({ spread, height: 2, people: 12, seed: `alike ${spread} ${at}` }), 4);
        if (test.test !== null && test.p <= 0.05) found++;
      }
      return found / tries;
    };
    expect(Math.abs(differ(0, 800) - 0.05)).toBeLessThan(3 * Math.sqrt((0.05 * 0.95) / 800));
    expect(differ(1, 100)).toBeGreaterThan(0.9);
  });

  it('cannot be told with one piece, or where everyone says the same', () => {
    expect(pieceLikeness(scored({ blocks: 1, seed: 'one' }), 4).test).toBeNull();
    const same = scored({ seed: 'same' }).map((row) => ({ ...row, values: row.samples.map((at) => at) }));
    expect(pieceLikeness(same, 4).test).toBeNull();
  });
});

describe('groups of people who share no piece', () => {
  const rules = { sides: 1 as const, swaps: false, byLuck: 1 / 3 };

  it('are found by the blocks and people that answers have in common', () => {
    const answers = [
      { panelist: 'a', blocks: [0, 1] },
      { panelist: 'b', blocks: [2, 3] },
      { panelist: 'c', blocks: [0] },
      { panelist: 'b', blocks: [4] },
      { panelist: 'd', blocks: [4, 5] },
    ];
    expect(clustersOf(answers)).toEqual([0, 1, 0, 1, 1]);
  });

  it('are held against guessing by Student’s t (R: t.test)', () => {
    // R 4.2: t.test(c(0.3, 0.5, 0.4), alternative = "greater")$p.value = 0.01023
    const test = pieceClusters([0.3, 0.5, 0.4], rules);
    expect(test).toMatchObject({ by: 't', df: 2, clusters: 3 });
    if (test.test === null) throw new Error(test.reason);
    expect(test.t).toBeCloseTo(6.9282, 4);
    // No surer than three odd pieces in three clusters.
    expect(test.p).toBeCloseTo(1 / 27, 10);
    const larger = pieceClusters([0.3, 0.5, -0.1], rules);
    // R 4.2: t.test(c(0.3, 0.5, -0.1), alternative = "greater"): t = 1.3229, p = 0.1585 (from memory of the t distribution).
    expect(larger).toMatchObject({ t: expect.closeTo(1.3229, 4), p: expect.closeTo(0.1585, 3) });
  });

  it('are swapped in all ways where that turns the sign', () => {
    const five = pieceClusters([0.3, 0.5, 0.4, 0.1, 0.2], { ...rules, swaps: true });
    expect(five).toMatchObject({ by: 'swaps', p: 1 / 32 });
    expect(pieceClusters([0.3, 0.5], { ...rules, swaps: true, sides: 2 })).toMatchObject({ by: 'swaps', p: 1 / 2 });
    const many = Array.from({ length: 20 }, (_, at) => at - 8);
    expect(pieceClusters(many, { ...rules, swaps: true })).toMatchObject({ by: 't', df: 19 });
    const six = pieceClusters([0.3, 0.5, 0.4, 0.1, 0.2, -0.1], { ...rules, swaps: true, sides: 2 });
    // Of 64 signs, those that sum to 1.4 or more: all plus with the last either way, and their mirror images, and 0.1 turned too.
    expect(six).toMatchObject({ by: 'swaps', p: 6 / 64 });
  });

  it('are no surer than each having come out so by luck where they agree', () => {
    const agreeing = pieceClusters([0.5, 0.5, 0.5], rules);
    expect(agreeing).toMatchObject({ t: null, p: expect.closeTo(1 / 27, 12) });
    expect(pieceClusters([-0.2, -0.2], rules)).toMatchObject({ p: 1 });
    expect(pieceClusters([0, 0], rules)).toMatchObject({ t: 0, p: 0.5 });
    expect(pieceClusters([0.5], rules).test).toBeNull();
    expect(pieceClusters([], rules).test).toBeNull();
  });
});
