import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { Between, type EntityManager, In, IsNull, Not } from 'typeorm';
import { AuditRow, TastingRow } from '../database/entities';
import { CLEARED, KEPT_DAYS } from '../database/guards';

/** What is written down: who did what to which tasting. */
export interface AuditEntry {
  by: string;
  action: string;
  tastingId?: string;
  detail?: string;
}

/** That who somebody is was taken out of a tasting. */
export const NAME_ERASED = 'name erased';

const BEFORE_THE_FIRST = '0'.repeat(64);

/**
 * The audit log. Each entry's hash covers the entry and the hash before it, so an entry
 * cannot be changed, dropped or slipped in later without breaking the chain from there on.
 */
@Injectable()
export class AuditService {
  /** Appends within the caller's transaction, so that act and entry stand or fall together. */
  async record(manager: EntityManager, { by, action, tastingId, detail = '' }: AuditEntry): Promise<void> {
    const [last] = await manager.find(AuditRow, { order: { seq: 'DESC' }, take: 1 });
    const entry = {
      at: new Date().toISOString(),
      by,
      action,
      tastingId: tastingId ?? null,
      detail,
      previousHash: last?.hash ?? BEFORE_THE_FIRST,
    };
    await manager.insert(AuditRow, { ...entry, hash: hashOf(entry) });
  }

  /** Whether the same was written down before. */
  has(manager: EntityManager, { by, action, detail }: AuditEntry): Promise<boolean> {
    return manager.existsBy(AuditRow, { by, action, detail });
  }

  /** Number of the entry by which something was done last; null where it never was. By number, not by time: clocks are set back. */
  async last(
    manager: EntityManager,
    { actions, ...where }: { actions: readonly string[]; tastingId?: string; detail?: string },
  ): Promise<number | null> {
    const last = await manager.findOne(AuditRow, {
      where: { ...where, action: In([...actions]) },
      order: { seq: 'DESC' },
    });
    return last?.seq ?? null;
  }

  /** What was done in the house, not to one tasting: to accounts, sign-ins and the file. Oldest first, between two entries. */
  house(manager: EntityManager, from = 0, to = Number.MAX_SAFE_INTEGER): Promise<AuditRow[]> {
    return manager.find(AuditRow, {
      where: { tastingId: IsNull(), seq: Between(from, to), action: Not(CLEARED) },
      order: { seq: 'ASC' },
    });
  }

  /** By its own words, the latest moment that anything was written down; null where nothing was. */
  async latest(manager: EntityManager): Promise<string | null> {
    const [last] = await manager.find(AuditRow, { order: { seq: 'DESC' }, take: 1 });
    return last?.at ?? null;
  }

  /** Whether entries had their time: {@link clear} empties them. */
  async isDue(manager: EntityManager): Promise<boolean> {
    const due = await manager.query<unknown[]>(`SELECT 1 FROM "audit" WHERE ${HAD_THEIR_TIME} LIMIT 1`, [
      daysAgo(KEPT_DAYS.house),
    ]);
    return due.length > 0;
  }

  /**
   * Empties entries that had their time: those of tastings that are gone, and what was done in the house a year ago, unless
   * a tasting that still stands was sealed then. Their hashes stay, so that the chain does.
   */
  async clear(manager: EntityManager): Promise<void> {
    await manager.query(
      `UPDATE "audit" SET "by" = '', "action" = '${CLEARED}', "detail" = '' WHERE ${HAD_THEIR_TIME}`,
      [daysAgo(KEPT_DAYS.house)],
    );
  }

  /** Whether every entry still follows from the one before, and none is empty that still had to say something. */
  async isIntact(manager: EntityManager): Promise<boolean> {
    const rows = await manager.find(AuditRow, { order: { seq: 'ASC' } });
    const standing = new Set((await manager.find(TastingRow, { select: { id: true } })).map(({ id }) => id));
    const hadItsTime = ({ action, by, detail, tastingId, at }: AuditRow): boolean =>
      action === CLEARED &&
      by + detail === '' &&
      (tastingId === null ? at < daysAgo(KEPT_DAYS.house) : !standing.has(tastingId));
    return rows.every(
      (row, at) =>
        row.previousHash === (at === 0 ? BEFORE_THE_FIRST : rows[at - 1].hash) &&
        (row.hash === hashOf(row) || hadItsTime(row)),
    );
  }
}

const OF_NO_TASTING = `"tastingId" IS NOT NULL AND NOT EXISTS (SELECT 1 FROM "tastings" AS own WHERE own."id" = "audit"."tastingId")`;
const WHILE_SEALED = `SELECT 1 FROM "plans" AS plan JOIN "tastings" AS own ON own."id" = plan."tastingId" WHERE "audit"."at" BETWEEN plan."lockedAt" AND COALESCE(own."unsealedAt", '9')`;
const HAD_THEIR_TIME = `"action" <> '${CLEARED}' AND ((${OF_NO_TASTING}) OR ("tastingId" IS NULL AND "at" < ? AND NOT EXISTS (${WHILE_SEALED})))`;

const daysAgo = (days: number): string => new Date(Date.now() - days * 86_400_000).toISOString();

function hashOf({ at, by, action, tastingId, detail, previousHash }: Omit<AuditRow, 'seq' | 'hash'>): string {
  return createHash('sha256')
    .update(JSON.stringify([at, by, action, tastingId, detail, previousHash]))
    .digest('hex');
}
