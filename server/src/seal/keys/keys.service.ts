import { randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import {
  fingerprint,
  type Key,
  type KitchenEntry,
  type Plan,
  type Tasting,
  type TastingBundle,
} from '@jacana/core/bundle';
import type { LockedPlan } from '@jacana/core/design';
import { flightsOfPieces } from '@jacana/core/served';
import type { EntityManager } from 'typeorm';
import { PlanRow } from '../../database/entities';
import { LogService } from '../../log/log.service';
import { WorkersService } from '../../jobs/workers.service';
import { type StoredTasting, tastingOf } from '../../tastings/tasting.store';
import { KeyRow } from './key.row';

/** Whether what was printed at locking still comes out. */
export interface Verification {
  stated: string;
  computed: string;
  matches: boolean;
}

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

  /** Stores a plan and puts its key away, freshly drawn or out of an imported bundle. Only the plan comes back. */
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

  /** Plan and key go for good: what was drawn must not be known to be drawn again. */
  async destroy(manager: EntityManager, tastingId: string): Promise<void> {
    await manager.delete(KeyRow, { tastingId });
    await manager.delete(PlanRow, { tastingId });
  }

  async get(manager: EntityManager, tastingId: string): Promise<Key> {
    const { seed, salt, codes, portions } = await manager.findOneByOrFail(KeyRow, { tastingId });
    return { seed, salt, codes, portions };
  }

  /** To which flights each piece goes: of who eats what, all that leaves the seal for the kitchen. */
  async flights(
    manager: EntityManager,
    stored: StoredTasting,
    kitchen: readonly KitchenEntry[],
  ): Promise<ReturnType<typeof flightsOfPieces>> {
    const { row, plan } = stored;
    if (!plan) return new Map();
    const key = await this.get(manager, row.id);
    const service = await this.log.service(manager, row.id);
    return flightsOfPieces({ tasting: tastingOf(stored), plan, pieces: plan.pieces, key, kitchen, service });
  }

  async verify(manager: EntityManager, stored: StoredTasting & { plan: PlanRow }): Promise<Verification> {
    const { fingerprint: stated, ...plan } = planOf(stored.plan);
    const key = await this.get(manager, stored.row.id);
    const computed = fingerprint({ tasting: tastingOf(stored), plan, pieces: stored.plan.pieces, key });
    return { stated, computed, matches: stated === computed };
  }
}

/** The plan without what the table keeps beside it. */
export function planOf({ tastingId: _tasting, pieces: _pieces, ...plan }: PlanRow): Plan {
  return plan;
}
