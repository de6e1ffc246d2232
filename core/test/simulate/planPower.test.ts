import { defaultTasting } from '../../src/bundle';
import { forcedChoicePower } from '../../src/inference';
import {
  incompleteRankingPower,
  marginPower,
  piecePower,
  planPower,
  powerInPieces,
  rankingPower,
  rehearse,
  scorePower,
  screening,
  smallestDifference,
} from '../../src/simulate';
import { simpleTasting } from '../support/bundles';

const plain = { seed: '1', alpha: 0.05, panels: 4000 };

describe('power of scores', () => {
  // R 4.2: power.anova.test(groups = 4, n = 24, between.var = var(c(1, 0, 0, 0)), within.var = 2) is 0.6897 for the
  // one-way layout with 92 df; the two-way table here has 69, and F(3, 69) with the same noncentrality 9 gives 0.685.
  it('is that of the F test with the same noncentrality', () => {
    const { power, standardError } = scorePower({
      ...plain,
      panelists: 24,
      liking: [1, 0, 0, 0],
      disagreement: 1,
      noise: 1,
    });
    expect(Math.abs(power - 0.685)).toBeLessThan(4 * standardError + 0.005);
  });

  it('is alpha when there is nothing to find', () => {
    const nothing = { ...plain, panelists: 20, liking: [0, 0, 0], disagreement: 1, noise: 1 };
    expect(Math.abs(scorePower(nothing).power - 0.05)).toBeLessThan(0.015);
    expect(Math.abs(piecePower({ ...nothing, pieces: 3, pieceSpread: 0.5 })!.power - 0.05)).toBeLessThan(0.015);
  });

  it('counts pieces: none with one, little with few, however many bite', () => {
    const scores = { ...plain, panelists: 100, liking: [1, 0, 0], disagreement: 0.5, noise: 0.5, pieceSpread: 1 };
    expect(piecePower({ ...scores, pieces: 1 })).toBeNull();
    expect(piecePower({ ...scores, pieces: 2 })!.power).toBeLessThan(0.3);
    expect(piecePower({ ...scores, pieces: 12 })!.power).toBeGreaterThan(0.6);
    expect(scorePower(scores).power).toBeGreaterThan(0.99);
  });

  // R 4.2: power.t.test(n = 30, delta = 1, sd = sqrt(2), type = "one.sample", alternative = "one.sided") for a paired
  // difference with variance 2 x (0.5 + 0.5): sd sqrt(2), n = 30: 0.9839.
  it('of a margin agrees with the one-sided t test', () => {
    const power = marginPower({
      ...{
        panelists: 30,
        disagreement: Math.SQRT1_2,
        noise: Math.SQRT1_2,
        pieces: 1,
        pieceSpread: 0,
        margin: 1,
        alpha: 0.05,
      },
    });
    expect(Math.abs(power - 0.9839)).toBeLessThan(0.01);
  });
});

describe('power of incomplete rankings', () => {
  const liking = [1, 0, 0, 0, 0, 0];

  it('is close to that of a complete ranking when only one sample is missing, and falls with more', () => {
    const shared = { ...plain, liking, spread: 1 };
    const complete = rankingPower({ ...shared, panelists: 40 }).power;
    const five = incompleteRankingPower({ ...shared, rankings: 40, together: 5 }).power;
    const two = incompleteRankingPower({ ...shared, rankings: 40, together: 2 }).power;
    expect(complete - five).toBeGreaterThan(-0.03);
    expect(complete - five).toBeLessThan(0.2);
    expect(five - two).toBeGreaterThan(0.2);
  });

  it('is alpha when there is nothing to find', () => {
    const { power } = incompleteRankingPower({
      ...plain,
      liking: liking.map(() => 0),
      spread: 1,
      rankings: 60,
      together: 3,
    });
    expect(Math.abs(power - 0.05)).toBeLessThan(0.015);
  });
});

describe('power of a plan', () => {
  const methods = (count: number) => simpleTasting({ methods: count }).methods;
  const plan = { ...defaultTasting(), methods: methods(4), piecesPerMethod: 3 };

  it('is the exact binomial of a forced choice, counting every answer', () => {
    const triangle = { ...plan, test: 'triangle' as const, methods: methods(2) };
    const exact = forcedChoicePower({ protocol: 'triangle', n: 36, pd: 0.3, alpha: 0.05 }).power;
    expect(planPower(triangle, 36, '1', 0)).toEqual({ panelists: 36, power: exact, standardError: 0 });
    const twice = { ...triangle, service: { ...plan.service, replicates: 2 } };
    expect(planPower(twice, 18, '1', 0)?.power).toBe(exact);
  });

  it('has a smallest difference that is found just as often as wanted', () => {
    const least = smallestDifference(plan, 30, { power: 0.8, seed: '1', panels: 2000 })!;
    const at = (difference: number) =>
      planPower({ ...plan, assumed: { ...plan.assumed, difference } }, 30, '1', 2000)!.power;
    expect(at(least + 0.1)).toBeGreaterThan(0.8);
    expect(at(least - 0.1)).toBeLessThan(0.8);
  });

  it('says in pieces nothing of tests that count people, and null where a rehearsal must show', () => {
    expect(powerInPieces({ ...plan, test: 'triangle', methods: methods(2) }, 30, '1', 100)).toBeNull();
    expect(powerInPieces({ ...plan, piecesPerMethod: 1 }, 30, '1', 100)).toBeNull();
    expect(planPower({ ...plan, test: 'same-different', methods: methods(2) }, 30, '1', 100)).toBeNull();
  });
});

describe('a screening', () => {
  const plan = { methods: 20, together: 5, rankings: 60, methodSpread: 1, spread: 1.4, seed: '1', rounds: 600 };

  it('lets all survive when all go on, and more the more go on', () => {
    expect(screening({ ...plan, finalists: 20 }).bestThreeSurvive).toBe(1);
    const shares = [3, 6, 10].map((finalists) => screening({ ...plan, finalists }).bestThreeSurvive);
    expect(shares[0]).toBeLessThan(shares[1]);
    expect(shares[1]).toBeLessThan(shares[2]);
  });

  it('is a lottery when nothing tells the methods apart', () => {
    // Three of three winners among 10 of 20: 10/20 x 9/19 x 8/18 = 0.105.
    const { bestThreeSurvive, standardError } = screening({ ...plan, methodSpread: 0, finalists: 10, rounds: 2000 });
    expect(Math.abs(bestThreeSurvive - 0.1053)).toBeLessThan(4 * standardError);
  });
});

describe('a rehearsal', () => {
  const fast = { seed: '1', panels: 200 };

  it('finds about as often as the exact power says, and errs about as often as alpha', () => {
    const triangle = simpleTasting({ methods: 2, panelists: 36, tasting: { test: 'triangle' } });
    const { withDifference, withNothing } = rehearse(triangle, { seed: '1', panels: 600 });
    const exact = forcedChoicePower({ protocol: 'triangle', n: 36, pd: 0.3, alpha: 0.05 });
    expect(Math.abs(withDifference.right / 600 - exact.power)).toBeLessThan(
      4 * Math.sqrt((exact.power * (1 - exact.power)) / 600),
    );
    expect(withNothing.wrong / 300).toBeLessThan(exact.actualAlpha + 4 * Math.sqrt(exact.actualAlpha / 300));
  });

  it('lets the truly best win, shows one answer, and repeats with its seed', () => {
    const tasting = simpleTasting({
      methods: 3,
      panelists: 24,
      tasting: { assumed: { ...defaultTasting().assumed, difference: 3, pieceSpread: 0 } },
    });
    const rehearsal = rehearse(tasting, fast);
    expect(rehearsal.withDifference.right).toBeGreaterThan(195);
    expect(rehearsal.withDifference.wrong).toBe(0);
    expect(rehearsal.best).toBe('m1');
    expect(rehearsal.example.verdict.sentence).toBe('Method 1 is liked best.');
    expect(rehearse(tasting, fast)).toEqual(rehearsal);
  });

  it('shows that many bites of few pieces claim what is not there', () => {
    const few = simpleTasting({
      methods: 4,
      panelists: 60,
      pieces: 1,
      tasting: { assumed: { ...defaultTasting().assumed, pieceSpread: 1 } },
    });
    expect(rehearse(few, fast).withNothing.wrong).toBeGreaterThan(50);
  });

  it('has nobody to go by when nobody comes', () => {
    const away = simpleTasting({
      methods: 3,
      panelists: 8,
      tasting: { assumed: { ...defaultTasting().assumed, noShows: 0.9 } },
    });
    const { verdicts } = rehearse(away, { seed: '1', panels: 40 }).withDifference;
    expect(verdicts['cannot-say']).toBeGreaterThan(35);
  });
});
