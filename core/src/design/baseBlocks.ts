import type { RandomStream } from '../numeric';

/**
 * A way of moving samples round, under which a base block grows into many: `move[shift][sample]`.
 * Pairs that are moved onto each other form an orbit, and meet equally often in what is grown.
 */
interface Motion {
  move: number[][];
  orbitOf: number[][];
  orbitSizes: number[];
  /** Whether one sample never moves. */
  isFixed: boolean;
}

/** Samples on a circle, each shift turning it by one; or, with `fixed`, all but the last, which stays. */
function circle(samples: number, fixed: boolean): Motion {
  const turning = fixed ? samples - 1 : samples;
  return motion(
    samples,
    Array.from({ length: turning }, (_, shift) =>
      Array.from({ length: samples }, (_unused, sample) => (sample < turning ? (sample + shift) % turning : sample)),
    ),
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
  const isFixed = move.every((places) => places[samples - 1] === samples - 1);
  return { move, orbitOf, orbitSizes, isFixed };
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
 * often as a few hundred starts can find, over all the ways of moving that the numbers allow.
 *
 * Source: Bose 1939, *Annals of Eugenics* 9, 353-399 (difference sets, and one sample fixed).
 *
 * @returns no more than `count` blocks; none when there is room for no motion
 */
export function grownBlocks(samples: number, size: number, count: number, random: RandomStream): number[][] {
  let best: number[][] = [];
  let least = Infinity;
  for (const candidate of motionsFor(samples, count)) {
    const bases = Math.floor(count / candidate.move.length);
    const found = bestBases(candidate, bases, samples, size, random);
    // What does not fit a motion is filled in afterwards, so a motion that fills all is worth more.
    const missing = count - bases * candidate.move.length;
    const uneven = found.uneven + missing;
    // With a sample fixed, replication is even only where meetings are.
    if (candidate.isFixed && found.uneven > 1e-9) continue;
    if (uneven < least) {
      least = uneven;
      best = found.bases.flatMap((base) => candidate.move.map((places) => base.map((sample) => places[sample])));
    }
    if (least < 1e-9) break;
  }
  return best;
}

function motionsFor(samples: number, count: number): Motion[] {
  const plain = count >= samples ? [circle(samples, false)] : [];
  const fixed = samples > 3 && count >= samples - 1 && count % (samples - 1) === 0 ? [circle(samples, true)] : [];
  const small = count >= samples && count % samples === 0 ? (SIDES[samples] ?? []).map(torus) : [];
  return [...plain, ...fixed, ...small];
}

/** Base blocks of the least unevenness, over a number of random starts; unevenness 0 is balanced. */
function bestBases(
  { orbitOf, orbitSizes, move }: Motion,
  count: number,
  samples: number,
  size: number,
  random: RandomStream,
): { bases: number[][]; uneven: number } {
  const all = Array.from({ length: samples }, (_, at) => at);
  const mean = (count * move.length * size * (size - 1)) / (samples * (samples - 1));
  let best: number[][] = [];
  let least = Infinity;
  for (let start = 0; start < 60 && least > 1e-9; start++) {
    const bases = Array.from({ length: count }, () => random.shuffled(all).slice(0, size));
    const search = new BaseSearch(bases, orbitOf, orbitSizes, move.length, mean);
    const uneven = search.improve(samples, random);
    if (uneven < least) [best, least] = [bases, uneven];
  }
  return { bases: best, uneven: least };
}

/** Base blocks with a running count of how often each orbit of pairs is met. */
class BaseSearch {
  private readonly counts: Float64Array;

  constructor(
    private readonly bases: number[][],
    private readonly orbitOf: number[][],
    private readonly orbitSizes: number[],
    private readonly shifts: number,
    private readonly mean: number,
  ) {
    this.counts = new Float64Array(orbitSizes.length);
    for (const base of bases) base.forEach((a, at) => base.slice(0, at).forEach((b) => this.counts[orbitOf[a][b]]++));
  }

  /** Exchanges one sample of one base block at a time while that evens meetings out. */
  improve(samples: number, random: RandomStream): number {
    let now = this.unevenness();
    const tries = Math.min(2000, 40 * samples * this.bases.length);
    for (let step = 0; step < tries && now > 1e-9; step++) {
      const base = this.bases[random.integer(0, this.bases.length - 1)];
      const at = random.integer(0, base.length - 1);
      const [before, next] = [base[at], random.integer(0, samples - 1)];
      if (base.includes(next)) continue;
      this.replace(base, at, next);
      const then = this.unevenness();
      if (then <= now) now = then;
      else this.replace(base, at, before);
    }
    return now;
  }

  private replace(base: number[], at: number, next: number): void {
    base.forEach((other, place) => {
      if (place !== at) this.counts[this.orbitOf[base[at]][other]]--;
    });
    base[at] = next;
    base.forEach((other, place) => {
      if (place !== at) this.counts[this.orbitOf[next][other]]++;
    });
  }

  /** Sum over all pairs of the squared distance of their meetings from the mean. */
  private unevenness(): number {
    let sum = 0;
    this.counts.forEach((count, orbit) => {
      const size = this.orbitSizes[orbit];
      sum += size * ((count * this.shifts) / size - this.mean) ** 2;
    });
    return sum;
  }
}
