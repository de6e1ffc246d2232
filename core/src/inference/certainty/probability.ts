/**
 * A p-value together with how it was come by, since "exact" and "about" must never
 * look alike.
 *
 * - `exact`: the whole null distribution was enumerated.
 * - `monte-carlo`: a seeded sample of relabelings; `standardError` says how far off it may be.
 * - `limiting`: the distribution that the statistic approaches in large panels.
 *
 * Use it wherever a test has more than one way to its p; not for p-values that are always
 * exact, or always from one distribution.
 *
 * Source: the distinction is that of Conover, *Practical Nonparametric Statistics*, section 2.4.
 *
 * @example
 * saysHow({ p: 0.0417, from: 'exact' }) // 'exact'
 */
export type Probability =
  | { p: number; from: 'exact' }
  | { p: number; from: 'monte-carlo'; draws: number; standardError: number }
  | { p: number; from: 'limiting' };

/** Said in place of a result when the data leave nothing to test. */
export interface NoTest {
  test: null;
  reason: string;
}

/** How a p-value was come by, for the small print. */
export function saysHow(probability: Probability): string {
  if (probability.from === 'exact') return 'exact';
  if (probability.from === 'limiting') return 'large-panel limit';
  const draws = probability.draws.toLocaleString('en-GB');
  return `${draws} relabelings, standard error ${probability.standardError.toExponential(1)}`;
}
