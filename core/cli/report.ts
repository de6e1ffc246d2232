import { saysHow, type Probability } from '../src/inference';

/** What a command found: for machines, and as lines for people. */
export interface Report {
  json: object;
  lines: string[];
}

/** A p-value, short, without losing small ones. */
export function pText(p: number): string {
  return p < 0.0001 ? p.toExponential(2) : p.toFixed(4);
}

/** A p-value with how it was come by. */
export function probabilityText(probability: Probability): string {
  return `p = ${pText(probability.p)} (${saysHow(probability)})`;
}

/** A number with four decimals, or a dash. */
export const decimal = (value: number | null | undefined, digits = 4): string =>
  value === null || value === undefined ? '-' : value.toFixed(digits);

/** Rows of cells as aligned columns, the first to the left, the others to the right. */
export function columns(rows: readonly (readonly string[])[]): string[] {
  const widths = (rows[0] ?? []).map((_, at) => Math.max(...rows.map((row) => row[at].length)));
  return rows.map((row) =>
    `  ${row.map((cell, at) => (at === 0 ? cell.padEnd(widths[at]) : cell.padStart(widths[at]))).join('  ')}`.trimEnd(),
  );
}
