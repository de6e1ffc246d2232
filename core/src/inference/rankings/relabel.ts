/**
 * Relabeling within panelists: the p-value of any statistic that is a function of one sum
 * per sample, by shuffling each panelist's values over the samples that he or she had.
 *
 * Use it when nothing but the labels is random under the null hypothesis: whoever gave
 * these values would have given them whichever sample stood there. Not when values of
 * different panelists are exchanged, nor when a panelist's answers depend on each other
 * beyond which sample got which.
 *
 * The observed arrangement counts as one of the draws, so that p is never 0 and the test
 * never rejects more often than it says.
 *
 * Source: Edgington & Onghena, *Randomization Tests*, chapter 5; the added draw as in
 * Phipson & Smyth 2010, *Statistical Applications in Genetics and Molecular Biology* 9:39.
 *
 * @example
 * relabeledP({ blocks: [{ samples: [0, 1], values: [1, 2] }], samples: 2, statistic: (s) => Math.abs(s[0] - s[1]), seed: '1', draws: 100 }).p // 1
 */
import { randomStream } from '../../numeric';
import type { Probability } from '../certainty/probability';

/** One panelist's values and the samples they belong to. */
export interface Block {
  samples: readonly number[];
  values: readonly number[];
}

/** What {@link relabeledP} needs. */
export interface Relabeling {
  blocks: readonly Block[];
  /** How many samples there are over all blocks. */
  samples: number;
  /** Large when samples differ; a function of the sums of values per sample. */
  statistic: (sums: Float64Array) => number;
  seed: string;
  /** Default 100,000. */
  draws?: number;
  /** No longer drawn once p is sure to come out above this: enough to know that nothing is shown. */
  stopAbove?: number;
  onProgress?: (fraction: number) => void;
}

/** Panels above this size use a limiting distribution when they cannot be enumerated. */
export const LARGEST_MONTE_CARLO_PANEL = 100;

/** Arrangements that are worth enumerating (about a second). */
const MOST_ARRANGEMENTS = 1_000_000;
/** Where one block may stand as it is; of more, draws are as good in less time. */
const MOST_SYMMETRIC = 300_000;

/**
 * The p-value of a relabeling test by the best way that is feasible: exact when all
 * arrangements can be enumerated, drawn for panels of up to {@link LARGEST_MONTE_CARLO_PANEL},
 * else the limiting one that the caller knows.
 */
export function relabelingProbability(relabeling: Relabeling, limiting: number): Probability {
  const exact = enumeratedP(relabeling);
  if (exact !== null) return { p: exact, from: 'exact' };
  if (relabeling.blocks.length <= LARGEST_MONTE_CARLO_PANEL) return relabeledP(relabeling);
  return { p: limiting, from: 'limiting' };
}

/**
 * P(statistic >= observed) over every arrangement, or null when there are too many.
 *
 * @param isSymmetric whether every block holds every sample, and the statistic minds no names: then one block may stand as it is
 */
export function enumeratedP({ blocks, samples, statistic }: Relabeling, isSymmetric = false): number | null {
  let arrangements = 1;
  for (const block of blocks.slice(isSymmetric ? 1 : 0)) {
    for (let n = 2; n <= block.values.length; n++) arrangements *= n;
    if (arrangements > (isSymmetric ? MOST_SYMMETRIC : MOST_ARRANGEMENTS)) return null;
  }
  const sums = new Float64Array(samples);
  for (const block of blocks) block.values.forEach((value, at) => (sums[block.samples[at]] += value));
  const observed = statistic(sums) * (1 - 1e-12) - 1e-12;
  let atLeast = 0;
  const place = (block: number, left: readonly number[], at: number): void => {
    if (block === blocks.length) return void (atLeast += statistic(sums) >= observed ? 1 : 0);
    if (left.length === 0) return place(block + 1, blocks[block + 1]?.values ?? [], 0);
    const sample = blocks[block].samples[at];
    left.forEach((value, index) => {
      sums[sample] += value;
      place(
        block,
        left.filter((_, other) => other !== index),
        at + 1,
      );
      sums[sample] -= value;
    });
  };
  sums.fill(0);
  if (isSymmetric) blocks[0]?.values.forEach((value, at) => (sums[blocks[0].samples[at]] += value));
  const first = isSymmetric ? 1 : 0;
  place(first, blocks[first]?.values ?? [], 0);
  return atLeast / arrangements;
}

/** Draws P(statistic >= observed) under relabeling within blocks. */
export function relabeledP({
  blocks,
  samples,
  statistic,
  seed,
  draws = 100_000,
  stopAbove = 1,
  onProgress,
}: Relabeling): Probability & { from: 'monte-carlo' } {
  const { fraction } = randomStream(seed, 'relabel');
  const { values, places, ends, isComplete } = laidOut(blocks, samples);
  const sums = new Float64Array(samples);
  for (let at = 0; at < values.length; at++) sums[places[at]] += values[at];
  // Two ways to add the same numbers may differ in the last bits.
  const observed = statistic(sums) * (1 - 1e-12) - 1e-12;
  let atLeast = 0;
  let drawn = 0;
  const most = stopAbove * (draws + 1);
  for (; drawn < draws && atLeast < most; drawn++) {
    sums.fill(0);
    if (isComplete) addCompleteDraw(sums, values, fraction);
    else addDraw(sums, values, places, ends, fraction);
    if (statistic(sums) >= observed) atLeast++;
    if (drawn % 4096 === 0) onProgress?.(drawn / draws);
  }
  const p = (atLeast + 1) / (drawn + 1);
  return { p, from: 'monte-carlo', draws: drawn, standardError: Math.sqrt((p * (1 - p)) / drawn) };
}

/** The blocks one after the other in plain numbers; of one kind always, or the loops over them run at half the speed. */
function laidOut(blocks: readonly Block[], samples: number) {
  const values = Float64Array.from(blocks.flatMap((block) => [...block.values]));
  const places = Int32Array.from(blocks.flatMap((block) => [...block.samples]));
  const ends = Int32Array.from(blocks.map((block) => block.values.length));
  for (let at = 1; at < ends.length; at++) ends[at] += ends[at - 1];
  const isComplete = places.every((place, at) => place === at % samples) && values.length === samples * ends.length;
  return { values, places, ends, isComplete };
}

/** As {@link addDraw}, where every block holds every sample in order: a quarter faster without looking places up. */
function addCompleteDraw(sums: Float64Array, values: Float64Array, fraction: () => number): void {
  const samples = sums.length;
  for (let start = 0; start < values.length; start += samples) {
    let left = 0;
    let u = 0;
    for (let last = samples - 1; last > 0; last--) {
      if (left === 0) {
        u = fraction();
        left = 3;
      }
      u *= last + 1;
      const chosen = u | 0;
      u -= chosen;
      left--;
      const value = values[start + chosen];
      values[start + chosen] = values[start + last];
      values[start + last] = value;
      sums[last] += value;
    }
    sums[0] += values[start];
  }
}

/**
 * Shuffles every block (Fisher-Yates) and adds each value to the sum of its new sample on
 * the way. One 32-bit fraction serves three choices (what is left after taking the whole
 * part of u n is again a fraction), which saves a third of the time; with blocks of up to
 * 60 the choices stay uniform to within 1 in 20,000.
 */
function addDraw(
  sums: Float64Array,
  values: Float64Array,
  places: Int32Array,
  ends: Int32Array,
  fraction: () => number,
): void {
  for (let block = 0, start = 0; block < ends.length; start = ends[block++]) {
    if (start === ends[block]) continue;
    let left = 0;
    let u = 0;
    for (let last = ends[block] - 1; last > start; last--) {
      if (left === 0) {
        u = fraction();
        left = 3;
      }
      u *= last - start + 1;
      const whole = u | 0;
      u -= whole;
      left--;
      const value = values[start + whole];
      values[start + whole] = values[last];
      values[last] = value;
      sums[places[last]] += value;
    }
    sums[places[start]] += values[start];
  }
}
