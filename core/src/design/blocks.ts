import type { RandomStream } from '../numeric';

/** One portion that is to be cut: of which method and zone, for which replicate; below 0 for a warm-up. */
export interface PortionWanted {
  method: number;
  zone: number;
  replicate: number;
}

/** A portion, and for whom: the sitting and the place in it. */
interface Wanted extends PortionWanted {
  at: number;
  place: number;
}

/**
 * Says which block (a lot, or a raw piece split across the methods) each portion is cut
 * from. Portions of one sitting and replicate come from one block; replicates from
 * different ones while there are. Blocks are used as evenly as that allows. Where a piece
 * would still have to give more than it has, the last of its portions come from another
 * block: a comparison across lots is worth more than an empty plate.
 *
 * @param sittings per sitting, what is served in order
 * @param room portions that a piece of each method gives of each zone
 * @returns per sitting, the block of each portion
 */
export function dealBlocks(
  sittings: readonly (readonly PortionWanted[])[],
  blocks: number,
  room: readonly number[],
  random: RandomStream,
): number[][] {
  const bySitting = sittings.map((own, at) => own.map((wanted, place) => ({ ...wanted, at, place })));
  const counted = bySitting.flat().filter(({ replicate }) => replicate >= 0);
  const warmUps = bySitting.flat().filter(({ replicate }) => replicate < 0);
  const dealing = new BlockDealing(blocks, random);
  // Sitting by sitting, each with its least used blocks: so uses stay within one of each other.
  for (const own of random.shuffled(bySitting)) dealing.dealSitting(byReplicate(own));
  for (const wanted of random.shuffled(counted)) dealing.relieve(wanted, room[wanted.method]);
  for (const wanted of warmUps) dealing.dealWarmUp(wanted);
  return bySitting.map((own) => own.map((wanted) => dealing.blockOf(wanted)));
}

/** A sitting's portions by replicate; warm-ups stand for themselves and come last. */
function byReplicate(own: readonly Wanted[]): Wanted[][] {
  const replicates = [...new Set(own.map(({ replicate }) => replicate))].filter((replicate) => replicate >= 0);
  return replicates.map((one) => own.filter(({ replicate }) => replicate === one));
}

/** Which block each portion comes from, and how often each piece has been used so far, by zone and in all. */
class BlockDealing {
  private readonly dealt = new Map<Wanted, number>();
  private readonly counts = new Map<string, number>();

  constructor(
    private readonly blocks: number,
    private readonly random: RandomStream,
  ) {}

  blockOf(wanted: Wanted): number {
    return this.dealt.get(wanted) ?? 0;
  }

  /** Gives each replicate a block: one that this sitting has not had, and of these the least used. */
  dealSitting(replicates: readonly Wanted[][]): void {
    const had = new Array<number>(this.blocks).fill(0);
    for (const together of replicates) {
      const best = this.least((block) => {
        const uses = together.map((wanted) => this.usesOfZone(wanted, block));
        return [had[block], Math.max(...uses), uses.reduce((sum, count) => sum + count, 0)];
      });
      had[best]++;
      for (const wanted of together) this.take(wanted, best);
    }
  }

  /** Moves a portion to the emptiest block where its piece would give more than it has. */
  relieve(wanted: Wanted, room: number): void {
    const from = this.blockOf(wanted);
    if (this.usesOfZone(wanted, from) <= room) return;
    const emptiest = this.least((block) => [this.usesOfZone(wanted, block)]);
    if (this.usesOfZone(wanted, emptiest) >= room) return;
    this.count(wanted, from, -1);
    this.take(wanted, emptiest);
  }

  /** A warm-up is cut from whatever zone is left of the least used piece. */
  dealWarmUp(wanted: Wanted): void {
    this.take(
      wanted,
      this.least((block) => [this.uses(`${wanted.method} ${block}`)]),
    );
  }

  private least(keysOf: (block: number) => number[]): number {
    const blocks = Array.from({ length: this.blocks }, (_, block) => block);
    return leastOf(this.random.shuffled(blocks), keysOf);
  }

  private take(wanted: Wanted, block: number): void {
    this.dealt.set(wanted, block);
    this.count(wanted, block, 1);
  }

  private count({ method, zone }: Wanted, block: number, by: number): void {
    for (const name of [`${method} ${block}`, `${method} ${block} ${zone}`])
      this.counts.set(name, this.uses(name) + by);
  }

  private usesOfZone({ method, zone }: Wanted, block: number): number {
    return this.uses(`${method} ${block} ${zone}`);
  }

  private uses(name: string): number {
    return this.counts.get(name) ?? 0;
  }
}

/** The first one whose keys are least, the earlier key counting more. */
function leastOf(candidates: readonly number[], keysOf: (candidate: number) => number[]): number {
  let best = { candidate: candidates[0], keys: keysOf(candidates[0]) };
  for (const candidate of candidates.slice(1)) {
    const keys = keysOf(candidate);
    const differing = keys.findIndex((key, at) => key !== best.keys[at]);
    if (differing >= 0 && keys[differing] < best.keys[differing]) best = { candidate, keys };
  }
  return best.candidate;
}
