/**
 * The exact null distribution of the Friedman statistic, by enumeration.
 *
 * Under the null hypothesis each panelist's ranks (ties included) are equally likely in
 * every arrangement over the samples, independently of the other panelists. The
 * distribution of the rank sums is built up panelist by panelist. Because the statistic
 * does not care which sample has which sum, sums that are rearrangements of each other
 * are one state, which makes panels of two dozen and four samples feasible.
 *
 * Use it through {@link friedman}. Not for large panels of many samples, where the states
 * outgrow any patience; it then gives null and relabelings take over.
 *
 * Source: enumeration as in van de Wiel & Di Bucchianico 2001, *Journal of Statistical
 * Planning and Inference* 97, 377-398 (idea, from memory); states merged as described.
 *
 * @example
 * friedmanExactP([[1, 2, 3], [1, 3, 2], [1, 2, 3]]) // 0.1944
 */
import { rankSums } from './ranks';

/** How many state-by-arrangement steps are worth waiting for (about a third of a second). */
const STEP_BUDGET = 1_500_000;

/** The null distribution of the sum of squared rank sums: its values, rising, and the chance of each or a larger one. */
interface NullDistribution {
  squares: Float64Array;
  upperTails: Float64Array;
}

/**
 * Distributions by the ranks that panelists gave, whoever gave them: one tasting asks for the same one many times,
 * with and without this or that, and simulated panels ask for one thousands of times. Null where it would take too long.
 */
const known = new Map<string, NullDistribution | null>();
const MOST_KNOWN = 24;

/**
 * @param rows one row of mid-ranks per panelist, all of the same length
 * @param onProgress told the finished fraction, 0 to 1, after each panelist
 * @returns P(statistic >= observed), or null when the enumeration would take too long
 */
export function friedmanExactP(
  rows: readonly (readonly number[])[],
  onProgress?: (fraction: number) => void,
): number | null {
  // Mid-ranks are halves, so doubling makes every sum a whole number.
  const doubled = rows.map((row) => row.map((rank) => Math.round(2 * rank)));
  const patterns = doubled.map((row) => [...row].sort((a, b) => a - b).join()).sort();
  const name = patterns.join(';');
  const distribution = known.has(name)
    ? (known.get(name) as NullDistribution | null)
    : distributionOf(patterns, onProgress);
  known.delete(name);
  known.set(name, distribution);
  if (known.size > MOST_KNOWN) known.delete(known.keys().next().value as string);
  return distribution && upperTail(distribution, sumOfSquares(rankSums(doubled)));
}

/** @param patterns what each panelist gave, sorted, as text */
function distributionOf(patterns: readonly string[], onProgress?: (fraction: number) => void): NullDistribution | null {
  const rows = patterns.map((pattern) => pattern.split(',').map(Number));
  const samples = rows[0].length;
  const largest = rows.reduce((most, row) => Math.max(most, row[row.length - 1]), 0);
  const base = largest * rows.length + 1;
  if (base ** samples > Number.MAX_SAFE_INTEGER) return null;

  let states = new Map<number, number>([[0, 1]]);
  let steps = 0;
  for (const [index, row] of rows.entries()) {
    // The first panelist may be held fixed: rearranging samples changes nothing.
    const arrangements = index === 0 ? [row] : distinctArrangements(row, STEP_BUDGET);
    if (arrangements === null) return null;
    steps += states.size * arrangements.length;
    if (steps > STEP_BUDGET) return null;
    states = addPanelist(states, arrangements, samples, base);
    onProgress?.((index + 1) / rows.length);
  }
  return tailsOf(states, samples, base);
}

function addPanelist(states: Map<number, number>, arrangements: number[][], samples: number, base: number) {
  const next = new Map<number, number>();
  const sums = new Array<number>(samples);
  for (const [key, probability] of states) {
    const before = unpack(key, samples, base);
    const share = probability / arrangements.length;
    for (const arrangement of arrangements) {
      for (let sample = 0; sample < samples; sample++) sums[sample] = before[sample] + arrangement[sample];
      const after = pack(sums, base);
      next.set(after, (next.get(after) ?? 0) + share);
    }
  }
  return next;
}

function tailsOf(states: ReadonlyMap<number, number>, samples: number, base: number): NullDistribution {
  const chances = new Map<number, number>();
  for (const [key, probability] of states) {
    const square = sumOfSquares(unpack(key, samples, base));
    chances.set(square, (chances.get(square) ?? 0) + probability);
  }
  const squares = Float64Array.from(chances.keys()).sort();
  const upperTails = new Float64Array(squares.length);
  let tail = 0;
  for (let at = squares.length - 1; at >= 0; at--) upperTails[at] = tail += chances.get(squares[at]) ?? 0;
  return { squares, upperTails };
}

/** The chance of what was observed, or more: of the first value that is no smaller. */
function upperTail({ squares, upperTails }: NullDistribution, observed: number): number {
  let [low, high] = [0, squares.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (squares[middle] >= observed) high = middle;
    else low = middle + 1;
  }
  return Math.min(1, upperTails[low] ?? 0);
}

const sumOfSquares = (sums: readonly number[]): number => sums.reduce((total, sum) => total + sum * sum, 0);

/** Sorts the sums in place (insertion sort: they are few) and writes them as one number. */
function pack(sums: number[], base: number): number {
  for (let at = 1; at < sums.length; at++) {
    const value = sums[at];
    let place = at;
    for (; place > 0 && sums[place - 1] > value; place--) sums[place] = sums[place - 1];
    sums[place] = value;
  }
  let key = 0;
  for (const sum of sums) key = key * base + sum;
  return key;
}

function unpack(key: number, samples: number, base: number): number[] {
  const sums = new Array<number>(samples);
  for (let sample = samples - 1; sample >= 0; sample--) {
    sums[sample] = key % base;
    key = Math.floor(key / base);
  }
  return sums;
}

function distinctArrangements(row: readonly number[], limit: number): number[][] | null {
  const counts = new Map<number, number>();
  for (const rank of row) counts.set(rank, (counts.get(rank) ?? 0) + 1);
  const found: number[][] = [];
  const current: number[] = [];
  const extend = (): boolean => {
    if (current.length === row.length) return found.push([...current]) <= limit;
    for (const [rank, left] of counts) {
      if (left === 0) continue;
      counts.set(rank, left - 1);
      current.push(rank);
      const within = extend();
      current.pop();
      counts.set(rank, left);
      if (!within) return false;
    }
    return true;
  };
  return row.length <= 9 && extend() ? found : null;
}
