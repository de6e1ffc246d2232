/**
 * Do methods differ, where each is known through a few pieces? Ranks of panelists who ate
 * from blocks of pieces: one piece of each method in a block.
 *
 * Use it for complete rankings of planned blocks, two pieces a method or more. Panelists who
 * ate from one block share its pieces, so their rankings are not separate evidence on the
 * methods: a piece that came out well is liked by all of them. The block is the unit here.
 *
 * - Where there are enough arrangements: methods are re-assigned to the pieces within each
 *   block, everyone who ate from it moving together; statistic as Friedman's, on the sums of
 *   ranks. It is exact whatever tastes, ties and no-shows are, since pieces were assigned to
 *   methods at random within their block.
 * - Where there are too few (two or three blocks): F of methods on the
 *   mean ranks of block x method, with (k - 1) and (k - 1)(blocks - 1) degrees of freedom.
 *   Blocks that agree to the last rank are no surer than all their pieces falling alike.
 * - Where people ate from several blocks (replicates, sittings), what they like stands in all of
 *   them and cancels out of what blocks differ by: F again, with the variance that comes from
 *   which people came added to its error.
 * - Pairs by Tukey on that error.
 *
 * Limits: with one block nothing can be said of methods. Ranks are bounded, so that F with few
 * blocks claims somewhat too much where pieces differ as much as people do (0.06 to 0.08 at
 * 0.05), and more where they differ by twice that (0.10); see docs/levels.md. A row that was
 * cut from several blocks counts with the block that most of its samples came from.
 *
 * Source: randomised blocks, Cochran & Cox, *Experimental Designs*, chapter 4; re-assignment
 * within blocks, Edgington & Onghena, *Randomization Tests*, chapter 6.
 *
 * @example
 * pieceBlocks([0, 1, 2].flatMap((block) => [{ panelist: 2 * block, block, ranks: [1, 2, 3], weight: 1 }, { panelist: 2 * block + 1, block, ranks: [1, 3, 2], weight: 1 }]), { alpha: 0.05, seed: '1' }).blocks // 3
 */
import { fUpperTail, studentizedRangeUpperTail, studentTwoSided } from '../../numeric';
import { manyToOneP } from '../certainty/manyToOne';
import type { NoTest, Probability } from '../certainty/probability';
import type { AgainstReference } from './rankSumLimits';
import { enumeratedP, relabeledP, type Relabeling } from './relabel';

/** One ranking: whose, from which block, mid-ranks by method, and its share of its panelist, who counts once. */
export interface BlockRanking {
  panelist: string | number;
  block: number;
  ranks: readonly number[];
  weight: number;
}

/** Two methods compared on the error of pieces. */
export interface BlockPair {
  a: number;
  b: number;
  /** Mean rank of a less that of b: below 0 where a is liked more. */
  difference: number;
  se: number;
  df: number;
  /** Of this pair by itself, by Student's t. */
  p: number;
  /** By Tukey, simultaneous over all pairs. */
  adjustedP: number;
}

/** Result of {@link pieceBlocks}. */
export interface PieceBlocks {
  test: 'piece-blocks';
  /** F of methods on the mean ranks of block x method; infinite where all blocks agree to the last rank. */
  F: number;
  df1: number;
  df2: number;
  probability: Probability;
  /** Whether p is from re-assigning methods within blocks, or from F. */
  by: 'relabelling' | 'F';
  blocks: number;
  /** Mean over blocks, by method. */
  meanRanks: number[];
  pairs: BlockPair[];
}

/** What {@link pieceBlocks} needs beside the rankings. */
export interface PieceBlocksOptions {
  alpha: number;
  seed: string;
  /** Fewer draws and no enumeration above what takes a moment, for the many panels of a rehearsal. */
  limitOnly?: boolean;
}

/**
 * Re-assignment is used where all blocks agreeing on one method comes up by chance in at most
 * half of alpha, as it does in 1 of k^(blocks - 1). Else even a method that stands far apart
 * from others alike would often not be shown: with four methods and three blocks in 20 of 100.
 */
const MARGIN = 2;

/**
 * @param rankings one for each panelist and replicate, all of the same methods
 * @returns the test, or why there is none
 */
export function pieceBlocks(
  rankings: readonly BlockRanking[],
  { alpha, seed, limitOnly = false }: PieceBlocksOptions,
): PieceBlocks | NoTest {
  const cells = cellsOf(rankings);
  const k = rankings[0]?.ranks.length ?? 0;
  if (cells.length < 2)
    return { test: null, reason: 'With one piece of each method, a method cannot be told apart from its piece.' };
  const meanRanks = columnMeans(cells.map(({ means }) => means));
  const [df1, df2] = [k - 1, (k - 1) * (cells.length - 1)];
  const between = (cells.length * squares(meanRanks)) / df1;
  const isCrossed = new Set(rankings.map(({ panelist, block }) => `${panelist} ${block}`)).size > countOf(rankings);
  const error = blockError(cells, meanRanks) / df2 + (isCrossed ? cells.length * tasteError(rankings, meanRanks) : 0);
  const F = between === 0 ? 0 : error > 0 ? between / error : Infinity;
  const arrangements = factorial(k) ** (cells.length - 1);
  const isFine = !isCrossed && alpha * k ** (cells.length - 1) >= MARGIN;
  const probability: Probability = isFine
    ? relabelled(cells, k, { seed, limitOnly })
    : { p: Math.max(fUpperTail(F, df1, df2), error > 0 ? 0 : 1 / arrangements), from: 'limiting' };
  const pairs = pairsOf(meanRanks, error, cells.length, df2, 1 / arrangements);
  return {
    test: 'piece-blocks',
    F,
    df1,
    df2,
    probability,
    by: isFine ? 'relabelling' : 'F',
    blocks: cells.length,
    meanRanks,
    pairs,
  };
}

/** What people who ate from one block said of its pieces. */
interface Cell {
  block: number;
  /** Weights of its rankings together: about how many people. */
  people: number;
  sums: number[];
  means: number[];
}

function cellsOf(rankings: readonly BlockRanking[]): Cell[] {
  const blocks = [...new Set(rankings.map(({ block }) => block))].sort((a, b) => a - b);
  return blocks.map((block) => {
    const own = rankings.filter((ranking) => ranking.block === block);
    const people = own.reduce((sum, { weight }) => sum + weight, 0);
    const sums = own[0].ranks.map((_, at) => own.reduce((sum, { ranks, weight }) => sum + weight * ranks[at], 0));
    return { block, people, sums, means: sums.map((sum) => sum / people) };
  });
}

const countOf = (rankings: readonly BlockRanking[]): number => new Set(rankings.map(({ panelist }) => panelist)).size;

/** Variance of a method's mean that comes from which people came, by what they differ in. */
function tasteError(rankings: readonly BlockRanking[], meanRanks: readonly number[]): number {
  const people = [...new Set(rankings.map(({ panelist }) => panelist))];
  const scatter = people.reduce<number>((sum, panelist) => {
    const own = rankings.filter((ranking) => ranking.panelist === panelist);
    const weights = own.reduce((all, { weight }) => all + weight, 0);
    const means = meanRanks.map(
      (_, at) => own.reduce((all, { ranks, weight }) => all + weight * ranks[at], 0) / weights,
    );
    return sum + squares(means.map((mean, at) => mean - meanRanks[at]));
  }, 0);
  return scatter / (people.length - 1) / (meanRanks.length - 1) / people.length;
}

/** Sum of squares of block x method means about what method and block lead one to expect. */
function blockError(cells: readonly Cell[], meanRanks: readonly number[]): number {
  return cells.reduce((sum, { means }) => sum + squares(means.map((mean, at) => mean - meanRanks[at])), 0);
}

function relabelled(
  cells: readonly Cell[],
  k: number,
  { seed, limitOnly }: { seed: string; limitOnly: boolean },
): Probability {
  const methods = Array.from({ length: k }, (_, method) => method);
  const relabeling: Relabeling = {
    blocks: cells.map(({ sums }) => ({ samples: methods, values: sums })),
    samples: k,
    statistic: (sums) => sums.reduce((total, sum) => total + sum * sum, 0),
    seed,
    draws: limitOnly ? 999 : 100_000,
  };
  const exact = limitOnly ? null : enumeratedP(relabeling);
  return exact === null ? relabeledP(relabeling) : { p: exact, from: 'exact' };
}

function pairsOf(meanRanks: readonly number[], error: number, blocks: number, df: number, least: number): BlockPair[] {
  const se = Math.sqrt((2 * error) / blocks);
  return meanRanks.flatMap((mean, a) =>
    meanRanks.slice(a + 1).map((other, at): BlockPair => {
      const difference = mean - other;
      const q = (Math.abs(difference) / se) * Math.SQRT2;
      // Blocks that agree to the last rank may do so by luck: no surer than all their pieces falling alike.
      const adjustedP = difference === 0 ? 1 : se > 0 ? studentizedRangeUpperTail(q, meanRanks.length, df) : least;
      const p = difference === 0 ? 1 : se > 0 ? studentTwoSided(Math.abs(difference) / se, df) : least;
      return { a, b: a + 1 + at, difference, se, df, p, adjustedP };
    }),
  );
}

/** Every other method against one, by Dunnett on the error of pieces. */
export function blocksAgainst(test: PieceBlocks, reference: number): AgainstReference[] {
  const halves = test.meanRanks.map(() => Math.SQRT1_2);
  return test.pairs
    .filter(({ a, b }) => a === reference || b === reference)
    .map(({ a, b, difference, se, df, p, adjustedP }) => ({
      sample: a === reference ? b : a,
      difference: a === reference ? -difference : difference,
      p,
      adjustedP: se > 0 ? Math.max(p, manyToOneP(Math.abs(difference) / se, halves.slice(1), df)) : adjustedP,
    }));
}

const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1));

/** Sum of squares about the mean. */
function squares(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
}

const columnMeans = (rows: readonly (readonly number[])[]): number[] =>
  rows[0].map((_, at) => rows.reduce((sum, row) => sum + row[at], 0) / rows.length);
