import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import {
  asLocked,
  codesServed,
  verifyFingerprint,
  walkInsOf,
  type Key,
  type KitchenEntry,
  type Panelist,
  type Plan,
  type Tasting,
  type TastingBundle,
  type Verification,
} from '@jacana/core/bundle';
import type { LockedPlan } from '@jacana/core/design';
import { drawWalkIn, type DrawnWalkIn } from '@jacana/core/walkIn';
import { flightsOfPieces } from '@jacana/core/served';
import type { EntityManager } from 'typeorm';
import { PlanRow } from '../../database/entities';
import { LogService } from '../../log/log.service';
import { WorkersService } from '../../jobs/workers.service';
import { type StoredTasting, tastingOf } from '../../tastings/tasting.store';
import { AmendedKeyRow, KeyRow } from './key.row';

/** Where keys are drawn, put away and taken out. Nothing outside the seal gets at it. */
@Injectable()
export class KeysService {
  constructor(
    private readonly workers: WorkersService,
    private readonly log: LogService,
  ) {}

  /** Draws seed and salt, and with them plan and key. */
  draw(tasting: Tasting): Promise<LockedPlan> {
    return this.workers.lock(tasting, {
      seed: randomBytes(16).toString('hex'),
      salt: randomBytes(16).toString('hex'),
      lockedAt: new Date().toISOString(),
    });
  }

  /** Stores a plan and puts its key away, as they were drawn. Only the plan comes back. */
  async put(
    manager: EntityManager,
    tastingId: string,
    { plan, pieces, key }: { plan: Plan; pieces: TastingBundle['pieces']; key: Key },
  ): Promise<PlanRow> {
    const row: PlanRow = { tastingId, ...plan, pieces };
    await manager.insert(PlanRow, row);
    await manager.insert(KeyRow, { tastingId, ...key });
    return row;
  }

  /** Out of an imported bundle: what was locked, and beside it what was drawn for those who walked in. */
  async putImported(
    manager: EntityManager,
    tastingId: string,
    { plan, pieces, key, tasting, records }: TastingBundle & { plan: Plan; key: Key },
  ): Promise<void> {
    const locked = asLocked({ tasting, plan, key }, records.amendments);
    await this.put(manager, tastingId, { plan: locked.plan, pieces, key: locked.key });
    for (const { panelist, servings } of walkInsOf(records.amendments)) {
      const own = servings.flatMap(codesServed).filter((code) => !Object.hasOwn(locked.key.codes, code));
      await this.amend(manager, {
        ...{ tastingId, panelistId: panelist.id },
        codes: Object.fromEntries(own.map((code) => [code, key.codes[code]])),
        portions: key.portions.filter((portion) => portion.panelist === panelist.id),
      });
    }
  }

  /** Plan and key go for good: what was drawn must not be known to be drawn again. */
  async destroy(manager: EntityManager, tastingId: string): Promise<void> {
    await manager.delete(AmendedKeyRow, { tastingId });
    await manager.delete(KeyRow, { tastingId });
    await manager.delete(PlanRow, { tastingId });
  }

  /** The key as it was locked, and what was drawn since for those who walked in. */
  async get(manager: EntityManager, tastingId: string): Promise<Key> {
    const { seed, salt, codes, portions } = await manager.findOneByOrFail(KeyRow, { tastingId });
    const added = await manager.findBy(AmendedKeyRow, { tastingId });
    return {
      ...{ seed, salt },
      codes: Object.assign({}, codes, ...added.map((one) => one.codes)) as Key['codes'],
      portions: [...portions, ...added.flatMap((one) => one.portions)],
    };
  }

  /**
   * Draws servings for somebody who walked in, and puts what is sealed of them away. Only what all may see comes back.
   *
   * @returns null where too little is left to cut
   */
  async drawWalkIn(
    manager: EntityManager,
    stored: StoredTasting & { plan: PlanRow },
    panelist: Panelist,
  ): Promise<DrawnWalkIn['body'] | null> {
    const { row, plan } = stored;
    const { id: tastingId, sitting } = row;
    const drawn = drawWalkIn(
      {
        ...{ tasting: tastingOf(stored), plan: planOf(plan), pieces: plan.pieces },
        key: await this.get(manager, tastingId),
        kitchen: await this.log.kitchen(manager, tastingId),
        service: await this.log.service(manager, tastingId),
        amendments: stored.amendments,
      },
      { panelist, sitting },
    );
    if (!drawn) return null;
    const { body, codes, portions } = drawn;
    await this.amend(manager, { tastingId, panelistId: panelist.id, codes, portions });
    return body;
  }

  private async amend(manager: EntityManager, row: AmendedKeyRow): Promise<void> {
    await manager.insert(AmendedKeyRow, row);
  }

  /** Somebody who walked in is gone again, before anything was asked of them. */
  async forget(manager: EntityManager, tastingId: string, panelistId: string): Promise<void> {
    await manager.delete(AmendedKeyRow, { tastingId, panelistId });
  }

  /**
   * To which flights each piece goes: of who eats what, all that leaves the seal for the kitchen. It hangs on the lock
   * and on the kitchen's log alone, so that nobody can try out seats by it.
   */
  async flights(
    manager: EntityManager,
    stored: StoredTasting,
    kitchen: readonly KitchenEntry[],
  ): Promise<ReturnType<typeof flightsOfPieces>> {
    const { row, plan, amendments } = stored;
    if (!plan) return new Map();
    const key = await this.get(manager, row.id);
    const locked = { tasting: tastingOf(stored), plan: planOf(plan), pieces: plan.pieces, key, amendments };
    return flightsOfPieces(locked, kitchen);
  }

  async verify(manager: EntityManager, stored: StoredTasting & { plan: PlanRow }): Promise<Verification> {
    const { row, plan, amendments } = stored;
    const key = await this.get(manager, row.id);
    return verifyFingerprint({ tasting: tastingOf(stored), plan: planOf(plan), pieces: plan.pieces, key }, amendments);
  }
}

/** The plan without what the table keeps beside it. */
export function planOf({ tastingId: _tasting, pieces: _pieces, ...plan }: PlanRow): Plan {
  return plan;
}
