import type { RandomStream } from '../numeric';

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
 * @param samples how many samples each panelist tastes, 1 to 8
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

/** How evenly a set of orders is spread; see {@link orderBalance}. */
export interface OrderBalance {
  /** `positions[sample][position]`: how often the sample is served there. */
  positions: number[][];
  /** `neighbours[before][after]`: how often `after` comes right after `before`. */
  neighbours: number[][];
  /** Largest less smallest count in `positions`; 0 is perfect. */
  positionImbalance: number;
  /** Largest less smallest count in `neighbours` off the diagonal; 0 is perfect. */
  carryOverImbalance: number;
}

/**
 * Counts positions and neighbours over a set of complete orders.
 *
 * @param orders rows of sample numbers 0 to `samples` - 1
 */
export function orderBalance(orders: readonly (readonly number[])[], samples: number): OrderBalance {
  const positions = Array.from({ length: samples }, () => new Array<number>(samples).fill(0));
  const neighbours = Array.from({ length: samples }, () => new Array<number>(samples).fill(0));
  for (const order of orders) {
    order.forEach((sample, position) => {
      positions[sample][position]++;
      if (position > 0) neighbours[order[position - 1]][sample]++;
    });
  }
  const pairs = neighbours.flatMap((row, before) => row.filter((_, after) => after !== before));
  return { positions, neighbours, positionImbalance: range(positions.flat()), carryOverImbalance: range(pairs) };
}

/** Tries every subset of the design of the wanted size; at most 3,432 for eight samples. */
function leftoverRows(design: readonly number[][], count: number): number[][] {
  let best: number[][] = [];
  let least = Infinity;
  const choose = (from: number, chosen: number[][]): void => {
    if (least === 0) return;
    if (chosen.length === count) {
      const { positions, neighbours } = orderBalance(chosen, design[0].length);
      // Position effects are the larger ones (the last sample is cold), so they come first.
      const unevenness = 1e6 * squares(positions.flat()) + squares(neighbours.flat());
      if (unevenness < least) [best, least] = [chosen, unevenness];
      return;
    }
    for (let at = from; at <= design.length - (count - chosen.length); at++) choose(at + 1, [...chosen, design[at]]);
  };
  choose(0, []);
  return best;
}

const squares = (counts: readonly number[]): number => counts.reduce((total, count) => total + count * count, 0);
const range = (counts: readonly number[]): number =>
  counts.length > 0 ? Math.max(...counts) - Math.min(...counts) : 0;
