/**
 * A p-value together with how it was come by, since "exact" and "about" must never
 * look alike.
 *
 * - `exact`: the whole null distribution was enumerated.
 * - `monte-carlo`: a seeded sample of relabelings; `standardError` says how far off it may be.
 * - `limiting`: the distribution that the statistic approaches in large panels.
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
