import fc from 'fast-check';
import { holm, letters, meanInterval, midRanks } from '../../src/inference';

describe('letters', () => {
  it('marks a non-transitive pattern', () => {
    expect(letters(3, [[0, 2]])).toEqual(['a', 'ab', 'b']);
  });

  it('gives one letter when nothing differs, and one each when everything does', () => {
    expect(letters(3, [])).toEqual(['a', 'a', 'a']);
    expect(
      letters(3, [
        [0, 1],
        [0, 2],
        [1, 2],
      ]),
    ).toEqual(['a', 'b', 'c']);
  });

  it('lets two samples share a letter if, and only if, they do not differ', () => {
    const patterns = fc.integer({ min: 2, max: 7 }).chain((k) => {
      const all = Array.from({ length: k }, (_, a) =>
        Array.from({ length: k - a - 1 }, (_, b) => [a, a + b + 1] as [number, number]),
      ).flat();
      return fc.tuple(fc.constant(k), fc.subarray(all), fc.constant(all));
    });
    fc.assert(
      fc.property(patterns, ([k, different, all]) => {
        const marks = letters(k, different);
        return all.every(([a, b]) => {
          const share = [...marks[a]].some((letter) => marks[b].includes(letter));
          return share === !different.some(([x, y]) => x === a && y === b);
        });
      }),
    );
  });
});

describe('holm', () => {
  it('agrees with R p.adjust(c(0.01, 0.04, 0.03, 0.005), "holm")', () => {
    expect(holm([0.01, 0.04, 0.03, 0.005])).toEqual([0.03, 0.06, 0.06, 0.02].map((p) => expect.closeTo(p, 12)));
  });
});

describe('midRanks', () => {
  it('shares the places of equal values', () => {
    expect(midRanks([8, 5, 8])).toEqual([2.5, 1, 2.5]);
  });

  it('is the same for any rising transform', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50, max: 50 })), (values) => {
        expect(midRanks(values.map((value) => value ** 3 + 2 * value))).toEqual(midRanks(values));
      }),
    );
  });
});

describe('meanInterval', () => {
  it('gives no interval for one value, nor for values that are all the same', () => {
    expect(meanInterval([4], 0.05, [1, 9])).toEqual({ n: 1, mean: 4, interval: null });
    expect(meanInterval([4, 4, 4], 0.05, [1, 9])).toEqual({ n: 3, mean: 4, interval: null });
  });

  it("agrees with R t.test on Student's sleep data, drug 1: mean 0.75, interval -0.5297 to 2.0297", () => {
    const extra = [0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0, 2];
    const { mean, interval } = meanInterval(extra, 0.05, [-10, 10]);
    expect(mean).toBeCloseTo(0.75, 12);
    expect(interval?.[0]).toBeCloseTo(-0.5297804, 6);
    expect(interval?.[1]).toBeCloseTo(2.0297804, 6);
  });
});
