import betainc from '@stdlib/math-base-special-betainc';
import betaincinv from '@stdlib/math-base-special-betaincinv';
import erfc from '@stdlib/math-base-special-erfc';
import erfcinv from '@stdlib/math-base-special-erfcinv';
import gammainc from '@stdlib/math-base-special-gammainc';
import gammaincinv from '@stdlib/math-base-special-gammaincinv';
import gammaln from '@stdlib/math-base-special-gammaln';
import studentQuantile from '@stdlib/stats-base-dists-t-quantile';
import { integrate } from './quadrature';

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

/**
 * P(Q >= q) for the studentized range of `groups` means, with its digits also in the far
 * tail: what is integrated is the upper tail itself, not one less the lower.
 *
 * Source: Hochberg & Tamhane, *Multiple Comparison Procedures*, appendix 3 (the integral).
 *
 * @param df degrees of freedom of the standard error, above 0; may be infinite
 */
export function studentizedRangeUpperTail(q: number, groups: number, df: number): number {
  if (!(q > 0)) return 1;
  // Two groups are a t test; going there keeps all digits of small tails.
  if (groups === 2) return studentTwoSided(q / Math.SQRT2, df);
  if (df > 1e6) return Math.min(1, rangeUpperTail(q, groups));
  return Math.min(
    1,
    overChiScale((scale) => rangeUpperTail(q * scale, groups), df),
  );
}

/** P(range of normal means >= w): groups x integral of phi(z) (Phi(z)^(k-1) - (Phi(z) - Phi(z - w))^(k-1)). */
function rangeUpperTail(w: number, groups: number): number {
  const upper = (z: number): number => {
    const below = normalCdf(z);
    const share = below > 0 ? Math.min(1, normalCdf(z - w) / below) : 0;
    const left = share < 1 ? -Math.expm1((groups - 1) * Math.log1p(-share)) : 1;
    return normalDensity(z) * below ** (groups - 1) * left;
  };
  const middle = Math.min(8, w / 2);
  return groups * (integrate(upper, -9, middle, 48) + integrate(upper, middle, 9 + middle, 48));
}

/**
 * Expectation over S = sqrt(chi-squared / df).
 *
 * @param f a smooth function of the scale; may fall as steeply as a normal tail
 */
export function overChiScale(f: (scale: number) => number, df: number): number {
  const logConstant = (df / 2) * Math.log(df / 2) - logGamma(df / 2) + Math.log(2);
  const density = (s: number): number => Math.exp(logConstant + (df - 1) * Math.log(s) - (df * s * s) / 2);
  const spread = 9 / Math.sqrt(2 * df);
  const low = Math.max(1e-6, 1 - spread);
  const high = 1 + spread * (df < 4 ? 1.6 : 1);
  return integrate((s) => density(s) * f(s), low, 1, 48) + integrate((s) => density(s) * f(s), 1, high, 48);
}

/** The value that sqrt(chi-squared / df) stays below with the given probability; 1 for infinite df. */
export function chiScale(probability: number, df: number): number {
  return df > 1e6 ? 1 : Math.sqrt((2 * gammaincinv(probability, df / 2)) / df);
}
