import { chiSquaredUpperTail, randomStream } from '../numeric';
import { friedmanExactP } from './friedmanExact';
import type { NoTest, Probability } from './probability';
import { rankSums, tieSizes } from './ranks';

/** Result of {@link friedman}. */
export interface FriedmanResult {
  test: 'friedman';
  /** Chi-squared with correction for ties. */
  statistic: number;
  df: number;
  probability: Probability;
  /** Kendall's coefficient of concordance with correction for ties: 0 no agreement, 1 complete. */
  kendallW: number;
  /** Sum of ranks per sample, in sample order. */
  rankSums: number[];
  panelists: number;
  samples: number;
}

/** How {@link friedman} may spend its time. */
export interface FriedmanOptions {
  /** Seed of the Monte Carlo relabelings. */
  seed: string;
  /** Relabelings drawn when enumeration takes too long; default 100,000. */
  draws?: number;
  /** Told the finished fraction, 0 to 1, every panelist enumerated or few thousand relabelings. */
  onProgress?: (fraction: number) => void;
}

/** Panels above this size use the chi-squared limit when they cannot be enumerated. */
const LARGEST_MONTE_CARLO_PANEL = 100;

/**
 * Friedman's test: do panelists, each of whom ranked all samples, prefer some of them?
 *
 * Use it for complete rankings, or scores ranked within each panelist. Do not use it when
 * panelists saw different samples (Durbin, Skillings-Mack), or to conclude that samples
 * are the same: a large p only says that this panel did not show a difference.
 *
 * The p-value is exact where the null distribution can be enumerated, else from seeded
 * relabelings for panels of up to 100, else from the chi-squared limit.
 *
 * Source: Friedman 1937; tie correction as in Conover, *Practical Nonparametric
 * Statistics*, section 5.8; W as in Kendall & Gibbons, *Rank Correlation Methods*.
 *
 * @param rows one row of mid-ranks per panelist: n rows of k ranks, rank 1 = most liked
 * @returns statistic, k - 1 degrees of freedom, p and W; or why there is no test
 * @example
 * friedman([[1, 2, 3], [1, 3, 2], [1, 2, 3]], { seed: '1' })
 * // rank sums 3, 7, 8; statistic 4.667 on 2 df; exact p 0.1944; W 0.778
 */
export function friedman(rows: readonly (readonly number[])[], options: FriedmanOptions): FriedmanResult | NoTest {
  const panelists = rows.length;
  const samples = rows[0]?.length ?? 0;
  if (panelists === 0) return { test: null, reason: 'No panelist ranked all samples, so there is nothing to test.' };
  if (samples < 2) return { test: null, reason: 'A ranking needs at least two samples.' };

  const ties = rows.reduce((total, row) => total + tieSizes(row).reduce((sum, t) => sum + t ** 3 - t, 0), 0);
  const spread = panelists * samples * (samples + 1) - ties / (samples - 1);
  if (spread <= 0) return { test: null, reason: 'Every panelist tied all samples, so no sample stands above another.' };

  const sums = rankSums(rows);
  const expected = (panelists * (samples + 1)) / 2;
  const statistic = (12 * sums.reduce((total, sum) => total + (sum - expected) ** 2, 0)) / spread;
  const df = samples - 1;
  return {
    test: 'friedman',
    statistic,
    df,
    probability: friedmanProbability(rows, statistic, df, options),
    kendallW: Math.min(1, statistic / (panelists * df)),
    rankSums: sums,
    panelists,
    samples,
  };
}

function friedmanProbability(
  rows: readonly (readonly number[])[],
  statistic: number,
  df: number,
  options: FriedmanOptions,
): Probability {
  const exact = friedmanExactP(rows, options.onProgress);
  if (exact !== null) return { p: exact, from: 'exact' };
  if (rows.length <= LARGEST_MONTE_CARLO_PANEL) return relabeled(rows, options);
  return { p: chiSquaredUpperTail(statistic, df), from: 'limiting' };
}

/**
 * Shuffles every panelist's ranks over the samples again and again and counts how often
 * the rank sums lie at least as far apart as observed. The observed arrangement counts as
 * one of the draws, so that p is never 0 and the test never rejects too often.
 */
function relabeled(rows: readonly (readonly number[])[], options: FriedmanOptions): Probability {
  const draws = options.draws ?? 100_000;
  const random = randomStream(options.seed, 'friedman');
  const work = rows.map((row) => Float64Array.from(row));
  const samples = rows[0].length;
  const squares = (sums: ArrayLike<number>): number => {
    let total = 0;
    for (let sample = 0; sample < samples; sample++) total += sums[sample] * sums[sample];
    return total;
  };
  // Sums of halves are exact in floating point, so no tolerance is needed.
  const observed = squares(rankSums(rows));
  const sums = new Float64Array(samples);
  let atLeast = 0;
  for (let draw = 0; draw < draws; draw++) {
    sums.fill(0);
    for (const ranks of work) {
      shuffleInPlace(ranks, random.fraction);
      for (let sample = 0; sample < samples; sample++) sums[sample] += ranks[sample];
    }
    if (squares(sums) >= observed) atLeast++;
    if (draw % 4096 === 0) options.onProgress?.(draw / draws);
  }
  const p = (atLeast + 1) / (draws + 1);
  return { p, from: 'monte-carlo', draws, standardError: Math.sqrt((p * (1 - p)) / draws) };
}

function shuffleInPlace(ranks: Float64Array, fraction: () => number): void {
  for (let last = ranks.length - 1; last > 0; last--) {
    const chosen = Math.floor(fraction() * (last + 1));
    const held = ranks[last];
    ranks[last] = ranks[chosen];
    ranks[chosen] = held;
  }
}
