/**
 * Estimated means of a mixed model and their comparisons: all pairs (Tukey or Holm), or
 * each against a reference (Dunnett).
 *
 * A mean is averaged evenly over the levels of the other factors, whatever the number of
 * answers in each, so that missing answers do not favour anyone. Use Tukey when every pair
 * is of interest, Dunnett when only the reference matters, Holm for a chosen few. Do not
 * read a large p as sameness (see equivalence).
 *
 * Source: Searle, Speed & Milliken 1980, *The American Statistician* 34, 216-221 (means);
 * Tukey-Kramer in Hochberg & Tamhane, *Multiple Comparison Procedures*, chapter 3; Dunnett 1955.
 *
 * @example
 * estimatedMeans(fitMixed({ y: [1, 2, 2, 4, 5, 6], factors: { who: ['a', 'a', 'b', 'b', 'c', 'c'], sample: ['x', 'y', 'x', 'y', 'x', 'y'] } }, { fixed: [['sample']], random: [['who']] }), 'sample', 0.05)[1].mean // 4
 */
import { studentizedRangeUpperTail } from '../../numeric';
import { holm } from '../certainty/holm';
import { correlatedP, manyToOneP, type SimultaneousP } from '../certainty/manyToOne';
import { meanWeights } from './design';
import type { MixedFit } from './fit';
import { contrastTest } from './satterthwaite';

/** Mean of one level; numbers are null where missing cells leave it undetermined. */
export interface EstimatedMean {
  level: string;
  mean: number | null;
  se: number | null;
  df: number | null;
  interval: [number, number] | null;
}

/** Means of a factor's levels, optionally at a level of other factors. */
export function estimatedMeans(
  fit: MixedFit,
  factor: string,
  alpha: number,
  at: Readonly<Record<string, string>> = {},
): EstimatedMean[] {
  return fit.design.levels[factor].map((level) => {
    const weights = meanWeights(fit.design, { ...at, [factor]: level });
    if (!weights) return { level, mean: null, se: null, df: null, interval: null };
    const { estimate, se, df, interval } = contrastTest(fit, weights, alpha);
    return { level, mean: estimate, se, df, interval };
  });
}

/** How p-values are adjusted for their number. */
export type Adjustment = 'tukey' | 'dunnett' | 'holm' | 'none';

/** Mean of a less mean of b. */
export interface Comparison {
  a: string;
  b: string;
  difference: number;
  se: number;
  df: number;
  t: number;
  /** p by itself. */
  rawP: number;
  /** p adjusted as asked. */
  p: number;
  /** Monte Carlo standard error of that p; 0 where it is integrated exactly. */
  pError: number;
  /** Interval of this difference by itself. */
  interval: [number, number];
}

/** What to compare. */
export interface ComparisonOptions {
  alpha: number;
  adjust: Adjustment;
  /** Needed for `dunnett`: compare the others with this level only. */
  reference?: string;
  at?: Readonly<Record<string, string>>;
  /** Seed of the lattice where correlations are irregular. */
  seed?: string;
}

/** Compares a factor's levels; pairs that missing cells leave undetermined are left out. */
export function compare(fit: MixedFit, factor: string, options: ComparisonOptions): Comparison[] {
  const { alpha, reference, at = {} } = options;
  const levels = fit.design.levels[factor] ?? [];
  const weights = new Map(levels.map((level) => [level, meanWeights(fit.design, { ...at, [factor]: level })]));
  const pairs = levels.flatMap((a, place) =>
    reference === undefined ? levels.slice(place + 1).map((b) => [a, b]) : a === reference ? [] : [[a, reference]],
  );
  const contrasts: number[][] = [];
  const raw = pairs.flatMap(([a, b]) => {
    const [left, right] = [weights.get(a), weights.get(b)];
    if (!left || !right) return [];
    const contrast = left.map((weight, column) => weight - right[column]);
    contrasts.push(contrast);
    const { estimate: difference, p: rawP, ...rest } = contrastTest(fit, contrast, alpha);
    return [{ a, b, difference, rawP, ...rest }];
  });
  const adjusted = adjustedP(fit, contrasts, raw, levels.length, options);
  return raw.map((pair, index) => ({ ...pair, p: adjusted[index].p, pError: adjusted[index].standardError }));
}

function adjustedP(
  fit: MixedFit,
  contrasts: readonly number[][],
  raw: readonly { t: number; df: number; rawP: number }[],
  levels: number,
  { adjust, seed = '1' }: ComparisonOptions,
): SimultaneousP[] {
  const exact = (ps: readonly number[]): SimultaneousP[] => ps.map((p) => ({ p, standardError: 0 }));
  if (adjust === 'none' || raw.length < 2) return exact(raw.map((pair) => pair.rawP));
  if (adjust === 'holm') return exact(holm(raw.map((pair) => pair.rawP)));
  if (adjust === 'tukey') {
    return exact(
      raw.map(({ t, df, rawP }) => Math.max(rawP, studentizedRangeUpperTail(Math.abs(t) * Math.SQRT2, levels, df))),
    );
  }
  const correlation = correlations(fit, contrasts);
  const shared = sharedWeights(correlation);
  return raw.map(({ t, df, rawP }) => {
    const { p, standardError } = shared
      ? { p: manyToOneP(Math.abs(t), shared, df), standardError: 0 }
      : correlatedP(Math.abs(t), correlation, df, seed);
    return { p: Math.min(1, Math.max(rawP, p)), standardError };
  });
}

function correlations(fit: MixedFit, contrasts: readonly number[][]): number[][] {
  const covariance = contrasts.map((one) =>
    contrasts.map((other) =>
      one.reduce(
        (sum, a, i) => sum + (a === 0 ? 0 : a * other.reduce((row, b, j) => row + fit.covariance[i][j] * b, 0)),
        0,
      ),
    ),
  );
  return covariance.map((row, i) => row.map((c, j) => c / Math.sqrt(covariance[i][i] * covariance[j][j])));
}

/** Weights w with rho_ij = w_i w_j, or null when the correlations are not of that kind. */
function sharedWeights(correlation: readonly (readonly number[])[]): number[] | null {
  const size = correlation.length;
  const weights =
    size === 2
      ? [Math.sqrt(Math.abs(correlation[0][1])), Math.sqrt(Math.abs(correlation[0][1]))]
      : correlation.map((row, i) => {
          const [j, k] = [0, 1, 2].filter((other) => other !== i);
          return Math.sqrt(Math.abs((row[j] * row[k]) / correlation[j][k]));
        });
  const fits = correlation.every((row, i) =>
    row.every((rho, j) => i === j || Math.abs(rho - weights[i] * weights[j]) < 1e-6),
  );
  return fits && weights.every((weight) => weight <= 1) ? weights : null;
}
