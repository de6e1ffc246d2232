import Papa from 'papaparse';
import { readSteps } from '../kitchen';
import {
  LIMITS,
  LONG_TEXT,
  MOST_METHODS,
  SHORT_TEXT,
  type Effort,
  type Limits,
  type Method,
  type Problem,
} from '../tasting';

/** Methods as they were read from a table, without ids. */
export interface ReadMethods {
  methods: Omit<Method, 'id'>[];
  /** One for each cell that could not be read; `field` is the row and the column. */
  problems: Problem[];
  /** What was left out, and why. */
  notices: string[];
}

type Column = 'name' | 'note' | 'steps' | 'equipment' | 'reference' | keyof Effort | 'cookLoss';

/** What columns may be called; case, spaces and punctuation do not matter. */
const HEADINGS: Readonly<Record<Column, readonly string[]>> = {
  name: ['name', 'method'],
  note: ['description', 'note', 'notes', 'about'],
  steps: ['steps', 'procedure'],
  equipment: ['equipment', 'tools'],
  reference: ['reference', 'isreference'],
  handsOnMinutes: ['handsonminutes', 'handsonmin', 'handson', 'activeminutes', 'hands'],
  totalMinutes: ['totalminutes', 'totalmin', 'total', 'minutes', 'totaltime'],
  cost: ['cost', 'costperportion', 'price'],
  mess: ['mess'],
  skill: ['skill'],
  cookLoss: ['cookloss', 'loss', 'cooklosspercent'],
};

/** Without headings the columns are taken in this order. */
const IN_ORDER: readonly Column[] = [
  'name',
  'note',
  'handsOnMinutes',
  'totalMinutes',
  'cost',
  'mess',
  'skill',
  'equipment',
  'steps',
];

/**
 * Reads methods from CSV, or from rows pasted out of a spreadsheet: with headings in any
 * order, or without, name and description first. Nothing is taken unless all of it can be
 * read.
 *
 * @param text comma-, semicolon- or tab-separated; numbers with point or comma
 */
export function methodsFromTable(text: string): ReadMethods {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimitersToGuess: ['\t', ';', ','] });
  if (data.length === 0)
    return { methods: [], notices: [], problems: [{ field: 'row 1', message: 'There is nothing to read.' }] };
  const known = data[0].map(columnOf);
  const hasHeadings = known.includes('name');
  const unknown = hasHeadings ? data[0].filter((heading, at) => known[at] === null && heading.trim() !== '') : [];
  const names = Object.values(HEADINGS).map(([name]) => name);
  const notices =
    unknown.length > 0
      ? [
          `Left out, since these columns are not known: ${unknown.map((one) => one.trim()).join(', ')}. Known are ${names.join(', ')}.`,
        ]
      : [];
  const columns = hasHeadings ? known : IN_ORDER;
  const rows = hasHeadings ? data.slice(1) : data;
  if (rows.length > MOST_METHODS)
    return {
      methods: [],
      notices,
      problems: [{ field: `row ${data.length}`, message: `At most ${MOST_METHODS} methods fit.` }],
    };
  const problems: Problem[] = [];
  const methods = rows.map((row, at) => methodOf(row, columns, at + 1 + Number(hasHeadings), problems));
  return problems.length > 0 ? { methods: [], notices, problems } : { methods, notices, problems };
}

const squeezed = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/\(.*?\)/g, '')
    .replace(/[^a-z0-9]/g, '');

function columnOf(heading: string): Column | null {
  const found = Object.entries(HEADINGS).find(([, names]) => names.includes(squeezed(heading)));
  return (found?.[0] as Column | undefined) ?? null;
}

function methodOf(
  row: readonly string[],
  columns: readonly (Column | null)[],
  line: number,
  problems: Problem[],
): Omit<Method, 'id'> {
  const cell = (column: Column): string => (row[columns.indexOf(column)] ?? '').trim();
  const wrong = (column: Column, message: string): void =>
    void problems.push({ field: `row ${line}, ${HEADINGS[column][0]}`, message });
  const number = (column: Column, { least, most }: Limits, whole = false): number | undefined => {
    const typed = cell(column).replace(',', '.').replace(/%$/, '');
    if (typed === '') return undefined;
    const value = Number(typed);
    if (Number.isFinite(value) && value >= least && value <= most && (!whole || Number.isInteger(value))) return value;
    wrong(column, `"${cell(column)}" is not a ${whole ? 'whole number' : 'number'} from ${least} to ${most}.`);
    return undefined;
  };
  if (cell('name') === '') wrong('name', 'This method has no name.');
  const longest = { name: SHORT_TEXT, note: LONG_TEXT, steps: LONG_TEXT, equipment: SHORT_TEXT } as const;
  for (const [column, most] of Object.entries(longest))
    if (cell(column as Column).length > most) wrong(column as Column, `Use at most ${most} characters.`);
  const { handsOnMinutes, totalMinutes, cost, mess, skill } = LIMITS.effort;
  const effort = {
    handsOnMinutes: number('handsOnMinutes', handsOnMinutes),
    totalMinutes: number('totalMinutes', totalMinutes),
    cost: number('cost', cost),
    mess: number('mess', mess, true),
    skill: number('skill', skill, true),
  };
  // A share below 1 is taken as such; what has a percent sign, or is 1 or more, is percent.
  const { most } = LIMITS.method.cookLoss;
  const isShare = Number(cell('cookLoss').replace(',', '.')) < 1;
  const loss = number('cookLoss', { least: 0, most: isShare ? most : most * 100 });
  return {
    name: cell('name'),
    note: cell('note'),
    steps: '',
    chain: readSteps(cell('steps').replaceAll(' | ', '\n'), (step) => `step-${step + 1}`),
    equipment: cell('equipment'),
    reference: /^(yes|y|true|1|x|ja)$/i.test(cell('reference')),
    ...(Object.values(effort).some((value) => value !== undefined) && { effort: wholeEffort(effort) }),
    ...(loss !== undefined && { cookLoss: isShare ? loss : loss / 100 }),
  };
}

/** What was left empty: no time, no cost, and a middling mess and skill. */
const wholeEffort = (given: Partial<Effort>): Effort => ({
  handsOnMinutes: given.handsOnMinutes ?? 0,
  totalMinutes: given.totalMinutes ?? given.handsOnMinutes ?? 0,
  cost: given.cost ?? 0,
  mess: given.mess ?? 3,
  skill: given.skill ?? 3,
});
