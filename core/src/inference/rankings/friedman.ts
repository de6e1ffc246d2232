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
 * @example
 * friedman([[1, 2, 3], [1, 3, 2], [1, 2, 3]], { seed: '1' }).statistic // 4.667
 */
import { chiSquaredUpperTail } from '../../numeric';
import { friedmanExactP } from './friedmanExact';
import type { NoTest, Probability } from '../certainty/probability';
import { rankSums, tieSizes } from './ranks';
import { LARGEST_MONTE_CARLO_PANEL, relabeledP } from './relabel';

/** Result of {@link friedman}. */
export interface FriedmanResult {
  test: 'friedman';
  /** Chi-squared with correction for ties. */
  statistic: number;
  df: number;
  probability: Probability;
  /** p of the chi-squared limit, whatever `probability` rests on. */
  limitingP: number;
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
  /** Only the chi-squared limit, for many panels in little time; default false. */
  asymptotic?: boolean;
  /** SectionContext the finished fraction, 0 to 1, every panelist enumerated or few thousand relabelings. */
  onProgress?: (fraction: number) => void;
}

/**
 * Friedman's test on complete rankings.
 *
 * @param rows one row of mid-ranks per panelist: n rows of k ranks, rank 1 = most liked
 * @returns statistic, k - 1 degrees of freedom, p and W; or why there is no test
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
    limitingP: chiSquaredUpperTail(statistic, df),
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
  if (options.asymptotic) return { p: chiSquaredUpperTail(statistic, df), from: 'limiting' };
  const exact = friedmanExactP(rows, options.onProgress);
  if (exact !== null) return { p: exact, from: 'exact' };
  if (rows.length <= LARGEST_MONTE_CARLO_PANEL) {
    const places = rows[0].map((_, sample) => sample);
    const blocks = rows.map((values) => ({ samples: places, values }));
    return relabeledP({ ...options, blocks, samples: places.length, statistic: sumOfSquares });
  }
  return { p: chiSquaredUpperTail(statistic, df), from: 'limiting' };
}

/** Grows with the statistic, and is all of it that changes from one relabeling to the next. */
function sumOfSquares(sums: Float64Array): number {
  let total = 0;
  for (let sample = 0; sample < sums.length; sample++) total += sums[sample] * sums[sample];
  return total;
}
