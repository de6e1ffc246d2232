import reference from '../reference/verdicts.json';
import {
  betaBinomial,
  callsUpper,
  chanceOfBest,
  holm,
  manyToOneUpperP,
  orderEffects,
  panelistGroups,
  rankSumPairs,
  shaffer,
  type Calls,
} from '../../src/inference';
import { randomStream } from '../../src/numeric';
import { decide } from '../../src/verdict';

/** What verdicts and explored sentences rest on, held against R 4.2 (reference/verdicts.R), and its level in simulation. */

const panels = (count: number, make: (random: ReturnType<typeof randomStream>, at: number) => boolean): number => {
  let found = 0;
  for (let at = 0; at < count; at++) if (make(randomStream(`panel ${at}`, 'verdicts'), at)) found++;
  return found / count;
};
const ranked = (values: readonly number[]): number[] =>
  values.map((value) => values.filter((other) => other > value).length + 1);

describe('order effects', () => {
  it('have panelists taken out, as lm has them', () => {
    const { position, carryOver } = orderEffects(reference.order.sittings, 0.05);
    expect(position).toMatchObject({ df1: 3, df2: reference.order.position.df2 });
    expect(position.test !== null && position.F).toBeCloseTo(reference.order.position.F, 8);
    expect(carryOver).toMatchObject({ df1: reference.order.carryOver.df1, df2: reference.order.carryOver.df2 });
    expect(carryOver.test !== null && carryOver.p).toBeCloseTo(reference.order.carryOver.p, 8);
  });

  it('of ranks are claimed at alpha where there are none', () => {
    const williams = [
      [0, 1, 3, 2],
      [1, 2, 0, 3],
      [2, 3, 1, 0],
      [3, 0, 2, 1],
    ];
    const claimed = panels(500, (random) => {
      const sittings = Array.from({ length: 24 }, (_, who) => {
        const order = williams[who % 4];
        const scores = ranked(order.map((sample) => 0.8 * sample + random.normal()));
        return { panelist: `p${who}`, samples: order.map((sample) => `s${sample}`), scores };
      });
      const { position } = orderEffects(sittings, 0.05);
      return position.test !== null && position.p <= 0.05;
    });
    // A model with random panelists claims 0.12 to 0.16; three standard errors are 0.03.
    expect(claimed).toBeLessThan(0.08);
  });
});

describe('calls within panelists', () => {
  const sum = (panel: readonly Calls[]): Calls =>
    panel.reduce((all, own) => ({
      hits: all.hits + own.hits,
      signals: all.signals + own.signals,
      falseAlarms: all.falseAlarms + own.falseAlarms,
      noises: all.noises + own.noises,
    }));

  it('have the exact p of strata', () => {
    const { perPanelist, p } = reference.calls;
    expect(callsUpper(sum(perPanelist), perPanelist)).toBeCloseTo(p, 8);
  });

  it('are Fisher’s where everyone answered once', () => {
    const once = [
      ...Array.from({ length: 10 }, (_, at) => ({ hits: at < 8 ? 1 : 0, signals: 1, falseAlarms: 0, noises: 0 })),
      ...Array.from({ length: 10 }, (_, at) => ({ hits: 0, signals: 0, falseAlarms: at < 3 ? 1 : 0, noises: 1 })),
    ];
    expect(callsUpper(sum(once), once)).toBeCloseTo(0.0348893, 6);
  });

  it('claim nothing of people who only differ in how ready they are to say yes', () => {
    const claimed = panels(600, (random) => {
      const panel = Array.from({ length: 24 }, (_, who) => {
        const ready = random.fraction();
        const own = { hits: 0, signals: 0, falseAlarms: 0, noises: 0 };
        for (let at = 0; at < 3; at++) {
          const isSignal = (who + at) % 2 === 0;
          own[isSignal ? 'signals' : 'noises']++;
          if (random.fraction() < ready) own[isSignal ? 'hits' : 'falseAlarms']++;
        }
        return own;
      });
      return callsUpper(sum(panel), panel) <= 0.05;
    });
    expect(claimed).toBeLessThan(0.07);
  });
});

describe('comparison with the best', () => {
  it.each(reference.best)('has the one-sided p of the multivariate t at $t', ({ t, comparisons, df, p }) => {
    const weights = new Array<number>(comparisons).fill(Math.SQRT1_2);
    expect(manyToOneUpperP(t, weights, df ?? Infinity)).toBeCloseTo(p, 5);
  });
});

describe('pairs', () => {
  it('go by the two samples at hand, whatever the others are', () => {
    const claimed = panels(800, (random) => {
      const rows = Array.from({ length: 24 }, () =>
        ranked([random.normal(), random.normal(), 3 + 0.2 * random.normal(), 3 + 0.2 * random.normal(), -3, -3.1]),
      );
      return rankSumPairs(rows)[0].probability.p <= 0.05;
    });
    expect(claimed).toBeLessThan(0.07);
  });

  it('are adjusted under the overall test: of four that are not all alike at most three pairs are', () => {
    expect(shaffer([0.01, 0.02, 0.2], 3)).toEqual([0.01, 0.02, 0.2]);
    const six = [0.001, 0.012, 0.014, 0.02, 0.3, 0.9];
    // By hand, Shaffer 1986: 3 p, 3 p, 3 p, 3 p, 2 p, p, never falling.
    [0.003, 0.036, 0.042, 0.06, 0.6, 0.9].forEach((p, at) => expect(shaffer(six, 4)[at]).toBeCloseTo(p, 12));
    shaffer(six, 4).forEach((p, at) => expect(p).toBeLessThanOrEqual(holm(six)[at] + 1e-12));
    expect(decide(new Array<number[]>(6).fill([1, 2, 3]), { alpha: 0.05, seed: '1' }).kind).toBe('winner');
  });

  it('of samples that are alike are claimed at alpha beside one that is far off', () => {
    const claimed = panels(400, (random) => {
      const rows = Array.from({ length: 24 }, () => ranked([3, 0, 0, 0].map((mean) => mean + 1.4 * random.normal())));
      const { pairs } = decide(rows, { alpha: 0.05, seed: '1', asymptotic: true });
      return pairs.some(({ a, adjustedP }) => a > 0 && adjustedP <= 0.05);
    });
    expect(claimed).toBeLessThan(0.08);
  });
});

describe('the share that truly tells, with several answers each', () => {
  it('has the profile interval of the beta-binomial, by Student’s t of the panelists', () => {
    const { panel, pd, low, high } = reference.betaBinomial;
    const found = betaBinomial(panel, 'triangle', 0.05);
    if (found.test === null) throw new Error(found.reason);
    expect(found.pd).toBeCloseTo(pd, 3);
    expect(found.pdInterval[0]).toBeCloseTo(low, 2);
    expect(found.pdInterval[1]).toBeCloseTo(high, 2);
  });

  it('lies in its interval as often as is said, where people differ', () => {
    const beta = (random: ReturnType<typeof randomStream>, a: number, b: number): number => {
      const [x, y] = [random.chiSquared(2 * a), random.chiSquared(2 * b)];
      return x / (x + y);
    };
    const covered = panels(150, (random) => {
      const panel = Array.from({ length: 24 }, () => {
        const right = 1 / 3 + (2 / 3) * beta(random, 0.3, 0.7);
        return { n: 3, correct: [0, 1, 2].filter(() => random.fraction() < right).length };
      });
      const found = betaBinomial(panel, 'triangle', 0.05);
      return found.test !== null && found.pdInterval[0] <= 0.3 && 0.3 <= found.pdInterval[1];
    });
    // Taking every answer for another person's covers 0.84.
    expect(covered).toBeGreaterThan(0.9);
  });
});

describe('chances of being best', () => {
  it.each(reference.chance)('are those of the stated prior, for two $difference apart', (one) => {
    const { difference, variance, mostSpread, chance } = one;
    const covariance = [
      [variance / 2, 0],
      [0, variance / 2],
    ];
    const known = { heights: [difference, 0], covariance, df: Infinity, mostSpread };
    const found = chanceOfBest(known, { seed: '1', draws: 40_000 });
    expect(Math.abs(found.chances[0] - chance)).toBeLessThan(5 * found.standardError);
  });

  it('are right as often as they say over tastings of which the prior holds', () => {
    const tastings = 1500;
    const mostSpread = 1.1;
    let [said, right, sure, surelyRight] = [0, 0, 0, 0];
    for (let at = 0; at < tastings; at++) {
      const random = randomStream(`tasting ${at}`, 'chances');
      const spread = mostSpread * random.fraction();
      const truth = [0, 1, 2, 3].map(() => spread * random.normal());
      const heights = truth.map((height) => height + 0.3 * random.normal());
      // The error is known from six degrees of freedom, as with four methods in three blocks.
      const variance = (0.09 * random.chiSquared(6)) / 6;
      const covariance = truth.map((_, a) => truth.map((_other, b) => (a === b ? variance : 0)));
      const { chances } = chanceOfBest({ heights, covariance, df: 6, mostSpread }, { seed: String(at), draws: 600 });
      const top = chances.indexOf(Math.max(...chances));
      const isRight = truth[top] === Math.max(...truth);
      said += chances[top];
      if (isRight) right++;
      if (chances[top] < 0.85) continue;
      sure += chances[top];
      if (isRight) surelyRight += 1;
    }
    expect(Math.abs(said - right) / tastings).toBeLessThan(0.035);
    expect(Math.abs(sure - surelyRight) / sure).toBeLessThan(0.04);
  });

  it('draw a leader in that was picked out of methods that hardly differ', () => {
    const covariance = [0, 1, 2, 3].map((a) => [0, 1, 2, 3].map((b) => (a === b ? 0.05 : 0)));
    const known = (lead: number) => ({ heights: [lead, 0, 0, 0], covariance, df: 6, mostSpread: 1.1 });
    const level = chanceOfBest(known(0), { seed: '1' });
    level.chances.forEach((chance) => expect(chance).toBeCloseTo(0.25, 1));
    const slight = chanceOfBest(known(0.3), { seed: '1' }).chances[0];
    expect(slight).toBeGreaterThan(0.35);
    expect(slight).toBeLessThan(0.7);
    expect(chanceOfBest(known(2), { seed: '1' }).chances[0]).toBeGreaterThan(0.95);
    expect(chanceOfBest(known(2), { seed: '1' }).chances.reduce((sum, chance) => sum + chance, 0)).toBeCloseTo(1, 9);
  });
});

describe('groups of panelists', () => {
  const panel = (
    random: ReturnType<typeof randomStream>,
    { spread = 0, apart = 0, ties = false }: { spread?: number; apart?: number; ties?: boolean } = {},
  ) => {
    const luck = [0, 1, 2].map(() => [0, 1, 2, 3].map(() => spread * random.normal()));
    return Array.from({ length: 24 }, (_, who) => {
      const side = who % 4 === 0 ? -1 : 1;
      const felt = luck[who % 3].map((piece, sample) => piece + side * apart * (sample - 1.5) + 1.2 * random.normal());
      return ties ? ranked(felt.map((value) => Math.round(value))) : ranked(felt);
    });
  };
  const isFound = (rows: number[][], seed: number, blocks?: string[]): boolean => {
    const found = panelistGroups(rows, { seed: String(seed), alpha: 0.05, draws: 99, blocks });
    return found.test !== null && found.groups.length > 1;
  };
  const byBlock = Array.from({ length: 24 }, (_, who) => String(who % 3));

  it('are not made by one taste, by ties, or by pieces that differ', () => {
    expect(panels(150, (random, at) => isFound(panel(random), at))).toBeLessThan(0.1);
    expect(panels(100, (random, at) => isFound(panel(random, { ties: true }), at))).toBeLessThan(0.13);
    expect(panels(100, (random, at) => isFound(panel(random, { spread: 1.5 }), at, byBlock))).toBeLessThan(0.08);
    // Without knowing the blocks, those who had the same pieces look like groups.
    expect(panels(60, (random, at) => isFound(panel(random, { spread: 1.5 }), at))).toBeGreaterThan(0.2);
  });

  it('are found where tastes are opposed, though people ate from blocks', () => {
    expect(panels(40, (random, at) => isFound(panel(random, { apart: 2 }), at, byBlock))).toBeGreaterThan(0.8);
  });
});
