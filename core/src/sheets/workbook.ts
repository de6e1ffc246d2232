import { rankingView, type Findings } from '../findings';
import type { Block } from '../presentation';
import type { TastingBundle } from '../tasting';
import { tidyRows } from '../tidy';
import { USUAL_REPORT, reportSheet } from './report';

/** A table of a workbook: numbers stay numbers, everything else is text and never a formula. */
export interface WorkbookSheet {
  name: string;
  /** Headings first. */
  rows: (string | number)[][];
}

/**
 * A tasting for a spreadsheet: servings with what was answered, ranks and scores by panelist, and findings as the
 * report has them, to the digit.
 *
 * @param bundle the tasting that the findings are of
 */
export function workbookOf(found: Findings, bundle: TastingBundle): WorkbookSheet[] {
  const servings = tidyRows(bundle);
  const columns = Object.keys(servings[0] ?? { tasting: '' });
  return [
    { name: 'Findings', rows: reportSheet(found, bundle, USUAL_REPORT).blocks.flatMap(rowsOf) },
    { name: 'Servings', rows: [columns, ...servings.map((row) => columns.map((column) => row[column] ?? ''))] },
    ...ranksOf(found),
    ...scoresOf(found, bundle),
  ];
}

function ranksOf(found: Findings): WorkbookSheet[] {
  const ranking = rankingView(found);
  if (!ranking) return [];
  const head = ['seat', 'blind', ...ranking.methods.map(({ name }) => name)];
  const rows = ranking.panelists.map(({ seat, blind, ranks }) => [seat, blind ? 'yes' : 'no', ...ranks]);
  return [{ name: 'Ranks', rows: [head, ...rows] }];
}

/** Scores by panelist and method, means over servings where somebody tasted a method several times. */
function scoresOf(found: Findings, bundle: TastingBundle): WorkbookSheet[] {
  const servings = tidyRows(bundle);
  const fixed = FIXED_COLUMNS(servings[0] ?? {});
  const questions = Object.keys(servings[0] ?? {}).filter(
    (column) => !fixed.has(column) && servings.some((row) => typeof row[column] === 'number'),
  );
  const names = found.methods.map(({ name }) => name);
  const seats = [...new Set(servings.map(({ seat }) => seat))].sort((a, b) => a - b);
  const rows = questions.flatMap((question) =>
    seats.flatMap((seat) => {
      const own = servings.filter((row) => row.seat === seat);
      const means = names.map((name) =>
        meanOf(own.filter(({ method }) => method === name).map((row) => row[question])),
      );
      return means.every((mean) => mean === '') ? [] : [[question, seat, ...means]];
    }),
  );
  return rows.length > 0 ? [{ name: 'Scores', rows: [['question', 'seat', ...names], ...rows] }] : [];
}

/** Columns that every serving has, whatever was asked. */
const FIXED = [
  ...['tasting', 'panelist', 'seat', 'blind', 'sitting', 'flight', 'set', 'zone', 'position', 'code', 'method'],
  ...['piece', 'block', 'lot', 'eaten', 'rinsed_s', 'took_s', 'not_tasted', 'asked', 'agreed_at', 'typed'],
  'handed_in_at',
];
const FIXED_COLUMNS = (row: object): ReadonlySet<string> =>
  new Set([...FIXED, ...Object.keys(row).filter((column) => column.endsWith(' as shown'))]);

function meanOf(values: readonly (string | number)[]): number | '' {
  const numbers = values.filter((value): value is number => typeof value === 'number');
  return numbers.length === 0 ? '' : numbers.reduce((sum, value) => sum + value, 0) / numbers.length;
}

function rowsOf(block: Block): (string | number)[][] {
  switch (block.kind) {
    case 'heading':
      return [[], [block.text]];
    case 'text':
      return [[block.text]];
    case 'facts':
      return block.facts.flatMap(({ name, lines }) => lines.map((line, at) => [at === 0 ? name : '', line]));
    case 'table':
      return [[], [block.above], block.columns.map(({ name }) => name), ...block.rows.map((row) => row.map(cellOf))];
    default:
      return [];
  }
}

/** A figure as the report prints it is a number; a code or a sentence is not. */
const cellOf = (text: string): string | number =>
  /^-?(0|[1-9]\d{0,14})(\.\d+)?$/.test(text) && text.length < 16 ? Number(text) : text;
