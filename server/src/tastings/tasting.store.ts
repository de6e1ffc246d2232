import { Injectable, NotFoundException } from '@nestjs/common';
import { walkInsOf, type Amendment, type CaveatEntry, type Method, type Tasting } from '@jacana/core/bundle';
import { ledger } from '@jacana/core/caveats';
import { In, IsNull, type EntityManager } from 'typeorm';
import type { Design } from '../database/design';
import { BallotRow, EntryRow, MethodRow, PanelistRow, PlanRow, TastingRow } from '../database/entities';
import { plainRows } from '../database/plainRows';
import { refuseState } from '../fields/problems';
import { entryOf } from '../log/log.service';
import type { Status, TastingCard } from './tasting.card';

/** One tasting's rows, read together. */
export interface StoredTasting {
  row: TastingRow;
  methods: MethodRow[];
  panelists: PanelistRow[];
  ballots: BallotRow[];
  /** With the servings of those who walked in since it was locked. */
  plan: PlanRow | null;
  caveats: CaveatEntry[];
  amendments: Amendment[];
}

/** How far a tasting is and how much there is of it, counted by the database: for lists and cards. */
export interface CountedTasting {
  row: TastingRow;
  lockedAt: string | null;
  methods: number;
  panelists: number;
  caveats: number;
  /** Ballots that were opened at any sitting. */
  begun: number;
  /** Ballots of the open sitting. */
  opened: number;
  handedIn: number;
}

/** Reads tastings from their tables; knows nothing of keys and answers. */
@Injectable()
export class TastingStore {
  private readonly plans = new PlanMemory();

  /** @throws NotFoundException for an unknown or removed tasting */
  async get(manager: EntityManager, id: string): Promise<StoredTasting> {
    const row = await this.row(manager, id);
    return {
      row,
      methods: await manager.find(MethodRow, { where: { tastingId: id }, order: { place: 'ASC' } }),
      panelists: await this.panelists(manager, id),
      ballots: await manager.findBy(BallotRow, { tastingId: id }),
      plan: await this.plan(manager, id),
      caveats: await this.caveats(manager, id),
      amendments: await this.amendments(manager, id),
    };
  }

  /** @throws NotFoundException for an unknown or removed tasting */
  async row(manager: EntityManager, id: string): Promise<TastingRow> {
    const row = await manager.findOneBy(TastingRow, { id, removedAt: IsNull() });
    if (!row) throw new NotFoundException('This tasting does not exist, or it was removed.');
    return row;
  }

  panelists(manager: EntityManager, tastingId: string): Promise<PanelistRow[]> {
    return manager.find(PanelistRow, { where: { tastingId }, order: { seat: 'ASC' } });
  }

  /** The entries of the caveat ledger. */
  async caveats(manager: EntityManager, tastingId: string): Promise<CaveatEntry[]> {
    const rows = await manager.find(EntryRow, { where: { tastingId, log: 'caveats' }, order: { seq: 'ASC' } });
    return rows.map((row) => entryOf<CaveatEntry>(row));
  }

  /** What was added to the plan since it was locked. Who walked in is called what they are called now. */
  async amendments(manager: EntityManager, tastingId: string): Promise<Amendment[]> {
    const entries = await this.added(manager, tastingId);
    if (entries.length === 0) return entries;
    const names = new Map((await this.panelists(manager, tastingId)).map(({ id, name }) => [id, name]));
    return entries.map((entry) => withName(entry, ({ id, seat }) => names.get(id) ?? namelessAt(seat)));
  }

  private async added(manager: EntityManager, tastingId: string): Promise<Amendment[]> {
    const rows = await manager.find(EntryRow, { where: { tastingId, log: 'amendments' }, order: { seq: 'ASC' } });
    return rows.map((row) => entryOf<Amendment>(row));
  }

  /**
   * The locked plan with the servings of those who walked in since, or null. What was locked is parsed once, since it
   * never changes under its fingerprint.
   */
  async plan(manager: EntityManager, tastingId: string): Promise<PlanRow | null> {
    const known = await manager.findOne(PlanRow, { select: { fingerprint: true }, where: { tastingId } });
    if (!known) return null;
    const read = (): Promise<PlanRow> => manager.findOneByOrFail(PlanRow, { tastingId });
    const locked = await this.plans.get(tastingId, known.fingerprint, read);
    const added = walkInsOf(await this.added(manager, tastingId)).flatMap(({ servings }) => servings);
    return added.length > 0 ? { ...locked, servings: [...locked.servings, ...added] } : locked;
  }

  /** Newest first; a handful of counting queries, however many tastings there are. */
  async counted(manager: EntityManager, ids?: readonly string[]): Promise<CountedTasting[]> {
    const rows = await manager.find(TastingRow, {
      where: { removedAt: IsNull(), ...(ids && { id: In([...ids]) }) },
      order: { createdAt: 'DESC', id: 'ASC' },
    });
    const of = ids && { tastingId: In([...ids]) };
    const plans = await manager.find(PlanRow, { select: { tastingId: true, lockedAt: true }, where: of });
    const [methods, panelists] = [await countBy(manager, MethodRow, ids), await countBy(manager, PanelistRow, ids)];
    const caveats = await this.caveatCounts(manager, ids);
    const ballots = await ballotCounts(manager, ids);
    const lockedAt = new Map(plans.map((plan) => [plan.tastingId, plan.lockedAt]));
    return rows.map((row) => {
      const own = ballots.filter(({ tastingId }) => tastingId === row.id);
      const now = own.find(({ sitting }) => sitting === row.sitting);
      return {
        row,
        lockedAt: lockedAt.get(row.id) ?? null,
        methods: methods.get(row.id) ?? 0,
        panelists: panelists.get(row.id) ?? 0,
        caveats: caveats.get(row.id) ?? 0,
        begun: own.reduce((sum, { opened }) => sum + opened, 0),
        opened: now?.opened ?? 0,
        handedIn: now?.handedIn ?? 0,
      };
    });
  }

  /** Caveats that stand, which only the fold of the entries knows. */
  private async caveatCounts(manager: EntityManager, ids?: readonly string[]): Promise<Map<string, number>> {
    const rows = await plainRows<Omit<EntryRow, 'body'> & { body: string }>(
      manager,
      EntryRow,
      ['tastingId', 'entryId', 'at', 'storedAt', 'by', 'body'],
      { log: 'caveats', ...(ids && { tastingId: In([...ids]) }) },
    );
    const entries = new Map<string, CaveatEntry[]>();
    for (const row of rows) {
      const own = entries.get(row.tastingId) ?? [];
      own.push(entryOf<CaveatEntry>({ ...row, body: JSON.parse(row.body) as CaveatEntry['body'] }));
      entries.set(row.tastingId, own);
    }
    return new Map([...entries].map(([id, own]) => [id, ledger(own, null).caveats.length]));
  }

  /** @throws NotFoundException for an unknown or removed tasting */
  async countedOne(manager: EntityManager, id: string): Promise<CountedTasting> {
    const [one] = await this.counted(manager, [id]);
    if (!one) throw new NotFoundException('This tasting does not exist, or it was removed.');
    return one;
  }

  /** @throws ConflictException unless the plan is locked */
  async getLocked(manager: EntityManager, id: string): Promise<StoredTasting & { plan: PlanRow }> {
    const stored = await this.get(manager, id);
    return { ...stored, plan: lockedOnly(stored.plan) };
  }
}

/** What somebody is called of whom no name is known. */
export const namelessAt = (seat: number): string => `Seat ${seat}`;

/** An amendment with another name for who walked in: records never change, so none of them holds a name. */
export const withName = <Added extends Pick<Amendment, 'body'>>(
  entry: Added,
  nameOf: (panelist: { id: string; seat: number }) => string,
): Added => {
  const { body } = entry;
  if (body.kind !== 'walk-in') return entry;
  return { ...entry, body: { ...body, panelist: { ...body.panelist, name: nameOf(body.panelist) } } };
};

/** @throws ConflictException without a plan */
export function lockedOnly(plan: PlanRow | null): PlanRow {
  if (!plan) throw refuseState('not-locked', 'The plan is not locked yet. Lock it first.');
  return plan;
}

/** The plans that were read last. A plan is large, and is needed for every seat that moves. */
class PlanMemory {
  private readonly rows = new Map<string, PlanRow>();

  async get(tastingId: string, fingerprint: string, read: () => Promise<PlanRow>): Promise<PlanRow> {
    const name = `${tastingId} ${fingerprint}`;
    const row = this.rows.get(name) ?? (await read());
    // Taken out and put back, so that the one not used for longest comes first.
    this.rows.delete(name);
    this.rows.set(name, row);
    if (this.rows.size > MOST_PLANS_KEPT) this.rows.delete(this.rows.keys().next().value as string);
    return row;
  }
}

const MOST_PLANS_KEPT = 20;

type OfATasting = typeof MethodRow | typeof PanelistRow | typeof BallotRow;

const grouped = (manager: EntityManager, of: OfATasting, ids?: readonly string[]) => {
  const query = manager.createQueryBuilder(of, 'own').select('own.tastingId', 'tastingId').groupBy('own.tastingId');
  return ids ? query.where('own.tastingId IN (:...ids)', { ids }) : query;
};

async function countBy(manager: EntityManager, of: OfATasting, ids?: readonly string[]): Promise<Map<string, number>> {
  const rows = await grouped(manager, of, ids)
    .addSelect('COUNT(*)', 'count')
    .getRawMany<{ tastingId: string; count: number }>();
  return new Map(rows.map(({ tastingId, count }) => [tastingId, Number(count)]));
}

interface BallotCount {
  tastingId: string;
  sitting: number;
  opened: number;
  handedIn: number;
}

async function ballotCounts(manager: EntityManager, ids?: readonly string[]): Promise<BallotCount[]> {
  const rows = await grouped(manager, BallotRow, ids)
    .addSelect('own.sitting', 'sitting')
    .addSelect('COUNT(own.openedAt)', 'opened')
    .addSelect('COUNT(own.handedInAt)', 'handedIn')
    .addGroupBy('own.sitting')
    .getRawMany<BallotCount>();
  return rows.map(({ tastingId, sitting, opened, handedIn }) => ({
    ...{ tastingId, sitting: Number(sitting), opened: Number(opened), handedIn: Number(handedIn) },
  }));
}

export function statusOf({ row, lockedAt, begun }: Pick<CountedTasting, 'row' | 'lockedAt' | 'begun'>): Status {
  if (row.unsealedAt) return 'unsealed';
  if (row.closedAt) return 'closed';
  if (!lockedAt) return 'draft';
  return begun > 0 ? 'tasting' : 'locked';
}

export function cardOf(counted: CountedTasting): TastingCard {
  const { row, lockedAt, methods, panelists, opened, handedIn, caveats } = counted;
  return {
    id: row.id,
    title: row.title,
    status: statusOf(counted),
    createdAt: row.createdAt,
    lockedAt,
    closedAt: row.closedAt,
    unsealedAt: row.unsealedAt,
    methods,
    // Locking makes just as many pieces as were planned.
    pieces: methods * row.piecesPerMethod,
    panelists,
    sitting: row.sitting,
    sittings: row.design.service.sittings,
    opened,
    handedIn,
    test: row.design.test,
    caveats: caveats + row.design.bundled.length,
  };
}

/** The rows as the core's tasting. */
export function tastingOf({ row, methods, panelists }: Pick<StoredTasting, 'row' | 'methods' | 'panelists'>): Tasting {
  return {
    title: row.title,
    question: row.question,
    ballotTitle: row.ballotTitle,
    ...row.design,
    methods: methods.map(({ id, name, note, steps, chain, equipment, reference, effort, cookLoss }) => ({
      ...{ id, name, note, steps, equipment, reference },
      chain: chain ?? [],
      ...(effort && { effort }),
      ...(cookLoss !== null && { cookLoss }),
    })),
    panel: panelists.map(({ id, seat, name, flight }) => ({ id, seat, name, ...(flight !== null && { flight }) })),
    piecesPerMethod: row.piecesPerMethod,
    alpha: row.alpha,
    createdAt: row.createdAt,
  };
}

/** What goes into the design column. */
export function designOf(tasting: Design): Design {
  const { decision, test, product, constants, bundled, ingredients, lots, halves, zones, takenAlike } = tasting;
  const { ballot, service, quantities, assumed } = tasting;
  return {
    ...{ decision, test, product, constants, bundled, ingredients, lots, halves, zones, takenAlike },
    ...{ ballot, service, quantities, assumed },
    ...(tasting.brought && { brought: tasting.brought }),
    ...(tasting.follows && { follows: tasting.follows }),
  };
}

export const methodRow = (tastingId: string, method: Method, place: number): MethodRow => ({
  ...method,
  effort: method.effort ?? null,
  cookLoss: method.cookLoss ?? null,
  tastingId,
  place,
});
