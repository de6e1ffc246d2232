import { Injectable } from '@nestjs/common';
import { walkInsOf, type Tasting } from '@jacana/core/bundle';
import { lockProblems } from '@jacana/core/design';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService, NAME_ERASED } from '../audit/audit.service';
import { TastingRow, TypingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { KeysService } from '../seal/keys/keys.service';
import type { PlanView } from '../seal/views/coordinator';
import { allTrays } from '../seal/views/server';
import { SpaceService } from '../storage/space.service';
import { ballotName } from '../tastings/answers';
import { type StoredTasting, TastingStore, tastingOf } from '../tastings/tasting.store';

/** From this scheme on a key rests on all 128 bits of its seed. */
const STRONG_SCHEME = 3;

/** Locks plans, and closes and reopens the tasting that follows from them. */
@Injectable()
export class PlansService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly keys: KeysService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
    private readonly space: SpaceService,
  ) {}

  async plan(id: string): Promise<PlanView> {
    const stored = await this.store.getLocked(this.transactions.read, id);
    const { lockedAt, fingerprint, engine, alpha, analysis, scheme } = stored.plan;
    const isWeak = scheme < STRONG_SCHEME && stored.row.unsealedAt === null;
    return { lockedAt, fingerprint, engine, alpha, analysis, scheme, isWeak, trays: allTrays(stored) };
  }

  async lock(id: string, me: Me): Promise<PlanView> {
    await this.space.refuseIfFull();
    const tasting = await this.lockable(this.transactions.read, id);
    // Drawing takes seconds for a large plan, and must not hold up anyone's answers.
    const drawn = await this.keys.draw(tasting);
    await this.transactions.write(async (manager) => {
      if (JSON.stringify(await this.lockable(manager, id)) !== JSON.stringify(tasting))
        throw refuseState('changed', 'The plan was changed while it was being locked. Look at it, and lock it again.');
      const plan = await this.keys.put(manager, id, drawn);
      await this.audit.record(manager, {
        by: me.name,
        action: 'plan locked, key sealed',
        tastingId: id,
        detail: plan.fingerprint,
      });
      await this.live.note(manager, id, 'tasting', 'locked');
    });
    return this.plan(id);
  }

  private async lockable(manager: EntityManager, id: string): Promise<Tasting> {
    const stored = await this.store.get(manager, id);
    if (stored.plan) throw refuseState('locked', 'This plan is locked already.');
    const tasting = tastingOf(stored);
    const problems = lockProblems(tasting);
    if (problems.length > 0) throw refuseFields(problems);
    return tasting;
  }

  /** The old key is gone for good: what was drawn must not be known to be drawn again. */
  async unlock(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const fingerprint = await this.takeBack(manager, id);
      await this.audit.record(manager, {
        ...{ by: me.name, action: 'plan unlocked, key destroyed', tastingId: id },
        detail: fingerprint,
      });
      await this.live.note(manager, id, 'tasting', 'unlocked');
    });
  }

  /** The same plan under a new key: for one whose key was drawn in an older, weaker way. */
  async redraw(id: string, me: Me): Promise<PlanView> {
    const before = await this.store.getLocked(this.transactions.read, id);
    const drawn = await this.keys.draw(tastingOf(before));
    await this.transactions.write(async (manager) => {
      const fingerprint = await this.takeBack(manager, id);
      if (fingerprint !== before.plan.fingerprint)
        throw refuseState(
          'changed',
          'The plan was locked anew meanwhile. Look at it, and draw again if its key is weak.',
        );
      const plan = await this.keys.put(manager, id, drawn);
      await this.audit.record(manager, {
        ...{ by: me.name, action: 'new key drawn, old key destroyed', tastingId: id },
        detail: `${fingerprint} is now ${plan.fingerprint}`,
      });
      await this.live.note(manager, id, 'tasting', 'locked');
    });
    return this.plan(id);
  }

  /** Destroys plan and key, as long as nothing was served under them; never once the tasting was closed. */
  private async takeBack(manager: EntityManager, id: string): Promise<string> {
    const { row, plan, ballots, amendments } = await this.store.getLocked(manager, id);
    if (row.closedAt)
      throw refuseState(
        'closed',
        'This tasting was closed, so its plan stays as it is. Copy it into a new tasting instead.',
      );
    if (ballots.length > 0)
      throw refuseState(
        'served',
        'Someone has opened a ballot, so this plan stays as it is. Note what changed as a caveat.',
      );
    if (walkInsOf(amendments).length > 0)
      throw refuseState(
        'walk-ins',
        'Somebody walked in, with servings drawn under this key. Take that back first, or keep the plan as it is.',
      );
    await this.keys.destroy(manager, id);
    return plan.fingerprint;
  }

  /** Ballots of earlier sittings that were begun can still be finished. */
  async nextSitting(id: string, me: Me): Promise<void> {
    await this.space.refuseIfFull();
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      const { row } = stored;
      if (row.closedAt) throw refuseState('closed', 'This tasting is closed.');
      if (row.sitting >= row.design.service.sittings) throw refuseState('last', 'This is the last sitting.');
      await manager.update(TastingRow, { id }, { sitting: row.sitting + 1 });
      await this.audit.record(manager, { by: me.name, action: `sitting ${row.sitting + 1} opened`, tastingId: id });
      await this.live.note(manager, id, 'tasting', 'sitting');
    });
  }

  async close(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      const { row, plan, ballots } = stored;
      if (row.closedAt) throw refuseState('closed', 'This tasting is closed already.');
      await refuseHalfTyped(manager, stored);
      const handedIn = ballots.filter((ballot) => ballot.handedInAt).length;
      // Who walked in has none at the sittings before.
      const expected = plan.servings.length;
      await manager.update(TastingRow, { id }, { closedAt: new Date().toISOString() });
      await this.audit.record(manager, {
        by: me.name,
        action: 'tasting closed',
        tastingId: id,
        detail: `${handedIn} of ${expected} ballots in`,
      });
      await this.live.note(manager, id, 'tasting', 'closed');
    });
  }

  /** Lets late ballots in again, as long as nobody has seen the key. */
  async reopen(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const { row } = await this.store.getLocked(manager, id);
      if (row.unsealedAt)
        throw refuseState(
          'unsealed',
          'The key is open: answers given now would not be blind, so the tasting stays closed.',
        );
      if (!row.closedAt) throw refuseState('open', 'This tasting is open.');
      if ((await this.audit.last(manager, { tastingId: id, actions: [NAME_ERASED] })) !== null)
        throw refuseState(
          'erased',
          'Names were erased, and with them who must not eat what: nobody can be served safely any more, so the tasting stays closed.',
        );
      await manager.update(TastingRow, { id }, { closedAt: null });
      await this.audit.record(manager, { by: me.name, action: 'tasting reopened', tastingId: id });
      await this.live.note(manager, id, 'tasting', 'reopened');
    });
  }
}

/** @throws ConflictException while a ballot on paper was typed in and counts for nothing yet: it would be lost */
async function refuseHalfTyped(manager: EntityManager, { row, ballots, panelists }: StoredTasting): Promise<void> {
  const isIn = new Set(ballots.flatMap((one) => (one.handedInAt ? ballotName(one.panelistId, one.sitting) : [])));
  const typed = await manager.findBy(TypingRow, { tastingId: row.id });
  const open = typed.filter((one) => !isIn.has(ballotName(one.panelistId, one.sitting)));
  const seatOf = new Map(panelists.map(({ id, seat }) => [id, seat]));
  const named = open.map(({ panelistId, sitting }) =>
    row.design.service.sittings > 1 ? `${seatOf.get(panelistId)} of sitting ${sitting}` : `${seatOf.get(panelistId)}`,
  );
  const seats = [...new Set(named)].sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
  if (seats.length > 0)
    throw refuseState(
      'half-typed',
      `Ballots on paper are typed in and do not count yet: seat ${seats.join(', ')}. Have them typed a second time, settle them, or let them count as typed once.`,
    );
}
