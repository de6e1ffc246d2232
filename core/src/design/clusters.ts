import type { Tasting, Test } from '../bundle';
import type { ClusterRules } from '../inference';
import type { RandomStream } from '../numeric';
import { seeksSimilarity } from '../questions';
import { testSequences } from './sequences';
import type { PortionWanted } from './blocks';

/** Sittings of one panelist, in order, with what is served at each. */
export interface PanelistSitting {
  panelist: number;
  wanted: readonly PortionWanted[];
}

/** What {@link dealClusters} goes by. */
export interface ClusterPlan {
  test: Test;
  /** Pieces of each method, and whether piece b of every method is a part of one raw piece. */
  pieces: number;
  halves: boolean;
  /** Lots, of which piece b is from number b, in turn; 0 without. */
  lots: number;
  /** Portions that a piece of each method gives of each zone. */
  room: readonly number[];
}

/**
 * Blocks of pieces that are served together in a test of two samples: enough of them that two
 * samples of one method are of different pieces (and of different raw pieces, where those are
 * split), and as many groups as that allows. Blocks of one lot stay together where they can.
 *
 * @returns the blocks of each group
 */
export function clusterBlocks({ test, pieces, halves, lots }: Omit<ClusterPlan, 'room'>): number[][] {
  const sequences = testSequences(test);
  const copies = Math.max(...sequences.flatMap((set) => [0, 1].map((one) => set.filter((two) => two === one).length)));
  const needed = halves ? sequences[0].length : copies;
  const clusters = Math.max(1, Math.floor(pieces / needed));
  const inOrder = Array.from({ length: pieces }, (_, block) => block);
  if (lots > 1) inOrder.sort((a, b) => (a % lots) - (b % lots) || a - b);
  return Array.from({ length: clusters }, (_, cluster) =>
    inOrder.filter((_block, at) => Math.floor((at * clusters) / pieces) === cluster),
  );
}

const SWAPPED = { sides: 1, swaps: true, byLuck: 1 / 2 } as const;
const GUESSED = { sides: 1, swaps: false } as const;

/** How the figures of groups are held against guessing. @returns null for tests that are not of two samples */
export function clusterTest(test: Test): ClusterRules | null {
  switch (test) {
    case 'paired-preference':
      return { ...SWAPPED, sides: 2 };
    case '2-afc':
    case 'a-not-a':
      return SWAPPED;
    case 'triangle':
    case '3-afc':
    case 'tetrad':
      return { ...GUESSED, byLuck: 1 / 3 };
    case 'duo-trio':
    case 'same-different':
      return { ...GUESSED, byLuck: 1 / 2 };
    default:
      return null;
  }
}

/** Groups of which Student's t tells how much they vary: with two it is mostly luck. Common practice, no source. */
const LEAST_CLUSTERS_OF_SIMILARITY = 3;

/**
 * The fewest pieces of each method with which anything at all can be claimed of the methods: two
 * blocks, or in a test of two samples so many groups of people who share no piece that all of them
 * coming out alike by luck of their pieces is rarer than alpha.
 */
export function leastPieces({
  test,
  decision,
  halves,
  lots,
  alpha,
}: Pick<Tasting, 'test' | 'decision' | 'halves' | 'lots' | 'alpha'>): number {
  const rules = clusterTest(test);
  if (!rules) return 2;
  // So many that all of them coming out alike by their pieces alone is rarer than alpha.
  const needed = seeksSimilarity({ test, decision })
    ? LEAST_CLUSTERS_OF_SIMILARITY
    : Math.ceil(Math.log(rules.sides / alpha) / Math.log(1 / rules.byLuck) - 1e-9);
  let pieces = 2;
  while (clusterBlocks({ test, pieces, halves, lots: lots.length }).length < needed) pieces++;
  return pieces;
}

/**
 * Says which piece each portion of a test of two samples is cut from. Every panelist eats from
 * one group of pieces, whatever the sitting, so that groups of people share no piece; samples of
 * one method that stand side by side are of different pieces, so that what is alike is the method
 * and not the piece. With too few pieces for that they are of one piece, and the answer is about
 * that piece. Where a piece would have to give more than it has, another group's helps out.
 *
 * @returns per sitting, the block of each portion
 */
export function dealClusters(
  sittings: readonly PanelistSitting[],
  plan: ClusterPlan,
  random: RandomStream,
): number[][] {
  const clusters = clusterBlocks(plan);
  const dealing = new ClusterDealing(plan, random);
  const size = clusters.map(() => 0);
  const dealt = sittings.map((): number[] => []);
  for (const panelist of random.shuffled([...new Set(sittings.map((one) => one.panelist))])) {
    const own = sittings.flatMap((one, at) => (one.panelist === panelist ? [at] : []));
    const wanted = own.flatMap((at) => sittings[at].wanted).filter(({ replicate }) => replicate >= 0);
    const cluster = random
      .shuffled(clusters.map((_, at) => at))
      .sort((a, b) => size[a] - size[b] || dealing.used(clusters[a], wanted) - dealing.used(clusters[b], wanted))[0];
    size[cluster]++;
    for (const at of own) dealt[at] = dealing.sitting(sittings[at].wanted, clusters[cluster]);
  }
  sittings.forEach(({ wanted }, at) => dealing.warmUps(wanted, dealt[at]));
  return dealt;
}

/** How often each piece has been used so far, by zone. */
class ClusterDealing {
  private readonly counts = new Map<string, number>();

  constructor(
    private readonly plan: ClusterPlan,
    private readonly random: RandomStream,
  ) {}

  /** How much of what is wanted these blocks have given already, by the piece. */
  used(blocks: readonly number[], wanted: readonly PortionWanted[]): number {
    const uses = wanted.map((one) => blocks.reduce((sum, block) => sum + this.uses(one, block), 0));
    return uses.reduce((sum, use) => sum + use, 0) / blocks.length;
  }

  /** The block of every portion of a sitting; warm-ups wait for what is left. */
  sitting(wanted: readonly PortionWanted[], blocks: readonly number[]): number[] {
    const served = new Map<string, number[]>();
    return wanted.map((one) => {
      if (one.replicate < 0) return -1;
      const beside = `${one.replicate} ${one.zone}${this.plan.halves ? '' : ` ${one.method}`}`;
      const before = served.get(beside) ?? [];
      const block = this.choose(one, blocks, before);
      served.set(beside, [...before, block]);
      return block;
    });
  }

  warmUps(wanted: readonly PortionWanted[], dealt: number[]): void {
    const all = Array.from({ length: this.plan.pieces }, (_, block) => block);
    wanted.forEach((one, at) => {
      if (one.replicate < 0) dealt[at] = this.take(one, this.least(one, all, []));
    });
  }

  /** Of the group while its pieces have enough, else of whichever piece has most left. */
  private choose(one: PortionWanted, blocks: readonly number[], before: readonly number[]): number {
    const own = this.least(one, blocks, before);
    if (this.uses(one, own) < this.plan.room[one.method]) return this.take(one, own);
    const all = Array.from({ length: this.plan.pieces }, (_, block) => block);
    return this.take(one, this.least(one, all, before));
  }

  /** The block that was not served beside it, and of these the least used. */
  private least(one: PortionWanted, blocks: readonly number[], before: readonly number[]): number {
    const times = (block: number): number => before.filter((other) => other === block).length;
    return this.random.shuffled(blocks).sort((a, b) => times(a) - times(b) || this.uses(one, a) - this.uses(one, b))[0];
  }

  private take({ method, zone }: PortionWanted, block: number): number {
    const name = `${method} ${zone} ${block}`;
    this.counts.set(name, (this.counts.get(name) ?? 0) + 1);
    return block;
  }

  private uses({ method, zone }: PortionWanted, block: number): number {
    return this.counts.get(`${method} ${zone} ${block}`) ?? 0;
  }
}
