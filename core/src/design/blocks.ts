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
  const all = bySitting.flat();
  const dealt = sittings.map((own) => own.map(() => 0));
  const uses = new Uses(blocks);
  const take = (wanted: Wanted, block: number): void => {
    dealt[wanted.at][wanted.place] = block;
    uses.add(wanted, block, 1);
  };
  // Sitting by sitting, each with its least used blocks: so uses stay within one of each other.
  for (const together of random.shuffled(bySitting).flatMap(byReplicate)) {
    const taken = uses.ofSitting(together[0].at);
    const best = leastOf(random.shuffled(numbersTo(blocks)), (block) => [
      taken[block],
      Math.max(...together.map((wanted) => uses.of(wanted, block))),
      together.reduce((sum, wanted) => sum + uses.of(wanted, block), 0),
    ]);
    together.forEach((wanted) => take(wanted, best));
    uses.noteSitting(together[0].at, best);
  }
  for (const wanted of random.shuffled(all.filter(({ replicate }) => replicate >= 0))) {
    const from = dealt[wanted.at][wanted.place];
    if (uses.of(wanted, from) <= room[wanted.method]) continue;
    const emptiest = leastOf(random.shuffled(numbersTo(blocks)), (block) => [uses.of(wanted, block)]);
    if (uses.of(wanted, emptiest) >= room[wanted.method]) continue;
    uses.add(wanted, from, -1);
    take(wanted, emptiest);
  }
  for (const wanted of all.filter(({ replicate }) => replicate < 0))
    take(
      wanted,
      leastOf(random.shuffled(numbersTo(blocks)), (block) => [uses.ofPiece(wanted.method, block)]),
    );
  return dealt;
}

/** A sitting's portions by replicate; warm-ups stand for themselves and come last. */
function byReplicate(own: readonly Wanted[]): Wanted[][] {
  const replicates = [...new Set(own.map(({ replicate }) => replicate))].filter((replicate) => replicate >= 0);
  return replicates.map((one) => own.filter(({ replicate }) => replicate === one));
}

/** How often each block has been used, for what and for whom. */
class Uses {
  private readonly counts = new Map<string, number>();
  private readonly pieces = new Map<string, number>();
  private readonly sittings = new Map<number, number[]>();

  constructor(private readonly blocks: number) {}

  of({ method, zone }: PortionWanted, block: number): number {
    return this.counts.get(`${method} ${zone} ${block}`) ?? 0;
  }

  ofPiece(method: number, block: number): number {
    return this.pieces.get(`${method} ${block}`) ?? 0;
  }

  ofSitting(at: number): readonly number[] {
    return this.sittings.get(at) ?? new Array<number>(this.blocks).fill(0);
  }

  add({ method, zone }: PortionWanted, block: number, count: number): void {
    const [name, piece] = [`${method} ${zone} ${block}`, `${method} ${block}`];
    this.counts.set(name, (this.counts.get(name) ?? 0) + count);
    this.pieces.set(piece, (this.pieces.get(piece) ?? 0) + count);
  }

  noteSitting(at: number, block: number): void {
    this.sittings.set(
      at,
      this.ofSitting(at).map((uses, one) => uses + Number(one === block)),
    );
  }
}

const numbersTo = (count: number): number[] => Array.from({ length: count }, (_, at) => at);

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
