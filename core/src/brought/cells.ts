import Papa from 'papaparse';

/** A table as it was brought, headings apart; every cell as text. */
export interface BroughtTable {
  headings: string[];
  rows: string[][];
  /** Line, or row of the sheet, that each row stands in. */
  lines: number[];
}

/** More is no tasting, and would hold up the browser. */
const [MOST_COLUMNS, MOST_ROWS] = [300, 50_000];

/** Why a table cannot be taken at all; the message says what to do. */
export class NoTable extends Error {}

/** The cells of a CSV, or of rows pasted out of a spreadsheet. @throws NoTable */
export const tableOfText = (text: string): BroughtTable =>
  tableOfCells(
    Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimitersToGuess: ['\t', ';', ',', '|'] }).data.map((row) =>
      row.map((cell) => cell.trim()),
    ),
  );

/** Rows of cells, the first of which are headings. Empty rows are passed over. @throws NoTable */
export function tableOfCells(cells: readonly (readonly unknown[])[]): BroughtTable {
  const filled = cells.flatMap((row, at) => {
    const texts = row.map(textOf);
    return texts.some((text) => text !== '') ? [{ texts, line: at + 1 }] : [];
  });
  if (filled.length < 2) throw new NoTable('There is no table in it: a row of headings, then a row for each answer.');
  const [head, ...rows] = filled;
  const width = head.texts.findLastIndex((text) => text !== '') + 1;
  if (width > MOST_COLUMNS) throw new NoTable(`It has ${width} columns; at most ${MOST_COLUMNS} are read.`);
  if (rows.length > MOST_ROWS) throw new NoTable(`It has ${rows.length} rows; at most ${MOST_ROWS} are read.`);
  return {
    headings: Array.from({ length: width }, (_, at) => head.texts[at] || `Column ${at + 1}`),
    rows: rows.map(({ texts }) => Array.from({ length: width }, (_, at) => texts[at] ?? '')),
    lines: rows.map(({ line }) => line),
  };
}

const textOf = (cell: unknown): string => {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString();
  return ['string', 'number', 'boolean'].includes(typeof cell) ? `${cell as string}`.trim() : '';
};

/** What means that nothing was answered. */
const MISSING = new Set(['', '-', '–', '—', '.', 'na', 'n/a', 'nan', 'null', 'none']);
export const isMissing = (cell: string): boolean => MISSING.has(cell.toLowerCase());

/** A number with a point or a comma; null where it is none. */
export function numberOf(cell: string): number | null {
  const plain = cell.replace(/[\s\u00A0\u202F]/g, '').replace('−', '-');
  if (!/^[+-]?(\d+([.,]\d+)?|[.,]\d+)(e[+-]?\d+)?$/i.test(plain)) return null;
  const value = Number(plain.replace(',', '.'));
  return Number.isFinite(value) ? value : null;
}

/** How a file's letters were read. */
export interface Decoded {
  text: string;
  encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252';
}

/** Letters out of bytes: by their mark, as UTF-8 where they can be, else as most of Europe's older programs write them. */
export function decoded(bytes: Uint8Array): Decoded {
  const [first, second] = bytes;
  if (first === 0xff && second === 0xfe) return { text: new TextDecoder('utf-16le').decode(bytes), encoding: 'UTF-16' };
  if (first === 0xfe && second === 0xff) return { text: new TextDecoder('utf-16be').decode(bytes), encoding: 'UTF-16' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
}
