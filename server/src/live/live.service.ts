import { Injectable } from '@nestjs/common';
import { filter, type Observable, Subject } from 'rxjs';
import { type EntityManager, MoreThan } from 'typeorm';
import { EventRow } from '../database/entities';
import { Transactions } from '../database/transactions';

/** Something that changes too fast to keep: how far a computation has come. */
export interface Passing {
  tastingId: string;
  fraction: number;
}

/**
 * The feed behind live screens. Events are rows, written in the transaction of what they
 * tell of; the subject only wakes the streams, which then read the rows. So a stream that
 * was away misses nothing.
 */
@Injectable()
export class LiveService {
  private readonly wakes = new Subject<string>();
  private readonly passing = new Subject<Passing>();

  constructor(private readonly transactions: Transactions) {}

  /** Notes, within the caller's transaction, that a seat has moved on. Call {@link wake} after it. */
  async noteSeat(manager: EntityManager, tastingId: string, panelistId: string): Promise<void> {
    await manager.insert(EventRow, { tastingId, kind: 'seat', panelistId });
  }

  /** Notes that the tasting itself changed (locked, closed, unsealed, a caveat), and wakes the streams. */
  async tastingChanged(tastingId: string): Promise<void> {
    await this.transactions.write((manager) =>
      manager.insert(EventRow, { tastingId, kind: 'tasting', panelistId: null }),
    );
    this.wake(tastingId);
  }

  wake(tastingId: string): void {
    this.wakes.next(tastingId);
  }

  computing(passing: Passing): void {
    this.passing.next(passing);
  }

  wakesOf(tastingId: string): Observable<string> {
    return this.wakes.pipe(filter((woken) => woken === tastingId));
  }

  passingOf(tastingId: string): Observable<Passing> {
    return this.passing.pipe(filter((told) => told.tastingId === tastingId));
  }

  since(tastingId: string, seq: number): Promise<EventRow[]> {
    return this.transactions.read.find(EventRow, { where: { tastingId, seq: MoreThan(seq) }, order: { seq: 'ASC' } });
  }

  async latest(tastingId: string): Promise<number> {
    const [last] = await this.transactions.read.find(EventRow, {
      where: { tastingId },
      order: { seq: 'DESC' },
      take: 1,
    });
    return last?.seq ?? 0;
  }
}
