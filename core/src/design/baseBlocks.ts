import type { RandomStream } from '../numeric';

/**
 * A way of moving samples round, under which a base block grows into many: `move[shift][sample]`.
 * Pairs that are moved onto each other form an orbit, and meet equally often in what is grown.
 */
interface Motion {
  move: number[][];
  orbitOf: number[][];
  orbitSizes: number[];
  /** Whether every sample comes to every place, so that what is grown serves all equally often in any case. */
  isTransitive: boolean;
}

/**
 * Samples on circles of `length` places, each shift turning all circles by one; a sample that is
 * left over stays. One circle of all is the plain cyclic design.
 */
function circles(samples: number, length: number): Motion {
  const turning = samples - (samples % length);
  const turned = (sample: number, shift: number): number => {
    const place = sample % length;
    return sample < turning ? sample - place + ((place + shift) % length) : sample;
  };
  return motion(
    samples,
    Array.from({ length }, (_, shift) => Array.from({ length: samples }, (_unused, sample) => turned(sample, shift))),
  );
}

/** Samples as places on several small circles at once, each turning for itself: 16 as 2 x 2 x 2 x 2, 9 as 3 x 3. */
function torus(sides: readonly number[]): Motion {
  const samples = sides.reduce((product, side) => product * side, 1);
  const add = (a: number, b: number): number => {
    let [sum, unit] = [0, 1];
    for (const side of sides) {
      sum += (((Math.floor(a / unit) % side) + (Math.floor(b / unit) % side)) % side) * unit;
      unit *= side;
    }
    return sum;
  };
  const all = Array.from({ length: samples }, (_, at) => at);
  return motion(
    samples,
    all.map((shift) => all.map((sample) => add(sample, shift))),
  );
}

function motion(samples: number, move: number[][]): Motion {
  const orbitOf = Array.from({ length: samples }, () => new Array<number>(samples).fill(-1));
  const orbitSizes: number[] = [];
  for (let a = 0; a < samples; a++) {
    for (let b = 0; b < a; b++) {
      if (orbitOf[a][b] >= 0) continue;
      const pairs = new Set<number>();
      for (const places of move) {
        const [x, y] = [places[a], places[b]];
        orbitOf[x][y] = orbitOf[y][x] = orbitSizes.length;
        pairs.add(Math.max(x, y) * samples + Math.min(x, y));
      }
      orbitSizes.push(pairs.size);
    }
  }
  const isTransitive = new Set(move.map((places) => places[0])).size === samples;
  return { move, orbitOf, orbitSizes, isTransitive };
}

/** Sizes that are also the product of small circles, where a circle of all of them has no balanced design. */
const SIDES: Readonly<Record<number, readonly number[][]>> = {
  8: [[2, 2, 2]],
  9: [[3, 3]],
  12: [[2, 6]],
  16: [
    [2, 2, 2, 2],
    [4, 4],
  ],
};

/**
 * As many blocks as fit, grown from base blocks so that every two samples meet as equally
 * often as a few dozen starts can find, over all the ways of moving that the numbers allow.
 *
 * Source: Bose 1939, *Annals of Eugenics* 9, 353-399 (difference sets, and one sample fixed).
 *
 * @returns no more than `count` blocks; none when there is room for no motion
 */
export function grownBlocks(samples: number, size: number, count: number, random: RandomStream): number[][] {
  let best: number[][] = [];
  let least = Infinity;
  for (const candidate of motionsFor(samples, size, count)) {
    const bases = Math.floor(count / candidate.move.length);
    const found = bestBases(candidate, bases, samples, size, random);
    // What does not fit a motion is filled in afterwards, so a motion that fills all is worth more.
    const missing = count - bases * candidate.move.length;
    const uneven = found.uneven + missing;
    // Samples that cannot take each other's places are served equally often only where meetings are even.
    if (!candidate.isTransitive && found.uneven > 0) continue;
    if (uneven < least) {
      least = uneven;
      best = found.bases.flatMap((base) => candidate.move.map((places) => base.map((sample) => places[sample])));
    }
    if (least === 0) break;
  }
  return best;
}

/** How often every two samples meet in so many blocks, on average. */
const meetingsOf = (samples: number, size: number, count: number): number =>
  (count * size * (size - 1)) / (samples * (samples - 1));

/** All ways of moving that `count` blocks have room for, those that leave the least to search first. */
function motionsFor(samples: number, size: number, count: number): Motion[] {
  if (count < samples) return [];
  const plain = circles(samples, samples);
  // The others are of use only where every two can meet equally often.
  if (!Number.isInteger(meetingsOf(samples, size, count))) return [plain];
  const lengths = Array.from({ length: samples - 1 }, (_, less) => samples - 1 - less);
  const several = lengths.filter((length) => length > 2 && samples % length <= 1 && count % length === 0);
  const small = count % samples === 0 ? (SIDES[samples] ?? []) : [];
  return [plain, ...small.map(torus), ...several.map((length) => circles(samples, length))];
}

/** Random starts for each way of moving: many where meetings can be even, few where they cannot. */
const [MOST_STARTS, FEW_STARTS] = [40, 12];
/** Below this, meetings are even but for rounding. */
const EVEN = 1e-6;

/** Base blocks of the least unevenness, over a number of random starts; unevenness 0 is balanced. */
function bestBases(
  motion: Motion,
  count: number,
  samples: number,
  size: number,
  random: RandomStream,
): { bases: number[][]; uneven: number } {
  const all = Array.from({ length: samples }, (_, at) => at);
  const isExact = Number.isInteger(meetingsOf(samples, size, count * motion.move.length));
  const starts = isExact ? MOST_STARTS : FEW_STARTS;
  let best: number[][] = [];
  let least = Infinity;
  for (let start = 0; start < starts && least > 0; start++) {
    const bases = Array.from({ length: count }, () => random.shuffled(all).slice(0, size));
    const uneven = new BaseSearch(bases, motion).improve(samples, random);
    if (uneven < least) [best, least] = [bases, uneven];
  }
  return { bases: best, uneven: least };
}

/**
 * Base blocks with a running count of how often each orbit of pairs is met, and of the
 * unevenness: the sum over all pairs of the squared distance of their meetings from the mean.
 */
class BaseSearch {
  private readonly counts: Float64Array;
  private readonly mean: number;
  private uneven = 0;

  constructor(
    private readonly bases: number[][],
    private readonly motion: Motion,
  ) {
    const { move, orbitOf, orbitSizes } = motion;
    this.mean = meetingsOf(orbitOf.length, bases[0].length, bases.length * move.length);
    this.counts = new Float64Array(orbitSizes.length);
    this.uneven = orbitSizes.reduce((sum, pairs) => sum + pairs * this.mean ** 2, 0);
    for (const base of bases) base.forEach((a, at) => base.slice(0, at).forEach((b) => this.meet(a, b, 1)));
  }

  /** Exchanges one sample of one base block at a time, under a falling temperature, until meetings are even. */
  improve(samples: number, random: RandomStream): number {
    const { bases, motion } = this;
    const tries = Math.min(40_000, 4000 * bases.length);
    for (let step = 0; step < tries && this.uneven > EVEN; step++) {
      const base = bases[Math.floor(random.fraction() * bases.length)];
      const at = Math.floor(random.fraction() * base.length);
      const [before, next] = [base[at], Math.floor(random.fraction() * samples)];
      if (base.includes(next)) continue;
      const now = this.uneven;
      this.replace(base, at, next);
      const temperature = motion.move.length * (1 - step / tries) ** 2;
      if (this.uneven > now && random.fraction() >= Math.exp((now - this.uneven) / temperature))
        this.replace(base, at, before);
    }
    return this.uneven > EVEN ? this.uneven : 0;
  }

  private replace(base: number[], at: number, next: number): void {
    const before = base[at];
    base.forEach((other, place) => {
      if (place === at) return;
      this.meet(before, other, -1);
      this.meet(next, other, 1);
    });
    base[at] = next;
  }

  private meet(a: number, b: number, change: 1 | -1): void {
    const { move, orbitOf, orbitSizes } = this.motion;
    const orbit = orbitOf[a][b];
    const share = move.length / orbitSizes[orbit];
    const distance = this.counts[orbit] * share - this.mean;
    this.uneven += orbitSizes[orbit] * ((distance + change * share) ** 2 - distance ** 2);
    this.counts[orbit] += change;
  }
}
