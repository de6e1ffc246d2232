import Papa from 'papaparse';
import { BadInput } from './badInput';

/** One answer in long format: one row per panelist and sample. */
export interface LongTable {
  panelists: string[];
  samples: string[];
  /** `values[panelist][sample]`; undefined where the file has no such row. */
  values: (number | undefined)[][];
}

/** Which column holds what. */
export interface Columns {
  panelist: string;
  sample: string;
  value: string;
}

/**
 * Reads long-format CSV. Panelists and samples keep the order in which they first appear.
 *
 * @throws BadInput naming row and column (the heading is row 1) for a missing column, a
 *   value that is not a finite number, an empty name, or a panelist-sample pair given twice
 */
export function readLongTable(text: string, columns: Columns): LongTable {
  const { data, meta, errors } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading: string) => heading.trim(),
  });
  const unreadable = errors.find((error) => error.type === 'Quotes' || error.code === 'TooManyFields');
  if (unreadable) throw new BadInput(`Row ${(unreadable.row ?? 0) + 2}: ${unreadable.message}`);
  const headings = meta.fields ?? [];
  for (const option of ['panelist', 'sample', 'value'] as const) {
    const column = columns[option];
    if (!headings.includes(column)) {
      throw new BadInput(
        `No column "${column}" for --${option}. The file has: ${headings.join(', ') || 'no columns'}.`,
      );
    }
  }
  const panelists = new Map<string, number>();
  const samples = new Map<string, number>();
  const values: (number | undefined)[][] = [];
  data.forEach((row, at) => {
    const where = `Row ${at + 2}`;
    const panelist = numbered(panelists, name(row, columns.panelist, where));
    const sample = numbered(samples, name(row, columns.sample, where));
    values[panelist] ??= [];
    if (values[panelist][sample] !== undefined) {
      throw new BadInput(
        `${where}: panelist "${row[columns.panelist].trim()}" has sample "${row[columns.sample].trim()}" a second time (columns ${columns.panelist}, ${columns.sample}).`,
      );
    }
    values[panelist][sample] = finite(row[columns.value], columns.value, where);
  });
  return { panelists: [...panelists.keys()], samples: [...samples.keys()], values };
}

function numbered(known: Map<string, number>, label: string): number {
  if (!known.has(label)) known.set(label, known.size);
  return known.get(label) as number;
}

function name(row: Record<string, string>, column: string, where: string): string {
  const text = (row[column] ?? '').trim();
  if (text === '') throw new BadInput(`${where}, column ${column}: empty.`);
  return text;
}

function finite(text: string | undefined, column: string, where: string): number {
  const value = (text ?? '').trim() === '' ? NaN : Number(text);
  if (!Number.isFinite(value))
    throw new BadInput(`${where}, column ${column}: "${text ?? ''}" is not a finite number.`);
  return value;
}
