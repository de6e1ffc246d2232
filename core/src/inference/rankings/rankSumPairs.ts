/**
 * Compares every two samples by the difference of their rank sums.
 *
 * Under the null hypothesis of {@link friedman} each panelist's difference between two
 * samples is that of two of their ranks drawn at random; convolving these over the panel
 * gives the exact distribution of the difference, ties included. Use it after a
 * Friedman test; not for incomplete rankings.
 *
 * Source: Eisinga, Heskes, Pelzer & Te Grotenhuis 2017, *BMC Bioinformatics* 18:68
 * (extended to mid-ranks); adjustment by Holm 1979. In very large panels the normal limit
 * with the same variance, as in ISO 8587.
 *
 * @example
 * rankSumPairs([[1, 2, 3], [1, 3, 2], [1, 2, 3]])[1].probability.p // 0.0648
 */
import { normalTwoSided } from '../../numeric';
import { holm } from '../certainty/holm';
import type { Probability } from '../certainty/probability';
import { rankSums } from './ranks';

/** One comparison of {@link rankSumPairs}. */
export interface RankSumPair {
  /** Positions of the two samples in the rows. */
  a: number;
  b: number;
  /** Rank sum of a less that of b: below 0 when a is liked more. */
  difference: number;
  probability: Probability;
  /** p adjusted over all pairs by Holm's procedure. */
  adjustedP: number;
}

/** Above this many steps the normal limit replaces the convolution. */
const STEP_BUDGET = 20_000_000;

/**
 * All pairs.
 *
 * @param rows one row of mid-ranks per panelist, all of the same length
 * @returns k(k - 1) / 2 pairs, a before b
 */
export function rankSumPairs(rows: readonly (readonly number[])[]): RankSumPair[] {
  const sums = rankSums(rows);
  const twoSided = differenceDistribution(rows);
  const pairs: Omit<RankSumPair, 'adjustedP'>[] = [];
  for (let a = 0; a < sums.length; a++) {
    for (let b = a + 1; b < sums.length; b++) {
      const difference = sums[a] - sums[b];
      pairs.push({ a, b, difference, probability: twoSided(Math.abs(difference)) });
    }
  }
  const adjusted = holm(pairs.map((pair) => pair.probability.p));
  return pairs.map((pair, index) => ({ ...pair, adjustedP: adjusted[index] }));
}

function differenceDistribution(rows: readonly (readonly number[])[]): (size: number) => Probability {
  const samples = rows[0]?.length ?? 0;
  const reach = 2 * rows.length * Math.max(1, samples - 1);
  if (rows.length * (2 * reach + 1) * samples > STEP_BUDGET) return normalLimit(rows);

  // Index reach + d holds P(doubled difference = d).
  let distribution = new Float64Array(2 * reach + 1);
  distribution[reach] = 1;
  for (const row of rows) distribution = convolved(distribution, differenceShares(row));
  return (size) => {
    const doubled = Math.round(2 * size);
    if (doubled === 0) return { p: 1, from: 'exact' };
    let tail = 0;
    for (let d = doubled; d <= reach; d++) tail += distribution[reach + d] + distribution[reach - d];
    return { p: Math.min(1, tail), from: 'exact' };
  };
}

/** How likely each doubled difference between two of one panelist's ranks is. */
function differenceShares(row: readonly number[]): Map<number, number> {
  const shares = new Map<number, number>();
  const share = 1 / (row.length * (row.length - 1));
  row.forEach((first, i) =>
    row.forEach((second, j) => {
      if (i === j) return;
      const difference = Math.round(2 * (first - second));
      shares.set(difference, (shares.get(difference) ?? 0) + share);
    }),
  );
  return shares;
}

function convolved(distribution: Float64Array, shares: Map<number, number>): Float64Array<ArrayBuffer> {
  const next = new Float64Array(distribution.length);
  for (let at = 0; at < distribution.length; at++) {
    if (distribution[at] === 0) continue;
    for (const [step, share] of shares) next[at + step] += distribution[at] * share;
  }
  return next;
}

function normalLimit(rows: readonly (readonly number[])[]): (size: number) => Probability {
  const variance = rows.reduce(
    (total, row) => total + [...differenceShares(row)].reduce((sum, [d, share]) => sum + share * (d / 2) ** 2, 0),
    0,
  );
  return (size) => ({ p: variance > 0 ? normalTwoSided(size / Math.sqrt(variance)) : 1, from: 'limiting' });
}
