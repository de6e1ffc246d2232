import { Injectable } from '@nestjs/common';
import { LIMITS, MOST_IN_A_MINUTE, type Problem, type ReadingMinute } from '@jacana/core/bundle';
import { byMinute, merged, minuteNumber, minuteOf, readingsOf, type Reading } from '@jacana/core/kitchen';
import { Between, type EntityManager } from 'typeorm';
import { type DeviceRow, ReadingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields } from '../fields/problems';
import type { ReadingInput, StoredReadings } from './readings.dto';

/** Rows written at once. */
const CHUNK = 100;

/** Keeps what devices send, each reading once, however often it comes. */
@Injectable()
export class ReadingsService {
  constructor(private readonly transactions: Transactions) {}

  /** Acknowledged once it is committed. */
  async add(
    device: Pick<DeviceRow, 'tastingId' | 'name' | 'measures'>,
    inputs: readonly ReadingInput[],
  ): Promise<StoredReadings> {
    const channels = byChannel(device, inputs);
    let known = 0;
    await this.transactions.write(async (manager) => {
      const rows: ReadingRow[] = [];
      for (const [channel, readings] of channels) {
        const minutes = byMinute(readings);
        const before = await this.between(manager, device, channel, [...minutes.keys()]);
        for (const [minute, coming] of minutes) {
          const old = before.get(minute) ?? [];
          const all = merged(old, coming);
          if (all.length > MOST_IN_A_MINUTE)
            throw refuseFields([
              { field: 'readings', message: `Channel ${channel}: at most ${MOST_IN_A_MINUTE} readings a minute.` },
            ]);
          known += coming.length - (all.length - old.length);
          if (all.length > old.length)
            rows.push(rowOf(device.tastingId, minuteOf({ ...named(device), channel }, minute, all)));
        }
      }
      await putRows(manager, rows);
    });
    return { stored: inputs.length, known };
  }

  private async between(
    manager: EntityManager,
    { tastingId, name: device }: Pick<DeviceRow, 'tastingId' | 'name'>,
    channel: number,
    minutes: readonly number[],
  ): Promise<Map<number, Reading[]>> {
    const rows = await manager.findBy(ReadingRow, {
      ...{ tastingId, device, channel },
      minute: Between(Math.min(...minutes), Math.max(...minutes)),
    });
    const wanted = new Set(minutes);
    return new Map(
      rows
        .filter(({ minute }) => wanted.has(minute))
        .map((row) => [row.minute, readingsOf(minuteOfRow(row, 'celsius'))]),
    );
  }
}

/** Writes whole minutes over what was there. */
export async function putRows(manager: EntityManager, rows: readonly ReadingRow[]): Promise<void> {
  for (let at = 0; at < rows.length; at += CHUNK)
    await manager.upsert(ReadingRow, rows.slice(at, at + CHUNK), ['tastingId', 'device', 'channel', 'minute']);
}

const named = ({ name: device, measures }: Pick<DeviceRow, 'name' | 'measures'>) => ({ device, measures });

export function rowOf(tastingId: string, { device, channel, minute, seconds, values }: ReadingMinute): ReadingRow {
  return {
    ...{ tastingId, device, channel, minute: minuteNumber(Date.parse(minute)), seconds, values },
    count: values.length,
    sum: values.reduce((sum, value) => sum + value, 0),
    least: Math.min(...values),
    most: Math.max(...values),
  };
}

export const minuteOfRow = (
  { device, channel, minute, seconds, values }: ReadingRow,
  measures: DeviceRow['measures'],
): ReadingMinute => ({
  ...{ device, channel, measures, minute: new Date(minute * 60_000).toISOString(), seconds, values },
});

/** Values to hundredths, times to milliseconds: no probe and no scale says more. */
function byChannel({ measures }: Pick<DeviceRow, 'measures'>, inputs: readonly ReadingInput[]): Map<number, Reading[]> {
  const { least, most } = LIMITS.reading[measures];
  const problems: Problem[] = [];
  const channels = new Map<number, Reading[]>();
  inputs.forEach(({ channel, at, value }, number) => {
    const time = Date.parse(at);
    const field = `readings.${number}`;
    if (Number.isNaN(time) || time < 0)
      problems.push({ field: `${field}.at`, message: 'This time is not in the calendar.' });
    if (value < least || value > most)
      problems.push({ field: `${field}.value`, message: `This should be a number from ${least} to ${most}.` });
    const own = channels.get(channel) ?? [];
    own.push({ at: time, value: Math.round(value * 100) / 100 });
    channels.set(channel, own);
  });
  if (problems.length > 0) throw refuseFields(problems.slice(0, 20));
  return channels;
}
