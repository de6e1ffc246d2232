/**
 * Tests of contrasts in a mixed model, with Satterthwaite's degrees of freedom.
 *
 * A standard error that is itself estimated from few panelists or pieces has few degrees
 * of freedom; Satterthwaite's formula counts them from how sure the variances are. Use it
 * for every test of fixed effects here; not when the residuals are far from normal.
 *
 * Why not Kenward-Roger's correction: it also widens the standard error itself, which
 * matters in small unbalanced designs, but needs the full covariance matrix of the answers
 * (hours at 500 panelists with crossed pieces). In balanced designs, which is what plans
 * here aim at, both give the classical answer.
 *
 * Source: Satterthwaite 1946, *Biometrics Bulletin* 2, 110-114; Fai & Cornelius 1996,
 * *Journal of Statistical Computation and Simulation* 54, 363-378 (several contrasts);
 * computing as in Kuznetsova, Brockhoff & Christensen 2017, *Journal of Statistical
 * Software* 82(13).
 *
 * @example
 * termTest(fitMixed({ y: [1, 2, 2, 4, 5, 6, 8, 8], factors: { who: ['a', 'a', 'b', 'b', 'c', 'c', 'd', 'd'], sample: ['x', 'y', 'x', 'y', 'x', 'y', 'x', 'y'] } }, { fixed: [['sample']], random: [['who']] }), 0).df2 // 3
 */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { fUpperTail, studentT, studentTwoSided } from '../../numeric';
import type { NoTest } from '../certainty/probability';
import { termContrasts } from './design';
import type { MixedFit } from './fit';

/** One contrast of the coefficients. */
export interface ContrastTest {
  estimate: number;
  se: number;
  df: number;
  t: number;
  p: number;
  interval: [number, number];
}

/** Estimates a contrast and tests it against 0, two-sided. */
export function contrastTest(fit: MixedFit, weights: readonly number[], alpha: number): ContrastTest {
  const estimate = weights.reduce((total, weight, at) => total + weight * fit.coefficients[at], 0);
  const variance = form(fit.covariance, weights);
  const se = Math.sqrt(variance);
  const df = degreesOfFreedom(fit, weights, variance);
  const t = se > 0 ? estimate / se : 0;
  const half = studentT(1 - alpha / 2, df) * se;
  return { estimate, se, df, t, p: studentTwoSided(t, df), interval: [estimate - half, estimate + half] };
}

/** Test of one term of the fixed part. */
export interface TermTest {
  test: 'F';
  term: string;
  F: number;
  df1: number;
  df2: number;
  p: number;
}

/**
 * F test of a term.
 *
 * @param term its place in the model's fixed part
 */
export function termTest(fit: MixedFit, term: number): TermTest | NoTest {
  const { design } = fit;
  const name = design.terms[term]?.join(':') ?? '';
  const columns = design.termOf.flatMap((of, at) => (of === term ? [at] : []));
  if (columns.length === 0)
    return { test: null, reason: `${name || 'This term'} has only one level among these answers.` };
  if (
    design.aliased.some((column) => column.term !== term && contains(design.terms[column.term], design.terms[term]))
  ) {
    return {
      test: null,
      reason: `Cells are missing, so ${name} has no effect of its own to test apart from the interaction.`,
    };
  }
  const contrasts = new Matrix(termContrasts(design, term));
  const covariance = new Matrix(columns.map((a) => columns.map((b) => fit.covariance[a][b])));
  const part = contrasts.mmul(covariance).mmul(contrasts.transpose());
  const { realEigenvalues: sizes, eigenvectorMatrix: axes } = new EigenvalueDecomposition(part, {
    assumeSymmetric: true,
  });
  let total = 0;
  let df1 = 0;
  const dfs: number[] = [];
  const largest = Math.max(...sizes);
  sizes.forEach((size, axis) => {
    if (!(size > 1e-12 * largest)) return;
    const weights = design.termOf.map(() => 0);
    const turned = axes.getColumnVector(axis).transpose().mmul(contrasts).to1DArray();
    columns.forEach((column, at) => (weights[column] = turned[at]));
    const estimate = weights.reduce((sum, weight, at) => sum + weight * fit.coefficients[at], 0);
    total += (estimate * estimate) / size;
    dfs.push(degreesOfFreedom(fit, weights, size));
    df1++;
  });
  if (df1 === 0) return { test: null, reason: `${name} has no variance to be judged by.` };
  const F = total / df1;
  const df2 = combinedDf(dfs);
  return { test: 'F', term: name, F, df1, df2, p: fUpperTail(F, df1, df2) };
}

const contains = (larger: readonly string[], smaller: readonly string[]): boolean =>
  smaller.every((factor) => larger.includes(factor));

/** 2 v^2 / Var(v), v being the contrast's variance. */
function degreesOfFreedom(fit: MixedFit, weights: readonly number[], variance: number): number {
  const slopes = fit.parameters.slopes.map((slope) => form(slope, weights));
  const uncertainty = form(fit.parameters.covariance, slopes);
  const df = (2 * variance * variance) / uncertainty;
  return Number.isFinite(df) && df > 0 ? Math.min(df, 1e9) : fit.rows - fit.design.columns.length;
}

/** Degrees of freedom of a mean of squared independent t statistics. */
function combinedDf(dfs: readonly number[]): number {
  if (dfs.length === 1) return dfs[0];
  if (dfs.every((df) => Math.abs(df - dfs[0]) < 1e-8 * dfs[0])) return dfs[0];
  const mean = dfs.filter((df) => df > 2).reduce((total, df) => total + df / (df - 2), 0);
  const q = dfs.length;
  return mean > q ? (2 * mean) / (mean - q) : 2;
}

/** w' M w. */
function form(matrix: readonly (readonly number[])[], weights: readonly number[]): number {
  let total = 0;
  for (let a = 0; a < weights.length; a++) {
    if (weights[a] === 0) continue;
    for (let b = 0; b < weights.length; b++) total += weights[a] * matrix[a][b] * weights[b];
  }
  return total;
}
