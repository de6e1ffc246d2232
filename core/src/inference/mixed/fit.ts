/**
 * The linear mixed model: scores explained by fixed factors (method, zone, position) and
 * random intercepts (panelist, panelist x method, piece within method, sitting), by REML.
 *
 * Use it for liking and attribute scores, with or without replicates, also when answers
 * are missing or panelists tasted different samples. Do not use it for ranks or yes-no
 * answers, and look at its residual checks: scores on nine points are not normal, which
 * is why a rank-based test always stands beside it.
 *
 * A variance may come out as zero; that intercept then takes no part, as in the classical
 * analysis when a mean square is smaller than the one below it. A random term that cannot
 * be told apart from the fixed part (one piece per method), from another random term, or
 * from the residual (one answer per panelist and method) is left out and named: its spread
 * is then mixed into what it cannot be told apart from.
 *
 * Five colleagues who all say "seven" leave no residual to judge by, yet nobody tastes
 * without error: what a scale of whole points cannot show is smaller than its step. Where
 * the step is stated, the residual variance is not taken below step^2 / 12, the variance of
 * rounding (Sheppard 1898, *Proceedings of the London Mathematical Society* 29, 353-380,
 * from memory); where it is not, such scores give no test.
 *
 * Source: Laird & Ware 1982, *Biometrics* 38, 963-974; computing as in Bates and others
 * 2015, *Journal of Statistical Software* 67(1).
 *
 * @example
 * fitMixed({ y: [1, 2, 4, 4, 6, 5], factors: { who: ['a', 'a', 'b', 'b', 'c', 'c'] } }, { fixed: [], random: [['who']] }).variances[0].variance // 3.9167
 */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { minimise, secondDerivatives, gradient } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { fixedDesign, type Factors, type FixedDesign, type Term } from './design';
import { RemlDesign, RemlProblem } from './reml';

/** One score per row, with the level of every factor. */
export interface MixedData {
  y: readonly number[];
  factors: Factors;
  /** The step of the scale, in the unit of the scores. */
  step?: number;
}

/** What the model is made of, by factor names. */
export interface MixedModel {
  /** Main effects before their interactions. */
  fixed: readonly Term[];
  /** Random intercepts; `['panelist', 'sample']` is one per combination. */
  random: readonly Term[];
}

/** A variance component. */
export interface Variance {
  /** Factor names joined by ":". */
  term: string;
  variance: number;
  groups: number;
}

/** A random term that the data cannot show, and why. */
export interface LeftOutTerm {
  term: string;
  because: 'same-as-fixed' | 'same-as-other' | 'same-as-residual';
  reason: string;
}

/** Result of {@link fitMixed}. */
export interface MixedFit {
  test: 'mixed-model';
  design: FixedDesign;
  coefficients: number[];
  /** Covariance matrix of the coefficients. */
  covariance: number[][];
  variances: Variance[];
  residualVariance: number;
  /** Whether the scores leave less than the rounding to the scale's step, which then stands for the residual. */
  isRounding: boolean;
  leftOut: LeftOutTerm[];
  /** REML log-likelihood of the data as given. */
  logLik: number;
  rows: number;
  fitted: number[];
  residuals: number[];
  /** Covariance of the variance parameters and the slopes of `covariance` along them; for degrees of freedom. */
  parameters: { covariance: number[][]; slopes: number[][][] };
}

/** Fits the model. Degenerate data give the reason why there is no fit. */
export const fitMixed = ({ y, factors, step }: MixedData, model: MixedModel): MixedFit | NoTest =>
  fitter(factors, y.length, model)(y, step);

/** Fits columns of scores that were given to the same samples, each as {@link fitMixed} would. */
export type Fitter = (y: readonly number[], step?: number) => MixedFit | NoTest;

/** What does not hang on the scores is worked out once, at the first that can be fitted. */
export function fitter(factors: Factors, rows: number, model: MixedModel): Fitter {
  let known: Prepared | undefined;
  return (y, step) => {
    const scale = standardised(y);
    if (rows === 0) return { test: null, reason: 'There are no scores.' };
    if (scale.size === 0) return { test: null, reason: 'All scores are the same, so there is no spread to explain.' };
    if (!(scale.size < LARGEST_SPREAD && scale.size > 1 / LARGEST_SPREAD))
      return {
        test: null,
        reason: 'The scores are too large or too small to be squared. Change their unit and try again.',
      };
    known ??= prepared(factors, rows, model);
    return known.isTooFew ? { test: null, reason: TOO_FEW } : fitted(known, { y, step, scale });
  };
}

const TOO_FEW = 'There are too few scores for this model: nothing is left to judge the differences by.';

/** A model with the samples and people that it is fitted to. */
interface Prepared {
  design: FixedDesign;
  isTooFew: boolean;
  kept: { term: Term; groups: number }[];
  leftOut: LeftOutTerm[];
  reml: RemlDesign;
}

function prepared(factors: Factors, rows: number, model: MixedModel): Prepared {
  const design = fixedDesign(rowsOf(factors, rows), model.fixed);
  const { kept, leftOut } = usableTerms(factors, model, rows);
  const groups = kept.map((term) => grouping(factors, term, rows));
  return {
    ...{ design, leftOut, isTooFew: rows <= design.columns.length },
    kept: kept.map((term, at) => ({ term, groups: new Set(groups[at]).size })),
    reml: new RemlDesign(design.columns, groups),
  };
}

function fitted(
  { design, kept, leftOut, reml }: Prepared,
  { y, step, scale }: { y: readonly number[]; step: number | undefined; scale: ReturnType<typeof standardised> },
): MixedFit | NoTest {
  const df = y.length - design.columns.length;
  const problem = new RemlProblem(reml, scale.values, step === undefined ? undefined : (step / scale.size) ** 2 / 12);
  const theta = bestTheta(problem, kept.length);
  const value = problem.at(theta);
  const { residualVariance } = value;
  const isRounding = residualVariance > value.residualSquares / df;
  if (isRounding && step === undefined) {
    return { test: null, reason: 'The model fits the scores exactly, so nothing is left to judge the differences by.' };
  }
  const randomPart = problem.randomPart(theta, value.coefficients);
  const fixedPart = y.map((_, row) =>
    design.columns.reduce((sum, column, at) => sum + column[row] * value.coefficients[at], 0),
  );
  const fittedScaled = fixedPart.map((fixed, row) => fixed + randomPart[row]);
  const units = scale.size ** 2;
  const parameters = parameterUncertainty(problem, theta, residualVariance);
  return {
    test: 'mixed-model',
    design,
    coefficients: value.coefficients.map((b, at) => b * scale.size + (at === 0 ? scale.centre : 0)),
    covariance: times(value.unscaledCovariance.to2DArray(), residualVariance * units),
    variances: kept.map(({ term, groups }, at) => ({
      term: term.join(':'),
      variance: theta[at] ** 2 * residualVariance * units,
      groups,
    })),
    residualVariance: residualVariance * units,
    isRounding,
    leftOut,
    logLik: -value.deviance / 2 - df * Math.log(scale.size),
    rows: y.length,
    fitted: fittedScaled.map((one) => one * scale.size + scale.centre),
    residuals: fittedScaled.map((one, row) => (scale.values[row] - one) * scale.size),
    parameters: { covariance: parameters.covariance, slopes: parameters.slopes.map((slope) => times(slope, units)) },
  };
}

const times = (matrix: number[][], factor: number): number[][] => matrix.map((row) => row.map((x) => x * factor));

/** A factor-free model still needs to know how many rows there are. */
const rowsOf = (factors: Factors, rows: number): Factors =>
  Object.keys(factors).length > 0 ? factors : { all: new Array<string>(rows).fill('') };

/** Beyond this a variance would not fit into a number. */
const LARGEST_SPREAD = 1e150;

/** Scores moved to mean 0 and shrunk to size 1, so that neither 1e12 nor 1e300 costs digits. */
function standardised(y: readonly number[]): { values: number[]; centre: number; size: number } {
  const largest = y.reduce((most, value) => Math.max(most, Math.abs(value)), 0) || 1;
  const rough = y.reduce((sum, value) => sum + value / largest, 0) / y.length;
  const centre = (rough + y.reduce((sum, value) => sum + (value / largest - rough), 0) / y.length) * largest;
  const moved = y.map((value) => value - centre);
  const size = moved.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  // Spread that is only rounding of the mean is no spread.
  if (size <= 4 * Number.EPSILON * largest) return { values: [], centre, size: 0 };
  return { values: moved.map((value) => value / size), centre, size };
}

/** The group of each row under a random term. */
export function grouping(factors: Factors, term: Term, rows: number): string[] {
  return Array.from({ length: rows }, (_, row) => term.map((factor) => factors[factor][row]).join('\u0000'));
}

function usableTerms(factors: Factors, model: MixedModel, rows: number): { kept: Term[]; leftOut: LeftOutTerm[] } {
  const kept: Term[] = [];
  const leftOut: LeftOutTerm[] = [];
  const partition = (term: Term): string[] => grouping(factors, term, rows);
  const drop = (term: Term, because: LeftOutTerm['because'], reason: string): void =>
    void leftOut.push({ term: term.join(':'), because, reason });
  for (const term of model.random) {
    const groups = partition(term);
    const label = term.join(' x ');
    const fixed = [[], ...model.fixed].find((other) => determines(partition(other), groups));
    const other = kept.find((one) => determines(partition(one), groups) && determines(groups, partition(one)));
    if (new Set(groups).size === rows) {
      drop(
        term,
        'same-as-residual',
        `There is one answer per ${label}, so its spread cannot be told apart from the residual.`,
      );
    } else if (fixed) {
      const what =
        fixed.length === 0
          ? `There is only one ${label}`
          : `Each ${fixed.join(' x ')} has one ${label}, so the two cannot be told apart`;
      drop(term, 'same-as-fixed', `${what}: what is found holds for these, not beyond them.`);
    } else if (other) {
      drop(
        term,
        'same-as-other',
        `${label} and ${other.join(' x ')} group the answers alike, so they cannot be told apart.`,
      );
    } else kept.push(term);
  }
  return { kept, leftOut };
}

/** Whether knowing the first grouping tells the second one. */
function determines(first: readonly string[], second: readonly string[]): boolean {
  const known = new Map<string, string>();
  return first.every((group, row) => {
    const before = known.get(group);
    if (before === undefined) known.set(group, second[row]);
    return before === undefined || before === second[row];
  });
}

/**
 * The criterion does not mind the sign of a ratio, so zero is an ordinary stationary point
 * instead of a border. The search runs over u with theta = sinh u, which is even-tempered
 * for large ratios; a ratio that ends at zero is let go once more in case that was a saddle.
 */
function bestTheta(problem: RemlProblem, terms: number): number[] {
  if (terms === 0) return [];
  const criterion = (u: number[]): number => problem.at(u.map(Math.sinh)).deviance;
  const from = (start: number) => minimise(criterion, new Array<number>(terms).fill(start), { longest: 1.5 });
  let best = from(0.9);
  if (!best.converged || best.at.some((u) => Math.abs(u) < 0.01)) {
    const again = from(0.3);
    if (again.value < best.value - 1e-9) best = again;
  }
  for (let term = 0; term < terms; term++) {
    const at = best.at.map((u, index) => (index === term ? 0 : u));
    const without = criterion(at);
    if (without <= best.value + 1e-9) best = { ...best, at, value: without };
  }
  return best.at.map((u) => Math.abs(Math.sinh(u)));
}

/**
 * How sure the variances are: the inverse of half the deviance's curvature in (u, log
 * residual variance), with ratios at zero held there.
 */
function parameterUncertainty(problem: RemlProblem, theta: readonly number[], residualVariance: number) {
  const active = theta.flatMap((ratio, at) => (ratio > 1e-5 ? [at] : []));
  const start = active.map((at) => Math.asinh(theta[at]));
  const full = (u: readonly number[]): number[] => {
    const next = theta.map(() => 0);
    active.forEach((at, index) => (next[at] = Math.sinh(u[index])));
    return next;
  };
  // Short enough that the truncation of the differences stays below 1e-7 also where a ratio is small.
  const step = 0.003;
  const atFixedVariance = (u: number[]): number => {
    const value = problem.at(full(u));
    return value.logDeterminants + value.residualSquares / residualVariance;
  };
  const size = active.length + 1;
  const curvature = Matrix.zeros(size, size);
  secondDerivatives(atFixedVariance, start, step).forEach((row, i) => row.forEach((x, j) => curvature.set(i, j, x)));
  gradient((u) => problem.at(full(u)).residualSquares, start, step).forEach((slope, i) => {
    curvature.set(i, size - 1, -slope / residualVariance);
    curvature.set(size - 1, i, -slope / residualVariance);
  });
  curvature.set(size - 1, size - 1, problem.design.rows - problem.design.fixed);
  const unscaled = (u: number[]): Matrix => problem.at(full(u)).unscaledCovariance;
  const slopes = start.map((_, at) => {
    const moved = (times: number): Matrix => unscaled(start.map((u, index) => (index === at ? u + times * step : u)));
    const near = Matrix.sub(moved(1), moved(-1)).mul(8);
    return near
      .sub(Matrix.sub(moved(2), moved(-2)))
      .div(12 * step)
      .mul(residualVariance)
      .to2DArray();
  });
  slopes.push(unscaled(start).mul(residualVariance).to2DArray());
  return { covariance: positiveInverse(curvature).mul(2).to2DArray(), slopes };
}

/** Inverse over the directions that bend upward: a flat direction says nothing. */
function positiveInverse(matrix: Matrix): Matrix {
  const { realEigenvalues: bends, eigenvectorMatrix: axes } = new EigenvalueDecomposition(matrix, {
    assumeSymmetric: true,
  });
  const stiffest = Math.max(...bends);
  const inverse = Matrix.zeros(matrix.rows, matrix.rows);
  bends.forEach((bend, axis) => {
    if (bend <= 1e-10 * stiffest) return;
    const direction = axes.getColumnVector(axis);
    inverse.add(direction.mmul(direction.transpose()).div(bend));
  });
  return inverse;
}
