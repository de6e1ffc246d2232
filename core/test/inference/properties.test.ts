import fc from 'fast-check';
import * as inference from '../../src/inference';
import { tested } from '../support/results';

const seed = { seed: '1', draws: 200 };

/** A small panel's scores: few values, so that ties are common. */
const scores = (samples: number, most = 6) =>
  fc.array(fc.array(fc.integer({ min: 1, max: most }), { minLength: samples, maxLength: samples }), {
    minLength: 2,
    maxLength: 5,
  });

const order = (samples: number) =>
  fc.shuffledSubarray(
    Array.from({ length: samples }, (_, at) => at),
    { minLength: samples },
  );

const ranks = (rows: number[][]): number[][] => rows.map(inference.midRanks);

/** Statistic and large-panel p of a rank test, or nothing where there is none. */
function rankTests(rows: number[][]): (number | null)[] {
  const blocks = rows.map((values) => ({ samples: values.map((_, at) => at), values }));
  return [
    inference.friedman(ranks(rows), seed),
    inference.durbin(blocks, rows[0].length, seed),
    inference.skillingsMack(blocks, rows[0].length, seed),
  ].map((result) => (result.test === null ? null : result.statistic));
}

const expectSame = (one: readonly (number | null)[], other: readonly (number | null)[]): void =>
  one.forEach((value, at) => (value === null ? expect(other[at]).toBeNull() : expect(other[at]).toBeCloseTo(value, 8)));

describe('rank tests', () => {
  it('do not mind what samples and panelists are called', () => {
    fc.assert(
      fc.property(scores(3), order(3), (rows, places) => {
        const turned = [...rows].reverse().map((row) => places.map((place) => row[place]));
        expectSame(rankTests(rows), rankTests(turned));
        const [one, other] = [inference.friedman(ranks(rows), seed), inference.friedman(ranks(turned), seed)];
        if (one.test !== null && other.test !== null) expect(other.probability.p).toBeCloseTo(one.probability.p, 9);
      }),
      { numRuns: 80 },
    );
  });

  it('see only the order of the scores: any rising change of scale gives the same ranks', () => {
    fc.assert(
      fc.property(scores(3), (rows) => {
        const bent = rows.map((row, who) => row.map((value) => Math.exp(value) * (who + 1) - 3));
        expect(ranks(bent)).toEqual(ranks(rows));
        expectSame(rankTests(rows), rankTests(bent));
      }),
    );
  });

  it('are one test on complete answers without ties: Durbin, Skillings-Mack and Friedman agree', () => {
    fc.assert(
      fc.property(fc.array(order(4), { minLength: 2, maxLength: 4 }), (rows) => {
        const [friedman, durbin, skillingsMack] = rankTests(rows);
        expect(durbin).toBeCloseTo(friedman as number, 8);
        expect(skillingsMack).toBeCloseTo(friedman as number, 8);
      }),
      { numRuns: 25 },
    );
  });

  it("Page's L turns about its mean when the order is turned", () => {
    fc.assert(
      fc.property(scores(3), (rows) => {
        const [one, other] = [
          inference.page(ranks(rows)),
          inference.page(ranks(rows.map((row) => [...row].reverse()))),
        ];
        if (one.test === null || other.test === null) return;
        expect(one.L + other.L).toBeCloseTo(4 * rows.length * 6, 9);
        expect(one.z).toBeCloseTo(-other.z, 9);
      }),
    );
  });
});

describe('strength models', () => {
  it('move with the samples, not with their numbers, and only by likelihood', () => {
    fc.assert(
      fc.property(scores(4), order(4), (rows, places) => {
        const rankingsOf = (data: number[][]) =>
          data.map((row) =>
            [...new Set(row)].sort((a, b) => a - b).map((value) => row.flatMap((x, at) => (x === value ? [at] : []))),
          );
        const turned = rows.map((row) => places.map((place) => row[place]));
        const [one, other] = [
          inference.plackettLuce(rankingsOf(rows), 4),
          inference.plackettLuce(rankingsOf(turned), 4),
        ];
        expect(one.test).toBe(other.test);
        if (one.test === null || other.test === null) return;
        places.forEach((place, at) => expect(other.logWorth[at]).toBeCloseTo(one.logWorth[place], 5));
        expect(other.logLik).toBeCloseTo(one.logLik, 7);
        expect(one.logWorth.reduce((sum, worth) => sum + worth, 0)).toBeCloseTo(0, 9);
      }),
      { numRuns: 60 },
    );
  });

  it('are surer when every comparison was made twice', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 20 }), (winA, winB) => {
        const se = (times: number): number =>
          tested(inference.bradleyTerry([{ a: 0, b: 1, winA: winA * times, winB: winB * times, ties: 0 }], 2)).se[0];
        expect(se(2)).toBeCloseTo(se(1) / Math.SQRT2, 8);
      }),
    );
  });
});

describe('shares and distances', () => {
  const protocol = fc.constantFrom(...inference.PROTOCOLS);

  it('intervals hold the estimate, and narrow when the same share comes from twice as many', () => {
    fc.assert(
      fc.property(protocol, fc.integer({ min: 4, max: 40 }), fc.nat(40), (name, n, raw) => {
        const correct = raw % (n + 1);
        const of = (times: number) =>
          tested(inference.forcedChoice({ protocol: name, n: n * times, correct: correct * times, alpha: 0.05 }));
        const [one, two] = [of(1), of(2)];
        expect(one.shareCorrectInterval[0]).toBeLessThanOrEqual(one.shareCorrect);
        expect(one.shareCorrectInterval[1]).toBeGreaterThanOrEqual(one.shareCorrect);
        const width = ({ shareCorrectInterval: [low, high] }: typeof one): number => high - low;
        expect(width(two)).toBeLessThan(width(one));
        if (one.dPrime !== null) expect(one.dPrimeInterval[0]).toBeLessThanOrEqual(one.dPrime + 1e-9);
      }),
      { numRuns: 60 },
    );
  });

  it('more right answers never speak less for a difference', () => {
    fc.assert(
      fc.property(protocol, fc.integer({ min: 2, max: 60 }), fc.nat(60), (name, n, raw) => {
        const correct = raw % n;
        const p = (right: number): number =>
          tested(inference.forcedChoice({ protocol: name, n, correct: right, alpha: 0.05 })).p;
        expect(p(correct + 1)).toBeLessThanOrEqual(p(correct));
      }),
      { numRuns: 60 },
    );
  });

  it('exact intervals hold the truth at least as often as they say', () => {
    for (const share of [0.05, 0.3, 0.5]) {
      let covered = 0;
      for (let correct = 0; correct <= 20; correct++) {
        const [low, high] = inference.clopperPearson(correct, 20, 0.1);
        const ways = 20;
        if (low <= share && share <= high)
          covered += choose(ways, correct) * share ** correct * (1 - share) ** (ways - correct);
      }
      expect(covered).toBeGreaterThanOrEqual(0.9);
    }
  });
});

function choose(n: number, k: number): number {
  let ways = 1;
  for (let at = 0; at < k; at++) ways = (ways * (n - at)) / (at + 1);
  return ways;
}
