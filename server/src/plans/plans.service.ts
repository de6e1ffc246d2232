import { Injectable } from '@nestjs/common';
import type { Tasting } from '@jacana/core/bundle';
import { lockProblems } from '@jacana/core/design';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { PanelistRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { SealService } from '../seal/seal.service';
import type { PlanView } from '../seal/views';
import { TastingStore, tastingOf } from '../tastings/tasting.store';

/** Locks plans, and closes and reopens the tasting that follows from them. */
@Injectable()
export class PlansService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly seal: SealService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async plan(id: string): Promise<PlanView> {
    return this.seal.planView(await this.store.getLocked(this.transactions.read, id));
  }

  async lock(id: string, me: Me): Promise<PlanView> {
    const tasting = await this.lockable(this.transactions.read, id);
    // Drawing takes seconds for a large plan, and must not hold up anyone's answers.
    const drawn = await this.seal.draw(tasting);
    await this.transactions.write(async (manager) => {
      if (JSON.stringify(await this.lockable(manager, id)) !== JSON.stringify(tasting))
        throw refuseState('changed', 'The plan was changed while it was being locked. Look at it, and lock it again.');
      const plan = await this.seal.put(manager, id, drawn);
      await this.audit.record(manager, {
        by: me.name,
        action: 'plan locked, key sealed',
        tastingId: id,
        detail: plan.fingerprint,
      });
    });
    await this.live.tastingChanged(id);
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
      const { plan, ballots } = await this.store.getLocked(manager, id);
      if (ballots.length > 0)
        throw refuseState(
          'served',
          'Someone has opened a ballot, so this plan stays as it is. Note what changed as a caveat.',
        );
      await this.seal.unlock(manager, id);
      await this.audit.record(manager, {
        by: me.name,
        action: 'plan unlocked, key destroyed',
        tastingId: id,
        detail: plan.fingerprint,
      });
    });
    await this.live.tastingChanged(id);
  }

  /** Ballots of earlier sittings that were begun can still be finished. */
  async nextSitting(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const { row } = await this.store.getLocked(manager, id);
      if (row.closedAt) throw refuseState('closed', 'This tasting is closed.');
      if (row.sitting >= row.design.service.sittings) throw refuseState('last', 'This is the last sitting.');
      await manager.update(TastingRow, { id }, { sitting: row.sitting + 1 });
      await this.audit.record(manager, { by: me.name, action: `sitting ${row.sitting + 1} opened`, tastingId: id });
    });
    await this.live.tastingChanged(id);
  }

  async close(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      const { row, panelists, ballots } = stored;
      if (row.closedAt) throw refuseState('closed', 'This tasting is closed already.');
      const handedIn = ballots.filter((ballot) => ballot.handedInAt).length;
      const expected = panelists.length * row.design.service.sittings;
      await manager.update(TastingRow, { id }, { closedAt: new Date().toISOString() });
      await this.audit.record(manager, {
        by: me.name,
        action: 'tasting closed',
        tastingId: id,
        detail: `${handedIn} of ${expected} ballots in`,
      });
    });
    await this.live.tastingChanged(id);
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
      await manager.update(TastingRow, { id }, { closedAt: null });
      await this.audit.record(manager, { by: me.name, action: 'tasting reopened', tastingId: id });
    });
    await this.live.tastingChanged(id);
  }

  /** Marks a panelist who knew, or could guess, what was what; with the reason. */
  async markBlind(id: string, panelistId: string, blind: boolean, because: string, me: Me): Promise<void> {
    if (!blind && because.trim() === '')
      throw refuseFields([{ field: 'because', message: 'Say how this panelist came to know.' }]);
    await this.transactions.write(async (manager) => {
      const { panelists } = await this.store.getLocked(manager, id);
      const panelist = panelists.find((candidate) => candidate.id === panelistId);
      if (!panelist) throw refuseFields([{ field: 'panelist', message: 'This panelist is not on the panel.' }]);
      await manager.update(
        PanelistRow,
        { tastingId: id, id: panelistId },
        { blind, notBlindBecause: blind ? '' : because.trim() },
      );
      const action = blind ? 'panelist marked blind again' : 'panelist marked not blind';
      await this.audit.record(manager, {
        by: me.name,
        action,
        tastingId: id,
        detail: `seat ${panelist.seat}${blind ? '' : `: ${because.trim()}`}`,
      });
      await this.live.noteSeat(manager, id, panelistId);
    });
    this.live.wake(id);
  }
}
