/**
 * Pairwise comparison of rank sums by three limiting procedures: the least significant
 * difference of ISO 8587, Conover's, and Nemenyi's.
 *
 * Use them beside {@link rankSumPairs} (exact, the one that verdicts rest on) where a
 * standard or a reader asks for them, or in large panels. The least significant difference
 * and Conover's test each pair by itself and are here adjusted by Holm; Nemenyi's p is
 * simultaneous over all pairs already. Do not use them for incomplete rankings.
 *
 * Source: ISO 8587 (ranking); Conover, *Practical Nonparametric Statistics*, section 5.8;
 * Nemenyi 1963 in Hollander & Wolfe, section 7.3.
 *
 * @example
 * rankSumLimits([[1, 2, 3], [1, 3, 2], [1, 2, 3]], 0.05).leastSignificantDifference // 4.801
 */
import { normalQuantile, normalTwoSided, studentTwoSided, studentizedRangeUpperTail } from '../../numeric';
import { manyToOneP } from '../certainty/manyToOne';
import { holm } from '../certainty/holm';
import { rankSums } from './ranks';

/** One pair, by position in the rows. */
export interface RankSumLimit {
  a: number;
  b: number;
  difference: number;
  /** p by itself, then adjusted over all pairs by Holm. */
  leastDifference: { p: number; adjustedP: number };
  conover: { p: number; adjustedP: number };
  /** p simultaneous over all pairs. */
  nemenyi: { p: number };
}

/** Result of {@link rankSumLimits}. */
export interface RankSumLimits {
  /** Rank sums further apart than this differ at alpha, each pair by itself. */
  leastSignificantDifference: number;
  pairs: RankSumLimit[];
}

/**
 * All pairs.
 *
 * @param rows one row of mid-ranks per panelist, all of the same length
 * @returns pairs with p = 1 where every panelist tied everything
 */
export function rankSumLimits(rows: readonly (readonly number[])[], alpha: number): RankSumLimits {
  const sums = rankSums(rows);
  const n = rows.length;
  const k = sums.length;
  const se = standardError(rows);
  const squares = rows.reduce((total, row) => total + row.reduce((sum, rank) => sum + rank * rank, 0), 0);
  const df = (n - 1) * (k - 1);
  const conoverSe = Math.sqrt(
    Math.max(0, (2 * (n * squares - sums.reduce((total, sum) => total + sum * sum, 0))) / Math.max(df, 1)),
  );
  const raw = sums.flatMap((first, a) =>
    sums.slice(a + 1).map((second, step) => {
      const difference = first - second;
      return {
        a,
        b: a + 1 + step,
        difference,
        least: se > 0 ? normalTwoSided(difference / se) : 1,
        conover: conoverP(difference, conoverSe, df),
        nemenyi: { p: se > 0 ? studentizedRangeUpperTail((Math.abs(difference) / se) * Math.SQRT2, k, Infinity) : 1 },
      };
    }),
  );
  const least = holm(raw.map((pair) => pair.least));
  const conover = holm(raw.map((pair) => pair.conover));
  return {
    leastSignificantDifference: normalQuantile(1 - alpha / 2) * se,
    pairs: raw.map((pair, at) => ({
      ...pair,
      leastDifference: { p: pair.least, adjustedP: least[at] },
      conover: { p: pair.conover, adjustedP: conover[at] },
    })),
  };
}

/** Standard error of a difference of two rank sums, ties included. */
function standardError(rows: readonly (readonly number[])[]): number {
  const variance = rows.reduce((total, row) => {
    const mean = (row.length + 1) / 2;
    return total + (2 * row.reduce((sum, rank) => sum + (rank - mean) ** 2, 0)) / Math.max(1, row.length - 1);
  }, 0);
  return Math.sqrt(variance);
}

/** Conover's t; where panelists agree completely nothing is left to judge it by, and the difference is as sure as it gets. */
function conoverP(difference: number, se: number, df: number): number {
  if (df < 1 || difference === 0) return 1;
  return se > 1e-9 ? studentTwoSided(difference / se, df) : 0;
}

/** One sample against the reference. */
export interface AgainstReference {
  sample: number;
  /** Rank sum less that of the reference. */
  difference: number;
  p: number;
  /** p simultaneous over all comparisons with the reference (correlation one half). */
  adjustedP: number;
}

/**
 * Every sample against the reference, two-sided, simultaneously.
 *
 * Source: Nemenyi 1963 and Wilcoxon-Nemenyi-McDonald-Thompson in Hollander & Wolfe, section 7.4.
 */
export function rankSumsAgainst(rows: readonly (readonly number[])[], reference: number): AgainstReference[] {
  const sums = rankSums(rows);
  const se = standardError(rows);
  const others = sums.map((_, sample) => sample).filter((sample) => sample !== reference);
  return others.map((sample) => {
    const difference = sums[sample] - sums[reference];
    const z = se > 0 ? difference / se : 0;
    const weights = others.map(() => Math.SQRT1_2);
    return { sample, difference, p: normalTwoSided(z), adjustedP: manyToOneP(Math.abs(z), weights, Infinity) };
  });
}
