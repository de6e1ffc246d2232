import fc from 'fast-check';
import { determinant, inverse, Matrix } from 'ml-matrix';
import {
  compare,
  contrastTest,
  estimatedMeans,
  fitMixed,
  influence,
  residualChecks,
  termTest,
  withinMargin,
  type MixedFit,
} from '../../src/inference';
import reference from '../reference/mixed.json';
import { tested } from '../support/results';

interface Recorded {
  y: number[];
  factors: Record<string, string[]>;
  fixed: (string | string[])[];
  random: (string | string[])[];
  factor: string;
  anova: { term: string; F: number; df1: number; df2: number; p: number }[];
  variances: Record<string, number>;
  logLik: number;
  means: { level: string; mean: number; se: number; df: number }[];
  pairs: { pair: string; difference: number; se: number; df: number; t: number; p: number }[];
  dunnett?: { reference: number; pairs: { pair: string; t: number; df: number; p: number }[] };
}

const sets = Object.entries(reference as unknown as Record<string, Recorded>);
const terms = (list: (string | string[])[]): string[][] => list.map((term) => (Array.isArray(term) ? term : [term]));
const fitted = ({ y, factors, fixed, random }: Recorded): MixedFit =>
  tested(fitMixed({ y, factors }, { fixed: terms(fixed), random: terms(random) }));

/** Within 3 significant digits, or both as good as zero. */
function expectNear(actual: number, wanted: number, least = 1e-9): void {
  if (Math.abs(wanted) < least) expect(Math.abs(actual)).toBeLessThan(least * 10);
  else expect(actual / wanted).toBeCloseTo(1, 3);
}

describe('mixed model against R (lme4, lmerTest, emmeans) on cake, Pastes, Penicillin, oats, OrchardSprays, npk, InsectSprays and a tasting with gaps', () => {
  it.each(sets)('%s: F, degrees of freedom and p of every term', (_, set) => {
    const fit = fitted(set);
    set.anova.forEach((row, term) => {
      const test = tested(termTest(fit, term));
      expect(test.df1).toBe(row.df1);
      expectNear(test.F, row.F);
      expectNear(test.df2, row.df2);
      expectNear(test.p, row.p, 1e-12);
    });
  });

  it.each(sets)('%s: variances and likelihood', (_, set) => {
    const fit = fitted(set);
    const largest = Math.max(...Object.values(set.variances));
    for (const { term, variance } of fit.variances) {
      const wanted = set.variances[term] ?? set.variances[term.split(':').reverse().join(':')];
      expectNear(variance, wanted, 1e-5 * largest);
    }
    expectNear(fit.residualVariance, set.variances.Residual);
    expect(fit.logLik).toBeGreaterThan(set.logLik - 1e-5);
  });

  it.each(sets)('%s: means and all pairs by Tukey', (_, set) => {
    const fit = fitted(set);
    const means = estimatedMeans(fit, set.factor, 0.05);
    for (const wanted of set.means) {
      const mean = means.find(({ level }) => level === wanted.level);
      expectNear(mean?.mean as number, wanted.mean);
      expectNear(mean?.se as number, wanted.se);
      expectNear(mean?.df as number, wanted.df);
    }
    const pairs = compare(fit, set.factor, { alpha: 0.05, adjust: 'tukey' });
    for (const wanted of set.pairs) {
      const same = pairs.find(({ a, b }) => `${a} - ${b}` === wanted.pair);
      const turned = pairs.find(({ a, b }) => `${b} - ${a}` === wanted.pair);
      const pair = same ?? turned;
      if (!pair) throw new Error(wanted.pair);
      expectNear(pair.difference * (same ? 1 : -1), wanted.difference, 1e-9);
      expectNear(pair.se, wanted.se);
      expectNear(pair.df, wanted.df);
      // Below 1e-9 the range distribution of either side is only rounding.
      if (wanted.p > 1e-8) expectNear(pair.p, wanted.p);
      else expect(pair.p).toBeLessThan(1e-7);
    }
  });

  it.each(sets.filter(([, set]) => set.dunnett))('%s: against the reference by Dunnett (mvtnorm)', (_, set) => {
    const fit = fitted(set);
    const level = set.means[(set.dunnett?.reference ?? 1) - 1].level;
    const pairs = compare(fit, set.factor, { alpha: 0.05, adjust: 'dunnett', reference: level });
    for (const wanted of set.dunnett?.pairs ?? []) {
      const pair = pairs.find(({ a }) => wanted.pair === `${a} - ${level}`);
      expectNear(pair?.t as number, wanted.t);
      // R draws its integral at random, to about 1e-3 here, and rounds df to a whole number.
      expect(Math.abs((pair?.p as number) - wanted.p)).toBeLessThan(3e-3);
    }
  });
});

/** Simon & Lesage's sets: nine treatments, the first value 0.4 (or 0.3, 0.5) up, the rest 0.1 about it. */
function smls(replicates: number, offset: number) {
  const middles = [0.4, 0.3, 0.5, 0.3, 0.5, 0.3, 0.5, 0.3, 0.5];
  const values = middles.flatMap((middle) =>
    Array.from({ length: replicates }, (_, at) =>
      Math.round(10 * (middle + (at === 0 ? 0 : at % 2 === 1 ? -0.1 : 0.1))),
    ),
  );
  const y = values.map((tenths) => Number(`${offset}.${tenths}`));
  return { y, treatment: middles.flatMap((_, at) => new Array<string>(replicates).fill(`t${at}`)) };
}

describe('NIST StRD one-way analysis of variance (values from memory; certified F)', () => {
  it('SiRstv: F = 1.18046237440255', () => {
    const y = [
      196.3052, 196.124, 196.189, 196.2569, 196.3403, 196.3042, 196.3825, 196.1669, 196.3257, 196.0422, 196.1303,
      196.2005, 196.2889, 196.0343, 196.1811, 196.2795, 196.1748, 196.1494, 196.1485, 195.9885, 196.2119, 196.1051,
      196.185, 196.0052, 196.209,
    ];
    const instrument = y.map((_, at) => `i${Math.floor(at / 5)}`);
    const fit = tested(fitMixed({ y, factors: { instrument } }, { fixed: [['instrument']], random: [] }));
    expect(tested(termTest(fit, 0)).F).toBeCloseTo(1.18046237440255, 8);
    expect(Math.sqrt(fit.residualVariance)).toBeCloseTo(0.104076068334656, 8);
  });

  it.each([
    ['SmLs01', 21, 1, 21, 1e-9],
    ['SmLs02', 201, 1, 201, 1e-9],
    ['SmLs03', 2001, 1, 2001, 1e-9],
    ['SmLs04', 21, 1_000_000, 21, 1e-7],
    ['SmLs05', 201, 1_000_000, 201, 1e-7],
    ['SmLs06', 2001, 1_000_000, 2001, 1e-7],
    // Values near 1e12 carry about four decimals in double precision, so the certified F cannot be met further.
    ['SmLs07', 21, 1_000_000_000_000, 21, 2e-2],
    ['SmLs08', 201, 1_000_000_000_000, 201, 2e-2],
    ['SmLs09', 2001, 1_000_000_000_000, 2001, 2e-2],
  ] as const)('%s: F = replicates', (_, replicates, offset, F, tolerance) => {
    const { y, treatment } = smls(replicates, offset);
    const fit = tested(fitMixed({ y, factors: { treatment } }, { fixed: [['treatment']], random: [] }));
    const test = tested(termTest(fit, 0));
    expect([test.df1, Math.round(test.df2)]).toEqual([8, 9 * (replicates - 1)]);
    expect(Math.abs(test.F / F - 1)).toBeLessThan(tolerance);
  });
});

const panel = (panelists: number, samples: number) =>
  fc.array(fc.array(fc.integer({ min: 1, max: 9 }), { minLength: samples, maxLength: samples }), {
    minLength: panelists,
    maxLength: panelists,
  });

const asData = (rows: number[][]) => ({
  y: rows.flat(),
  factors: {
    panelist: rows.flatMap((row, at) => row.map(() => `p${at}`)),
    sample: rows.flatMap((row) => row.map((_, at) => `s${at}`)),
  },
});

const MODEL = { fixed: [['sample']], random: [['panelist']] };

describe('mixed model, properties', () => {
  it('on balanced data is the classical mean-square answer', () => {
    fc.assert(
      fc.property(panel(7, 4), (rows) => {
        const fit = fitMixed(asData(rows), MODEL);
        if (fit.test === null) return;
        const mean = (values: number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
        const grand = mean(rows.flat());
        const columns = rows[0].map((_, at) => rows.map((row) => row[at]));
        const between = (7 * columns.reduce((sum, column) => sum + (mean(column) - grand) ** 2, 0)) / 3;
        const people = (4 * rows.reduce((sum, row) => sum + (mean(row) - grand) ** 2, 0)) / 6;
        const total = rows.flat().reduce((sum, value) => sum + (value - grand) ** 2, 0);
        const error = (total - 3 * between - 6 * people) / 18;
        // With people's mean square below the error's, REML sets the variance to zero and pools.
        fc.pre(people > error * 1.001 && error > 0.01);
        const test = tested(termTest(fit, 0));
        expect(test.F).toBeCloseTo(between / error, 7);
        expect(test.df2).toBeCloseTo(18, 3);
        expect(fit.variances[0].variance).toBeCloseTo((people - error) / 4, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('does not mind how panelists and samples are called or ordered', () => {
    fc.assert(
      fc.property(panel(6, 3), fc.array(fc.boolean(), { minLength: 18, maxLength: 18 }), fc.nat(), (rows, kept, by) => {
        const { y, factors } = asData(rows);
        const use = y.flatMap((_, at) => (kept[at] || at < 8 ? [at] : []));
        const turned = [...use.slice(by % use.length), ...use.slice(0, by % use.length)];
        const part = (order: number[], name: (text: string) => string) => ({
          y: order.map((at) => y[at]),
          factors: {
            panelist: order.map((at) => name(factors.panelist[at])),
            sample: order.map((at) => name(factors.sample[at])),
          },
        });
        const one = fitMixed(
          part(use, (text) => text),
          MODEL,
        );
        const other = fitMixed(
          part(turned, (text) => `x${text}`),
          MODEL,
        );
        expect(one.test === null).toBe(other.test === null);
        if (one.test === null || other.test === null) return;
        const [first, second] = [termTest(one, 0), termTest(other, 0)];
        expect(first.test === null).toBe(second.test === null);
        if (first.test === null || second.test === null) return;
        expect(second.F / first.F).toBeCloseTo(1, 5);
        expect(second.df2 / first.df2).toBeCloseTo(1, 3);
      }),
      { numRuns: 60 },
    );
  });

  it('narrows its intervals when the same answers come from twice the people', () => {
    const rows = [
      [4, 6, 7],
      [5, 5, 8],
      [3, 6, 6],
      [6, 7, 7],
      [4, 4, 6],
    ];
    const width = (data: number[][]): number => {
      const [pair] = compare(tested(fitMixed(asData(data), MODEL)), 'sample', { alpha: 0.05, adjust: 'none' });
      return pair.interval[1] - pair.interval[0];
    };
    expect(width([...rows, ...rows])).toBeLessThan(width(rows));
  });
});

describe('what a mixed model cannot tell', () => {
  const score = [5, 6, 7, 4, 6, 8, 5, 7, 9];
  const panelist = ['a', 'a', 'a', 'b', 'b', 'b', 'c', 'c', 'c'];
  const sample = ['x', 'y', 'z', 'x', 'y', 'z', 'x', 'y', 'z'];

  it('one piece per method: piece and method cannot be told apart, and the result says so', () => {
    const factors = { panelist, sample, piece: sample.map((name) => `${name}1`) };
    const fit = tested(fitMixed({ y: score, factors }, { fixed: [['sample']], random: [['panelist'], ['piece']] }));
    expect(fit.leftOut).toEqual([
      { term: 'piece', because: 'same-as-fixed', reason: expect.stringContaining('cannot be told apart') },
    ]);
  });

  it('names the term that one answer per cell leaves in the residual', () => {
    const random = [['panelist'], ['panelist', 'sample']];
    const fit = tested(fitMixed({ y: score, factors: { panelist, sample } }, { fixed: [['sample']], random }));
    expect(fit.leftOut).toMatchObject([{ term: 'panelist:sample', because: 'same-as-residual' }]);
  });

  describe('of scores that leave nothing unexplained', () => {
    const panel = (rows: readonly (readonly number[])[], replicates = 1) => {
      const all = rows.flatMap((row, who) =>
        Array.from({ length: replicates }, () => row.map((score, what) => ({ score, who, what }))).flat(),
      );
      const factors = { panelist: all.map(({ who }) => `p${who}`), sample: all.map(({ what }) => `s${what}`) };
      return { y: all.map(({ score }) => score), factors };
    };
    const model = { fixed: [['sample']], random: [['panelist'], ['panelist', 'sample']] };
    const unanimous = (people: number) => panel(Array.from({ length: people }, (_, who) => [5 + who, 6 + who]));

    it('refuses to judge by nothing where the step of the scale is not known', () => {
      expect(fitMixed(unanimous(24), model)).toMatchObject({
        test: null,
        reason: expect.stringContaining('fits the scores exactly'),
      });
      expect(fitMixed({ ...unanimous(24), step: 1e-9 }, model)).toMatchObject({ test: 'mixed-model' });
    });

    it('takes the variance of rounding, so that two people who agree prove nothing and twenty do', () => {
      const p = (people: number): number => {
        const fit = tested(fitMixed({ ...unanimous(people), step: 1 }, model));
        expect(fit).toMatchObject({ isRounding: true });
        expect(fit.residualVariance).toBeCloseTo(1 / 12, 9);
        const { estimate, se, df, p } = contrastTest(fit, [0, 2], 0.05);
        expect(Math.abs(estimate)).toBeCloseTo(1, 9);
        // A difference of two means of `people` scores each.
        expect(se).toBeCloseTo(Math.sqrt(2 / 12 / people), 9);
        expect(df).toBeCloseTo(people - 1, 3);
        return p;
      };
      expect(p(2)).toBeGreaterThan(0.15);
      expect(p(20)).toBeLessThan(1e-8);
    });

    it('judges people who repeat themselves exactly by how they differ, as the analysis of their means does', () => {
      const rows = [
        [5, 7, 6],
        [4, 8, 3],
        [6, 6, 7],
        [3, 7, 7],
        [8, 9, 5],
      ];
      const F = (data: ReturnType<typeof panel>, step?: number) =>
        tested(termTest(tested(fitMixed({ ...data, step }, model)), 0));
      const [means, repeated] = [F(panel(rows)), F(panel(rows, 2), 1)];
      expect(repeated.F).toBeCloseTo(means.F, 6);
      expect(repeated.df2).toBeCloseTo(means.df2, 3);
    });

    it('leaves alone what lies above the rounding', () => {
      const { y, factors } = panel([
        [5, 7, 6],
        [4, 8, 5],
        [6, 6, 7],
        [3, 7, 7],
      ]);
      const plain = fitMixed({ y, factors }, model);
      expect(fitMixed({ y, factors, step: 1 }, model)).toEqual(plain);
      expect(plain).toMatchObject({ isRounding: false });
    });
  });

  it('gives no mean for a cell nobody tasted, and says so in the test', () => {
    const zone = ['l', 'l', 'l', 'r', 'r', 'l', 'l', 'l', 'l'];
    const fit = tested(
      fitMixed(
        { y: score, factors: { panelist, sample, zone } },
        { fixed: [['sample'], ['zone'], ['sample', 'zone']], random: [] },
      ),
    );
    expect(estimatedMeans(fit, 'sample', 0.05, { zone: 'r' }).some(({ mean }) => mean === null)).toBe(true);
    expect(termTest(fit, 0)).toMatchObject({ test: null, reason: expect.stringContaining('Cells are missing') });
  });

  it.each([
    ['empty', [], [], 'no scores'],
    ['all the same', [5, 5, 5, 5], ['a', 'a', 'b', 'b'], 'same'],
    ['one score', [5], ['a'], 'same'],
    ['too few', [5, 6], ['a', 'a'], 'too few'],
  ])('%s: says why there is no fit', (_, y, who, reason) => {
    const what = y.map((__, at) => `s${at % 2}`);
    const fit = fitMixed({ y, factors: { panelist: who, sample: what } }, MODEL);
    expect(fit).toMatchObject({ test: null, reason: expect.stringContaining(reason) });
  });
});

describe('good enough, and can it be believed', () => {
  it('tests non-inferiority and equivalence by two one-sided t tests (Schuirmann 1987)', () => {
    const result = withinMargin({ difference: -0.2, se: 0.25, df: 60 }, 0.5, 0.05);
    // t = 1.2 and 2.8 on 60 df: R's pt(-1.2, 60) and pt(-2.8, 60).
    expect(result.nonInferiorityP).toBeCloseTo(0.1174281, 6);
    expect(result.equivalenceP).toBeCloseTo(0.1174281, 6);
    expect(result.nonInferior).toBe(false);
    expect(result.interval[0]).toBeCloseTo(-0.2 - 1.670649 * 0.25, 5);
  });

  it('is equivalent exactly when the 1 - 2 alpha interval lies within the margin', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (difference, se) => {
          const { equivalent, interval } = withinMargin({ difference, se, df: 30 }, 1, 0.05);
          fc.pre(Math.abs(interval[0] + 1) > 1e-6 && Math.abs(interval[1] - 1) > 1e-6);
          expect(equivalent).toBe(interval[0] > -1 && interval[1] < 1);
        },
      ),
    );
  });

  it('finds the panelist on whom a finding hangs, and lopsided residuals', () => {
    const rows = [
      [4, 6, 7],
      [5, 5, 8],
      [3, 6, 6],
      [6, 7, 7],
      [9, 5, 1],
    ];
    const data = asData(rows);
    const fit = tested(fitMixed(data, MODEL));
    expect(influence(data, MODEL, fit, 'panelist')?.[0].group).toBe('p4');
    expect(
      residualChecks([0, 0, 0, 0, 0, 0, 0, 0, 0, 9], new Array<string>(10).fill('a')).concerns.length,
    ).toBeGreaterThan(0);
  });

  it('tests a single contrast like a paired t', () => {
    const data = asData([
      [3, 5],
      [4, 5],
      [2, 5],
      [6, 8],
    ]);
    const fit = tested(fitMixed(data, MODEL));
    // Differences 2, 1, 3, 2: t = 2 / 0.408248 = 4.898979 on 3 df.
    const half = contrastTest(fit, [0, -2], 0.05);
    expect(half.t).toBeCloseTo(4.898979, 5);
    expect(half.df).toBeCloseTo(3, 4);
  });
});

describe('people who were served alike, as one', () => {
  const samples = ['x', 'y', 'z'];
  const people = Array.from({ length: 9 }, (_, who) => `p${who}`);
  const rows = people.flatMap((panelist, who) =>
    samples.map((sample, at) => ({ panelist, sample, score: 4 + at + ((7 * who + 3 * at * who) % 5) - (who % 3) })),
  );
  const fitOf = (given: typeof rows) =>
    tested(
      fitMixed(
        {
          y: given.map(({ score }) => score),
          factors: { panelist: given.map((row) => row.panelist), sample: given.map((row) => row.sample) },
        },
        { fixed: [['sample']], random: [['panelist']] },
      ),
    );

  it('keep their own intercepts: fitted scores are the shrunken ones, by hand', () => {
    const fit = fitOf(rows);
    const [{ variance }] = fit.variances;
    expect(variance).toBeGreaterThan(0);
    const mean = (own: typeof rows): number => own.reduce((sum, { score }) => sum + score, 0) / own.length;
    const shrink = (3 * variance) / (3 * variance + fit.residualVariance);
    rows.forEach(({ panelist, sample }, row) => {
      const own = shrink * (mean(rows.filter((one) => one.panelist === panelist)) - mean(rows));
      expect(fit.fitted[row]).toBeCloseTo(mean(rows.filter((one) => one.sample === sample)) + own, 5);
    });
  });

  it('are what they are by themselves, whatever order their rows come in, and beside people with gaps', () => {
    const turned = rows.map((_, at) => rows[(at * 5) % rows.length]);
    const [one, other] = [fitOf(rows), fitOf(turned)];
    expect(other.logLik).toBeCloseTo(one.logLik, 8);
    expect(other.variances[0].variance).toBeCloseTo(one.variances[0].variance, 5);
    // Everyone lacks another answer or none, so nobody but those without gaps is served alike.
    const gaps = rows.filter((_, at) => ![0, 4, 8].includes(at));
    const classical = fitOf(gaps);
    expect(classical.rows).toBe(24);
    expect(classical.logLik).toBeCloseTo(logLikOf(gaps, classical), 6);
  });

  /** The same likelihood from the full covariance matrix of all scores, without any shortcut. */
  function logLikOf(given: typeof rows, fit: ReturnType<typeof fitOf>): number {
    const n = given.length;
    const [{ variance }] = fit.variances;
    const V = new Matrix(
      given.map((a, i) =>
        given.map((b, j) => (a.panelist === b.panelist ? variance : 0) + (i === j ? fit.residualVariance : 0)),
      ),
    );
    const X = new Matrix(given.map((_, row) => fit.design.columns.map((column) => column[row])));
    const y = Matrix.columnVector(given.map(({ score }) => score));
    const inverseV = inverse(V);
    const information = X.transpose().mmul(inverseV).mmul(X);
    const b = inverse(information).mmul(X.transpose()).mmul(inverseV).mmul(y);
    const r = Matrix.sub(y, X.mmul(b));
    const squares = r.transpose().mmul(inverseV).mmul(r).get(0, 0);
    const logDet = (matrix: Matrix): number => Math.log(determinant(matrix));
    return -(logDet(V) + logDet(information) + squares + (n - X.columns) * Math.log(2 * Math.PI)) / 2;
  }
});
