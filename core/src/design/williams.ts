import type { RandomStream } from '../numeric';
import { orderBalance } from './balance';

/**
 * A Williams design: serving orders in which every sample stands at every position
 * equally often and follows every other sample equally often (first-order carry-over).
 *
 * Even k: one latin square of k rows whose first row runs 0, 1, k-1, 2, k-2, ...;
 * odd k: that square and its mirror image, 2k rows.
 *
 * Source: Williams 1949, *Australian Journal of Scientific Research* A 2, 149-168.
 *
 * @param samples k, at least 1
 * @returns rows of sample numbers 0 to k - 1
 * @example
 * williamsDesign(4) // [[0, 1, 3, 2], [1, 2, 0, 3], [2, 3, 1, 0], [3, 0, 2, 1]]
 */
export function williamsDesign(samples: number): number[][] {
  const first = Array.from({ length: samples }, (_, at) =>
    at % 2 === 1 ? (at + 1) / 2 : (samples - at / 2) % samples,
  );
  const square = first.map((_, shift) => first.map((sample) => (sample + shift) % samples));
  return samples % 2 === 0 ? square : [...square, ...square.map((row) => [...row].reverse())];
}

/**
 * Serving orders for a whole panel: the Williams design stacked as often as it fits, with
 * the leftover rows chosen so that positions and neighbours stay as even as they can, then
 * dealt to the panelists at random.
 *
 * @param samples how many samples each panelist tastes
 * @param panelists how many orders are needed
 * @param random decides which sample is number 0, which rows are left over, and who gets which
 * @returns one order of sample numbers per panelist
 */
export function servingOrders(samples: number, panelists: number, random: RandomStream): number[][] {
  const relabel = random.shuffled(Array.from({ length: samples }, (_, sample) => sample));
  const design = random.shuffled(williamsDesign(samples)).map((row) => row.map((sample) => relabel[sample]));
  const whole = Math.floor(panelists / design.length);
  const rows = Array.from({ length: whole }, () => design).flat();
  return random.shuffled([...rows, ...leftoverRows(design, panelists - rows.length)]);
}

/** The most samples for which every subset of the design's rows is tried: 3,432 of them for eight. */
const MOST_SEARCHED = 8;

/** The rows of the design, of the wanted number, that stay most even together. */
function leftoverRows(design: readonly number[][], count: number): number[][] {
  if (design[0].length > MOST_SEARCHED) return leftoverOneByOne(design, count);
  let best: number[][] = [];
  let least = Infinity;
  const choose = (from: number, chosen: number[][]): void => {
    if (least === 0) return;
    if (chosen.length === count) {
      const uneven = unevenness(chosen);
      if (uneven < least) [best, least] = [chosen, uneven];
      return;
    }
    for (let at = from; at <= design.length - (count - chosen.length); at++) choose(at + 1, [...chosen, design[at]]);
  };
  choose(0, []);
  return best;
}

/** Takes the row that leaves the least unevenness, as often as needed. */
function leftoverOneByOne(design: readonly number[][], count: number): number[][] {
  const chosen: number[][] = [];
  const left = [...design];
  while (chosen.length < count) {
    const uneven = left.map((row) => unevenness([...chosen, row]));
    chosen.push(...left.splice(uneven.indexOf(Math.min(...uneven)), 1));
  }
  return chosen;
}

function unevenness(rows: readonly number[][]): number {
  const { positions, neighbours } = orderBalance(rows, rows[0]?.length ?? 0);
  // Position effects are the larger ones (the last sample is cold), so they come first.
  return 1e6 * squares(positions.flat()) + squares(neighbours.flat());
}

const squares = (counts: readonly number[]): number => counts.reduce((total, count) => total + count * count, 0);
