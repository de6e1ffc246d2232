import { Injectable, NotFoundException } from '@nestjs/common';
import type { Method, Tasting } from '@jacana/core/bundle';
import { IsNull, type EntityManager } from 'typeorm';
import { BallotRow, CaveatRow, type Design, MethodRow, PanelistRow, PlanRow, TastingRow } from '../database/entities';
import { refuseState } from '../fields/problems';
import type { Status, TastingCard } from './tastings.dto';

/** One tasting's rows, read together. */
export interface StoredTasting {
  row: TastingRow;
  methods: MethodRow[];
  panelists: PanelistRow[];
  ballots: BallotRow[];
  plan: PlanRow | null;
  caveats: CaveatRow[];
}

/** Reads tastings from their tables; knows nothing of keys and answers. */
@Injectable()
export class TastingStore {
  /** @throws NotFoundException for an unknown or removed tasting */
  async get(manager: EntityManager, id: string): Promise<StoredTasting> {
    const row = await manager.findOneBy(TastingRow, { id, removedAt: IsNull() });
    if (!row) throw new NotFoundException('This tasting does not exist, or it was removed.');
    return {
      row,
      methods: await manager.find(MethodRow, { where: { tastingId: id }, order: { place: 'ASC' } }),
      panelists: await manager.find(PanelistRow, { where: { tastingId: id }, order: { seat: 'ASC' } }),
      ballots: await manager.findBy(BallotRow, { tastingId: id }),
      plan: await manager.findOneBy(PlanRow, { tastingId: id }),
      caveats: await manager.find(CaveatRow, { where: { tastingId: id }, order: { at: 'ASC' } }),
    };
  }

  /** Newest first. */
  async all(manager: EntityManager): Promise<StoredTasting[]> {
    const rows = await manager.find(TastingRow, {
      where: { removedAt: IsNull() },
      order: { createdAt: 'DESC', id: 'ASC' },
    });
    return Promise.all(rows.map((row) => this.get(manager, row.id)));
  }

  /** @throws ConflictException unless the plan is locked */
  async getLocked(manager: EntityManager, id: string): Promise<StoredTasting & { plan: PlanRow }> {
    const stored = await this.get(manager, id);
    if (!stored.plan) throw refuseState('not-locked', 'The plan is not locked yet. Lock it first.');
    return { ...stored, plan: stored.plan };
  }
}

export function statusOf({ row, plan, ballots }: StoredTasting): Status {
  if (row.unsealedAt) return 'unsealed';
  if (row.closedAt) return 'closed';
  if (!plan) return 'draft';
  return ballots.some((ballot) => ballot.openedAt) ? 'tasting' : 'locked';
}

export function cardOf(stored: StoredTasting): TastingCard {
  const { row, methods, panelists, plan, caveats } = stored;
  const ballots = stored.ballots.filter((ballot) => ballot.sitting === row.sitting);
  return {
    id: row.id,
    title: row.title,
    status: statusOf(stored),
    createdAt: row.createdAt,
    lockedAt: plan?.lockedAt ?? null,
    closedAt: row.closedAt,
    unsealedAt: row.unsealedAt,
    methods: methods.length,
    pieces: plan?.pieces.length ?? methods.length * row.piecesPerMethod,
    panelists: panelists.length,
    sitting: row.sitting,
    sittings: row.design.service.sittings,
    opened: ballots.filter((ballot) => ballot.openedAt).length,
    handedIn: ballots.filter((ballot) => ballot.handedInAt).length,
    caveats: caveats.length + row.design.bundled.length,
  };
}

/** The rows as the core's tasting. */
export function tastingOf({ row, methods, panelists }: StoredTasting): Tasting {
  return {
    title: row.title,
    question: row.question,
    ballotTitle: row.ballotTitle,
    ...row.design,
    methods: methods.map(({ id, name, note, steps, equipment, reference, effort, cookLoss }) => ({
      ...{ id, name, note, steps, equipment, reference },
      ...(effort && { effort }),
      ...(cookLoss !== null && { cookLoss }),
    })),
    panel: panelists.map(({ id, seat, name, blind, notBlindBecause }) => ({ id, seat, name, blind, notBlindBecause })),
    piecesPerMethod: row.piecesPerMethod,
    alpha: row.alpha,
    createdAt: row.createdAt,
  };
}

/** What goes into the design column. */
export function designOf(tasting: Design): Design {
  const { decision, test, product, constants, bundled, lots, halves, zones, ballot, service, quantities, assumed } =
    tasting;
  return { decision, test, product, constants, bundled, lots, halves, zones, ballot, service, quantities, assumed };
}

export const methodRow = (tastingId: string, method: Method, place: number): MethodRow => ({
  ...method,
  effort: method.effort ?? null,
  cookLoss: method.cookLoss ?? null,
  tastingId,
  place,
});
