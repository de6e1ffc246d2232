import { chiSquaredUpperTail, normalTwoSided, randomStream, studentT } from '../../src/numeric';

const RECORDED = [746, 124, 554, 683, 492, 383, 995, 538];

describe('randomStream', () => {
  it('gives the same draws for the same seed and purpose on every machine (recorded once)', () => {
    const stream = randomStream('reedbed', 'codes');
    expect(Array.from({ length: 8 }, () => stream.integer(0, 999))).toEqual(RECORDED);
  });

  it('keeps purposes apart, so that one more code never changes the orders', () => {
    const draws = (purpose: string) => {
      const stream = randomStream('reedbed', purpose);
      return Array.from({ length: 20 }, () => stream.integer(0, 9));
    };
    expect(draws('codes')).not.toEqual(draws('orders'));
  });

  it('shuffles without preference: every order of three about equally often (chi-squared, p above 0.001)', () => {
    const stream = randomStream('fair', 'shuffle');
    const counts = new Map<string, number>();
    const tries = 12_000;
    for (let at = 0; at < tries; at++) {
      const order = stream.shuffled(['a', 'b', 'c']).join('');
      counts.set(order, (counts.get(order) ?? 0) + 1);
    }
    expect(counts.size).toBe(6);
    const expected = tries / 6;
    const statistic = [...counts.values()].reduce((sum, count) => sum + (count - expected) ** 2 / expected, 0);
    expect(chiSquaredUpperTail(statistic, 5)).toBeGreaterThan(0.001);
  });

  it('leaves what it shuffles alone', () => {
    const items = [1, 2, 3];
    randomStream('a', 'b').shuffled(items);
    expect(items).toEqual([1, 2, 3]);
  });

  it('draws normals with mean 0 and variance 1', () => {
    const stream = randomStream('normal', 'draws');
    const draws = Array.from({ length: 20_000 }, () => stream.normal());
    const mean = draws.reduce((sum, draw) => sum + draw, 0) / draws.length;
    const variance = draws.reduce((sum, draw) => sum + draw * draw, 0) / draws.length - mean * mean;
    // Four standard errors: 4 / sqrt(20000) = 0.028 and 4 sqrt(2 / 20000) = 0.04.
    expect(Math.abs(mean)).toBeLessThan(0.028);
    expect(Math.abs(variance - 1)).toBeLessThan(0.04);
  });

  it('stays within its bounds', () => {
    const stream = randomStream('bounds', 'draws');
    for (let at = 0; at < 2000; at++) {
      const whole = stream.integer(-3, 4);
      expect(Number.isInteger(whole) && whole >= -3 && whole <= 4).toBe(true);
      const part = stream.fraction();
      expect(part >= 0 && part < 1).toBe(true);
    }
  });
});

/** Reference values: R 4.2, pchisq(x, df, lower.tail = FALSE), 2 * pnorm(-z), qt(p, df). */
describe('distributions', () => {
  it.each([
    [11.142857142857142, 2, 0.003805040775511363],
    [40.85, 3, 7.036185724e-9],
    [0.5, 7, 0.9994464814],
    [300, 4, 1.083439492e-63],
    [0, 3, 1],
  ])('P(chi-squared >= %p on %p df) = %p', (x, df, p) => {
    expect(chiSquaredUpperTail(x, df) / p).toBeCloseTo(1, 8);
  });

  it.each([
    [1.959963984540054, 0.05],
    [-3, 0.002699796063260189],
    [10, 1.523970604832105e-23],
  ])('P(|Z| >= |%p|) = %p', (z, p) => expect(normalTwoSided(z) / p).toBeCloseTo(1, 10));

  it.each([
    [0.975, 5, 2.570581835636315],
    [0.995, 23, 2.807335683769999],
  ])('the %p quantile of t on %p df is %p', (p, df, t) => expect(studentT(p, df)).toBeCloseTo(t, 9));
});
