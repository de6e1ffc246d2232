import betainc from '@stdlib/math-base-special-betainc';
import { fUpperTail, logFactorial } from './distributions';

/** Terms that together weigh less than this are left out. */
const NEGLIGIBLE = 1e-13;

/**
 * P(F >= f) for a noncentral variance ratio: what an F test meets when there is something
 * to be found.
 *
 * A Poisson mixture of beta tails, summed outwards from its heaviest term.
 *
 * Source: Johnson, Kotz & Balakrishnan, *Continuous Univariate Distributions* 2, chapter 30
 * (from memory).
 *
 * @param df1 degrees of freedom above
 * @param df2 degrees of freedom below
 * @param noncentrality the sum of squared true deviations over the variance of one mean
 */
export function noncentralFUpperTail(f: number, df1: number, df2: number, noncentrality: number): number {
  if (!(noncentrality > 0)) return fUpperTail(f, df1, df2);
  if (!(f > 0)) return 1;
  const half = noncentrality / 2;
  const weight = (term: number): number => Math.exp(-half + term * Math.log(half) - logFactorial(term));
  const tail = (term: number): number => betainc(df2 / (df2 + df1 * f), df2 / 2, df1 / 2 + term, true, false);
  const middle = Math.floor(half);
  let total = 0;
  for (let term = middle; term >= 0 && weight(term) > NEGLIGIBLE; term--) total += weight(term) * tail(term);
  for (let term = middle + 1; weight(term) > NEGLIGIBLE; term++) total += weight(term) * tail(term);
  return Math.min(1, total);
}
