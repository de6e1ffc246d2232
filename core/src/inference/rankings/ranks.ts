/**
 * Ranks with ties.
 *
 * Use mid-ranks for every rank-based test here: tests are corrected for the ties they
 * leave. Not for values whose ties mean "not judged"; those are missing.
 *
 * Source: Conover, *Practical Nonparametric Statistics*, section 5.8.
 *
 * @example
 * midRanks([8, 5, 8]) // [2.5, 1, 2.5]
 */

/**
 * Turns values into ranks, 1 for the smallest; values that tie share the mean of
 * the places they occupy (mid-ranks).
 *
 * @param values one panelist's values, any finite numbers, in sample order
 * @returns the ranks, in the same order; they always sum to n(n + 1) / 2
 */
export function midRanks(values: readonly number[]): number[] {
  const order = values.map((_, index) => index).sort((a, b) => values[a] - values[b]);
  const ranks = new Array<number>(values.length);
  let start = 0;
  while (start < order.length) {
    let end = start;
    while (end + 1 < order.length && values[order[end + 1]] === values[order[start]]) end++;
    for (let place = start; place <= end; place++) ranks[order[place]] = (start + end) / 2 + 1;
    start = end + 1;
  }
  return ranks;
}

/** The sizes of the groups of equal values, in no particular order. */
export function tieSizes(values: readonly number[]): number[] {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts.values()];
}

/** Column sums: one rank sum per sample over all panelists. */
export function rankSums(rows: readonly (readonly number[])[]): number[] {
  const sums = new Array<number>(rows[0]?.length ?? 0).fill(0);
  for (const row of rows) row.forEach((rank, sample) => (sums[sample] += rank));
  return sums;
}
