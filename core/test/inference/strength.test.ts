import { bradleyTerry, chanceOfBeating, chanceOfBest, plackettLuce, type Ranking } from '../../src/inference';
import reference from '../reference/inference.json';
import { tested } from '../support/results';

const asRanking = (samples: readonly (number | number[])[]) =>
  samples.map((group) => (Array.isArray(group) ? group : [group]));

const expectAll = (actual: readonly number[], wanted: readonly number[], digits: number): void =>
  actual.forEach((value, at) => expect(value).toBeCloseTo(wanted[at], digits));

describe('plackett-luce', () => {
  it("is R's rank-ordered logit (survival::coxph, strata) for partial rankings", () => {
    const { rankings, logWorth, se, logLik } = reference.plackettLuce;
    const result = tested(plackettLuce(rankings.map(asRanking), 5));
    expectAll(result.logWorth, logWorth, 7);
    expectAll(result.se, se, 7);
    expect(result.logLik).toBeCloseTo(logLik, 8);
    expect(result.penalised).toBe(false);
  });

  it('sums over the orders of tied samples, as a direct search in R does', () => {
    const { rankings, logWorth, logLik } = reference.plackettLuceTies;
    const result = tested(plackettLuce(rankings.map(asRanking), 4));
    expectAll(result.logWorth, logWorth, 4);
    expect(result.logLik).toBeCloseTo(logLik, 7);
  });

  it('is Bradley-Terry on rankings of two', () => {
    const pairs = [
      ...Array<number[]>(7).fill([0, 1]),
      ...Array<number[]>(3).fill([1, 0]),
      [1, 2],
      [1, 2],
      [2, 1],
      [0, 2],
      [2, 0],
    ];
    const ranked = tested(plackettLuce(pairs.map(asRanking), 3));
    const counted = tested(
      bradleyTerry(
        [
          { a: 0, b: 1, winA: 7, winB: 3, ties: 0 },
          { a: 1, b: 2, winA: 2, winB: 1, ties: 0 },
          { a: 0, b: 2, winA: 1, winB: 1, ties: 0 },
        ],
        3,
      ),
    );
    expectAll(ranked.logWorth, counted.logWorth, 9);
    expectAll(ranked.se, counted.se, 9);
    expect(ranked.logLik).toBeCloseTo(counted.logLik, 9);
  });

  it('explains samples that never met, and holds an all-winner finite by the stated penalty', () => {
    expect(plackettLuce([asRanking([0, 1]), asRanking([2, 3])], 4)).toMatchObject({
      test: null,
      reason: expect.stringContaining('2 groups'),
    });
    const result = tested(plackettLuce([asRanking([0, 1, 2]), asRanking([0, 2, 1]), asRanking([0, 1, 2])], 3));
    expect(result.penalised).toBe(true);
    expect(result.logWorth[0]).toBeGreaterThan(result.logWorth[1]);
    expect(result.logWorth.every((worth) => Math.abs(worth) < 10)).toBe(true);
  });

  it('says how sure the best one is: even for equal samples, near 1 for a clear lead, same for the same seed', () => {
    const sure = (rankings: Ranking[]) => {
      const { logWorth, covariance } = tested(plackettLuce(rankings, 2));
      return chanceOfBest({ heights: logWorth, covariance, df: Infinity, mostSpread: 1.5 }, { seed: 'a' });
    };
    const mirror = [asRanking([0, 1]), asRanking([1, 0])];
    const even = Array.from({ length: 10 }, () => mirror).flat();
    const level = sure(even);
    expect(Math.abs(level.chances[0] - 0.5)).toBeLessThan(4 * level.standardError);
    const lead = [...even, ...Array.from({ length: 20 }, () => asRanking([0, 1]))];
    expect(sure(lead).chances[0]).toBeGreaterThan(0.98);
    expect(sure(lead).chances[0] + sure(lead).chances[1]).toBeCloseTo(1, 12);
    expect(sure(lead)).toEqual(sure(lead));
  });
});

describe('bradley-terry', () => {
  const { teams, home, away, homeWins, awayWins, logWorth, orderLogWorth, order, orderSe } = reference.baseball;
  const meetings = home.map((team, at) => ({
    a: teams.indexOf(team),
    b: teams.indexOf(away[at]),
    winA: homeWins[at],
    winB: awayWins[at],
    ties: 0,
  }));

  it("agrees with Agresti's baseball teams (Categorical Data Analysis, section 10.6; R BradleyTerry2)", () => {
    expectAll(tested(bradleyTerry(meetings, 7)).logWorth, logWorth, 7);
    // Milwaukee beats Boston with chance 0.62, as printed there (from memory).
    const result = tested(bradleyTerry(meetings, 7));
    expect(chanceOfBeating(result, teams.indexOf('Milwaukee'), teams.indexOf('Boston'), 0.05).chance).toBeCloseTo(
      0.62,
      2,
    );
  });

  it('estimates the home advantage as R does: 0.302', () => {
    const result = tested(bradleyTerry(meetings, 7, { orderEffect: true }));
    expectAll(result.logWorth, orderLogWorth, 7);
    expect(result.order).toEqual({ estimate: expect.closeTo(order, 7), se: expect.closeTo(orderSe, 6) });
  });

  it('gives ties a parameter of their own (Davidson), as a direct search in R does', () => {
    const { meetings: counts, logWorth: worth, logTie, logTieSe, logLik } = reference.davidson;
    const result = tested(bradleyTerry(counts, 4, { ties: 'davidson' }));
    expectAll(result.logWorth, worth, 4);
    expect(result.logTie).toEqual({ estimate: expect.closeTo(logTie, 4), se: expect.closeTo(logTieSe, 3) });
    expect(result.logLik).toBeCloseTo(logLik, 6);
  });

  it('counts a tie as half a win each by default', () => {
    const half = tested(bradleyTerry([{ a: 0, b: 1, winA: 6, winB: 2, ties: 4 }], 2));
    expect(half.logWorth[0] - half.logWorth[1]).toBeCloseTo(Math.log(8 / 4), 9);
  });
});
