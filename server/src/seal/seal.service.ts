import { randomBytes } from 'node:crypto';
import { ForbiddenException, Injectable, NotFoundException } from '@nestjs/common';
import {
  codesServed,
  fingerprint,
  type Ballot,
  type Key,
  type Plan,
  type Serving,
  type Tasting,
  type TastingBundle,
} from '@jacana/core/bundle';
import type { LockedPlan } from '@jacana/core/design';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { AnswerRow, AuditRow, PlanRow, type Role, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseState } from '../fields/problems';
import { cardOf, statusOf, type StoredTasting, TastingStore, tastingOf } from '../tastings/tasting.store';
import type { TastingCard } from '../tastings/tastings.dto';
import { WorkersService } from '../jobs/workers.service';
import { answersByBallot, ballotName } from './answers';
import { KeyRow } from './key.row';
import type { KitchenMethodView, PlanView, PortionView, SealView, SittingTrayView, TrayView } from './views';

/** What servers and panelists read where a tasting has no title of its own for them. */
const NEUTRAL_TITLE = 'Blind tasting';

/**
 * The seal: the only place that reads the key, and that decides who may see what.
 * Everything that leaves the server for someone other than the coordinator is made here,
 * in a shape of ./views.ts that has no field for what that person must not know.
 */
@Injectable()
export class SealService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly audit: AuditService,
    private readonly workers: WorkersService,
  ) {}

  /** Readers learn of finished tastings, servers and the kitchen of locked ones. */
  mayKnowOf(role: Role, tasting: StoredTasting): boolean {
    if (role === 'coordinator') return true;
    if (role === 'reader') return statusOf(tasting) === 'unsealed';
    return tasting.plan !== null;
  }

  /** @throws NotFoundException for a tasting that this role may not know of, as for one that does not exist */
  async knownTo(role: Role, id: string): Promise<StoredTasting> {
    const stored = await this.store.get(this.transactions.read, id);
    if (!this.mayKnowOf(role, stored))
      throw new NotFoundException('This tasting does not exist, or it is not open to you yet.');
    return stored;
  }

  card(role: Role, stored: StoredTasting): TastingCard {
    const card = cardOf(stored);
    // A title may name methods ("Batch-steamed or to order"), which servers must not read.
    return role === 'server' ? { ...card, title: this.ballotTitle(stored.row) } : card;
  }

  ballotTitle(row: TastingRow): string {
    return row.ballotTitle.trim() || NEUTRAL_TITLE;
  }

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

  /** Takes a lock back: plan and key go, and the next lock draws new ones. */
  async unlock(manager: EntityManager, tastingId: string): Promise<void> {
    await manager.delete(KeyRow, { tastingId });
    await manager.delete(PlanRow, { tastingId });
  }

  /** What each seat gets at the open sitting. */
  trays({ row, plan, panelists }: StoredTasting): TrayView[] {
    const servings = (plan?.servings ?? []).filter((serving) => serving.sitting === row.sitting);
    const own = new Map(servings.map((serving) => [serving.panelist, trayOf(serving)]));
    return panelists.map(({ id, seat, name }) => ({
      ...{ panelistId: id, seat, name, flight: flightOf(seat, row) },
      ...(own.get(id) ?? { codes: [], warmUp: false, sets: [] }),
    }));
  }

  planView({ row, plan, panelists }: StoredTasting & { plan: PlanRow }): PlanView {
    const { lockedAt, fingerprint: stated, engine, alpha, analysis } = plan;
    const people = new Map(panelists.map((panelist) => [panelist.id, panelist]));
    const trays = plan.servings.map((serving): SittingTrayView => {
      const { seat, name } = people.get(serving.panelist) ?? { seat: 0, name: '' };
      const flight = flightOf(seat, row);
      return { panelistId: serving.panelist, seat, name, flight, sitting: serving.sitting, ...trayOf(serving) };
    });
    return { lockedAt, fingerprint: stated, engine, alpha, analysis, trays };
  }

  async kitchenSheet(role: Role, id: string): Promise<KitchenMethodView[]> {
    const { row, methods, plan } = await this.knownTo(role, id);
    return methods.map((method) => ({
      method: method.name,
      note: method.note,
      steps: method.steps,
      reference: method.reference,
      bundled: row.design.bundled.filter((one) => one.method === method.id).map((one) => one.text),
      tags: (plan?.pieces ?? []).filter((piece) => piece.method === method.id).map((piece) => piece.tag),
    }));
  }

  /**
   * Which piece goes under which code. Servers may see it, since tags mean nothing to them.
   * A coordinator, who also has the kitchen's list, could put the two together: for them it
   * is an opening of the key, and is written down with its reason.
   */
  async portioningSheet(id: string, me: Me, reason?: string): Promise<PortionView[]> {
    const stored = await this.store.getLocked(this.transactions.read, id);
    if (me.role === 'coordinator') {
      if (!reason) throw new ForbiddenException('Say why you need the portioning sheet before the key is unsealed.');
      await this.transactions.write((manager) =>
        this.audit.record(manager, { by: me.name, action: 'portioning sheet opened', tastingId: id, detail: reason }),
      );
    }
    return portions(stored, await this.key(this.transactions.read, id));
  }

  /** The tasting as a bundle; the key is in it only when the tasting is unsealed. */
  async bundle(manager: EntityManager, id: string): Promise<TastingBundle> {
    const stored = await this.store.get(manager, id);
    const { row, plan, caveats } = stored;
    const answers = answersByBallot(await manager.find(AnswerRow, { where: { tastingId: id }, order: { seq: 'ASC' } }));
    const seats = new Map(stored.panelists.map((panelist) => [panelist.id, panelist.seat]));
    const ballots: Ballot[] = stored.ballots
      .filter((ballot) => ballot.openedAt)
      .sort((a, b) => a.sitting - b.sitting || (seats.get(a.panelistId) ?? 0) - (seats.get(b.panelistId) ?? 0))
      .map(({ panelistId, sitting, openedAt, handedInAt }) => ({
        panelist: panelistId,
        sitting,
        openedAt,
        handedInAt,
        answers: answers.get(ballotName(panelistId, sitting)) ?? [],
      }));
    return {
      format: 'jacana-tasting',
      version: 2,
      tasting: tastingOf(stored),
      plan: plan && planOf(plan),
      pieces: plan?.pieces ?? [],
      key: row.unsealedAt ? await this.key(manager, id) : null,
      seal: { closedAt: row.closedAt, unsealedAt: row.unsealedAt, unsealedBy: row.unsealedBy },
      ballots,
      caveats: caveats.map(({ id: caveat, at, by, text, about }) => ({
        id: caveat,
        at,
        by,
        text,
        ...(about && { about }),
      })),
    };
  }

  /** Opens the key for good: deliberate, logged, and only once nobody can answer any more. */
  async unseal(id: string, me: Me): Promise<SealView> {
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      if (stored.row.unsealedAt)
        throw refuseState('unsealed', `${stored.row.unsealedBy} unsealed this tasting already.`);
      if (!stored.row.closedAt)
        throw refuseState('not-closed', 'Close the tasting first: nobody may answer once the key is open.');
      const { matches } = await this.verify(manager, stored);
      await manager.update(TastingRow, { id }, { unsealedAt: new Date().toISOString(), unsealedBy: me.name });
      await this.audit.record(manager, {
        by: me.name,
        action: 'key unsealed',
        tastingId: id,
        detail: matches ? 'fingerprint matches' : 'FINGERPRINT DOES NOT MATCH',
      });
    });
    return this.view(id);
  }

  /** State of the seal and its log. */
  async view(id: string): Promise<SealView> {
    const { read } = this.transactions;
    const stored = await this.store.get(read, id);
    const log = await read.find(AuditRow, { where: { tastingId: id }, order: { seq: 'ASC' } });
    const { row, plan } = stored;
    return {
      lockedAt: plan?.lockedAt ?? null,
      unsealedAt: row.unsealedAt,
      unsealedBy: row.unsealedBy,
      ...(plan ? await this.verify(read, { ...stored, plan }) : { stated: null, computed: null, matches: false }),
      logIntact: await this.audit.isIntact(read),
      log: log.map(({ at, by, action, detail }) => ({ at, by, action, detail })),
    };
  }

  private async verify(manager: EntityManager, stored: StoredTasting & { plan: PlanRow }) {
    const { fingerprint: stated, ...plan } = planOf(stored.plan);
    const computed = fingerprint({
      tasting: tastingOf(stored),
      plan,
      pieces: stored.plan.pieces,
      key: await this.key(manager, stored.row.id),
    });
    return { stated, computed, matches: stated === computed };
  }

  private async key(manager: EntityManager, tastingId: string): Promise<Key> {
    const { seed, salt, codes, portions: dealt } = await manager.findOneByOrFail(KeyRow, { tastingId });
    return { seed, salt, codes, portions: dealt };
  }
}

function planOf({ tastingId: _tasting, pieces: _pieces, ...plan }: PlanRow): Plan {
  return plan;
}

const flightOf = (seat: number, { design }: TastingRow): number => Math.ceil(seat / design.service.seatsPerFlight);

const trayOf = (serving: Serving): Pick<TrayView, 'codes' | 'warmUp' | 'sets'> => ({
  codes: codesServed(serving),
  warmUp: serving.warmUp !== null,
  sets: serving.sets.map((set) => set.codes.length),
});

/** Pieces by sitting and tag, with each code they go under and the seats that are fed. Tags are random, so their order says nothing. */
function portions({ panelists, plan }: StoredTasting, key: Key): PortionView[] {
  const seats = new Map(panelists.map((panelist) => [panelist.id, panelist.seat]));
  const servings = new Map(
    plan?.servings.map((serving) => [ballotName(serving.panelist, serving.sitting), codesServed(serving)]),
  );
  const views = new Map<string, PortionView>();
  for (const { panelist, sitting, tags } of key.portions) {
    const codes = servings.get(ballotName(panelist, sitting)) ?? [];
    tags.forEach((tag, position) => {
      const name = `${sitting} ${tag} ${codes[position]}`;
      const view = views.get(name) ?? { sitting, tag, code: codes[position], seats: [] };
      view.seats.push(seats.get(panelist) ?? 0);
      views.set(name, view);
    });
  }
  return [...views.entries()]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, view]) => view)
    .map((view) => ({ ...view, seats: view.seats.sort((a, b) => a - b) }));
}
