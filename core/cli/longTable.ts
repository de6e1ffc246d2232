import type { Block } from '../src/inference';
import { BadInput } from './badInput';
import { isMissing, nameIn, needColumn, numberIn, readTable, rowName } from './table';

const COLUMN_OPTIONS = ['panelist', 'sample', 'value', 'replicate', 'block', 'piece'] as const;

/** Which column holds what. */
export interface Columns {
  panelist: string;
  sample: string;
  value: string;
  /** Tells repeated servings of one sample to one panelist apart. */
  replicate?: string;
  /** Numbers blocks of pieces, one of each sample, and names the piece itself. */
  block?: string;
  piece?: string;
}

/** One answer: numbers of its panelist and sample, and the value. */
export interface Answer {
  panelist: number;
  sample: number;
  value: number;
  /** As the file has them, where it has such columns; blocks numbered as they appear. */
  replicate?: string;
  block?: number;
  piece?: string;
}

/** Answers in long format: one row per panelist, sample and (if there is such a column) replicate. */
export interface LongTable {
  /** In the order in which they first appear. */
  panelists: string[];
  samples: string[];
  answers: Answer[];
}

/**
 * Reads long-format CSV. A row whose value is empty, a dash or NA is a missing answer: it is left out and counted.
 *
 * @throws BadInput naming row and column for a missing column, a value that is not a
 *   finite number, an empty name, or a panelist, sample and replicate given twice
 */
export function readLongTable(text: string, columns: Columns): LongTable {
  const table = readTable(text);
  for (const option of COLUMN_OPTIONS) {
    const column = columns[option];
    if (column !== undefined) needColumn(table, column, option);
  }
  const twin = COLUMN_OPTIONS.find((option, at) =>
    COLUMN_OPTIONS.slice(0, at).some((other) => columns[option] !== undefined && columns[other] === columns[option]),
  );
  if (twin) throw new BadInput(`--${twin} names column "${columns[twin]}", which another option names too.`);
  const panelists = new Map<string, number>();
  const samples = new Map<string, number>();
  const blocks = new Map<string, number>();
  const seen = new Map<string, number>();
  const answers = table.rows.flatMap((row, at): Answer[] => {
    if (isMissing(row, columns.value)) return [];
    const where = rowName(at);
    const who = nameIn(row, columns.panelist, where);
    const what = nameIn(row, columns.sample, where);
    const which = columns.replicate === undefined ? '' : nameIn(row, columns.replicate, where);
    const cell = JSON.stringify([who, what, which]);
    const before = seen.get(cell);
    if (before !== undefined) throw new BadInput(`${where}: ${twice(who, what, which, before, columns)}`);
    seen.set(cell, at);
    const value = numberIn(row, columns.value, where);
    const { block, piece } = columns;
    return [
      {
        ...{ panelist: numbered(panelists, who), sample: numbered(samples, what), value },
        ...(which !== '' && { replicate: which }),
        ...(block !== undefined && { block: numbered(blocks, nameIn(row, block, where)) }),
        ...(piece !== undefined && { piece: nameIn(row, piece, where) }),
      },
    ];
  });
  return { panelists: [...panelists.keys()], samples: [...samples.keys()], answers };
}

function twice(who: string, what: string, which: string, before: number, columns: Columns): string {
  const names = [columns.panelist, columns.sample, ...(columns.replicate === undefined ? [] : [columns.replicate])];
  const replicate = which === '' ? '' : ` in replicate "${which}"`;
  const first = `panelist "${who}" has sample "${what}"${replicate} a second time, first in row ${before + 2}`;
  const hint =
    columns.replicate === undefined ? ' If it was served twice, name the column that says so with --replicate.' : '';
  return `${first} (columns ${names.join(', ')}).${hint}`;
}

function numbered(known: Map<string, number>, label: string): number {
  if (!known.has(label)) known.set(label, known.size);
  return known.get(label) as number;
}

/** Values by panelist, samples in a fixed order; who lacks one is left out and named. */
export interface CompleteRows {
  rows: number[][];
  leftOut: string[];
}

/** The panelists who have a value for every sample, in the order of `samples` (numbers). */
export function completeRows({ panelists, answers }: LongTable, samples: readonly number[]): CompleteRows {
  const grid = panelists.map(() => new Map<number, number>());
  for (const { panelist, sample, value } of answers) grid[panelist].set(sample, value);
  const isComplete = grid.map((row) => samples.every((sample) => row.has(sample)));
  return {
    rows: grid.filter((_, at) => isComplete[at]).map((row) => samples.map((sample) => row.get(sample) as number)),
    leftOut: panelists.filter((_, at) => !isComplete[at]),
  };
}

/** Per panelist, the samples tasted and their values. */
export function blocksOf({ panelists, answers }: LongTable): Block[] {
  const blocks = panelists.map(() => ({ samples: [] as number[], values: [] as number[] }));
  for (const { panelist, sample, value } of answers) {
    blocks[panelist].samples.push(sample);
    blocks[panelist].values.push(value);
  }
  return blocks;
}

/** Numbers by sample name. */
export function bySample<T>({ samples }: Pick<LongTable, 'samples'>, values: readonly T[]): Record<string, T> {
  return Object.fromEntries(samples.map((sample, at) => [sample, values[at]]));
}
