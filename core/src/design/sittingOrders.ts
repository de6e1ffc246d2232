import type { RandomStream } from '../numeric';
import { incompleteBlocks, type BlockPlan } from './incompleteBlocks';
import { ordered } from './incompleteOrders';

/** Blocks over several sittings. */
export interface SittingPlan extends BlockPlan {
  sittings: number;
}

/**
 * Serving orders over several sittings, in each of which a panelist tastes some of the
 * samples, and none twice.
 *
 * What a panelist tastes in all is an incomplete block, or all samples; it is then split
 * between the sittings so that two samples meet in one sitting as equally often as a search
 * finds, since only samples of one sitting are compared. Then every sitting is put in order.
 *
 * @returns `[panelist][sitting]`, each an order of sample numbers
 * @throws RangeError when a panelist would run out of samples that were not tasted before
 */
export function sittingOrders(plan: SittingPlan, random: RandomStream): number[][][] {
  const { samples, panelists, perPanelist, sittings } = plan;
  const inAll = perPanelist * sittings;
  if (inAll > samples || perPanelist < 1)
    throw new RangeError(`${sittings} sittings of ${perPanelist} samples need ${inAll}, and there are ${samples}.`);
  const all = Array.from({ length: samples }, (_, sample) => sample);
  const tasted =
    inAll === samples
      ? Array.from({ length: panelists }, () => random.shuffled(all))
      : incompleteBlocks({ samples, panelists, perPanelist: inAll }, random);
  const split = new Split(tasted, samples, perPanelist, sittings);
  if (sittings > 1) split.settle(random);
  const relabel = random.shuffled(all);
  const blocks = split.rows.map((block) => block.map((sample) => relabel[sample]));
  const rows = ordered(blocks, samples, perPanelist, random);
  const dealt = random.shuffled(
    Array.from({ length: panelists }, (_, who) => rows.slice(who * sittings, (who + 1) * sittings)),
  );
  return dealt;
}

/** Blocks cut into sittings, with a running count of how often two samples meet in one. */
class Split {
  readonly rows: number[][];
  private readonly together: Int32Array;
  /** How often each sample comes at each sitting. */
  private readonly when: Int32Array;

  constructor(
    tasted: readonly (readonly number[])[],
    private readonly samples: number,
    private readonly width: number,
    private readonly sittings: number,
  ) {
    this.rows = tasted.flatMap((block) =>
      Array.from({ length: sittings }, (_, at) => block.slice(at * width, (at + 1) * width)),
    );
    this.together = new Int32Array(samples * samples);
    this.when = new Int32Array(samples * sittings);
    this.rows.forEach((row, at) => {
      for (const a of row) {
        this.when[a * sittings + (at % sittings)]++;
        for (const b of row) if (a !== b) this.together[a * samples + b]++;
      }
    });
  }

  /** Lets panelists swap samples between their own sittings, under a falling temperature. */
  settle(random: RandomStream): void {
    const { rows, sittings, width } = this;
    const panelists = rows.length / sittings;
    const steps = Math.min(600_000, 8000 * panelists);
    for (let step = 0; step < steps; step++) {
      const first = Math.floor(random.fraction() * panelists) * sittings;
      const [a, b] = [0, 1].map(() => first + Math.floor(random.fraction() * sittings));
      const [i, j] = [0, 1].map(() => Math.floor(random.fraction() * width));
      if (a === b) continue;
      const change = this.swap(a, b, i, j);
      const temperature = 12 * (1 - step / steps) ** 3;
      if (change > 0 && random.fraction() >= Math.exp(-change / temperature)) this.swap(a, b, i, j);
    }
  }

  /** Swaps and returns the change of the sum of squares. */
  private swap(a: number, b: number, i: number, j: number): number {
    const { rows, sittings } = this;
    const [one, other] = [rows[a][i], rows[b][j]];
    let change = this.count(a, one, -1) + this.count(b, other, -1);
    rows[a][i] = other;
    rows[b][j] = one;
    change += this.count(a, other, 1) + this.count(b, one, 1);
    const place = (sample: number, row: number, sign: 1 | -1): void => {
      const cell = sample * sittings + (row % sittings);
      change += 2 * sign * this.when[cell] + 1;
      this.when[cell] += sign;
    };
    place(one, a, -1);
    place(other, b, -1);
    place(other, a, 1);
    place(one, b, 1);
    return change;
  }

  private count(row: number, sample: number, sign: 1 | -1): number {
    let change = 0;
    for (const other of this.rows[row]) {
      if (other === sample) continue;
      const cell = sample * this.samples + other;
      change += 2 * sign * this.together[cell] + 1;
      this.together[cell] += sign;
      this.together[other * this.samples + sample] += sign;
    }
    return change;
  }
}
