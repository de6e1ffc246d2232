import { Injectable } from '@nestjs/common';
import type { KitchenEntry, ServiceEntry } from '@jacana/core/bundle';
import type { Entry } from '@jacana/core/log';
import { In, type EntityManager } from 'typeorm';
import { EntryRow, type LogName } from '../database/entities';
import { refuseState } from '../fields/problems';

/** An entry as a device sends it. */
export type NewEntry<Body extends { kind: string }> = Pick<Entry<Body>, 'id' | 'at' | 'body'>;

/** Who writes. */
export interface Writer {
  id: string;
  name: string;
}

/** The records of the day, as rows: added to, read, never changed. What they come to is folded by the core. */
@Injectable()
export class LogService {
  /**
   * Adds what is not stored yet. An entry that comes again is acknowledged again.
   *
   * @returns the entries that are new
   * @throws ConflictException for an id that stands for something else already
   */
  async append<Body extends { kind: string }>(
    manager: EntityManager,
    tastingId: string,
    log: LogName,
    entries: readonly NewEntry<Body>[],
    by: Writer,
  ): Promise<NewEntry<Body>[]> {
    const known = await manager.findBy(EntryRow, { tastingId, log, entryId: In(entries.map(({ id }) => id)) });
    const bodies = new Map(known.map((row) => [row.entryId, row.body]));
    const added: NewEntry<Body>[] = [];
    for (const entry of entries) {
      const before = bodies.get(entry.id);
      if (before === undefined) added.push(entry);
      else if (!isSame(before, entry.body))
        throw refuseState(
          'id-used',
          `The id ${entry.id} stands for another entry already. Reload the page and enter it again.`,
        );
      bodies.set(entry.id, entry.body);
    }
    const storedAt = new Date().toISOString();
    for (const { id: entryId, at, body } of added)
      await manager.insert(EntryRow, {
        ...{ tastingId, log, entryId, at, storedAt, by: by.name, byAccount: by.id },
        body,
      });
    return added;
  }

  /** The kitchen log of a tasting, oldest first. */
  async kitchen(manager: EntityManager, tastingId: string): Promise<KitchenEntry[]> {
    return (await this.rows(manager, tastingId, 'kitchen')).map((row) => entryOf<KitchenEntry>(row));
  }

  /** The service log of a tasting, oldest first. Whole: who reads it sees what the seal lets through. */
  async service(manager: EntityManager, tastingId: string): Promise<ServiceEntry[]> {
    return (await this.rows(manager, tastingId, 'service')).map((row) => entryOf<ServiceEntry>(row));
  }

  /** Who stopped before the end, and what was taken back: all that a ballot has to know of the service log. */
  async stops(manager: EntityManager, tastingId: string): Promise<ServiceEntry[]> {
    const rows = await manager
      .createQueryBuilder(EntryRow, 'entry')
      .where("entry.tastingId = :tastingId AND entry.log = 'service'", { tastingId })
      .andWhere("json_extract(entry.body, '$.kind') IN ('stopped', 'undone')")
      .orderBy('entry.seq', 'ASC')
      .getMany();
    return rows.map((row) => entryOf<ServiceEntry>(row));
  }

  /** When the trays of one panelist were put down, and what was taken back. */
  async putDown(manager: EntityManager, tastingId: string, panelist: string): Promise<ServiceEntry[]> {
    const rows = await manager
      .createQueryBuilder(EntryRow, 'entry')
      .where("entry.tastingId = :tastingId AND entry.log = 'service'", { tastingId })
      .andWhere(
        "(json_extract(entry.body, '$.kind') = 'undone' OR (json_extract(entry.body, '$.kind') = 'out' AND json_extract(entry.body, '$.panelist') = :panelist))",
        { panelist },
      )
      .orderBy('entry.seq', 'ASC')
      .getMany();
    return rows.map((row) => entryOf<ServiceEntry>(row));
  }

  /** Oldest first. */
  rows(manager: EntityManager, tastingId: string, log: LogName): Promise<EntryRow[]> {
    return manager.find(EntryRow, { where: { tastingId, log }, order: { seq: 'ASC' } });
  }
}

/** A row as the core has it. */
export const entryOf = <One extends Entry<{ kind: string }>>({ entryId, at, storedAt, by, body }: EntryRow): One =>
  ({ id: entryId, at, storedAt, by, body }) as One;

const isSame = (one: object, other: object): boolean => canonical(one) === canonical(other);

/** Fields in the order of their names, at every depth. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_name, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
