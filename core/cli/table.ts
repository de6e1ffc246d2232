import Papa from 'papaparse';
import { BadInput } from './badInput';

/** A CSV with a heading row: its headings, and per row the cells by heading. */
export interface Table {
  headings: string[];
  rows: Record<string, string>[];
}

/**
 * Reads a CSV with a heading row.
 *
 * @throws BadInput naming the row (the heading is row 1) when quotes or the number of cells do not fit
 */
export function readTable(text: string): Table {
  const plain = text.replace(/^\uFEFF/, '');
  refuseTwins(plain);
  const { data, meta, errors } = Papa.parse<Record<string, string>>(plain, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (heading: string) => heading.trim(),
  });
  if (meta.delimiter === ';') for (const row of data) pointDecimals(row);
  const unreadable = errors.find((error) => error.type === 'Quotes' || error.code === 'TooManyFields');
  if (unreadable) throw new BadInput(`Row ${(unreadable.row ?? 0) + 2}: ${unreadable.message}`);
  return { headings: meta.fields ?? [], rows: data };
}

/** Where cells are parted by semicolons, a comma in a number is its decimal sign: "4,5" is 4.5. */
function pointDecimals(row: Record<string, string>): void {
  for (const [heading, cell] of Object.entries(row)) {
    if (/^\s*[+-]?\d+,\d+\s*$/.test(cell)) row[heading] = cell.replace(',', '.');
  }
}

/** Two columns of one name cannot be told apart. */
function refuseTwins(text: string): void {
  const [first = []] = Papa.parse<string[]>(text, { preview: 1, skipEmptyLines: 'greedy' }).data;
  const headings = first.map((heading) => heading.trim());
  const twin = headings.find((heading, at) => heading !== '' && headings.indexOf(heading) < at);
  if (twin !== undefined) throw new BadInput(`Row 1: two columns are called "${twin}". Rename one of them.`);
}

/** Checks that the table has a column. @param option the option that named it, for the message */
export function needColumn({ headings }: Table, column: string, option: string): void {
  if (headings.includes(column)) return;
  throw new BadInput(`No column "${column}" for --${option}. The file has: ${headings.join(', ') || 'no columns'}.`);
}

/** Where a row stands in the file; the heading is row 1. */
export const rowName = (at: number): string => `Row ${at + 2}`;

/** A name, which may not be empty. */
export function nameIn(row: Record<string, string>, column: string, where: string): string {
  const text = (row[column] ?? '').trim();
  if (text === '') throw new BadInput(`${where}, column ${column}: empty. Leave the row out if there is no answer.`);
  return text;
}

/** How people leave a cell without an answer: empty, a dash, or NA. */
const MISSING = /^(?:|-|–|—|na|n\/a)$/i;

/** Whether a row has no answer in a column; such a row is left out, and counted in what was left out. */
export const isMissing = (row: Record<string, string>, column: string): boolean =>
  MISSING.test((row[column] ?? '').trim());

const DECIMAL = /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i;

/** A finite number, with a point for decimals; a comma where semicolons part the cells. */
export function numberIn(row: Record<string, string>, column: string, where: string): number {
  const text = (row[column] ?? '').trim();
  const value = DECIMAL.test(text) ? Number(text) : NaN;
  if (Number.isFinite(value)) return value;
  throw new BadInput(
    `${where}, column ${column}: "${text}" is not a finite number. Leave the cell empty if there is no answer.`,
  );
}
