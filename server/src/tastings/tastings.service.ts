import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { defaultTasting } from '@jacana/core/bundle';
import { lockProblems } from '@jacana/core/design';
import { In, type EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { MethodRow, PanelistRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { newToken } from '../panel/token';
import { SealService } from '../seal/seal.service';
import { cardOf, designOf, methodRow, type StoredTasting, TastingStore, tastingOf } from './tasting.store';
import type { DraftInput, NewTasting, TastingCard, TastingView } from './tastings.dto';

/** Tastings as the coordinator writes them down: create, edit while a draft, remove, bring back. */
@Injectable()
export class TastingsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly seal: SealService,
    private readonly audit: AuditService,
  ) {}

  async list(me: Me): Promise<TastingCard[]> {
    const stored = await this.store.all(this.transactions.read);
    return stored
      .filter((tasting) => this.seal.mayKnowOf(me.role, tasting))
      .map((tasting) => this.seal.card(me.role, tasting));
  }

  async card(id: string, me: Me): Promise<TastingCard> {
    return this.seal.card(me.role, await this.seal.knownTo(me.role, id));
  }

  async view(id: string): Promise<TastingView> {
    return viewOf(await this.store.get(this.transactions.read, id));
  }

  async create({ title }: NewTasting, me: Me): Promise<TastingView> {
    const id = randomUUID();
    await this.transactions.write(async (manager) => {
      await manager.insert(TastingRow, {
        id,
        title: title.trim(),
        question: '',
        ballotTitle: '',
        design: designOf(defaultTasting()),
        piecesPerMethod: 1,
        alpha: 0.05,
        sitting: 1,
        createdAt: new Date().toISOString(),
        closedAt: null,
        unsealedAt: null,
        unsealedBy: null,
        removedAt: null,
      });
      await this.audit.record(manager, { by: me.name, action: 'tasting created', tastingId: id });
    });
    return this.view(id);
  }

  /** Replaces the whole draft. Panelists that stay keep their ballot's address. */
  async saveDraft(id: string, draft: DraftInput): Promise<TastingView> {
    refuseRepeatedIds(draft);
    await this.transactions.write(async (manager) => {
      const stored = await this.store.get(manager, id);
      if (stored.plan) throw refuseState('locked', 'The plan is locked: methods, panel and ballot no longer change.');
      const { methods, panel, title, question, ballotTitle, piecesPerMethod, alpha } = draft;
      const fields = { title, question, ballotTitle, piecesPerMethod, alpha, design: designOf(draft) };
      await manager.update(TastingRow, { id }, fields);
      await this.saveMethods(manager, stored, methods);
      await this.savePanel(manager, stored, panel);
    });
    return this.view(id);
  }

  private async saveMethods(
    manager: EntityManager,
    stored: StoredTasting,
    methods: DraftInput['methods'],
  ): Promise<void> {
    const tastingId = stored.row.id;
    await manager.delete(MethodRow, { tastingId });
    if (methods.length > 0)
      await manager.insert(
        MethodRow,
        methods.map((method, place) => methodRow(tastingId, method, place)),
      );
  }

  private async savePanel(manager: EntityManager, stored: StoredTasting, panel: DraftInput['panel']): Promise<void> {
    const tastingId = stored.row.id;
    const wanted = new Set(panel.map((panelist) => panelist.id));
    const gone = stored.panelists.filter((panelist) => !wanted.has(panelist.id)).map((panelist) => panelist.id);
    if (gone.length > 0) await manager.delete(PanelistRow, { tastingId, id: In(gone) });
    const known = new Map(stored.panelists.map((panelist) => [panelist.id, panelist]));
    const rows = panel.map(({ id, name }, at) => ({
      ...(known.get(id) ?? newPanelist()),
      tastingId,
      id,
      name,
      seat: at + 1,
    }));
    await manager.save(PanelistRow, rows, { chunk: 50 });
  }

  async remove(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      await this.store.get(manager, id);
      await manager.update(TastingRow, { id }, { removedAt: new Date().toISOString() });
      await this.audit.record(manager, { by: me.name, action: 'tasting removed', tastingId: id });
    });
  }

  async restore(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      await manager.update(TastingRow, { id }, { removedAt: null });
      await this.store.get(manager, id);
      await this.audit.record(manager, { by: me.name, action: 'tasting brought back', tastingId: id });
    });
  }
}

const newPanelist = () => ({
  blind: true,
  notBlindBecause: '',
  token: newToken(),
  device: null,
});

function refuseRepeatedIds({ methods, panel, constants, bundled, lots, zones, ballot }: DraftInput): void {
  const lists = { methods, panel, constants, bundled, lots, zones, 'ballot.items': ballot.items };
  for (const [list, items] of Object.entries(lists)) {
    const ids = items.map((item) => item.id);
    const at = ids.findIndex((id, index) => ids.indexOf(id) < index);
    if (at >= 0) throw refuseFields([{ field: `${list}.${at}.id`, message: 'This id stands here twice.' }]);
  }
}

function viewOf(stored: StoredTasting): TastingView {
  const { createdAt: _created, panel, ...tasting } = tastingOf(stored);
  return {
    ...cardOf(stored),
    draft: {
      ...tasting,
      panel: panel.map(({ id, name }) => ({ id, name })),
    },
    problems: stored.plan ? [] : lockProblems(tastingOf(stored)),
    unsealedBy: stored.row.unsealedBy,
    fingerprint: stored.plan?.fingerprint ?? null,
  };
}
