import type { TastingBundle } from '../bundle';
import { tidyRows } from '../tidy';

/** The servings that findings come from: a line each, by seat, with what was answered. */
export interface SourceServings {
  columns: string[];
  rows: string[][];
}

/** Whoever reads findings reads seats, and nothing of who sat there or wrote what. */
const LEFT_OUT = [
  'tasting',
  'panelist',
  'agreed_at',
  'handed_in_at',
  'asked',
  'typed',
  'rinsed_s',
  'took_s',
  'comment',
];

/** Every serving that counts, in the order of seats; columns that say the same everywhere or nothing are left out. */
export function sourceServings(bundle: TastingBundle): SourceServings {
  const all = tidyRows(bundle).sort((a, b) => a.seat - b.seat || a.sitting - b.sitting || a.position - b.position);
  const columns = Object.keys(all[0] ?? {}).filter(
    (column) =>
      !LEFT_OUT.includes(column) &&
      !column.endsWith(' as shown') &&
      all.some((row) => String(row[column] ?? '') !== ''),
  );
  const shown = columns.filter((column) => !FLAT.has(column) || new Set(all.map((row) => row[column])).size > 1);
  return { columns: shown, rows: all.map((row) => shown.map((column) => String(row[column] ?? ''))) };
}

/** Worth a column only where they differ. */
const FLAT: ReadonlySet<string> = new Set(['blind', 'sitting', 'flight', 'set', 'zone', 'eaten', 'not_tasted', 'lot']);
