/**
 * Do methods compare differently from one part of a piece to the other, or from lot to lot? A test of the
 * interaction of methods with zones, or with lots. One may be best in all of them all the same.
 *
 * Use it where everyone judged each zone by itself, or where pieces came from several lots; not to
 * find out which method leads in a zone, which is a comparison of its own.
 *
 * - Zones, pieces as the unit: in every block, what was said of a method in one zone less what was
 *   said of it in the other. Did methods compare alike everywhere, these differences would fall
 *   to the pieces of a block as they come; they are tested as methods are ({@link pieceBlocks}).
 *   Of three zones and more all pairs are compared, p adjusted by Holm.
 * - Zones, people as the unit: the same differences person by person, ranked within each person
 *   (Friedman). It speaks of the pieces that were eaten.
 * - Lots: F of method by lot on the means of block x method, with (k - 1)(lots - 1) and
 *   (k - 1)(blocks - lots) degrees of freedom: a lot of one block cannot be told from its block.
 *
 * Source: split-plot designs, Cochran & Cox, *Experimental Designs*, chapter 7; re-assignment within
 * blocks, Edgington & Onghena, *Randomization Tests*, chapter 6.
 *
 * @example
 * zonesByPeople([[{ panelist: 1, block: 0, samples: [0, 1], values: [1, 2], weight: 1 }]], { methods: 2, alpha: 0.05, seed: '1' }).test // null
 */
import { fUpperTail } from '../../numeric';
import { holm } from '../certainty/holm';
import type { NoTest } from '../certainty/probability';
import { friedman } from '../rankings/friedman';
import { midRanks } from '../rankings/ranks';
import { cellsOf, columnMeans, squares, type BlockRow, type Cell } from './cells';
import { pieceBlocks } from './pieceBlocks';

/** Result of the tests of this file. */
export interface Interaction {
  test: 'interaction';
  /** That methods compare differently in any two parts: the least of the adjusted ones of pairs. */
  p: number;
  unit: 'pieces' | 'people';
  by: 'relabelling' | 'F' | 'friedman';
  /** Blocks of pieces, or people. */
  units: number;
  /** Pairs of zones by place, p adjusted over all pairs; none for lots. */
  pairs: { a: number; b: number; p: number }[];
}

/** What the tests need beside the answers. */
export interface InteractionOptions {
  methods: number;
  alpha: number;
  seed: string;
}

const NOTHING_SHARED: NoTest = {
  test: null,
  reason: 'Too few judged all methods in both parts, so it cannot be told whether methods compare differently.',
};

/** @param zones per zone, what was said of its samples, with the block of each */
export function zonesByPieces(
  zones: readonly (readonly BlockRow[])[],
  options: InteractionOptions,
): Interaction | NoTest {
  const cells = zones.map((rows) => new Map(cellsOf(rows, options.methods).map((cell) => [cell.blocks.join(), cell])));
  return overPairs(zones.length, (a, b) => {
    const rows = [...cells[a]].flatMap(([block, cell], at) => {
      const other = cells[b].get(block);
      return other ? [{ ...differences(cell.means, other.means), panelist: at, block: at, weight: 1 }] : [];
    });
    const found = pieceBlocks(rows, options);
    if (found.test === null) return null;
    return { p: found.probability.p, unit: 'pieces', by: found.by, units: found.blocks };
  });
}

/** @param zones per zone, what was said of its samples by whom */
export function zonesByPeople(
  zones: readonly (readonly BlockRow[])[],
  { methods, seed }: InteractionOptions,
): Interaction | NoTest {
  const people = zones.map((rows) => meansByPerson(rows, methods));
  return overPairs(zones.length, (a, b) => {
    const rows = [...people[a]].flatMap(([who, means]) => {
      const other = people[b].get(who);
      return other ? [midRanks(differences(means, other).values)] : [];
    });
    const found = friedman(rows, { seed });
    return found.test === null
      ? null
      : { p: found.probability.p, unit: 'people', by: 'friedman', units: found.panelists };
  });
}

/** @param lotOf the lot of each block, by any name */
export function lotsByPieces(
  rows: readonly BlockRow[],
  lotOf: (block: number) => string | null,
  { methods }: InteractionOptions,
): Interaction | NoTest {
  const byLot = new Map<string, Cell[]>();
  for (const cell of cellsOf(rows, methods)) {
    const lots = new Set(cell.blocks.map(lotOf));
    const [lot] = lots;
    // Blocks of several lots that had to be joined speak of none of them.
    if (lots.size === 1 && lot !== null) byLot.set(lot, [...(byLot.get(lot) ?? []), cell]);
  }
  const own = [...byLot.values()].map((cells) => cells.map(({ means }) => aboutZero(means)));
  const blocks = own.reduce((sum, cells) => sum + cells.length, 0);
  if (own.length < 2 || blocks <= own.length) return { test: null, reason: ONE_BLOCK_A_LOT };
  const grand = columnMeans(own.flat());
  const effects = own.map(columnMeans);
  const between = effects.reduce((sum, means, at) => sum + own[at].length * squares(apart(means, grand)), 0);
  const within = own.reduce(
    (sum, cells, at) => sum + cells.reduce((part, means) => part + squares(apart(means, effects[at])), 0),
    0,
  );
  const [df1, df2] = [(methods - 1) * (own.length - 1), (methods - 1) * (blocks - own.length)];
  if (!(within > NOTHING))
    return { test: null, reason: 'All blocks of a lot agree to the last digit, so there is no error to test on.' };
  const p = fUpperTail(between / df1 / (within / df2), df1, df2);
  return { test: 'interaction', p, unit: 'pieces', by: 'F', units: blocks, pairs: [] };
}

const NOTHING = 1e-20;
const ONE_BLOCK_A_LOT =
  'It takes two pieces of each method from a lot, and two lots, to tell whether methods compare differently from lot to lot.';

type OfPair = Pick<Interaction, 'p' | 'unit' | 'by' | 'units'>;

/** All pairs of zones, adjusted together; no test where a pair has none. */
function overPairs(zones: number, compare: (a: number, b: number) => OfPair | null): Interaction | NoTest {
  const pairs = Array.from({ length: zones }, (_, a) =>
    Array.from({ length: zones - a - 1 }, (__, at) => ({ a, b: a + 1 + at, found: compare(a, a + 1 + at) })),
  ).flat();
  const found = pairs.flatMap((pair) => pair.found ?? []);
  if (found.length < pairs.length || found.length === 0) return NOTHING_SHARED;
  const adjusted = holm(found.map(({ p }) => p));
  return {
    test: 'interaction',
    ...{ p: Math.min(...adjusted), unit: found[0].unit, by: found[0].by },
    units: Math.min(...found.map(({ units }) => units)),
    pairs: pairs.map(({ a, b }, at) => ({ a, b, p: adjusted[at] })),
  };
}

const differences = (
  means: readonly number[],
  other: readonly number[],
): Pick<BlockRow, 'samples'> & { values: number[] } => ({
  samples: means.map((_, method) => method),
  values: means.map((mean, method) => mean - other[method]),
});

const apart = (means: readonly number[], from: readonly number[]): number[] => means.map((mean, at) => mean - from[at]);

function aboutZero(means: readonly number[]): number[] {
  const level = means.reduce((sum, mean) => sum + mean, 0) / means.length;
  return means.map((mean) => mean - level);
}

/** Mean by method of everyone who judged all of them. */
function meansByPerson(rows: readonly BlockRow[], methods: number): Map<BlockRow['panelist'], number[]> {
  const people = new Map<BlockRow['panelist'], { sums: number[]; times: number[] }>();
  for (const { panelist, samples, values } of rows) {
    const own = people.get(panelist) ?? {
      sums: new Array<number>(methods).fill(0),
      times: new Array<number>(methods).fill(0),
    };
    people.set(panelist, own);
    samples.forEach((method, at) => {
      own.sums[method] += values[at];
      own.times[method]++;
    });
  }
  return new Map(
    [...people]
      .filter(([, { times }]) => times.every((count) => count > 0))
      .map(([who, { sums, times }]) => [who, sums.map((sum, method) => sum / times[method])]),
  );
}
