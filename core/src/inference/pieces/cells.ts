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

/** @returns the units in which all methods were compared, in the order of their blocks */
export function cellsOf(rows: readonly BlockRow[], methods: number): Cell[] {
  const useful = rows.filter(({ samples }) => samples.length > 1);
  return joinedBlocks(useful, methods).map(({ blocks, own }) => {
    const people = own.reduce((sum, { weight }) => sum + weight, 0);
    const isComplete = own.every(({ samples }) => samples.length === methods);
    return { blocks, people, means: isComplete ? plainMeans(own, methods, people) : adjustedMeans(own, methods) };
  });
}

interface Joined {
  blocks: number[];
  own: BlockRow[];
}

function joinedBlocks(rows: readonly BlockRow[], methods: number): Joined[] {
  const units: Joined[] = [];
  let open: Joined = { blocks: [], own: [] };
  for (const block of [...new Set(rows.map((row) => row.block))].sort((a, b) => a - b)) {
    open.blocks.push(block);
    for (const row of rows) if (row.block === block) open.own.push(row);
    if (!comparesAll(open.own, methods)) continue;
    units.push(open);
    open = { blocks: [], own: [] };
  }
  const last = units.at(-1);
  // What is left over helps the last one.
  if (last) {
    last.blocks.push(...open.blocks);
    last.own.push(...open.own);
  }
  return units;
}

/** Whether all methods are linked, and compared at least twice as often as it takes to rank them. */
function comparesAll(rows: readonly BlockRow[], methods: number): boolean {
  if (rows.every(({ samples }) => samples.length === methods)) return true;
  const comparisons = rows.reduce((sum, { samples }) => sum + samples.length - 1, 0);
  return comparisons >= 2 * (methods - 1) && linkedGroups(rows, methods) === 1;
}

function plainMeans(rows: readonly BlockRow[], methods: number, people: number): number[] {
  const sums = new Array<number>(methods).fill(0);
  for (const { samples, values, weight } of rows)
    samples.forEach((sample, at) => (sums[sample] += weight * values[at]));
  return sums.map((sum) => sum / people);
}

/** Least squares of method and row, about the mean of all rows. */
function adjustedMeans(rows: readonly BlockRow[], methods: number): number[] {
  const normal = Matrix.zeros(methods, methods);
  const right = new Array<number>(methods).fill(0);
  let [level, people] = [0, 0];
  for (const { samples, values, weight } of rows) {
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    level += weight * mean;
    people += weight;
    samples.forEach((a, at) => {
      right[a] += weight * (values[at] - mean);
      for (const b of samples) normal.set(a, b, normal.get(a, b) + weight * ((a === b ? 1 : 0) - 1 / samples.length));
    });
  }
  // Effects sum to zero: with that added the system has one answer.
  const bound = people / methods;
  const system = Matrix.add(normal, Matrix.ones(methods, methods).mul(bound));
  const effects = new CholeskyDecomposition(system).solve(Matrix.columnVector(right)).to1DArray();
  return effects.map((effect) => level / people + effect);
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
