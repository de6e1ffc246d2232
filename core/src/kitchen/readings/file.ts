/**
 * Readings out of a file of another logger: a table with one column of times and one of values for each channel.
 *
 * Times are of the day and the clock, in one column or two, or counted from a start in seconds or minutes.
 * Lines before the headings, such as a serial number, are passed over. Use it with the mapping that a person has looked at, not by guess: a column of the wrong
 * unit looks like any other. Nothing is filled in: an empty cell is a gap.
 *
 * Common practice, no source.
 *
 * @example
 * cellsOf('t;core\n0;20,5').headings // ['t', 'core']
 * readTable([['0', '20.5'], ['1', '']], { time: 0, counts: 'minutes', start: 0, offsetSeconds: 0, channels: [{ column: 1, channel: 1 }], unit: '°C' }).series[0].readings.length // 1
 */
import Papa from 'papaparse';
import { LIMITS } from '../../tasting';
import type { Reading } from './minutes';
import { isMonthFirst, momentOf } from './times';

/** How the columns of a file are read; columns count from 0. */
export interface TableMapping {
  time: number;
  /** Times of day and clock, or counted from the start. */
  counts: 'clock' | 'seconds' | 'minutes';
  /** Where the days have a column of their own. */
  day?: number;
  /** Whether "03/05/2026" is the fifth of March. */
  monthFirst?: boolean;
  /** When it began, in milliseconds: for what is counted, and the first day of times that name none. */
  start: number;
  /** Minutes east of Greenwich, of times that name no zone. */
  zoneMinutes?: number;
  /** Added to every time: how far the logger's clock was behind. */
  offsetSeconds: number;
  channels: readonly { column: number; channel: number }[];
  unit: '°C' | '°F' | 'g';
}

export interface ReadTable {
  series: { channel: number; readings: Reading[] }[];
  /** Cells that are no number, or beyond what can be measured, with their line in the file; the first few. */
  problems: { line: number; text: string }[];
  /** Lines without a time, and cells that were empty. */
  linesLeftOut: number;
  empty: number;
  /** Longest time without a reading, over all channels, in seconds. */
  longestGap: number;
}

/** A file as cells: what its columns are called, the rows below, and the line in the file of each row. */
export interface Cells {
  headings: string[];
  rows: string[][];
  lines: number[];
}

/** Where a table begins is looked for in so many lines. */
const LEAD = 50;

/** The cells of a file. Headings are the line before the first with numbers, where that has none. */
export function cellsOf(text: string): Cells {
  const all = Papa.parse<string[]>(text.replace(/^\uFEFF/, '')).data;
  const filled = all.flatMap((cells, at) =>
    cells.some((cell) => cell.trim() !== '') ? [{ cells, line: at + 1 }] : [],
  );
  const lead = filled.slice(0, LEAD);
  const width = Math.max(0, ...lead.map(({ cells }) => cells.length));
  const isData = (cells: readonly string[]): boolean =>
    cells.length > width / 2 && cells.filter(isNumberOrTime).length >= Math.min(2, width);
  const first = Math.max(
    0,
    lead.findIndex(({ cells }) => isData(cells)),
  );
  const above = first > 0 ? lead[first - 1].cells : undefined;
  const names = above?.some(isNumberOrTime) ? undefined : above;
  const rows = filled.slice(first);
  return {
    headings: Array.from({ length: width }, (_, at) => names?.[at]?.trim() || `Column ${at + 1}`),
    rows: rows.map(({ cells }) => cells),
    lines: rows.map(({ line }) => line),
  };
}

const isNumberOrTime = (cell: string): boolean =>
  numberIn(cell) !== null ||
  momentOf(cell, { monthFirst: false }) !== null ||
  momentOf(cell, { monthFirst: true }) !== null;

/**
 * How a file is most likely to be read, to be looked at by a person: times in the first column that has any,
 * and every other column of numbers a channel.
 */
export function guessedMapping({ headings, rows }: Pick<Cells, 'headings' | 'rows'>, now: number): TableMapping {
  const [first = []] = rows;
  const monthFirst = isMonthFirst(rows.flatMap((row) => row));
  const moments = headings.map((_, at) => momentOf(first[at] ?? '', { monthFirst }));
  const clock = moments.findIndex((moment) => moment?.clock != null);
  const day = moments.findIndex((moment) => moment?.day != null && moment.clock === null);
  const time = clock >= 0 ? clock : 0;
  const hasDay = clock >= 0 && moments[clock]?.day === null && day >= 0;
  const isChannel = (at: number): boolean =>
    ![time, hasDay ? day : time].includes(at) && rows.some((row) => numberIn(row[at] ?? '') !== null);
  const columns = headings.flatMap((_, at) => (isChannel(at) ? at : []));
  return {
    ...{ time, counts: clock >= 0 ? 'clock' : /min/i.test(headings[time] ?? '') ? 'minutes' : 'seconds' },
    ...(hasDay && { day }),
    ...{ monthFirst, start: now, offsetSeconds: 0, unit: unitOf(headings, first) },
    channels: columns.map((column, at) => ({ column, channel: at + 1 })),
  };
}

const unitOf = (headings: readonly string[], first: readonly string[]): TableMapping['unit'] => {
  const says = (unit: RegExp): boolean => [...headings, ...first].some((text) => unit.test(text));
  return says(/[°(\d ]F\b\)?|fahrenheit/i) ? '°F' : says(/\(g\)|\bgrams?\b|\d\s*g$/i) ? 'g' : '°C';
};

const MOST_PROBLEMS = 10;

/**
 * @param rows of cells, without the headings
 * @param lines of the rows in their file; left out, rows count from 1
 */
export function readTable(
  rows: readonly (readonly string[])[],
  mapping: TableMapping,
  lines: readonly number[] = rows.map((_, at) => at + 1),
): ReadTable {
  const series = mapping.channels.map(({ channel }) => ({ channel, readings: [] as Reading[] }));
  const found: ReadTable = { series, problems: [], linesLeftOut: 0, empty: 0, longestGap: 0 };
  const problem = (line: number, text: string): void => {
    if (found.problems.length < MOST_PROBLEMS) found.problems.push({ line: lines[line], text });
  };
  const timeOf = timesOf(mapping);
  rows.forEach((cells, line) => {
    if (cells.every((cell) => cell.trim() === '')) return;
    const at = timeOf(cells);
    if (at === null) {
      found.linesLeftOut++;
      return problem(line, `"${spokenTime(cells, mapping)}" is no time.`);
    }
    mapping.channels.forEach(({ column }, number) => {
      const cell = (cells[column] ?? '').trim();
      const value = cell === '' ? null : valueOf(cell, mapping.unit);
      if (cell === '') found.empty++;
      else if (value === null) problem(line, `"${cell}" is no ${mapping.unit === 'g' ? 'mass' : 'temperature'}.`);
      else series[number].readings.push({ at, value });
    });
  });
  for (const { readings } of series) {
    readings.sort((one, other) => one.at - other.at);
    readings.forEach(({ at }, number) => {
      if (number > 0) found.longestGap = Math.max(found.longestGap, (at - readings[number - 1].at) / 1000);
    });
  }
  return found;
}

const spokenTime = (cells: readonly string[], { time, day }: TableMapping): string =>
  [day === undefined ? '' : cells[day], cells[time]].filter(Boolean).join(' ');

const DAY_MS = 24 * 3600_000;

/** Reads the time of one row after the other: times without a day go on into the next one at midnight. */
function timesOf(mapping: TableMapping): (cells: readonly string[]) => number | null {
  const { counts, start, offsetSeconds, time } = mapping;
  const offset = offsetSeconds * 1000;
  if (counts !== 'clock')
    return (cells) => {
      const number = numberIn(cells[time] ?? '');
      return number === null ? null : Math.round(start + number * (counts === 'minutes' ? 60_000 : 1000) + offset);
    };
  const zone = mapping.zoneMinutes ?? 0;
  const begun = start + zone * 60_000;
  let today = begun - (((begun % DAY_MS) + DAY_MS) % DAY_MS);
  let before = -Infinity;
  const dayFor = (clock: number): number => {
    if (clock < before - DAY_MS / 2) today += DAY_MS;
    before = clock;
    return today;
  };
  return (cells) => {
    const said = momentIn(cells, mapping);
    if (said === null) return null;
    return Math.round((said.day ?? dayFor(said.clock)) + said.clock - (said.zoneMinutes ?? zone) * 60_000 + offset);
  };
}

/** Day and time of a row, from the one cell or the two; null where there is no time, or no day where it has a column. */
function momentIn(cells: readonly string[], { time, day, monthFirst = false }: TableMapping) {
  const said = momentOf(cells[time] ?? '', { monthFirst });
  if (said === null || said.clock === null) return null;
  const { clock, zoneMinutes } = said;
  if (day === undefined) return { day: said.day, clock, zoneMinutes };
  const apart = momentOf(cells[day] ?? '', { monthFirst })?.day ?? null;
  return apart === null ? null : { day: apart, clock, zoneMinutes };
}

/** A number with a point or a comma; null where it is none. */
function numberIn(text: string): number | null {
  const plain = text.trim().replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : null;
}

function valueOf(cell: string, unit: TableMapping['unit']): number | null {
  const number = numberIn(cell.replace(/\s*(°?[CF]|g)$/i, ''));
  if (number === null) return null;
  const value = unit === '°F' ? ((number - 32) * 5) / 9 : number;
  const { least, most } = LIMITS.reading[unit === 'g' ? 'grams' : 'celsius'];
  return value >= least && value <= most ? Math.round(value * 100) / 100 : null;
}
