/**
 * Readings of a device as they are kept: one row for each channel and minute, so that sixteen channels that
 * measure every second for a night come to some fifteen thousand rows.
 *
 * Use it to store and to carry readings, not to draw them: see `thin.ts`. A reading is known by its device, its
 * channel and its time, to the millisecond, so that sent twice it is kept once; the first that came stands.
 *
 * Common practice, no source.
 *
 * @example
 * readingsOf(minuteOf({ device: 'Thermometer', channel: 1, measures: 'celsius' }, 0, [{ at: 1500, value: 20.1 }]))[0].at // 1500
 */
import type { ReadingMinute } from '../../tasting';

/** One value, at a time in milliseconds. */
export interface Reading {
  at: number;
  value: number;
}

export const MINUTE_MS = 60_000;

/** The minute that a time lies in, counted from the beginning of 1970. */
export const minuteNumber = (at: number): number => Math.floor(at / MINUTE_MS);

/** @param readings in the order of time, all within the minute */
export function minuteOf(
  channel: Pick<ReadingMinute, 'device' | 'channel' | 'measures'>,
  minute: number,
  readings: readonly Reading[],
): ReadingMinute {
  const start = minute * MINUTE_MS;
  return {
    ...channel,
    minute: new Date(start).toISOString(),
    seconds: readings.map(({ at }) => (at - start) / 1000),
    values: readings.map(({ value }) => value),
  };
}

export function readingsOf({
  minute,
  seconds,
  values,
}: Pick<ReadingMinute, 'minute' | 'seconds' | 'values'>): Reading[] {
  const start = Date.parse(minute);
  return seconds.map((second, number) => ({ at: start + Math.round(second * 1000), value: values[number] }));
}

/** Readings by the minute that they lie in. */
export function byMinute(readings: readonly Reading[]): Map<number, Reading[]> {
  const minutes = new Map<number, Reading[]>();
  for (const reading of readings) {
    const number = minuteNumber(reading.at);
    const own = minutes.get(number);
    if (own) own.push(reading);
    else minutes.set(number, [reading]);
  }
  return minutes;
}

/** What is known and what comes, in the order of time, each moment once: what was known stands. */
export function merged(known: readonly Reading[], coming: readonly Reading[]): Reading[] {
  const at = new Map(coming.map((reading) => [reading.at, reading]));
  // A moment that comes twice in one letter is the first of the two.
  for (const reading of [...coming].reverse()) at.set(reading.at, reading);
  for (const reading of known) at.set(reading.at, reading);
  return [...at.values()].sort((one, other) => one.at - other.at);
}
