import erfc from '@stdlib/math-base-special-erfc';
import gammainc from '@stdlib/math-base-special-gammainc';
import studentQuantile from '@stdlib/stats-base-dists-t-quantile';

/**
 * P(X >= x) for a chi-squared variable. Computed as an upper incomplete gamma function,
 * so that small tails keep their digits.
 *
 * @param x the statistic, at least 0
 * @param df degrees of freedom, above 0
 */
export function chiSquaredUpperTail(x: number, df: number): number {
  return x <= 0 ? 1 : gammainc(x / 2, df / 2, true, true);
}

/** P(|Z| >= |z|) for a standard normal variable. */
export function normalTwoSided(z: number): number {
  return erfc(Math.abs(z) / Math.SQRT2);
}

/**
 * The value that a Student t variable stays below with the given probability.
 *
 * @param probability between 0 and 1
 * @param df degrees of freedom, above 0
 */
export function studentT(probability: number, df: number): number {
  return studentQuantile(probability, df);
}
