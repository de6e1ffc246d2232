import { format, isSameDay } from 'date-fns';

/** A time of the day. */
export const clockText = (time: number): string => format(time, 'HH:mm');

const WEEK = 6 * 24 * 3_600_000;

/** With the day, where that is another one. */
export function momentText(time: number, day: number): string {
  if (isSameDay(time, day)) return clockText(time);
  return format(time, Math.abs(time - day) < WEEK ? 'EEE HH:mm' : 'd MMM HH:mm');
}
