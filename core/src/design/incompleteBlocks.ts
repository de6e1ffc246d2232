import type { RandomStream } from '../numeric';
import { grownBlocks } from './baseBlocks';

/** How many of how many. */
export interface BlockPlan {
  samples: number;
  panelists: number;
  /** Samples each panelist tastes, 2 or more and fewer than all. */
  perPanelist: number;
}

/**
 * Which samples each panelist tastes when there are too many for one mouth: every sample
 * equally often (within one), and every two samples together by as equally many panelists
 * as can be found.
 *
 * Where the numbers allow it the blocks are grown from base blocks that are moved round the
 * samples ({@link grownBlocks}), chosen so that every two meet equally often; that gives
 * balanced incomplete block designs from difference sets. What is left over, and what no
 * motion balances, is searched by swapping samples between panelists under a falling
 * temperature.
 *
 * Source: Bose 1939, *Annals of Eugenics* 9, 353-399 (difference sets); Cochran & Cox,
 * *Experimental Designs*, chapter 11; ISO 29842; exchange search as in John & Williams,
 * *Cyclic and Computer Generated Designs*, chapter 3.
 *
 * @returns per panelist, sample numbers 0 to `samples` - 1 in no particular order
 */
export function incompleteBlocks(plan: BlockPlan, random: RandomStream): number[][] {
  const { samples, panelists, perPanelist } = plan;
  // What is left out is as balanced as what is served, and easier to search when it is less.
  if (2 * perPanelist > samples && perPanelist < samples) {
    const all = Array.from({ length: samples }, (_, sample) => sample);
    const leftOut = incompleteBlocks({ ...plan, perPanelist: samples - perPanelist }, random);
    return leftOut.map((block) => all.filter((sample) => !block.includes(sample)));
  }
  // A balanced design served twice is balanced, and its half is the smaller search.
  const half = { ...plan, panelists: panelists / 2 };
  if (mayBalance(half)) {
    const once = searched(half, random);
    if (once.isBalanced()) return [...once.blocks, ...once.blocks.map((block) => [...block])];
  }
  return searched(plan, random).blocks;
}

/** Starts anew when a design that numbers allow was not found; most are found at once. */
const MOST_STARTS = 5;

function searched(plan: BlockPlan, random: RandomStream): Meetings {
  const { samples, panelists, perPanelist } = plan;
  const start = (): Meetings => {
    const blocks = perPanelist > 1 ? grownBlocks(samples, perPanelist, panelists, random) : [];
    const design = new Meetings(samples, [...blocks, ...evenBlocks(plan, panelists - blocks.length, random)]);
    design.settle(random);
    return design;
  };
  let best = start();
  for (let starts = 1; starts < MOST_STARTS && mayBalance(plan) && !best.isBalanced(); starts++) {
    const next = start();
    if (next.squares() < best.squares()) best = next;
  }
  return best;
}

/** Whether whole numbers allow every sample to be served, and every two to meet, equally often. */
function mayBalance({ samples, panelists, perPanelist }: BlockPlan): boolean {
  const replication = (panelists * perPanelist) / samples;
  const meetings = (replication * (perPanelist - 1)) / (samples - 1);
  return panelists >= samples && perPanelist > 1 && [panelists, replication, meetings].every(Number.isInteger);
}

/** Blocks that use every sample equally often (within one), otherwise at random. */
export function evenBlocks({ samples, perPanelist }: BlockPlan, count: number, random: RandomStream): number[][] {
  const used = new Array<number>(samples).fill(0);
  return Array.from({ length: count }, () => {
    const order = random.shuffled(used.map((_, sample) => sample));
    const block = order.sort((a, b) => used[a] - used[b]).slice(0, perPanelist);
    block.forEach((sample) => used[sample]++);
    return block;
  });
}

/** Blocks with a running count of how often two samples meet. */
class Meetings {
  private readonly together: Int32Array;
  private readonly has: Uint8Array;

  constructor(
    private readonly samples: number,
    readonly blocks: number[][],
  ) {
    this.together = new Int32Array(samples * samples);
    this.has = new Uint8Array(samples * blocks.length);
    blocks.forEach((block, row) => {
      for (const a of block) {
        this.has[row * samples + a] = 1;
        for (const b of block) if (a !== b) this.together[a * samples + b]++;
      }
    });
  }

  /** Swaps samples between panelists until meetings are even, or time is up. */
  settle(random: RandomStream): void {
    const { blocks } = this;
    if (blocks.length < 2) return;
    const steps = Math.min(400_000, 3000 * blocks.length);
    const pairs = (this.samples * (this.samples - 1)) / 2;
    const total = blocks.reduce((sum, block) => sum + (block.length * (block.length - 1)) / 2, 0);
    // The least that whole numbers of meetings allow.
    const floor = Math.floor(total / pairs);
    const least = pairs * floor * floor + (total - pairs * floor) * (2 * floor + 1);
    let now = this.squares();
    for (let step = 0; step < steps && now > least; step++) {
      const change = this.trySwap(random, 2 * (1 - step / steps) ** 2);
      now += change;
    }
  }

  /** Whether all pairs meet equally often. */
  isBalanced(): boolean {
    const { samples, together } = this;
    const first = together[1];
    for (let a = 0; a < samples; a++) for (let b = 0; b < a; b++) if (together[a * samples + b] !== first) return false;
    return true;
  }

  /** Sum of squared meetings over all pairs: the smaller, the more even. */
  squares(): number {
    let sum = 0;
    for (let a = 0; a < this.samples; a++) for (let b = 0; b < a; b++) sum += this.together[a * this.samples + b] ** 2;
    return sum;
  }

  /** Proposes that two panelists exchange one sample each; returns the change made, 0 if refused. */
  private trySwap(random: RandomStream, temperature: number): number {
    const { blocks, has, samples } = this;
    const first = Math.floor(random.fraction() * blocks.length);
    const second = Math.floor(random.fraction() * blocks.length);
    if (first === second) return 0;
    const i = Math.floor(random.fraction() * blocks[first].length);
    const j = Math.floor(random.fraction() * blocks[second].length);
    const [a, b] = [blocks[first][i], blocks[second][j]];
    if (has[first * samples + b] || has[second * samples + a]) return 0;
    this.move(first, a, -1);
    this.move(second, b, -1);
    const change =
      this.gainOf(first, b, a) + this.gainOf(second, a, b) - this.lossOf(first, a) - this.lossOf(second, b);
    const accepted = change <= 0 || (temperature > 0 && random.fraction() < Math.exp(-change / temperature));
    if (!accepted) {
      this.move(first, a, 1);
      this.move(second, b, 1);
      return 0;
    }
    blocks[first][i] = b;
    blocks[second][j] = a;
    has[first * samples + a] = has[second * samples + b] = 0;
    has[first * samples + b] = has[second * samples + a] = 1;
    this.move(first, b, 1);
    this.move(second, a, 1);
    return change;
  }

  /** Adds to the meetings of a sample with the others of a block. */
  private move(row: number, sample: number, sign: 1 | -1): void {
    for (const other of this.blocks[row]) {
      if (other === sample) continue;
      this.together[sample * this.samples + other] += sign;
      this.together[other * this.samples + sample] += sign;
    }
  }

  /** What the squares grow by when a sample joins the block from which `gone` was taken out. */
  private gainOf(row: number, sample: number, gone: number): number {
    let sum = 0;
    for (const other of this.blocks[row])
      if (other !== gone) sum += 2 * this.together[sample * this.samples + other] + 1;
    return sum;
  }

  /** What they fell by when a sample was taken out of its block. */
  private lossOf(row: number, sample: number): number {
    let sum = 0;
    for (const other of this.blocks[row])
      if (other !== sample) sum += 2 * this.together[sample * this.samples + other] + 1;
    return sum;
  }
}
