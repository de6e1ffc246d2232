/**
 * Intervals for a share: Clopper-Pearson and Wilson.
 *
 * Use Clopper-Pearson when the interval must cover at least as often as it says, in any
 * panel; use Wilson where the usual coverage near the stated one matters more than the
 * guarantee. Use neither for shares of answers when panelists answered several times: such
 * answers are not independent (see the beta-binomial).
 *
 * Source: Clopper & Pearson 1934, *Biometrika* 26, 404-413; Wilson 1927, *Journal of the
 * American Statistical Association* 22, 209-212.
 *
 * @example
 * clopperPearson(15, 30, 0.05) // [0.313, 0.687]
 */
import { betaQuantile, normalQuantile } from '../../numeric';

/** Lower and upper bound. */
export type Interval = [number, number];

/** Covers at least 1 - alpha. @param count of n answers, whole numbers; n = 0 gives [0, 1] */
export function clopperPearson(count: number, n: number, alpha: number): Interval {
  const low = count <= 0 ? 0 : betaQuantile(alpha / 2, count, n - count + 1);
  const high = count >= n ? 1 : betaQuantile(1 - alpha / 2, count + 1, n - count);
  return [low, high];
}

/** Covers about 1 - alpha. */
export function wilson(count: number, n: number, alpha: number): Interval {
  if (n === 0) return [0, 1];
  const z = normalQuantile(1 - alpha / 2);
  const share = count / n;
  const middle = (share + (z * z) / (2 * n)) / (1 + (z * z) / n);
  const half = (z * Math.sqrt((share * (1 - share)) / n + (z * z) / (4 * n * n))) / (1 + (z * z) / n);
  return [count <= 0 ? 0 : Math.max(0, middle - half), count >= n ? 1 : Math.min(1, middle + half)];
}
