import { Injectable } from '@nestjs/common';
import { digestOf, type ReadingMinute, type TastingBundle } from '@jacana/core/bundle';
import {
  kitchenState,
  MINUTE_MS,
  minuteNumber,
  pointOf,
  readingsOf,
  thinnedPoints,
  type Curve,
  type CurvePoint,
  type ProbeSpan,
} from '@jacana/core/kitchen';
import { readingsHeading, readingsLines } from '@jacana/core/tidy';
import { Between, type EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { DeviceRow, ReadingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { LogService } from '../log/log.service';
import { AccessService } from '../seal/access/access.service';
import type { CurvesView, CurveView } from './readings.dto';
import { minuteOfRow } from './readings.service';

/** Points of a curve among others, and of one that is looked at by itself. */
const POINTS = { many: 240, one: 600 };
/** Longer curves are drawn from their minutes, in which no extreme is lost. */
const LONG_MINUTES = 150;
/** Minutes that are read at once for an export. */
const PAGE = 500;

/** What probes showed while they were in pieces, and all readings as they came. */
@Injectable()
export class CurvesService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly log: LogService,
  ) {}

  async curves(id: string, piece: string | undefined, me: Me): Promise<CurvesView> {
    await this.access.knownTo(me.role, id);
    const { read } = this.transactions;
    const spans = (await this.spans(read, id)).filter((span) => piece === undefined || span.piece === piece);
    const most = piece === undefined ? POINTS.many : POINTS.one;
    return { curves: await Promise.all(spans.map((span) => this.curve(read, id, span, most))) };
  }

  /** What probes showed while they were in one piece, as finely as it is looked at by itself. */
  async ofPiece(
    manager: EntityManager,
    id: string,
    { piece, spans }: { piece: string; spans: readonly ProbeSpan[] },
  ): Promise<Curve[]> {
    const own = spans.filter((span) => span.piece === piece);
    return Promise.all(
      own.map(async (span) => ({ ...span, points: await this.points(manager, id, { span, most: POINTS.one }) })),
    );
  }

  /** As text, part by part. */
  async *csv(id: string, me: Me): AsyncGenerator<string> {
    await this.access.knownTo(me.role, id);
    const spans = await this.spans(this.transactions.read, id);
    yield readingsHeading();
    for await (const minutes of this.minutes(this.transactions.read, id)) yield readingsLines(minutes, spans);
  }

  /** A bundle with all that was measured, and the digest that follows. */
  async filled(read: EntityManager, id: string, bundle: TastingBundle): Promise<TastingBundle> {
    const content = await this.withReadings(read, id, bundle);
    return { ...content, digest: digestOf(content) };
  }

  /** The same for what computes from it, which needs no digest. */
  async withReadings(read: EntityManager, id: string, bundle: TastingBundle): Promise<TastingBundle> {
    const readings: ReadingMinute[] = [];
    for await (const minutes of this.minutes(read, id)) readings.push(...minutes);
    return { ...bundle, readings, digest: null };
  }

  /** All that was measured, in parts, by device, channel and time. */
  async *minutes(read: EntityManager, tastingId: string): AsyncGenerator<ReadingMinute[]> {
    const devices = await read.find(DeviceRow, { where: { tastingId }, order: { name: 'ASC' } });
    for (const { name: device, measures } of devices)
      for (let skip = 0, isMore = true; isMore; skip += PAGE) {
        const rows = await read.find(ReadingRow, {
          ...{ where: { tastingId, device }, order: { channel: 'ASC', minute: 'ASC' }, skip, take: PAGE },
        });
        isMore = rows.length === PAGE;
        if (rows.length > 0) yield rows.map((row) => minuteOfRow(row, measures));
      }
  }

  private async spans(read: EntityManager, id: string): Promise<ProbeSpan[]> {
    return kitchenState(await this.log.kitchen(read, id)).probes;
  }

  private async curve(read: EntityManager, tastingId: string, span: ProbeSpan, most: number): Promise<CurveView> {
    const shown = await this.points(read, tastingId, { span, most });
    const from = Date.parse(span.from);
    const rounded = (value: number): number => Math.round(value * 100) / 100;
    return {
      ...span,
      seconds: shown.map(({ at }) => Math.round((at - from) / 100) / 10),
      mean: shown.map(({ mean }) => rounded(mean)),
      least: shown.map(({ least }) => least),
      most: shown.map((point) => point.most),
    };
  }

  private async points(
    read: EntityManager,
    tastingId: string,
    { span, most }: { span: ProbeSpan; most: number },
  ): Promise<CurvePoint[]> {
    const { device, channel } = span;
    const [from, to] = [Date.parse(span.from), span.to === null ? Infinity : Date.parse(span.to)];
    // A probe that nobody took out is looked at for as long as it sent.
    const upTo = Number.isFinite(to) ? minuteNumber(to) : Number.MAX_SAFE_INTEGER;
    const where = { tastingId, device, channel, minute: Between(minuteNumber(from), upTo) };
    const isLong = (await read.countBy(ReadingRow, where)) > LONG_MINUTES;
    const points = isLong ? await this.byMinutes(read, where) : await this.byReadings(read, where);
    return thinnedPoints(
      points.filter(({ at }) => at >= from && at <= to),
      most,
    );
  }

  private async byMinutes(read: EntityManager, where: object): Promise<CurvePoint[]> {
    const rows = await read.find(ReadingRow, {
      select: { channel: true, minute: true, count: true, sum: true, least: true, most: true },
      ...{ where, order: { minute: 'ASC' } },
    });
    return rows.map(({ minute, count, sum, least, most }) => ({
      ...{ at: (minute + 0.5) * MINUTE_MS, mean: sum / count, least, most, count },
    }));
  }

  private async byReadings(read: EntityManager, where: object): Promise<CurvePoint[]> {
    const rows = await read.find(ReadingRow, { where, order: { minute: 'ASC' } });
    return rows.flatMap((row) => readingsOf(minuteOfRow(row, 'celsius')).map(pointOf));
  }
}
