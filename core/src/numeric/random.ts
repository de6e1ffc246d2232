import { chacha20 } from '@noble/ciphers/chacha';
import { sha256 } from '@noble/hashes/sha256';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';

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
 * Opens the stream of draws for a simulation or a p-value: fast, and the same on any machine.
 * It has one of 2^32 beginnings, so whoever sees a few draws can find out the rest: nothing
 * secret may come from it. What a key rests on comes from {@link keyStream}.
 *
 * The purpose is part of the seed, so that drawing one more code never changes the
 * serving orders: each purpose has a stream of its own.
 *
 * @param seed any text
 * @param purpose what the draws are for, such as `'panel'` or `'bootstrap'`
 * @example
 * randomStream('demo', 'panel').integer(1, 9) // the same number on every machine
 */
export const randomStream = (seed: string, purpose: string): RandomStream =>
  streamFrom(xoroshiro128plus(seedNumber(seed, purpose)));

/**
 * Opens the stream of draws that a key rests on: codes, orders, tags, portions. It is the
 * ChaCha20 key stream under a hash of purpose and seed, so that even someone who sees most of
 * what was drawn (a server sees every tray) learns nothing of the rest without trying every
 * seed; a plan's seed has 128 random bits.
 *
 * Source: Nir & Langley 2018, RFC 8439 (ChaCha20).
 *
 * @param seed plans use 32 hexadecimal digits
 * @param purpose each purpose has a stream of its own
 */
export const keyStream = (seed: string, purpose: string): RandomStream =>
  streamFrom(new CipherWords(sha256(`${purpose}\u0000${seed}`)));

/** Bytes of the key stream that are made at once; the first few are all that small plans use. */
const [FIRST_BYTES, MORE_BYTES] = [256, 4096];
const BLOCK_BYTES = 64;

/** The words of a cipher's key stream, four bytes each, the lowest first on any machine. */
class CipherWords implements RandomGenerator {
  private bytes: DataView = new DataView(new ArrayBuffer(0));
  private at = 0;
  private blocks = 0;

  constructor(private readonly key: Uint8Array) {}

  next(): number {
    if (this.at === this.bytes.byteLength) this.fill();
    const word = this.bytes.getInt32(this.at, true);
    this.at += 4;
    return word;
  }

  clone(): CipherWords {
    const same = new CipherWords(this.key);
    Object.assign(same, { bytes: this.bytes, at: this.at, blocks: this.blocks });
    return same;
  }

  getState(): readonly number[] {
    return [this.blocks, this.at];
  }

  private fill(): void {
    const zeros = new Uint8Array(this.blocks === 0 ? FIRST_BYTES : MORE_BYTES);
    const filled = chacha20(this.key, new Uint8Array(12), zeros, undefined, this.blocks);
    this.blocks += filled.length / BLOCK_BYTES;
    this.bytes = new DataView(filled.buffer, filled.byteOffset, filled.length);
    this.at = 0;
  }
}

function streamFrom(generator: RandomGenerator): RandomStream {
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
