/**
 * Days and times as loggers write them: "2026-03-05 18:00:07", "5.3.2026 18:00", "03/05/2026 6:00 PM", or a day and a
 * time in columns of their own.
 *
 * Use it for files of loggers, not to find out what a day means: "03/05" is the third of May or the fifth of March,
 * and only whoever knows the logger can say. Days with points are always read with the day first, as they are written.
 *
 * Common practice, no source; ISO 8601 where the year comes first.
 *
 * @example
 * momentOf('5.3.2026 18:00', { monthFirst: false }).clock // 64800000
 */
const DAY = String.raw`(\d{1,4}[-/.]\d{1,2}[-/.]\d{1,4})`;
const CLOCK = String.raw`(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*([ap]\.?m\.?)?\s*(Z|[+-]\d{2}:?\d{2})?`;
const MOMENT = new RegExp(`^(?:${DAY}(?:[T ,]+|$))?(?:${CLOCK})?$`, 'i');

/** What a cell says of a moment; each part null where it is silent. */
export interface Moment {
  /** Midnight as if at Greenwich, in milliseconds. */
  day: number | null;
  /** Since midnight, in milliseconds. */
  clock: number | null;
  /** Minutes east of Greenwich. */
  zoneMinutes: number | null;
}

/** @returns null where the cell is no day, no time, or one that does not exist */
export function momentOf(cell: string, { monthFirst }: { monthFirst: boolean }): Moment | null {
  const parts = MOMENT.exec(cell.trim());
  if (!parts || cell.trim() === '') return null;
  const [, dayText, hours, minutes, seconds = '0', half, zone] = parts;
  const day = dayText === undefined ? null : midnightOf(dayText, monthFirst);
  const clock = hours === undefined ? null : clockOf(Number(hours), Number(minutes), seconds, half);
  const isWrong = (dayText !== undefined && day === null) || (hours !== undefined && clock === null);
  return isWrong ? null : { day, clock, zoneMinutes: zone === undefined ? null : zoneOf(zone) };
}

function midnightOf(text: string, monthFirst: boolean): number | null {
  const [first, second, third] = text.split(/[-/.]/).map(Number);
  if (/^\d{4}/.test(text)) return midnight(first, second, third);
  const year = third < 100 ? 2000 + third : third;
  return monthFirst && !text.includes('.') ? midnight(year, first, second) : midnight(year, second, first);
}

/** The 30th of February is no day. */
function midnight(year: number, month: number, day: number): number | null {
  const at = Date.UTC(year, month - 1, day);
  const date = new Date(at);
  return year >= 1000 && date.getUTCMonth() === month - 1 && date.getUTCDate() === day ? at : null;
}

function clockOf(hours: number, minutes: number, seconds: string, half: string | undefined): number | null {
  const second = Number(seconds.replace(',', '.'));
  if (minutes > 59 || second >= 60) return null;
  if (half === undefined) return hours > 23 ? null : ((hours * 60 + minutes) * 60 + second) * 1000;
  if (hours > 12) return null;
  const since = (hours % 12) + (/^p/i.test(half) ? 12 : 0);
  return ((since * 60 + minutes) * 60 + second) * 1000;
}

function zoneOf(zone: string): number {
  if (zone.toUpperCase() === 'Z') return 0;
  const digits = zone.slice(1).replace(':', '');
  return (zone.startsWith('-') ? -1 : 1) * (Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2)));
}

/** Whether days with slashes or dashes can only have, or most likely have, the month first. */
export function isMonthFirst(cells: readonly string[]): boolean {
  const days = cells.flatMap((cell) => /^(\d{1,2})[-/](\d{1,2})[-/]\d{2,4}/.exec(cell.trim()) ?? []);
  const [first, second] = [1, 2].map((part) => days.filter((_, at) => at % 3 === part).map(Number));
  return first.every((number) => number <= 12) && second.some((number) => number > 12);
}
