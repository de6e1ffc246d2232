import { MOST_METHODS, MOST_PANELISTS, type Problem } from '../tasting';
import { isMissing, numberOf, type BroughtTable } from './cells';
import type { AnswerKind, BroughtMapping } from './mapping';

/** A question of a brought table. */
export interface BroughtQuestion {
  kind: AnswerKind;
  /** What the column is called. */
  name: string;
}

/** One sample that one panelist tasted. */
export interface BroughtServing {
  panelist: string;
  sample: string;
  position: number | null;
  piece: string;
  /** By question; null where nothing was answered. */
  answers: (number | null)[];
}

/** What a table says, once all of it could be read. */
export interface Brought {
  questions: BroughtQuestion[];
  servings: BroughtServing[];
  panelists: string[];
  samples: string[];
  ordersKnown: boolean;
  piecesKnown: boolean;
  /** Cells that were empty; nothing is filled in for them. */
  empty: number;
}

/** A cell with where it stands. */
interface Cell {
  text: string;
  line: number;
  column: string;
}

const problemAt = ({ line, column }: Pick<Cell, 'line' | 'column'>, message: string): Problem => ({
  field: `row ${line}, ${column}`,
  message,
});

/** The first few are enough to see what is wrong. */
const MOST_PROBLEMS = 20;

/**
 * Reads a table by its mapping. Nothing is taken unless all of it can be read; an empty cell, NA or a dash is a
 * missing answer.
 *
 * @returns what it says, or a problem for each cell that cannot be read
 */
export function readBrought(
  table: BroughtTable,
  mapping: BroughtMapping,
): { brought: Brought; problems: [] } | { brought: null; problems: Problem[] } {
  const early = mappingProblems(table, mapping);
  if (early.length > 0) return { brought: null, problems: early };
  const problems: Problem[] = [];
  const brought = mapping.shape === 'wide' ? ofWide(table, mapping, problems) : ofLong(table, mapping, problems);
  problems.push(...wholeProblems(brought));
  return problems.length > 0
    ? { brought: null, problems: problems.slice(0, MOST_PROBLEMS) }
    : { brought, problems: [] };
}

function mappingProblems({ headings }: BroughtTable, mapping: BroughtMapping): Problem[] {
  const own =
    mapping.shape === 'wide'
      ? [mapping.panelist, ...mapping.samples]
      : [
          mapping.panelist,
          mapping.sample,
          mapping.position,
          mapping.piece,
          ...mapping.answers.map(({ column }) => column),
        ];
  const used = own.filter((column) => column !== null);
  const twice = used.find((column, at) => used.indexOf(column) < at);
  if (twice !== undefined) return [{ field: headings[twice], message: 'This column is used for two things.' }];
  if (mapping.shape === 'wide' && mapping.samples.length < 2)
    return [{ field: 'samples', message: 'Choose the column of each sample: two at least.' }];
  if (mapping.shape === 'long' && mapping.answers.length === 0)
    return [{ field: 'answers', message: 'Choose at least one column with answers.' }];
  const kinds = mapping.shape === 'long' ? mapping.answers.map(({ kind }) => kind) : [];
  for (const kind of ['ranking', 'liking'] as const)
    if (kinds.filter((one) => one === kind).length > 1)
      return [{ field: 'answers', message: `Only one column can be the ${kind}; read the others as attributes.` }];
  return [];
}

function ofWide(
  { headings, rows, lines }: BroughtTable,
  { panelist, samples, kind }: Extract<BroughtMapping, { shape: 'wide' }>,
  problems: Problem[],
): Brought {
  const servings = rows.flatMap((row, at) => {
    const who = nameIn({ text: row[panelist], line: lines[at], column: headings[panelist] }, problems);
    return samples.flatMap((column): BroughtServing[] => {
      const cell = { text: row[column], line: lines[at], column: headings[column] };
      const answer = answerIn(cell, kind, problems);
      return answer === null
        ? []
        : [{ panelist: who, sample: headings[column], position: null, piece: '', answers: [answer] }];
    });
  });
  const lasting = { ordersKnown: false, piecesKnown: false };
  const empty = rows.length * samples.length - servings.length;
  return { questions: [{ kind, name: kind }], servings, ...lasting, empty, ...namesOf(servings, problems, lines) };
}

function ofLong(
  { headings, rows, lines }: BroughtTable,
  mapping: Extract<BroughtMapping, { shape: 'long' }>,
  problems: Problem[],
): Brought {
  let empty = 0;
  const servings = rows.flatMap((row, at): BroughtServing[] => {
    const cellOf = (column: number): Cell => ({ text: row[column], line: lines[at], column: headings[column] });
    const answers = mapping.answers.map(({ column, kind }) => answerIn(cellOf(column), kind, problems));
    empty += answers.filter((answer) => answer === null).length;
    if (answers.every((answer) => answer === null)) return [];
    return [
      {
        panelist: nameIn(cellOf(mapping.panelist), problems),
        sample: nameIn(cellOf(mapping.sample), problems),
        position: mapping.position === null ? null : positionIn(cellOf(mapping.position), problems),
        piece: mapping.piece === null ? '' : nameIn(cellOf(mapping.piece), problems),
        answers,
      },
    ];
  });
  return {
    questions: mapping.answers.map(({ column, kind }) => ({ kind, name: headings[column] })),
    servings,
    ...{ ordersKnown: mapping.position !== null, piecesKnown: mapping.piece !== null, empty },
    ...namesOf(servings, problems, lines),
  };
}

/** Panelists and samples in the order in which they stand; the same twice is a problem. */
function namesOf(
  servings: readonly BroughtServing[],
  problems: Problem[],
  lines: readonly number[],
): Pick<Brought, 'panelists' | 'samples'> {
  const seen = new Set<string>();
  servings.forEach(({ panelist, sample }, at) => {
    const name = JSON.stringify([panelist, sample]);
    if (seen.has(name))
      problems.push({
        field: servings.length === lines.length ? `row ${lines[at]}` : panelist,
        message: `"${panelist}" answers for "${sample}" a second time. Jacana reads one answer a person and sample.`,
      });
    seen.add(name);
  });
  const distinct = (names: readonly string[]): string[] => [...new Set(names)];
  return {
    panelists: distinct(servings.map(({ panelist }) => panelist)),
    samples: distinct(servings.map(({ sample }) => sample)),
  };
}

function wholeProblems({ samples, panelists, servings, questions }: Brought): Problem[] {
  const tooMany = (field: string, count: number, most: number): Problem[] =>
    count > most ? [{ field, message: `There are ${count}; at most ${most} are read.` }] : [];
  return [
    ...(samples.length < 2 ? [{ field: 'samples', message: 'There is only one sample: nothing to compare.' }] : []),
    ...tooMany('samples', samples.length, MOST_METHODS),
    ...tooMany('panelists', panelists.length, MOST_PANELISTS),
    ...[...samples, ...panelists]
      .filter((name) => name.length > LONGEST)
      .map((name) => ({ field: `"${name.slice(0, 30)}…"`, message: `Names have at most ${LONGEST} letters.` })),
    ...partlyRanked(questions, servings),
    ...(servings.length === 0 ? [{ field: 'answers', message: 'Not one answer could be read.' }] : []),
  ];
}
const LONGEST = 100;

/** A ranking is of everything that somebody tasted. */
function partlyRanked(questions: readonly BroughtQuestion[], servings: readonly BroughtServing[]): Problem[] {
  const at = questions.findIndex(({ kind }) => kind === 'ranking');
  if (at < 0) return [];
  const lacking = servings.find(
    (one) =>
      one.answers[at] === null &&
      servings.some((other) => other.panelist === one.panelist && other.answers[at] !== null),
  );
  return lacking
    ? [{ field: lacking.panelist, message: `"${lacking.sample}" was tasted and not ranked, where others were.` }]
    : [];
}

function nameIn(cell: Cell, problems: Problem[]): string {
  if (isMissing(cell.text)) problems.push(problemAt(cell, 'Nobody, or nothing, is named here.'));
  return cell.text;
}

function positionIn(cell: Cell, problems: Problem[]): number | null {
  const value = numberOf(cell.text);
  if (value === null || !Number.isInteger(value) || value < 1)
    problems.push(problemAt(cell, `"${cell.text}" is no position: a whole number from 1.`));
  return value;
}

function answerIn(cell: Cell, kind: AnswerKind, problems: Problem[]): number | null {
  if (isMissing(cell.text)) return null;
  const value = numberOf(cell.text);
  if (value === null) {
    problems.push(problemAt(cell, `"${cell.text}" is no number.`));
    return null;
  }
  if (kind === 'liking' && (value < 1 || value > 9 || !Number.isInteger(value)))
    problems.push(
      problemAt(cell, `${cell.text} is not on the scale of 1 to 9. Read the column as an attribute instead.`),
    );
  if (kind === 'attribute' && (value < 0 || value > 100))
    problems.push(problemAt(cell, `${cell.text} is beyond what is read: 0 to 100.`));
  return value;
}
