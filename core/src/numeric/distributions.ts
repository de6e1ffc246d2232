import betainc from '@stdlib/math-base-special-betainc';
import betaincinv from '@stdlib/math-base-special-betaincinv';
import erfc from '@stdlib/math-base-special-erfc';
import erfcinv from '@stdlib/math-base-special-erfcinv';
import gammainc from '@stdlib/math-base-special-gammainc';
import gammaincinv from '@stdlib/math-base-special-gammaincinv';
import gammaln from '@stdlib/math-base-special-gammaln';
import studentQuantile from '@stdlib/stats-base-dists-t-quantile';

/**
 * P(X >= x) for a chi-squared variable. Computed as an upper incomplete gamma function,
 * so that small tails keep their digits.
 *
 * @param x the statistic, at least 0
 * @param df degrees of freedom, above 0
 */
export function chiSquaredUpperTail(x: number, df: number): number {
  if (x === Infinity) return 0;
  return x <= 0 ? 1 : gammainc(x / 2, df / 2, true, true);
}

/** P(|Z| >= |z|) for a standard normal variable. */
export function normalTwoSided(z: number): number {
  return erfc(Math.abs(z) / Math.SQRT2);
}

/** P(Z <= z) for a standard normal variable. */
export function normalCdf(z: number): number {
  return erfc(-z / Math.SQRT2) / 2;
}

/** Density of a standard normal variable at z. */
export function normalDensity(z: number): number {
  return Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
}

/** The value that a standard normal variable stays below with the given probability. */
export function normalQuantile(probability: number): number {
  return -Math.SQRT2 * erfcinv(2 * probability);
}

/**
 * The value that a Student t variable stays below with the given probability.
 *
 * @param probability between 0 and 1
 * @param df degrees of freedom, above 0; may be infinite
 */
export function studentT(probability: number, df: number): number {
  return df > 1e8 ? normalQuantile(probability) : studentQuantile(probability, df);
}

/** P(T >= t) for a Student t variable; `df` may be infinite. */
export function studentUpperTail(t: number, df: number): number {
  const tail = studentTwoSided(t, df) / 2;
  return t >= 0 ? tail : 1 - tail;
}

/** P(|T| >= |t|) for a Student t variable; `df` may be infinite. */
export function studentTwoSided(t: number, df: number): number {
  if (t === 0) return 1;
  if (Math.abs(t) === Infinity) return 0;
  return df > 1e8 ? normalTwoSided(t) : betainc(df / (df + t * t), df / 2, 0.5, true, false);
}

/** P(F >= f) for a variance ratio; `df2` may be infinite. */
export function fUpperTail(f: number, df1: number, df2: number): number {
  if (!(f > 0)) return 1;
  if (f === Infinity) return 0;
  if (df2 > 1e8) return chiSquaredUpperTail(f * df1, df1);
  return betainc(df2 / (df2 + df1 * f), df2 / 2, df1 / 2, true, false);
}

/** The value that a variance ratio stays below with the given probability. */
export function fQuantile(probability: number, df1: number, df2: number): number {
  // From the small tail, which keeps its digits.
  const share = betaincinv(1 - probability, df2 / 2, df1 / 2, false);
  return (df2 * (1 - share)) / (df1 * share);
}

/** P(X >= count) of a binomial variable with n trials. */
export function binomialUpperTail(count: number, n: number, chance: number): number {
  if (count <= 0) return 1;
  if (count > n || chance <= 0) return 0;
  return chance >= 1 ? 1 : betainc(chance, count, n - count + 1, true, false);
}

/** P(X <= count) of a binomial variable with n trials. */
export function binomialLowerTail(count: number, n: number, chance: number): number {
  if (count < 0) return 0;
  if (count >= n || chance <= 0) return 1;
  return chance >= 1 ? 0 : betainc(chance, count + 1, n - count, true, true);
}

/** log of n! for whole or real n above -1. */
export const logFactorial = (n: number): number => gammaln(n + 1);

/** log of the gamma function. */
export const logGamma = (x: number): number => gammaln(x);

/** P(X = count) of a binomial variable with n trials. */
export function binomialChance(count: number, n: number, chance: number): number {
  if (chance <= 0) return count === 0 ? 1 : 0;
  if (chance >= 1) return count === n ? 1 : 0;
  const ways = logFactorial(n) - logFactorial(count) - logFactorial(n - count);
  return Math.exp(ways + count * Math.log(chance) + (n - count) * Math.log1p(-chance));
}

/** The value that a beta variable stays below with the given probability. */
export function betaQuantile(probability: number, a: number, b: number): number {
  return betaincinv(probability, a, b, false);
}

/** The value that sqrt(chi-squared / df) stays below with the given probability; 1 for infinite df. */
export function chiScale(probability: number, df: number): number {
  return df > 1e6 ? 1 : Math.sqrt((2 * gammaincinv(probability, df / 2)) / df);
}

/** The value that a chi-squared variable stays below with the given probability. */
export const chiSquaredQuantile = (probability: number, df: number): number => 2 * gammaincinv(probability, df / 2);
