/**
 * Compares every two samples by the difference of their rank sums.
 *
 * Where two samples are alike, each panelist could as well have ranked them the other way
 * round. Turning the sign of each panelist's difference gives the exact distribution of the
 * difference of the rank sums, ties included, whatever the other samples are like. Use it
 * after a Friedman test; not for incomplete rankings.
 *
 * That all samples are alike, which Friedman's test asks, is not assumed: where some are close to one
 * another and some far apart, the variance that all ranks have together is not that of these two
 * (level 0.105 in place of 0.05).
 *
 * Source: Fisher's randomisation test of pairs, Edgington & Onghena, *Randomization Tests*, chapter 5;
 * adjustment by Holm 1979. In very large panels the normal limit with the same variance.
 *
 * @example
 * rankSumPairs([[1, 2, 3], [1, 3, 2], [1, 2, 3]])[1].probability.p // 0.25
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
const STEP_BUDGET = 2_000_000;

/**
 * All pairs.
 *
 * @param rows one row of mid-ranks per panelist, all of the same length
 * @returns k(k - 1) / 2 pairs, a before b
 */
export function rankSumPairs(rows: readonly (readonly number[])[]): RankSumPair[] {
  const sums = rankSums(rows);
  const pairs: Omit<RankSumPair, 'adjustedP'>[] = [];
  for (let a = 0; a < sums.length; a++) {
    for (let b = a + 1; b < sums.length; b++) {
      const differences = rows.map((row) => row[a] - row[b]);
      pairs.push({ a, b, difference: sums[a] - sums[b], probability: byTurns(differences) });
    }
  }
  const adjusted = holm(pairs.map((pair) => pair.probability.p));
  return pairs.map((pair, index) => ({ ...pair, adjustedP: adjusted[index] }));
}

/** Share of all turns of signs that bring the sum as far from 0 as it is, or farther. */
function byTurns(differences: readonly number[]): Probability {
  // Mid-ranks differ by halves: twice that is whole.
  const steps = differences.map((difference) => Math.abs(Math.round(2 * difference))).filter((step) => step > 0);
  const size = Math.abs(Math.round(2 * differences.reduce((sum, difference) => sum + difference, 0)));
  if (size === 0) return { p: 1, from: 'exact' };
  const reach = steps.reduce((sum, step) => sum + step, 0);
  if (steps.length * (2 * reach + 1) > STEP_BUDGET) {
    const variance = steps.reduce((sum, step) => sum + step * step, 0);
    return { p: normalTwoSided(size / Math.sqrt(variance)), from: 'limiting' };
  }
  // Index reach + d holds P(doubled sum = d).
  let chances = new Float64Array(2 * reach + 1);
  chances[reach] = 1;
  let far = 0;
  for (const step of steps) {
    const next = new Float64Array(chances.length);
    for (let at = reach - far; at <= reach + far; at++) {
      if (chances[at] === 0) continue;
      next[at + step] += chances[at] / 2;
      next[at - step] += chances[at] / 2;
    }
    chances = next;
    far += step;
  }
  let tail = 0;
  for (let d = size; d <= reach; d++) tail += chances[reach + d] + chances[reach - d];
  return { p: Math.min(1, tail), from: 'exact' };
}
