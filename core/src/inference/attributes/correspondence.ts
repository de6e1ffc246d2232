/**
 * Correspondence analysis: a map on which samples lie near the words that were checked for
 * them more than usual.
 *
 * Use it to look at a table of samples by words from check-all-that-apply, after Cochran's
 * Q has said which words differ. Not as a test, and not for words almost nobody checked:
 * they pull the map towards themselves.
 *
 * Source: Greenacre, *Correspondence Analysis in Practice*, chapters 8 and 10.
 *
 * @example
 * correspondence([[10, 2], [3, 9]]).totalInertia // 0.3427
 */
import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import type { NoTest } from '../certainty/probability';

/** Result of {@link correspondence}; principal coordinates, one row per sample or word. */
export interface CorrespondenceResult {
  test: 'correspondence';
  /** Chi-squared of the table over its total. */
  totalInertia: number;
  /** Share of the inertia on each axis, largest first. */
  shares: number[];
  samples: number[][];
  words: number[][];
  /** Rows and columns without any count, left off the map (their coordinates are empty). */
  empty: { samples: number[]; words: number[] };
}

/** @param counts per sample, how often each word was checked */
export function correspondence(counts: readonly (readonly number[])[]): CorrespondenceResult | NoTest {
  const rowSums = counts.map((row) => row.reduce((sum, count) => sum + count, 0));
  const columnSums = (counts[0] ?? []).map((_, word) => counts.reduce((sum, row) => sum + row[word], 0));
  const rows = rowSums.flatMap((sum, at) => (sum > 0 ? [at] : []));
  const columns = columnSums.flatMap((sum, at) => (sum > 0 ? [at] : []));
  if (rows.length < 2 || columns.length < 2) {
    return { test: null, reason: 'A map needs at least two samples and two words that were checked.' };
  }
  const total = rowSums.reduce((sum, count) => sum + count, 0);
  const residuals = new Matrix(
    rows.map((r) =>
      columns.map((c) => {
        const expected = (rowSums[r] / total) * (columnSums[c] / total);
        return (counts[r][c] / total - expected) / Math.sqrt(expected);
      }),
    ),
  );
  const svd = new SingularValueDecomposition(residuals, { autoTranspose: true });
  const axes = Math.min(rows.length, columns.length) - 1;
  const values = svd.diagonal.slice(0, axes);
  const totalInertia = svd.diagonal.reduce((sum, value) => sum + value * value, 0);
  if (totalInertia < 1e-15)
    return { test: null, reason: 'The words were checked alike for all samples, so there is nothing to map.' };
  const place = (all: number, kept: number[], vectors: Matrix, sums: number[]): number[][] =>
    Array.from({ length: all }, (_, at) => {
      const row = kept.indexOf(at);
      return row < 0 ? [] : values.map((value, axis) => (vectors.get(row, axis) * value) / Math.sqrt(sums[at] / total));
    });
  return {
    test: 'correspondence',
    totalInertia,
    shares: values.map((value) => (value * value) / totalInertia),
    samples: place(counts.length, rows, svd.leftSingularVectors, rowSums),
    words: place(columnSums.length, columns, svd.rightSingularVectors, columnSums),
    empty: {
      samples: rowSums.flatMap((sum, at) => (sum > 0 ? [] : [at])),
      words: columnSums.flatMap((sum, at) => (sum > 0 ? [] : [at])),
    },
  };
}
