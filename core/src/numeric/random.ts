import { sha256 } from '@noble/hashes/sha256';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/**
 * A seeded stream of random draws. Every random choice in Jacana comes from one,
 * so that the same seed gives the same plan and the same p-value on any machine.
 */
export interface RandomStream {
  /** A whole number between `low` and `high`, both included, each equally likely. */
  integer: (low: number, high: number) => number;
  /** A real number in [0, 1), with 32 random bits. */
  fraction: () => number;
  /** A draw from the standard normal distribution (Marsaglia's polar method). */
  normal: () => number;
  /** Fills an array with draws from the standard normal distribution, two at a time: half the cost of `normal`. */
  fillNormal: (target: Float64Array) => void;
  /** A draw from the chi-squared distribution with `df` degrees of freedom, above 0. */
  chiSquared: (df: number) => number;
  /** The items in a new, random order (Fisher-Yates); the input is left alone. */
  shuffled: <T>(items: readonly T[]) => T[];
}

/**
 * Opens the stream that belongs to a seed and a purpose.
 *
 * The purpose is part of the seed, so that drawing one more code never changes the
 * serving orders: each purpose has a stream of its own.
 *
 * @param seed any text; plans use 32 hexadecimal digits
 * @param purpose what the draws are for, such as `'codes'` or `'orders'`
 * @example
 * randomStream('demo', 'codes').integer(100, 999) // the same number on every machine
 */
export function randomStream(seed: string, purpose: string): RandomStream {
  const generator = xoroshiro128plus(seedNumber(seed, purpose));
  const integer = (low: number, high: number): number => uniformInt(generator, low, high);
  const fraction = (): number => (generator.next() >>> 0) / 0x100000000;
  return {
    integer,
    fraction,
    normal: () => polarNormal(fraction)[0],
    fillNormal: (target) => fillNormal(target, fraction),
    chiSquared: (df) => 2 * gammaDraw(df / 2, fraction),
    shuffled: (items) => shuffle(items, integer),
  };
}

function seedNumber(seed: string, purpose: string): number {
  const digest = sha256(`${purpose}\u0000${seed}`);
  return new DataView(digest.buffer, digest.byteOffset).getInt32(0);
}

function shuffle<T>(items: readonly T[], integer: (low: number, high: number) => number): T[] {
  const order = [...items];
  for (let last = order.length - 1; last > 0; last--) {
    const chosen = integer(0, last);
    [order[last], order[chosen]] = [order[chosen], order[last]];
  }
  return order;
}

/** Two independent draws. */
function polarNormal(fraction: () => number): [number, number] {
  for (;;) {
    const x = 2 * fraction() - 1;
    const y = 2 * fraction() - 1;
    const square = x * x + y * y;
    if (square <= 0 || square >= 1) continue;
    const stretch = Math.sqrt((-2 * Math.log(square)) / square);
    return [x * stretch, y * stretch];
  }
}

function fillNormal(target: Float64Array, fraction: () => number): void {
  for (let at = 0; at < target.length; at += 2) {
    const [first, second] = polarNormal(fraction);
    target[at] = first;
    // Beyond the end of an odd length there is no place, and nothing is written.
    target[at + 1] = second;
  }
}

/**
 * A draw from the gamma distribution with this shape and scale 1, by rejection from a cubed
 * normal; shapes below 1 by way of the next higher one.
 *
 * Source: Marsaglia & Tsang 2000, *ACM Transactions on Mathematical Software* 26, 363-372.
 */
function gammaDraw(shape: number, fraction: () => number): number {
  if (shape < 1) return gammaDraw(shape + 1, fraction) * (1 - fraction()) ** (1 / shape);
  const d = shape - 1 / 3;
  for (;;) {
    const x = polarNormal(fraction)[0];
    const v = (1 + x / Math.sqrt(9 * d)) ** 3;
    if (v > 0 && Math.log(1 - fraction()) < (x * x) / 2 + d - d * v + d * Math.log(v)) return d * v;
  }
}
