/**
 * Do people tell two methods apart, or prefer one, where each is known through a few pieces?
 * Choices of people in clusters that share no piece.
 *
 * Use it for sets of two samples that were planned in such clusters, not where everyone shares pieces
 * with everyone. People who are served from the same pieces may all be right because of one odd piece, so
 * their answers are not separate evidence on the methods. Clusters that have no piece in
 * common are: each gives one figure (a share, or a difference of shares), and these are held
 * against what guessing gives.
 *
 * - Where swapping the two methods within a cluster only turns the sign of its figure
 *   (preference, 2-AFC, A/not-A): the share of all swaps that come out as far as what was seen.
 *   Exact, since pieces were assigned to methods at random; with few clusters it reaches no level.
 *   Student's t on three clusters of a preference claimed in 8 of 100 where pieces differ much.
 * - Else, or with very many clusters, Student's t on their figures.
 *
 * Either is no surer than each of the clusters having come out so by its pieces alone, if these
 * differ much: a triangle's odd piece is the one by itself in one cluster of three.
 *
 * Limits: with one cluster nothing can be said of the methods, and with few no level is reached.
 *
 * Source: analysis of cluster summaries, Donner & Klar, *Design and Analysis of Cluster
 * Randomization Trials in Health Research*, chapters 6 and 7 (from memory); swaps as in
 * Edgington & Onghena, *Randomization Tests*, chapter 5.
 *
 * @example
 * pieceClusters([0.3, 0.5, 0.4], { sides: 1, swaps: false, byLuck: 1 / 3 }).df // 2
 */
import { studentTwoSided, studentUpperTail } from '../../numeric';
import type { NoTest } from '../certainty/probability';

/** Result of {@link pieceClusters}. */
export interface PieceClusters {
  test: 'piece-clusters';
  clusters: number;
  /** Mean of the clusters, above what guessing gives. */
  mean: number;
  /** What the mean is held against: 0 where a difference is sought, else how far above guessing is to be ruled out. */
  limit: number;
  se: number;
  df: number;
  /** Null, beyond any number, where the clusters agree to the last answer. */
  t: number | null;
  p: number;
  by: 'swaps' | 't';
}

/** What {@link pieceClusters} needs beside the figures. */
export interface ClusterRules {
  /** Whether only figures above 0 are looked for, or either direction. */
  sides: 1 | 2;
  /** Whether swapping the methods turns the sign of a figure. */
  swaps: boolean;
  /** Chance that the pieces of a cluster, if they differ much, make it speak for a difference. */
  byLuck: number;
}

/** Swaps that are worth going through. */
const MOST_SWAPPED = 16;

/** @param figures one per cluster: how far above guessing it came out */
export function pieceClusters(
  figures: readonly number[],
  { sides, swaps, byLuck }: ClusterRules,
): PieceClusters | NoTest {
  const n = figures.length;
  if (n < 2)
    return {
      test: null,
      reason:
        'Everyone was served from pieces that others had too, so the methods cannot be told apart from their pieces.',
    };
  const mean = figures.reduce((sum, value) => sum + value, 0) / n;
  const variance = figures.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1);
  const se = variance > 1e-20 ? Math.sqrt(variance / n) : 0;
  const t = se > 0 ? mean / se : mean === 0 ? 0 : null;
  const shared = { test: 'piece-clusters' as const, clusters: n, mean, limit: 0, se, df: n - 1, t };
  if (swaps && n <= MOST_SWAPPED) return { ...shared, p: swappedP(figures, sides), by: 'swaps' };
  return { ...shared, p: tailP(shared, { sides, byLuck }), by: 't' };
}

/**
 * Whether clusters of people who share no piece rule out that more than so many tell two methods
 * apart: Student's t on their figures, held against the limit from below.
 *
 * @param figures one per cluster: how far above guessing it came out
 * @param limit how far above guessing is to be ruled out
 * @param leastP p of the answers taken one by one, than which this is no surer
 */
export function similarClusters(
  figures: readonly number[],
  { limit, leastP }: { limit: number; leastP: number },
): PieceClusters | NoTest {
  const below = pieceClusters(
    figures.map((figure) => limit - figure),
    { sides: 1, swaps: false, byLuck: 0 },
  );
  if (below.test === null) return below;
  return {
    ...below,
    mean: limit - below.mean,
    limit,
    t: below.t === null ? null : -below.t,
    p: Math.max(leastP, below.p),
  };
}

/** By Student's t, but no surer than every cluster having come out so by its pieces alone. */
function tailP(
  { t, df, mean, clusters }: Omit<PieceClusters, 'p' | 'by'>,
  { sides, byLuck }: Pick<ClusterRules, 'sides' | 'byLuck'>,
): number {
  if (t === null && sides === 1 && mean < 0) return 1;
  const least = Math.min(1, sides * byLuck ** clusters);
  if (t === null) return least;
  return Math.max(least, sides === 1 ? studentUpperTail(t, df) : studentTwoSided(t, df));
}

/** Share of all swaps whose sum is as far out as the one that was seen. */
function swappedP(figures: readonly number[], sides: 1 | 2): number {
  const size = (sum: number): number => (sides === 1 ? sum : Math.abs(sum));
  const observed = size(figures.reduce((sum, value) => sum + value, 0)) - 1e-9;
  let reached = 0;
  const swap = (at: number, sum: number): void => {
    if (at === figures.length) return void (reached += size(sum) >= observed ? 1 : 0);
    swap(at + 1, sum + figures[at]);
    swap(at + 1, sum - figures[at]);
  };
  swap(0, 0);
  return reached / 2 ** figures.length;
}

/** One answer, with the blocks of all pieces that it was about: blocks, since one sample by itself meets no piece of the other method. */
export interface ClusteredAnswer {
  panelist: string;
  blocks: readonly number[];
}

/**
 * Puts answers into clusters: two are in one where they share a block of pieces or a panelist.
 *
 * @returns per answer the number of its cluster, from 0
 */
export function clustersOf(answers: readonly ClusteredAnswer[]): number[] {
  const group = new Map<string, string>();
  const root = (name: string): string => {
    const above = group.get(name);
    if (above === undefined || above === name) return name;
    const top = root(above);
    group.set(name, top);
    return top;
  };
  const who = ({ panelist }: ClusteredAnswer): string => `panelist ${panelist}`;
  for (const answer of answers) for (const block of answer.blocks) group.set(root(`block ${block}`), root(who(answer)));
  const numbers = new Map<string, number>();
  return answers.map((answer) => {
    const top = root(who(answer));
    const number = numbers.get(top) ?? numbers.size;
    numbers.set(top, number);
    return number;
  });
}
