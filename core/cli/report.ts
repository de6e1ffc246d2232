export { dash as decimal, probabilityText, pShort as pText } from '../src/presentation';

/** What a command found: for machines, and as lines for people. */
export interface Report {
  json: object;
  lines: string[];
}

/** Rows of cells as aligned columns, the first to the left, the others to the right. */
export function columns(rows: readonly (readonly string[])[]): string[] {
  const widths = (rows[0] ?? []).map((_, at) => Math.max(...rows.map((row) => row[at].length)));
  return rows.map((row) =>
    `  ${row.map((cell, at) => (at === 0 ? cell.padEnd(widths[at]) : cell.padStart(widths[at]))).join('  ')}`.trimEnd(),
  );
}
