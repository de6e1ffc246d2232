/**
 * Can the mixed model be believed here? Residual checks, and what each panelist's answers
 * do to the result.
 *
 * Use the residual checks as a reason to look, not as tests to pass: in large panels any
 * real scale fails them. Use the influence of panelists to see whether a finding hangs on
 * one of them; not to remove whoever disagrees.
 *
 * Source: Pinheiro & Bates, *Mixed-Effects Models in S and S-PLUS*, section 4.3; deletion
 * measures as in Cook 1977, *Technometrics* 19, 15-18, with variances held at their estimates.
 *
 * @example
 * residualChecks([1, -1, 0.5, -0.5], ['a', 'a', 'b', 'b']).spreadRatio // 2
 */
import type { MixedData, MixedFit, MixedModel } from './fit';
import { grouping } from './fit';
import { fixedDesign } from './design';
import { RemlDesign, RemlProblem } from './reml';

/** Result of {@link residualChecks}. */
export interface ResidualChecks {
  /** 0 for symmetric residuals. */
  skewness: number;
  /** 0 for normal ones, above 0 for heavy tails. */
  excessKurtosis: number;
  /** Largest over smallest residual standard deviation among groups; null with fewer than two usable groups. */
  spreadRatio: number | null;
  /** Rows whose residual is more than 3.5 standard deviations out. */
  outliers: number[];
  concerns: string[];
}

/** @param groups the sample of every residual */
export function residualChecks(residuals: readonly number[], groups: readonly string[]): ResidualChecks {
  const n = residuals.length;
  const moment = (power: number): number => residuals.reduce((sum, r) => sum + (r / size) ** power, 0) / n;
  const largest = residuals.reduce((most, r) => Math.max(most, Math.abs(r)), 0);
  const size = largest > 0 ? largest * Math.sqrt(residuals.reduce((sum, r) => sum + (r / largest) ** 2, 0) / n) : 1;
  const skewness = n > 0 ? moment(3) : 0;
  const excessKurtosis = n > 0 && largest > 0 ? moment(4) - 3 : 0;
  const spreadRatio = ratioOfSpreads(residuals, groups);
  const outliers = residuals.flatMap((r, row) => (Math.abs(r / size) > 3.5 ? [row] : []));
  const concerns = [
    ...(Math.abs(skewness) > 1 ? ['Residuals are lopsided.'] : []),
    ...(excessKurtosis > 3 ? ['Residuals have heavy tails: a few answers weigh much.'] : []),
    ...(spreadRatio !== null && spreadRatio > 3 ? ['Some samples are scored far less evenly than others.'] : []),
    ...(outliers.length > 0 ? [`${outliers.length} answers lie far from what the model expects.`] : []),
  ];
  return { skewness, excessKurtosis, spreadRatio, outliers, concerns };
}

function ratioOfSpreads(residuals: readonly number[], groups: readonly string[]): number | null {
  const squares = new Map<string, { count: number; total: number }>();
  const largest = residuals.reduce((most, r) => Math.max(most, Math.abs(r)), 0) || 1;
  residuals.forEach((r, row) => {
    const entry = squares.get(groups[row]) ?? { count: 0, total: 0 };
    squares.set(groups[row], { count: entry.count + 1, total: entry.total + (r / largest) ** 2 });
  });
  const spreads = [...squares.values()]
    .filter(({ count, total }) => count > 1 && total > 0)
    .map(({ count, total }) => Math.sqrt(total / count));
  return spreads.length > 1 ? Math.max(...spreads) / Math.min(...spreads) : null;
}

/** What leaving out one group of rows does. */
export interface Influence {
  group: string;
  /** Cook's distance over the fixed effects. */
  distance: number;
}

/** Rows that may be gone through again, over all levels left out: about a second. */
const MOST_ROWS_AGAIN = 500_000;

/**
 * Cook's distance of each level of a factor, largest first; null where leaving out one
 * level after the other would take too long (in panels that large nobody weighs much).
 */
export function influence(data: MixedData, model: MixedModel, fit: MixedFit, factor: string): Influence[] | null {
  if (data.y.length * new Set(data.factors[factor]).size > MOST_ROWS_AGAIN) return null;
  const names = fit.variances.map((variance) => variance.term);
  const kept = model.random.filter((term) => names.includes(term.join(':')));
  const theta = fit.variances.map((variance) => Math.sqrt(variance.variance / fit.residualVariance));
  const information = inverseForm(fit);
  const levels = [...new Set(data.factors[factor])];
  const spread = Math.sqrt(fit.residualVariance);
  const found = levels.flatMap((group) => {
    const rows = data.factors[factor].flatMap((level, row) => (level === group ? [] : [row]));
    const part = (values: readonly string[]): string[] => rows.map((row) => values[row]);
    const factors = Object.fromEntries(Object.entries(data.factors).map(([name, values]) => [name, part(values)]));
    const design = fixedDesign(factors, model.fixed);
    if (design.columns.length !== fit.design.columns.length || rows.length <= design.columns.length) return [];
    const columns = fit.design.columns.map((column) => rows.map((row) => column[row]));
    const y = rows.map((row) => (data.y[row] - fit.coefficients[0]) / spread);
    const groups = kept.map((term) => grouping(factors, term, rows.length));
    const problem = new RemlProblem(new RemlDesign(columns, groups), y);
    const moved = problem
      .at(theta)
      .coefficients.map((b, at) => b * spread + (at === 0 ? fit.coefficients[0] : 0) - fit.coefficients[at]);
    return [{ group, distance: information(moved) / fit.coefficients.length }];
  });
  return found.sort((a, b) => b.distance - a.distance);
}

/** d -> d' V^-1 d, by Gaussian elimination on V. */
function inverseForm(fit: MixedFit): (d: readonly number[]) => number {
  return (d) => {
    const rows = fit.covariance.map((row, at) => [...row, d[at]]);
    let total = 0;
    rows.forEach((row, at) => {
      for (let below = at + 1; below < rows.length; below++) {
        const share = rows[below][at] / row[at];
        for (let column = at; column <= rows.length; column++) rows[below][column] -= share * row[column];
      }
      total += row[rows.length] ** 2 / row[at];
    });
    return total;
  };
}
