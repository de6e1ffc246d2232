import { chiSquaredUpperTail } from '../../src/numeric';
import {
  aNotA,
  betaBinomial,
  chanceCorrect,
  clopperPearson,
  criticalCorrect,
  differenceFromControl,
  discriminatorsAt,
  dPrimeAt,
  forcedChoice,
  forcedChoicePanel,
  forcedChoicePower,
  pairedPreference,
  PROTOCOLS,
  sameDifferent,
  sequential,
  waldBoundaries,
  wilson,
  type Protocol,
} from '../../src/inference';
import reference from '../reference/inference.json';
import { tested } from '../support/results';

describe('psychometric functions', () => {
  it.each([
    ['triangle', 0.418],
    ['duo-trio', 0.5825],
    ['2-afc', 0.7602],
    ['3-afc', 0.6337],
    ['tetrad', 0.4938],
  ] as const)("%s at d' = 1 (Ennis 1993; Ennis & Jesionka 2011)", (protocol, share) => {
    expect(chanceCorrect(protocol, 1)).toBeCloseTo(share, 4);
  });

  it.each(reference.psychometric)("agrees with R's integrate at d' = $d", ({ d, ...shares }) => {
    for (const protocol of PROTOCOLS) expect(chanceCorrect(protocol, d)).toBeCloseTo(shares[protocol], 9);
  });

  it('turns back to the same distance', () => {
    for (const protocol of PROTOCOLS)
      for (const d of [0.1, 1, 2.5, 4]) expect(dPrimeAt(protocol, chanceCorrect(protocol, d))).toBeCloseTo(d, 8);
  });
});

describe('forced choice', () => {
  it.each([
    // ISO 4120, table A.1: fewest right answers for difference (from memory; the binomial gives the same).
    [1 / 3, 0.05, { 6: 5, 12: 8, 24: 13, 30: 15, 36: 18, 60: 27, 66: 29, 100: 42 }],
    [1 / 3, 0.01, { 12: 9, 24: 15, 30: 17, 36: 20, 60: 30 }],
    // ISO 10399, table A.1 (from memory).
    [1 / 2, 0.05, { 10: 9, 20: 15, 30: 20, 32: 22, 40: 26, 60: 37 }],
    [1 / 2, 0.01, { 20: 16, 30: 22, 60: 40 }],
  ])('has the critical numbers of the standards at guess %f and alpha %f', (guess, alpha, table) => {
    for (const [n, wanted] of Object.entries(table)) expect(criticalCorrect(Number(n), guess, alpha)).toBe(wanted);
  });

  it.each(reference.dPrime)("has R's d' and profile likelihood interval ($protocol, $correct of $n)", (one) => {
    const result = tested(forcedChoice({ ...one, protocol: one.protocol as Protocol, alpha: 0.05 }));
    expect(result.dPrime).toBeCloseTo(one.dPrime, 7);
    expect(result.dPrimeInterval[0]).toBeCloseTo(one.low, 6);
    expect(result.dPrimeInterval[1]).toBeCloseTo(one.high, 6);
  });

  it('with one triangle answer, a guess is right one time in three (common practice)', () => {
    expect(tested(forcedChoice({ protocol: 'triangle', n: 1, correct: 1, alpha: 0.05 }))).toMatchObject({
      p: expect.closeTo(1 / 3, 12),
      criticalCorrect: null,
      dPrime: null,
      dPrimeInterval: [expect.any(Number), null],
    });
  });

  it('claims similarity only where the stated share of discriminators is ruled out', () => {
    const alike = tested(forcedChoice({ protocol: 'triangle', n: 66, correct: 19, alpha: 0.05, similarityPd: 0.3 }));
    expect(alike.similarity).toMatchObject({ similar: true });
    const open = tested(forcedChoice({ protocol: 'triangle', n: 12, correct: 4, alpha: 0.05, similarityPd: 0.3 }));
    expect(open.similarity).toMatchObject({ similar: false });
    expect(open.p).toBeGreaterThan(0.5);
  });
});

describe('power of forced choice', () => {
  it.each(reference.power)("is R's binomial power for n = $n, pd = $pd", ({ guess, n, pd, alpha, critical, power }) => {
    const protocol = guess < 0.4 ? 'triangle' : 'duo-trio';
    const result = forcedChoicePower({ protocol, n, pd, alpha });
    expect(result.criticalCorrect).toBe(critical);
    expect(result.power).toBeCloseTo(power, 10);
    expect(result.actualAlpha).toBeLessThanOrEqual(alpha);
  });

  it('finds the panel from which on the power holds, past the teeth of the saw', () => {
    const plan = { protocol: 'triangle', pd: 0.3, alpha: 0.05 } as const;
    const panel = forcedChoicePanel(plan, 0.8) as number;
    for (let n = panel; n < panel + 200; n++)
      expect(forcedChoicePower({ ...plan, n }).power).toBeGreaterThanOrEqual(0.8);
    expect(forcedChoicePower({ ...plan, n: panel - 1 }).power).toBeLessThan(0.8);
  });

  // ISO 4120:2004, table A.3, triangle, alpha 0.05: the fewest assessors for beta and pd. Typed from memory.
  it.each([
    [0.05, { 0.5: 23, 0.4: 40, 0.3: 66, 0.2: 147, 0.1: 572 }],
    [0.1, { 0.5: 20, 0.4: 30, 0.3: 53, 0.2: 117, 0.1: 447 }],
  ])('needs the panels of ISO 4120 for beta %p, and a few more where the saw dips again', (beta, panels) => {
    for (const [share, size] of Object.entries(panels)) {
      const plan = { protocol: 'triangle' as const, pd: Number(share), alpha: 0.05 };
      let fewest = 1;
      while (forcedChoicePower({ ...plan, n: fewest }).power < 1 - beta) fewest++;
      expect(fewest).toBe(size);
      const safe = forcedChoicePanel(plan, 1 - beta) as number;
      expect(safe).toBeGreaterThanOrEqual(size);
      expect(safe).toBeLessThan(size + 30);
    }
  });

  it("measures discriminators and d' on one scale", () => {
    expect(discriminatorsAt('triangle', 1)).toBeCloseTo((0.41806 - 1 / 3) * 1.5, 4);
  });
});

describe('a-not-a, same-different, difference from control', () => {
  it("A/not-A is R's probit regression", () => {
    const result = tested(aNotA({ hits: 30, signals: 40, falseAlarms: 12, noises: 40 }, 0.05));
    const { dPrime, se, p } = reference.aNotA;
    expect(result.dPrime).toBeCloseTo(dPrime, 8);
    expect((result.dPrimeInterval[1] - result.dPrimeInterval[0]) / 2).toBeCloseTo(1.959964 * se, 4);
    expect(result.p).toBeCloseTo(p, 12);
    expect(result.corrected).toBe(false);
  });

  it('says that it added half an answer where a share is 0 or 1', () => {
    const result = tested(aNotA({ hits: 10, signals: 10, falseAlarms: 0, noises: 10 }, 0.05));
    expect(result.corrected).toBe(true);
    expect(result.dPrime).toBeCloseTo(2 * 1.690622, 5);
  });

  it('same-different is the direct search of R', () => {
    const result = tested(
      sameDifferent({ differentOnDifferent: 28, differentPairs: 40, differentOnSame: 10, samePairs: 40 }, 0.05),
    );
    expect(result.dPrime).toBeCloseTo(reference.sameDifferent.dPrime, 3);
    expect(result.tau).toBeCloseTo(reference.sameDifferent.tau, 3);
    expect(result.dPrimeInterval[0]).toBeGreaterThan(0);
    expect(result.dPrimeInterval[0]).toBeLessThan(result.dPrime as number);
    expect(result.dPrimeInterval[1]).toBeGreaterThan(result.dPrime as number);
  });

  it('difference from control compares with the blind control, never with zero', () => {
    const panelists = ['a', 'b', 'c', 'd'].flatMap((name) => [name, name]);
    const samples = panelists.map((_, at) => (at % 2 === 0 ? 'control' : 'new'));
    const result = tested(differenceFromControl([2, 4, 3, 4, 2, 5, 4, 6], samples, panelists, 'control', 0.05));
    // Paired t by hand: differences 2, 1, 3, 2; mean 2, se 0.40825.
    expect(result.comparisons).toEqual([
      expect.objectContaining({
        a: 'new',
        b: 'control',
        difference: expect.closeTo(2, 10),
        se: expect.closeTo(0.408248, 5),
        df: expect.closeTo(3, 4),
      }),
    ]);
  });
});

describe('replicates and stopping early', () => {
  it('beta-binomial is the numeric mixture of R', () => {
    const { panel, pd, gamma, logLik } = reference.betaBinomial;
    const result = tested(betaBinomial(panel, 'triangle'));
    expect(result.pd).toBeCloseTo(pd, 3);
    expect(result.gamma).toBeCloseTo(gamma, 3);
    expect(result.logLik).toBeCloseTo(logLik, 4);
    expect(result.overdispersion.p).toBeLessThan(0.01);
    // At the edge of what gamma can be, half of the chi-squared distribution lies at 0 (Self & Liang 1987).
    const { statistic, p } = result.overdispersion;
    expect(p).toBeCloseTo(chiSquaredUpperTail(statistic, 1) / 2, 10);
  });

  it("has Wald's boundaries (Sequential Analysis, chapter 5), and stops where they are crossed", () => {
    // p0 = 1/3, p1 = 2/3: slope 1/2 by symmetry, intercepts ln(18)/ln 4 and ln(2/19)/ln 4.
    const rule = { guess: 1 / 3, pd: 0.5, alpha: 0.05, beta: 0.1 };
    expect(waldBoundaries(rule)).toEqual({
      slope: expect.closeTo(0.5, 12),
      differ: expect.closeTo(Math.log(18) / Math.log(4), 12),
      alike: expect.closeTo(Math.log(0.1 / 0.95) / Math.log(4), 12),
    });
    expect(sequential([1, 1, 1, 1], rule).decision).toBe('go on');
    expect(sequential([1, 1, 1, 1, 1, 0, 0], rule)).toMatchObject({ decision: 'differ', decidedAt: 5 });
    expect(sequential([0, 0, 0, 0], rule)).toMatchObject({ decision: 'alike', decidedAt: 4 });
  });
});

describe('paired preference', () => {
  it("is R's binom.test and prop.test when no-preference answers are dropped", () => {
    const { twoSided, clopper, wilson: score } = reference.binom;
    const result = tested(pairedPreference({ a: 20, b: 8, none: 4 }, 'drop', 0.05));
    expect(result).toMatchObject({ counted: 28, dropped: 4, p: expect.closeTo(twoSided, 12) });
    [result.exactInterval, clopperPearson(20, 28, 0.05)].forEach((interval) =>
      interval.forEach((bound, side) => expect(bound).toBeCloseTo(clopper[side], 9)),
    );
    [result.wilsonInterval, wilson(20, 28, 0.05)].forEach((interval) =>
      interval.forEach((bound, side) => expect(bound).toBeCloseTo(score[side], 9)),
    );
  });

  it('is slower to claim anything when they are split, and models them as too close to tell', () => {
    const answers = { a: 20, b: 8, none: 4 };
    expect(tested(pairedPreference(answers, 'split', 0.05))).toMatchObject({
      counted: 32,
      p: expect.closeTo(0.0501, 4),
    });
    const { model } = tested(pairedPreference(answers, 'model', 0.05));
    // P(a) = Phi(delta - tau), P(b) = Phi(-delta - tau): shares 20/32 and 8/32.
    expect((model?.delta ?? 0) - (model?.tau ?? 0)).toBeCloseTo(0.318639, 5);
    expect(-(model?.delta ?? 0) - (model?.tau ?? 0)).toBeCloseTo(-0.67449, 4);
  });
});
