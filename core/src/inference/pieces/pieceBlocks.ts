/**
 * Do methods differ, where each is known through a few pieces? What panelists said who ate
 * from blocks of pieces: one piece of each method in a block.
 *
 * Use it for ranks, scores, and best and worst of planned blocks, two pieces a method or more.
 * Panelists who ate from one block share its pieces, so their answers are not separate evidence
 * on the methods: a piece that came out well is liked by all of them. The block is the unit here.
 *
 * - Where there are enough arrangements: methods are re-assigned to the pieces within each
 *   block, everyone who ate from it moving together; statistic as Friedman's, on the sums of
 *   what was said. It is exact whatever tastes, ties and no-shows are, since pieces were
 *   assigned to methods at random within their block (where all tasted all of a block; with
 *   some of the methods each, nearly so).
 * - Where there are too few (two or three blocks): F of methods on the means of block x method,
 *   with (k - 1) and (k - 1)(blocks - 1) degrees of freedom. Blocks that agree to the last rank
 *   are no surer than all their pieces falling alike.
 * - Where people had a method from several blocks (replicates, sittings), what they like stands
 *   in all of them and cancels out of what blocks differ by: F again, with the variance that
 *   comes from which people came added to its error.
 * - Pairs by Tukey on that error.
 * - Ranks of all methods pile up against first and last place. For F and pairs a mean rank
 *   is therefore read as the log odds of being placed behind another, with half a person added
 *   to either side; what is given back of means and differences stays in ranks.
 *
 * Limits: with one block nothing can be said of methods. Where pieces differ by twice what people
 * do, F of two or three blocks of ranks claims somewhat too much (0.06 to 0.07 at 0.05); see
 * docs/levels.md. A row that was cut from several blocks counts with the block that most of its
 * samples came from.
 *
 * Source: randomised blocks, Cochran & Cox, *Experimental Designs*, chapter 4; re-assignment
 * within blocks, Edgington & Onghena, *Randomization Tests*, chapter 6; empirical log odds, Cox &
 * Snell, *Analysis of Binary Data*, section 2.1.
 *
 * @example
 * pieceBlocks([0, 1, 2].map((block) => ({ panelist: block, block, samples: [0, 1, 2], values: [1, 2, 3], weight: 1 })), { methods: 3, alpha: 0.05, seed: '1' }).blocks // 3
 */
import { fUpperTail, studentizedRangeUpperTail, studentTwoSided } from '../../numeric';
import { manyToOneP } from '../certainty/manyToOne';
import type { NoTest, Probability } from '../certainty/probability';
import type { AgainstReference } from '../rankings/rankSumLimits';
import { enumeratedP, relabeledP, type Relabeling } from '../rankings/relabel';
import {
  betweenPieces,
  cellsOf,
  columnMeans,
  readingOf,
  squares,
  tasteError,
  type BlockRow,
  type Cell,
  type Reading,
} from './cells';

/** Two methods compared on the error of pieces. */
export interface BlockPair {
  a: number;
  b: number;
  /** Mean of a less that of b: of ranks, below 0 where a is liked more; of scores, above. */
  difference: number;
  /** Of the difference as it stands, also where p is by log odds. */
  se: number;
  /** In standard errors, on the scale of the test; null where all blocks agree to the last rank. */
  t: number | null;
  df: number;
  /** Of this pair by itself, by Student's t; 1 with `asymptotic`. */
  p: number;
  /** By Tukey, simultaneous over all pairs; with `asymptotic` just alpha where it is not above alpha, else 1. */
  adjustedP: number;
}

/** Result of {@link pieceBlocks}. */
export interface PieceBlocks {
  test: 'piece-blocks';
  /** F of methods on the means of block x method; null, beyond any number, where all blocks agree to the last rank. */
  F: number | null;
  df1: number;
  df2: number;
  probability: Probability;
  /** Of what F and the p of pairs are: means, or log odds of being placed behind another. */
  scale: 'means' | 'odds';
  /** Whether p is from re-assigning methods within blocks, or from F. */
  by: 'relabelling' | 'F';
  blocks: number;
  /** Of these, how many are several blocks joined, since too few people ate from each to compare all methods. */
  joined: number;
  /** Mean over blocks, by method. */
  means: number[];
  pairs: BlockPair[];
}

/** What {@link pieceBlocks} needs beside the answers. */
export interface PieceBlocksOptions {
  methods: number;
  alpha: number;
  seed: string;
  /** Whether values are places, from 1 for the first to the number of samples for the last. */
  ranked?: boolean;
  /** Fewer draws and no enumeration above what takes a moment, for the many panels of a rehearsal. */
  asymptotic?: boolean;
  /** How the rows are read, where that is known from before: {@link readingOf}. */
  reading?: Reading;
}

/**
 * Of three methods and more, re-assignment is used where all blocks agreeing on one method comes up by
 * chance in at most half of alpha, as it does in 1 of k^(blocks - 1). Else even a method that stands far
 * apart from others alike would often not be shown: with four methods and three blocks in 20 of 100.
 * Of two there are no others: it is used as soon as it can reach alpha.
 */
const MARGIN = 2;

/**
 * @param rows one for each panelist and each time that samples were judged side by side
 * @returns the test, or why there is none
 */
export function pieceBlocks(rows: readonly BlockRow[], options: PieceBlocksOptions): PieceBlocks | NoTest {
  const { methods: k, ranked = false, reading = readingOf(rows, k) } = options;
  const cells = cellsOf(rows, k, reading);
  if (cells.length < 2)
    return { test: null, reason: new Set(rows.map(({ block }) => block)).size < 2 ? ONE_BLOCK : NOT_COMPARED };
  const df2 = (k - 1) * (cells.length - 1);
  const known = { df2, taste: reading.isCrossed ? cells.length * tasteError(rows, cells) : 0 };
  const given = tested(cells, known, 'means');
  // Blocks that agree to the last rank do so however many ate from each: their odds are not asked.
  const judged = ranked && isWhole(reading) && given.error > NOTHING ? tested(asOdds(cells, k), known, 'odds') : given;
  // They may do so by luck: no surer than all their pieces falling alike.
  const least = factorial(k) ** (1 - cells.length);
  const isFine = !reading.isCrossed && canReach(options.alpha, k, cells.length);
  const probability: Probability = isFine
    ? relabelled(cells, k, options)
    : { p: judged.F === null ? least : fUpperTail(judged.F, k - 1, df2), from: 'limiting' };
  const pairs = pairsOf(given, judged, { df: df2, least, ...tailsOf(df2, options) });
  const { means } = given;
  return {
    test: 'piece-blocks',
    ...{ scale: judged.scale, F: judged.F, df1: k - 1, df2, probability, by: isFine ? 'relabelling' : 'F' },
    ...{ blocks: cells.length, joined: cells.filter(({ blocks }) => blocks.length > 1).length, means },
    // Of two methods the one pair is the whole question, and has one answer.
    pairs: k === 2 ? pairs.map((pair) => ({ ...pair, p: probability.p, adjustedP: probability.p })) : pairs,
  };
}

/** Methods on the error of pieces, on one scale. */
interface Tested {
  scale: PieceBlocks['scale'];
  means: number[];
  error: number;
  F: number | null;
  /** Standard error of a difference between two methods. */
  se: number;
}

function tested(
  cells: readonly Cell[],
  { df2, taste }: { df2: number; taste: number },
  scale: PieceBlocks['scale'],
): Tested {
  const means = columnMeans(cells.map((cell) => cell.means));
  const error = betweenPieces(cells, means) / df2 + taste;
  const between = (cells.length * squares(means)) / (means.length - 1);
  const se = error > NOTHING ? Math.sqrt((2 * error) / cells.length) : 0;
  return { scale, means, error, F: ratio(between, error), se };
}

/** Whether everyone had all methods, and each from one block. */
const isWhole = ({ units, isCrossed }: Reading): boolean => !isCrossed && units.every(({ solve }) => solve === null);

const asOdds = (cells: readonly Cell[], k: number): Cell[] =>
  cells.map((cell) => ({ ...cell, means: logOddsOf(cell, k) }));

/** Mean ranks as log odds of being placed behind another of the samples, with half a person added to either side. */
const logOddsOf = ({ means, people }: Cell, k: number): number[] =>
  means.map((mean) => Math.log((people * (mean - 1) + (k - 1) / 2) / (people * (k - mean) + (k - 1) / 2)));

/** F, as far as digits go; null where there is a difference and no error. */
function ratio(between: number, error: number): number | null {
  if (between < NOTHING) return 0;
  return error > NOTHING ? between / error : null;
}

const NOTHING = 1e-20;

const canReach = (alpha: number, k: number, blocks: number): boolean =>
  alpha * k ** (blocks - 1) >= (k === 2 ? 1 : MARGIN);

const ONE_BLOCK = 'With one piece of each method, a method cannot be told apart from its piece.';
const NOT_COMPARED =
  'Too few people compared all methods on pieces of their own, so a method cannot be told apart from its pieces.';

function relabelled(
  cells: readonly Cell[],
  k: number,
  { alpha, seed, asymptotic = false }: PieceBlocksOptions,
): Probability {
  const methods = Array.from({ length: k }, (_, method) => method);
  const relabeling: Relabeling = {
    blocks: cells.map(({ people, means }) => ({ samples: methods, values: sumsOf(means, people) })),
    samples: k,
    statistic: sumOfSquares,
    seed,
    ...(asymptotic ? { draws: Math.max(199, Math.ceil(10 / alpha) - 1), stopAbove: alpha } : { draws: 100_000 }),
  };
  const exact = asymptotic && k > 2 ? null : enumeratedP(relabeling, true);
  return exact === null ? relabeledP(relabeling) : { p: exact, from: 'exact' };
}

function sumOfSquares(sums: Float64Array): number {
  let total = 0;
  for (let at = 0; at < sums.length; at++) total += sums[at] * sums[at];
  return total;
}

/** About zero, so that sums of whole ranks stay the exact halves that they are, and scores of any height keep their digits. */
function sumsOf(means: readonly number[], people: number): number[] {
  const level = means.reduce((sum, mean) => sum + mean, 0) / means.length;
  return means.map((mean) => {
    const sum = people * (mean - level);
    const half = Math.round(2 * sum) / 2;
    return Math.abs(sum - half) < 1e-9 ? half : sum;
  });
}

/** What pairs are held against. */
interface PairError {
  df: number;
  /** p of a pair where blocks agree to the last rank. */
  least: number;
  /** Simultaneous p of a studentized difference. */
  tukey: (q: number) => number;
  /** p of a difference by itself, in standard errors. */
  student: (t: number) => number;
}

/** How the differences of pairs are judged; a rehearsal asks of no pair by itself. */
function tailsOf(
  df: number,
  { methods, alpha, asymptotic = false }: PieceBlocksOptions,
): Pick<PairError, 'tukey' | 'student'> {
  if (asymptotic) return { tukey: tukeyAt(methods, df, alpha), student: () => 1 };
  return { tukey: (q) => studentizedRangeUpperTail(q, methods, df), student: (t) => studentTwoSided(t, df) };
}

const limits = new Map<string, number>();

/** Whether a studentized difference is shown at alpha, by its limit, which is found once. */
function tukeyAt(k: number, df: number, alpha: number): (q: number) => number {
  const name = `${k} ${df} ${alpha}`;
  let limit = limits.get(name);
  if (limit === undefined) {
    let [low, high] = [0, 1000];
    for (let step = 0; step < 50; step++) {
      const middle = (low + high) / 2;
      if (studentizedRangeUpperTail(middle, k, df) > alpha) low = middle;
      else high = middle;
    }
    limit = high;
    limits.set(name, limit);
  }
  const least = limit;
  return (q) => (q >= least ? alpha : 1);
}

/** @param given on the scale that differences are told in @param judged on the scale that they are tested on */
function pairsOf(
  { means, se }: Tested,
  { means: tested, se: testedSe }: Tested,
  { df, least, tukey, student }: PairError,
): BlockPair[] {
  return means.flatMap((mean, a) =>
    means.slice(a + 1).map((other, at): BlockPair => {
      const b = a + 1 + at;
      const difference = Math.abs(mean - other) < 1e-10 ? 0 : mean - other;
      const t = testedSe > 0 ? Math.abs(tested[a] - tested[b]) / testedSe : null;
      const byT = (pOf: (size: number) => number): number => (difference === 0 ? 1 : t === null ? least : pOf(t));
      const [p, adjustedP] = [byT(student), byT((size) => tukey(size * Math.SQRT2))];
      return { a, b, difference, se, t, df, p, adjustedP };
    }),
  );
}

/** Every other method against one, by Dunnett on the error of pieces. */
export function blocksAgainst(test: PieceBlocks, reference: number): AgainstReference[] {
  const halves = test.means.map(() => Math.SQRT1_2);
  return test.pairs
    .filter(({ a, b }) => a === reference || b === reference)
    .map(({ a, b, difference, t, df, p, adjustedP }) => ({
      sample: a === reference ? b : a,
      difference: a === reference ? -difference : difference,
      p,
      adjustedP: t === null ? adjustedP : Math.max(p, manyToOneP(t, halves.slice(1), df)),
    }));
}

const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1));
