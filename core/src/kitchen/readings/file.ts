/**
 * Readings out of a file of another logger: a table with one column of times and one of values for each channel.
 *
 * Times are of the day and the clock, as ISO 8601 or as "2026-03-05 18:00:07", or counted from a start in
 * seconds or minutes. Use it with the mapping that a person has looked at, not by guess: a column of the wrong
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

/** How the columns of a file are read; columns count from 0. */
export interface TableMapping {
  time: number;
  /** Times of day and clock, or counted from the start. */
  counts: 'clock' | 'seconds' | 'minutes';
  /** Of what is counted, in milliseconds; for times of day without a zone, minutes east of Greenwich stand in `zoneMinutes`. */
  start: number;
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

/** The cells of a file, and what the columns are called: a first line without any number in it is the headings. */
export function cellsOf(text: string): { headings: string[]; rows: string[][] } {
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data;
  const [first] = rows;
  const isHeading = first !== undefined && first.every((cell) => numberOf(cell) === null && clockOf(cell, 0) === null);
  const width = Math.max(0, ...rows.slice(0, 50).map((row) => row.length));
  const headings = Array.from({ length: width }, (_, at) => (isHeading && first[at]?.trim()) || `Column ${at + 1}`);
  return { headings, rows: isHeading ? rows.slice(1) : rows };
}

const MOST_PROBLEMS = 10;

/** @param rows of cells, without the headings */
export function readTable(rows: readonly (readonly string[])[], mapping: TableMapping): ReadTable {
  const series = mapping.channels.map(({ channel }) => ({ channel, readings: [] as Reading[] }));
  const found: ReadTable = { series, problems: [], linesLeftOut: 0, empty: 0, longestGap: 0 };
  const problem = (line: number, text: string): void => {
    if (found.problems.length < MOST_PROBLEMS) found.problems.push({ line: line + 1, text });
  };
  rows.forEach((cells, line) => {
    if (cells.every((cell) => cell.trim() === '')) return;
    const at = timeOf(cells[mapping.time] ?? '', mapping);
    if (at === null) {
      found.linesLeftOut++;
      return problem(line, `"${cells[mapping.time] ?? ''}" is no time.`);
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

function timeOf(cell: string, { counts, start, zoneMinutes = 0, offsetSeconds }: TableMapping): number | null {
  if (counts === 'clock') {
    const at = clockOf(cell, zoneMinutes);
    return at === null ? null : Math.round(at + offsetSeconds * 1000);
  }
  const number = numberOf(cell);
  return number === null
    ? null
    : Math.round(start + number * (counts === 'minutes' ? 60_000 : 1000) + offsetSeconds * 1000);
}

const CLOCK = /^(\d{4}-\d{2}-\d{2})[T ](\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*(Z|[+-]\d{2}:?\d{2})?$/i;

/** A day and a time, in milliseconds. */
function clockOf(cell: string, zoneMinutes: number): number | null {
  const parts = CLOCK.exec(cell.trim());
  if (!parts) return null;
  const [, day, hours, minutes, seconds = '0', zone] = parts;
  const midnight = Date.parse(`${day}T00:00:00Z`);
  const second = numberOf(seconds) ?? 60;
  if (Number.isNaN(midnight) || Number(hours) > 23 || Number(minutes) > 59 || second >= 60) return null;
  const clock = ((Number(hours) * 60 + Number(minutes)) * 60 + second) * 1000;
  return midnight + clock - (zone ? zoneOf(zone) : zoneMinutes) * 60_000;
}

/** Minutes east of Greenwich. */
function zoneOf(zone: string): number {
  if (zone.toUpperCase() === 'Z') return 0;
  const digits = zone.slice(1).replace(':', '');
  return (zone.startsWith('-') ? -1 : 1) * (Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2)));
}

/** A number with a point or a comma; null where it is none. */
function numberOf(text: string): number | null {
  const plain = text.trim().replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : null;
}

function valueOf(cell: string, unit: TableMapping['unit']): number | null {
  const number = numberOf(cell.replace(/\s*(°?[CF]|g)$/i, ''));
  if (number === null) return null;
  const value = unit === '°F' ? ((number - 32) * 5) / 9 : number;
  const { least, most } = LIMITS.reading[unit === 'g' ? 'grams' : 'celsius'];
  return value >= least && value <= most ? Math.round(value * 100) / 100 : null;
}
