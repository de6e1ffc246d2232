import { orderEffects, panelPerformance, panelistGroups } from '../../src/inference';
import { servingOrders } from '../../src/design';
import { randomStream } from '../../src/numeric';
import { tested } from '../support/results';

const samples = ['A', 'B', 'C', 'D'];

/** A panel served in Williams orders, with a bonus for the first position and for what follows sample A. */
function sittings(first: number, afterA: number, seed: string) {
  const random = randomStream(seed, 'test');
  return servingOrders(4, 48, random).map((order, at) => {
    const own = random.normal();
    const scores = order.map(
      (sample, place) =>
        5 +
        own +
        sample * 0.4 +
        (place === 0 ? first : 0) +
        (place > 0 && order[place - 1] === 0 ? afterA : 0) +
        random.normal() * 0.8,
    );
    return { panelist: `p${at}`, samples: order.map((sample) => samples[sample]), scores };
  });
}

describe('position and carry-over', () => {
  it('finds a first-position bonus and tells its size', () => {
    const { position, positionMeans } = orderEffects(sittings(1.5, 0, 'one'), 0.05);
    expect(tested(position).p).toBeLessThan(1e-6);
    const [first, ...others] = positionMeans.map(({ mean }) => mean as number);
    expect(first - others.reduce((sum, mean) => sum + mean / 3, 0)).toBeCloseTo(1.5, 0);
  });

  it('finds what comes after a sample that spoils the next one', () => {
    expect(tested(orderEffects(sittings(0, -1.5, 'two'), 0.05).carryOver).p).toBeLessThan(1e-6);
  });

  it('finds neither where there is none, more often than not', () => {
    const ps = Array.from({ length: 12 }, (_, at) => orderEffects(sittings(0, 0, `none${at}`), 0.05));
    expect(ps.filter(({ position }) => tested(position).p < 0.05).length).toBeLessThan(4);
    expect(ps.filter(({ carryOver }) => tested(carryOver).p < 0.05).length).toBeLessThan(4);
  });
});

describe('panelists', () => {
  const scores = [
    ...samples.flatMap((sample, at) =>
      [0, 1].map((again) => ({ panelist: 'sharp', sample, score: 2 + 2 * at + again * 0.5, position: at + 1 })),
    ),
    ...samples.flatMap((sample) => [0, 1].map(() => ({ panelist: 'flat', sample, score: 5, position: 1 }))),
    ...samples.flatMap((sample, at) =>
      [0, 1].map((again) => ({
        panelist: 'contrary',
        sample,
        score: 9 - 2 * at - again,
        position: 4 - at,
        seconds: 10 + at,
      })),
    ),
  ];
  const found = Object.fromEntries(panelPerformance(scores).map((one) => [one.panelist, one]));

  it('have their own F and repeatability, by hand: MS between 13.33, within 0.125', () => {
    expect(found.sharp.discrimination).toMatchObject({ F: expect.closeTo(40 / 3 / 0.125, 8), df1: 3, df2: 4 });
    expect(found.sharp.repeatabilitySd).toBeCloseTo(Math.sqrt(0.125), 10);
  });

  it('are compared with the others, and straight-lining is seen', () => {
    expect(found.flat).toMatchObject({ straightLining: true, discrimination: null, agreement: null });
    expect(found.sharp.agreement).toBeCloseTo(-1, 6);
    expect(found.contrary.agreement).toBeCloseTo(-1, 6);
    expect(found.contrary.medianSeconds).toBe(11.5);
    expect(found.sharp.scaleUse).toMatchObject({ low: 2, high: 8.5 });
  });
});

describe('groups of panelists', () => {
  const people = (random: ReturnType<typeof randomStream>, likes: number[][]) =>
    likes.map((row) => row.map((mean) => mean + random.normal()));

  it('are found where there are two, and are those that were made', () => {
    const random = randomStream('groups', 'test');
    const likes = Array.from({ length: 24 }, (_, at) => (at % 3 === 0 ? [3, 7, 5, 4] : [7, 3, 5, 6]));
    const result = tested(panelistGroups(people(random, likes), { seed: '1', alpha: 0.05 }));
    expect(result.groups.map((group) => group.length)).toEqual([16, 8]);
    expect(result.groups[1].every((at) => at % 3 === 0)).toBe(true);
  });

  it('are claimed at alpha where there is one group, whatever its mean profile and spread', () => {
    let claimed = 0;
    for (let trial = 0; trial < 100; trial++) {
      const random = randomStream(`one ${trial}`, 'test');
      const rows = people(random, new Array<number[]>(16).fill([7, 3, 5, 6]));
      if (tested(panelistGroups(rows, { seed: String(trial), alpha: 0.05, draws: 99 })).groups.length > 1) claimed++;
    }
    // 5 in 100 within three standard errors (6.5).
    expect(claimed).toBeLessThanOrEqual(11);
  });

  it('are not looked for in small panels', () => {
    expect(panelistGroups([[1, 2, 3]], { seed: '1', alpha: 0.05 })).toMatchObject({ test: null });
  });
});

describe('a cut in two', () => {
  it('leaves everyone on the side whose mean is nearer, however unequal the sides are', () => {
    for (let run = 0; run < 40; run++) {
      const random = randomStream(`cut ${run}`, 'rows');
      const few = 3 + (run % 4);
      const rows = Array.from({ length: 20 }, (_, who) =>
        [0, 1, 2, 3].map((sample) => (who < few ? 4 - sample : sample + 1) + 1.4 * random.normal()),
      );
      const { groups } = tested(panelistGroups(rows, { seed: '1', alpha: 1, draws: 19 }));
      expect(groups).toHaveLength(2);
      const ranks = rows.map((row) => row.map((value) => 1 + row.filter((other) => other < value).length));
      const means = groups.map((group) =>
        [0, 1, 2, 3].map((sample) => group.reduce((sum, who) => sum + ranks[who][sample], 0) / group.length),
      );
      const away = (who: number, side: number): number =>
        ranks[who].reduce((sum, rank, sample) => sum + (rank - means[side][sample]) ** 2, 0);
      groups.forEach((group, side) => {
        for (const who of group) expect(away(who, side)).toBeLessThanOrEqual(away(who, 1 - side) + 1e-9);
      });
    }
  });

  it('ends early where nothing is found, and says how many panels were drawn', () => {
    const random = randomStream('one taste', 'rows');
    const rows = Array.from({ length: 16 }, () => [0, 1, 2].map(() => random.normal()));
    const { probability } = tested(panelistGroups(rows, { seed: '1', alpha: 0.05, draws: 999 }));
    if (probability.p > 0.15) expect(probability.draws).toBeLessThan(999);
    expect(Math.round(probability.p * probability.draws)).toBe(100);
  });
});
