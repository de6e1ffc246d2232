import type { RandomStream } from '../numeric';
import { incompleteBlocks, type BlockPlan } from './incompleteBlocks';

/**
 * Serving orders for panelists who taste some of the samples each: incomplete blocks
 * ({@link incompleteBlocks}), each put in an order so that every sample stands at every
 * position, and follows every other, as equally often as a search finds.
 *
 * Positions weigh more than neighbours, since their effects are the larger ones. The same
 * stream gives the same orders.
 *
 * @throws RangeError unless 1 <= perPanelist < samples
 */
export function incompleteOrders(plan: BlockPlan, random: RandomStream): number[][] {
  const { samples, perPanelist } = plan;
  if (!(perPanelist >= 1 && perPanelist < samples))
    throw new RangeError('Each panelist should taste at least one sample and fewer than all.');
  const relabel = random.shuffled(Array.from({ length: samples }, (_, sample) => sample));
  const blocks = incompleteBlocks(plan, random).map((block) => block.map((sample) => relabel[sample]));
  return random.shuffled(ordered(blocks, samples, perPanelist, random));
}

/** Puts each block in an order, so that positions and neighbours are as even as a search finds; the rows stay in place. */
export function ordered(
  blocks: readonly (readonly number[])[],
  samples: number,
  width: number,
  random: RandomStream,
): number[][] {
  const rows = blocks.map((block) => random.shuffled(block));
  const search = new OrderSearch(rows, samples, width);
  const steps = width > 1 ? Math.min(1_500_000, 12_000 * rows.length) : 0;
  for (let step = 0; step < steps; step++) search.trySwap(random, 6 * (1 - step / steps) ** 3);
  return rows;
}

/** How much more a position counts than a neighbour. */
const POSITION_WEIGHT = 2;

/** Orders with running counts of positions and neighbours. */
class OrderSearch {
  private readonly positions: Int32Array;
  private readonly neighbours: Int32Array;

  constructor(
    private readonly rows: number[][],
    private readonly samples: number,
    private readonly width: number,
  ) {
    this.positions = new Int32Array(samples * width);
    this.neighbours = new Int32Array(samples * samples);
    for (const row of rows) {
      row.forEach((sample, at) => {
        this.positions[sample * width + at]++;
        if (at > 0) this.neighbours[row[at - 1] * samples + sample]++;
      });
    }
  }

  /** Proposes that two samples of one panelist change places. */
  trySwap(random: RandomStream, temperature: number): void {
    const row = this.rows[Math.floor(random.fraction() * this.rows.length)];
    const i = Math.floor(random.fraction() * this.width);
    const j = Math.floor(random.fraction() * this.width);
    if (i === j) return;
    const change = this.swap(row, Math.min(i, j), Math.max(i, j));
    if (change <= 0 || random.fraction() < Math.exp(-change / temperature)) return;
    this.swap(row, Math.min(i, j), Math.max(i, j));
  }

  /** Swaps and returns the change of the weighted sum of squares. */
  private swap(row: number[], i: number, j: number): number {
    const { positions, width } = this;
    const [a, b] = [row[i], row[j]];
    let change = 0;
    const place = (sample: number, at: number, sign: 1 | -1): void => {
      const cell = sample * width + at;
      change += POSITION_WEIGHT * (2 * sign * positions[cell] + 1);
      positions[cell] += sign;
    };
    const links = j === i + 1 ? [i, j, j + 1] : [i, i + 1, j, j + 1];
    for (const at of links) change += this.link(row, at, -1);
    place(a, i, -1);
    place(b, j, -1);
    row[i] = b;
    row[j] = a;
    place(a, j, 1);
    place(b, i, 1);
    for (const at of links) change += this.link(row, at, 1);
    return change;
  }

  /** Adds or takes away the neighbours that meet just before a place. */
  private link(row: number[], at: number, sign: 1 | -1): number {
    if (at === 0 || at === row.length) return 0;
    const cell = row[at - 1] * this.samples + row[at];
    const change = 2 * sign * this.neighbours[cell] + 1;
    this.neighbours[cell] += sign;
    return change;
  }
}
