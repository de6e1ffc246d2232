import { criticalSimilar, forcedChoicePower, similarClusters, similarity } from '../../src/inference';

/**
 * Held against R 4.2.2: qbinom and pbinom at 1/3 + 2/3 x 0.3 for one answer each; for several,
 * sum over dbinom(t, people, pd) * pbinom(correct - t * each, (people - t) * each, 1/3).
 */
const triangle = { guess: 1 / 3, pd: 0.3, alpha: 0.05 };

describe('similarity', () => {
  it.each([
    [24, 8, 0.03899081, 0.5944661],
    [30, 11, 0.04971885, 0.7238644],
    [36, 13, 0.02832407, 0.7066847],
    [48, 19, 0.03882535, 0.8576764],
    [60, 25, 0.04637926, 0.9319848],
    [66, 28, 0.04927234, 0.9530801],
    [96, 42, 0.03768093, 0.9872522],
  ])('of %i answers is shown by at most %i right', (n, correct, level, power) => {
    const asked = [{ people: n, each: 1 }];
    expect(criticalSimilar(asked, triangle)).toEqual({ correct, chance: expect.closeTo(level, 7) });
    expect(similarity({ asked, correct }, triangle)).toMatchObject({ similar: true, p: expect.closeTo(level, 7) });
    expect(similarity({ asked, correct: correct + 1 }, triangle)).toMatchObject({
      similar: false,
      criticalCorrect: correct,
    });
    const plan = { protocol: 'triangle' as const, n, pd: 0.3, alpha: 0.05, goal: 'similarity' as const };
    expect(forcedChoicePower(plan)).toMatchObject({ criticalCorrect: correct, power: expect.closeTo(power, 6) });
  });

  it('of several answers each counts people, where some are right every time', () => {
    const test = similarity({ asked: [{ people: 30, each: 3 }], correct: 35 }, triangle);
    expect(test.p).toBeCloseTo(0.02264292, 7);
    // All alike it would be 0.0041: answers of one person are no separate evidence.
    expect(similarity({ asked: [{ people: 90, each: 1 }], correct: 35 }, triangle).p).toBeCloseTo(0.004124235, 8);
  });

  it('takes people who were asked unequally often one by one, and agrees where they were not', () => {
    const split = [
      { people: 10, each: 3 },
      { people: 20, each: 3 },
    ];
    const whole = similarity({ asked: [{ people: 30, each: 3 }], correct: 35 }, triangle);
    const parts = similarity({ asked: split, correct: 35 }, triangle);
    expect(parts.p).toBeCloseTo(whole.p, 10);
    expect(parts.beyondP).toBeCloseTo(whole.beyondP, 10);
    const uneven = similarity(
      {
        asked: [
          { people: 29, each: 3 },
          { people: 1, each: 1 },
        ],
        correct: 34,
      },
      triangle,
    );
    expect(uneven.p).toBeGreaterThan(0.01);
    expect(uneven.p).toBeLessThan(0.05);
  });

  it('gives the largest share that is not ruled out: at it, p is alpha', () => {
    const asked = [{ people: 60, each: 1 }];
    for (const correct of [18, 25, 40]) {
      const { mostPd } = similarity({ asked, correct }, triangle);
      expect(similarity({ asked, correct }, { ...triangle, pd: mostPd }).p).toBeCloseTo(0.05, 6);
    }
    expect(similarity({ asked, correct: 60 }, triangle).mostPd).toBe(1);
    expect(similarity({ asked, correct: 8 }, triangle).mostPd).toBe(0);
  });

  it('says when more can tell than that', () => {
    const asked = [{ people: 60, each: 1 }];
    expect(similarity({ asked, correct: 45 }, triangle).beyondP).toBeLessThan(0.001);
    expect(similarity({ asked, correct: 32 }, triangle).beyondP).toBeGreaterThan(0.4);
  });

  it('of the methods is Student’s t of groups from below, and no surer than all answers together', () => {
    const figures = [0, 0.1, 0.05, 0.05];
    const found = similarClusters(figures, { limit: 0.2, leastP: 0 });
    // By hand: mean 0.05, standard error 0.0204; t = -0.15 / 0.0204 = -7.35 on 3 df, p 0.0026 (R, pt).
    expect(found).toMatchObject({ clusters: 4, limit: 0.2, df: 3, t: expect.closeTo(-7.348469, 5) });
    expect(found.test !== null && found.mean).toBeCloseTo(0.05, 12);
    expect(found.test !== null && found.p).toBeCloseTo(0.002603984, 6);
    expect(similarClusters(figures, { limit: 0.2, leastP: 0.2 })).toMatchObject({ p: 0.2 });
    expect(similarClusters([0.3, 0.4, 0.35], { limit: 0.2, leastP: 0 })).toMatchObject({ p: expect.any(Number) });
    expect(similarClusters([0.1], { limit: 0.2, leastP: 0 }).test).toBeNull();
  });

  it('shows nothing with too few answers, or none', () => {
    expect(criticalSimilar([{ people: 3, each: 1 }], triangle)).toBeNull();
    expect(similarity({ asked: [], correct: 0 }, triangle)).toMatchObject({
      p: 1,
      similar: false,
      criticalCorrect: null,
    });
  });
});
