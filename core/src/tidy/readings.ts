import Papa from 'papaparse';
import type { ProbeSpan } from '../kitchen';
import { readingsOf } from '../kitchen';
import type { ReadingMinute } from '../tasting';
import { csvOf, disarmed } from './csv';

const COLUMNS = ['at', 'device', 'channel', 'piece', 'where', 'value', 'unit'];

/** The headings of the readings as CSV; lines follow in parts, since there may be a million. */
export const readingsHeading = (): string => csvOf([], COLUMNS).trimEnd() + '\n';

/**
 * Readings, one a line, with the piece that the probe was in. Tags, and no code.
 *
 * @param minutes any part of all
 * @param spans which probe was in which piece when
 */
export function readingsLines(minutes: readonly ReadingMinute[], spans: readonly ProbeSpan[]): string {
  const rows = minutes.flatMap((minute) => {
    const { device, channel, measures } = minute;
    const own = spans.filter((span) => span.device === device && span.channel === channel);
    return readingsOf(minute).map(({ at, value }) => {
      const moment = new Date(at).toISOString();
      const span = own.find(({ from, to }) => from <= moment && (to === null || moment <= to));
      return [moment, device, channel, span?.piece ?? '', span?.where ?? '', value, measures === 'grams' ? 'g' : '°C'];
    });
  });
  return rows.length > 0
    ? `${Papa.unparse(
        rows.map((row) => row.map(disarmed)),
        { newline: '\n' },
      )}\n`
    : '';
}
