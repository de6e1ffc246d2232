/**
 * What people who ate from one block of pieces said of each method: the table of blocks and
 * methods that tests of methods rest on.
 *
 * Use it for answers in blocks that were planned, not where pieces were picked as they came. A block
 * holds one piece of each method. Whoever tasted all methods from a block is read by
 * the mean; whoever tasted some of them, by least squares with the person allowed for, so that
 * a piece is not held against the company it was tasted in. Where too few people ate from a block
 * to compare all methods in it, it is joined with the next ones until they do: its methods are then
 * known by several pieces together, which are one unit.
 *
 * Source: intra-block analysis of incomplete blocks, Cochran & Cox, *Experimental Designs*,
 * chapter 9.
 *
 * @example
 * cellsOf([{ panelist: 1, block: 0, samples: [0, 1], values: [1, 3], weight: 1 }], 2)[0].means // [1, 3]
 */
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { linkedGroups } from '../rankings/skillingsMack';

/** What one person said of samples from one block, side by side. */
export interface BlockRow {
  panelist: string | number;
  block: number;
  /** Methods, numbered from 0, and what was said of each: ranks, or scores. */
  samples: readonly number[];
  values: readonly number[];
  /** Its share of its panelist, who counts once. */
  weight: number;
}

/** One block, or several joined. */
export interface Cell {
  blocks: number[];
  /** Weights of its rows together: about how many people. */
  people: number;
  /** By method. */
  means: number[];
}

/** Rows that are read as one cell, and how; the same whatever was answered. */
export interface Unit {
  blocks: number[];
  rows: number[];
  people: number;
  /** Effects of the methods from their sums about the rows' means; null where all rows hold all methods. */
  solve: number[][] | null;
}

/** How rows are read: found once, it serves for any answers of the same people to the same samples. */
export interface Reading {
  units: Unit[];
  /** Whether anyone had a method from several blocks. */
  isCrossed: boolean;
}

export const readingOf = (rows: readonly Omit<BlockRow, 'values'>[], methods: number): Reading => ({
  units: unitsOf(rows, methods),
  isCrossed: isAnyCrossed(rows),
});

function isAnyCrossed(rows: readonly Omit<BlockRow, 'values'>[]): boolean {
  const blockOf = new Map<string, number>();
  return rows.some(({ panelist, block, samples }) =>
    samples.some((sample) => {
      const name = `${panelist} ${sample}`;
      const before = blockOf.get(name) ?? block;
      blockOf.set(name, before);
      return before !== block;
    }),
  );
}

/** The units in which all methods were compared, in the order of their blocks. */
function unitsOf(rows: readonly Omit<BlockRow, 'values'>[], methods: number): Unit[] {
  const places = rows.flatMap(({ samples }, at) => (samples.length > 1 ? [at] : []));
  const units: Unit[] = [];
  let open: Pick<Unit, 'blocks' | 'rows'> = { blocks: [], rows: [] };
  const close = (): void => {
    const own = open.rows.map((at) => rows[at]);
    const people = own.reduce((sum, { weight }) => sum + weight, 0);
    units.push({ ...open, people, solve: isComplete(own, methods) ? null : solver(own, methods, people) });
    open = { blocks: [], rows: [] };
  };
  for (const block of [...new Set(places.map((at) => rows[at].block))].sort((a, b) => a - b)) {
    open.blocks.push(block);
    open.rows.push(...places.filter((at) => rows[at].block === block));
    if (
      comparesAll(
        open.rows.map((at) => rows[at]),
        methods,
      )
    )
      close();
  }
  const last = units.at(-1);
  if (!last || open.blocks.length === 0) return units;
  // What is left over helps the last one.
  units.pop();
  open = { blocks: [...last.blocks, ...open.blocks], rows: [...last.rows, ...open.rows] };
  close();
  return units;
}

const isComplete = (rows: readonly Pick<BlockRow, 'samples'>[], methods: number): boolean =>
  rows.every(({ samples }) => samples.length === methods);

/** Whether all methods are linked, and compared at least twice as often as it takes to rank them. */
function comparesAll(rows: readonly Omit<BlockRow, 'values'>[], methods: number): boolean {
  if (isComplete(rows, methods)) return true;
  const comparisons = rows.reduce((sum, { samples }) => sum + samples.length - 1, 0);
  return comparisons >= 2 * (methods - 1) && linkedGroups(rows, methods) === 1;
}

/** Inverse of the normal equations of method and row, with effects that sum to zero. */
function solver(rows: readonly Omit<BlockRow, 'values'>[], methods: number, people: number): number[][] {
  const normal = Matrix.ones(methods, methods)
    .mul(people / methods)
    .to2DArray();
  for (const { samples, weight } of rows)
    for (const a of samples) for (const b of samples) normal[a][b] += weight * ((a === b ? 1 : 0) - 1 / samples.length);
  return new CholeskyDecomposition(new Matrix(normal)).solve(Matrix.eye(methods)).to2DArray();
}

/** What was said in each unit, by method. */
export function cellsOf(
  rows: readonly BlockRow[],
  methods: number,
  { units }: Pick<Reading, 'units'> = readingOf(rows, methods),
): Cell[] {
  return units.map(({ blocks, rows: places, people, solve }) => {
    const sums = new Array<number>(methods).fill(0);
    let level = 0;
    for (const place of places) {
      const { samples, values, weight } = rows[place];
      let mean = 0;
      for (const value of values) mean += value / values.length;
      level += weight * mean;
      for (let at = 0; at < samples.length; at++) sums[samples[at]] += weight * (values[at] - mean);
    }
    const effects = solve ? solve.map((row) => row.reduce((sum, one, at) => sum + one * sums[at], 0)) : null;
    return {
      ...{ blocks, people },
      means: sums.map((sum, at) => level / people + (effects ? effects[at] : sum / people)),
    };
  });
}

/** Sum of squares about the mean. */
export function squares(values: readonly number[]): number {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
}

export const columnMeans = (rows: readonly (readonly number[])[]): number[] =>
  rows[0].map((_, at) => rows.reduce((sum, row) => sum + row[at], 0) / rows.length);

/** Squares of block x method about what method and block lead one to expect. */
export const betweenPieces = (cells: readonly Cell[], means: readonly number[]): number =>
  cells.reduce((sum, cell) => sum + squares(cell.means.map((mean, at) => mean - means[at])), 0);

/** Variance of a method's mean that comes from which people came, by what they differ in. */
export function tasteError(rows: readonly BlockRow[], cells: readonly Cell[]): number {
  const means = columnMeans(cells.map((cell) => cell.means));
  const people = new Map<string | number, Map<number, { sum: number; weight: number }>>();
  for (const { panelist, samples, values, weight } of rows) {
    const apart = values.map((value, at) => value - means[samples[at]]);
    const level = apart.reduce((sum, value) => sum + value, 0) / apart.length;
    const own = people.get(panelist) ?? new Map<number, { sum: number; weight: number }>();
    people.set(panelist, own);
    samples.forEach((sample, at) => {
      const so = own.get(sample) ?? { sum: 0, weight: 0 };
      own.set(sample, { sum: so.sum + weight * (apart[at] - level), weight: so.weight + weight });
    });
  }
  let [scatter, free, tasted] = [0, 0, 0];
  for (const own of people.values()) {
    const tastes = [...own.values()].map(({ sum, weight }) => sum / weight);
    if (tastes.length < 2) continue;
    scatter += squares(tastes);
    free += tastes.length - 1;
    tasted += tastes.length;
  }
  const size = people.size;
  return size < 2 || free === 0 ? 0 : ((scatter / free) * (size / (size - 1)) * means.length) / tasted;
}
