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
  const samples = doubled[0].length;
  const largest = doubled.reduce((most, row) => row.reduce((one, other) => Math.max(one, other), most), 0);
  const base = largest * rows.length + 1;
  if (base ** samples > Number.MAX_SAFE_INTEGER) return null;

  let states = new Map<number, number>([[0, 1]]);
  let steps = 0;
  for (const [index, row] of doubled.entries()) {
    // The first panelist may be held fixed: rearranging samples changes nothing.
    const arrangements = index === 0 ? [row] : distinctArrangements(row, STEP_BUDGET);
    if (arrangements === null) return null;
    steps += states.size * arrangements.length;
    if (steps > STEP_BUDGET) return null;
    states = addPanelist(states, arrangements, samples, base);
    onProgress?.((index + 1) / rows.length);
  }
  return upperTail(states, sumOfSquares(rankSums(doubled)), samples, base);
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

function upperTail(states: Map<number, number>, observed: number, samples: number, base: number): number {
  let tail = 0;
  for (const [key, probability] of states) {
    if (sumOfSquares(unpack(key, samples, base)) >= observed) tail += probability;
  }
  return Math.min(1, tail);
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
