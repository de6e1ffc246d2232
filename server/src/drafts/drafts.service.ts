import { randomUUID } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import { defaultTasting } from '@jacana/core/bundle';
import { lockProblems } from '@jacana/core/design';
import { In, MoreThan, type EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { ExclusionRow, MethodRow, PanelistRow, PlanRow, TastingRow } from '../database/entities';
import { KEPT_DAYS } from '../database/guards';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { newToken } from '../panel/token';
import { LiveService } from '../live/live.service';
import { AccessService } from '../seal/access/access.service';
import type { TastingCard } from '../tastings/tasting.card';
import { cardOf, designOf, methodRow, type StoredTasting, TastingStore, tastingOf } from '../tastings/tasting.store';
import type { DraftInput, NewTasting, RemovedView, SavedDraft, TastingView } from './drafts.dto';

/** Tastings as the coordinator writes them down: create, edit while a draft, remove, bring back. */
@Injectable()
export class DraftsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly access: AccessService,
    private readonly live: LiveService,
    private readonly audit: AuditService,
  ) {
    live.register({
      kind: 'tasting',
      roles: ['coordinator', 'kitchen', 'server', 'reader'],
      read: (_id, changed) => Promise.resolve({ changed }),
    });
    live.register({
      kind: 'draft',
      roles: ['coordinator'],
      read: async (id, by) => ({ by: by.at(-1), version: (await this.store.row(this.transactions.read, id)).version }),
    });
  }

  /** @param words all of which have to stand in what this person may read of a tasting; empty for every one */
  async list(me: Me, words = ''): Promise<TastingCard[]> {
    const { read } = this.transactions;
    const known = (await this.store.counted(read)).filter((tasting) => this.access.mayKnowOf(me.role, tasting));
    const wanted = wordsOf(words);
    const written = wanted.length > 0 && this.access.mayFindBy(me.role) === 'plan' ? await this.writtenIn(read) : null;
    return known
      .map((tasting) => ({ card: this.access.card(me.role, tasting), question: tasting.row.question }))
      .filter(({ card, question }) => {
        const own = written ? [card.title, question, ...(written.get(card.id) ?? [])] : [card.title];
        const text = plain(own.join(' '));
        return wanted.every((word) => text.includes(word));
      })
      .map(({ card }) => card);
  }

  /** What methods are called and how they are cooked, by tasting. */
  private async writtenIn(manager: EntityManager): Promise<Map<string, string[]>> {
    const rows = await manager.find(MethodRow, {
      select: { tastingId: true, name: true, note: true, steps: true, chain: true },
    });
    const written = new Map<string, string[]>();
    for (const { tastingId, name, note, steps, chain } of rows) {
      const own = written.get(tastingId) ?? [];
      own.push(name, note, steps, ...(chain ?? []).map((one) => one.name));
      written.set(tastingId, own);
    }
    return written;
  }

  async card(id: string, me: Me): Promise<TastingCard> {
    return this.access.card(me.role, await this.access.knownTo(me.role, id));
  }

  async view(id: string): Promise<TastingView> {
    const { read } = this.transactions;
    const counted = await this.store.countedOne(read, id);
    return viewOf(await this.store.get(read, id), cardOf(counted));
  }

  /** All of it or nothing: no empty tasting stays where what it was to begin with is refused. */
  async create({ title, draft, from }: NewTasting, me: Me): Promise<TastingView> {
    const id = randomUUID();
    if (draft) refuseRepeatedIds(draft);
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
        version: 1,
      });
      if (draft) await this.write(manager, await this.store.get(manager, id), draft);
      if (from !== undefined) await this.bringExclusions(manager, { from, to: id });
      await this.audit.record(manager, { by: me.name, action: 'tasting created', tastingId: id });
    });
    return this.view(id);
  }

  /**
   * Replaces the whole draft. Panelists that stay keep their ballot's address.
   *
   * @throws ConflictException when another one was saved since the version that was read: the
   *   screen then merges what was changed here with what was changed there, or asks
   */
  async saveDraft(id: string, { version, draft }: SavedDraft, me: Me): Promise<TastingView> {
    refuseRepeatedIds(draft);
    await this.transactions.write(async (manager) => {
      const stored = await this.store.get(manager, id);
      if (stored.plan) throw refuseState('locked', 'The plan is locked: methods, panel and ballot no longer change.');
      if (stored.row.version !== version)
        throw refuseState(
          'behind',
          'Someone else has changed this plan meanwhile. Look at what differs, and save again.',
        );
      await this.write(manager, stored, draft);
      await this.live.note(manager, id, 'draft', me.name);
    });
    return this.view(id);
  }

  private async write(manager: EntityManager, stored: StoredTasting, draft: DraftInput): Promise<void> {
    const { id, version } = stored.row;
    const { methods, panel, title, question, ballotTitle, piecesPerMethod, alpha } = draft;
    const fields = { title, question, ballotTitle, piecesPerMethod, alpha, design: designOf(draft) };
    await manager.update(TastingRow, { id }, { ...fields, version: version + 1 });
    await this.saveMethods(manager, stored, methods);
    await this.savePanel(manager, stored, panel);
  }

  /** The same people must not eat the same things. */
  private async bringExclusions(manager: EntityManager, { from, to }: { from: string; to: string }): Promise<void> {
    await this.store.row(manager, from);
    const panel = await manager.findBy(PanelistRow, { tastingId: to });
    const known = new Set(panel.map(({ id }) => id));
    const rows = await manager.findBy(ExclusionRow, { tastingId: from });
    const own = rows.filter(({ panelistId }) => known.has(panelistId)).map((row) => ({ ...row, tastingId: to }));
    if (own.length > 0) await manager.insert(ExclusionRow, own);
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
      await this.store.row(manager, id);
      await manager.update(TastingRow, { id }, { removedAt: new Date().toISOString() });
      await this.audit.record(manager, { by: me.name, action: 'tasting removed', tastingId: id });
      await this.live.note(manager, id, 'tasting', 'removed');
    });
  }

  /** What lies in the bin and can still be brought back, newest first. */
  async removed(): Promise<RemovedView[]> {
    const { read } = this.transactions;
    const rows = await read.find(TastingRow, {
      where: { removedAt: MoreThan(keptSince()) },
      order: { removedAt: 'DESC' },
    });
    const plans = await read.find(PlanRow, {
      select: { tastingId: true },
      where: { tastingId: In(rows.map(({ id }) => id)) },
    });
    const locked = new Set(plans.map(({ tastingId }) => tastingId));
    return rows.map(({ id, title, removedAt }) => ({
      ...{ id, title, removedAt: removedAt ?? '', locked: locked.has(id) },
      keptUntil: new Date(Date.parse(removedAt ?? '') + KEPT_MS).toISOString(),
    }));
  }

  async restore(id: string, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const row = await manager.findOneBy(TastingRow, { id });
      if (!row || (row.removedAt !== null && row.removedAt < keptSince()))
        throw new NotFoundException(`This tasting is not in the bin. It is kept there for ${KEPT_DAYS.removed} days.`);
      await manager.update(TastingRow, { id }, { removedAt: null });
      await this.audit.record(manager, { by: me.name, action: 'tasting brought back', tastingId: id });
      await this.live.note(manager, id, 'tasting', 'restored');
    });
  }
}

/** Letters without case and accents, so that "creme" finds "Crème". */
const plain = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase();

const wordsOf = (text: string): string[] => plain(text).split(/\s+/).filter(Boolean);

const KEPT_MS = KEPT_DAYS.removed * 86_400_000;
const keptSince = (): string => new Date(Date.now() - KEPT_MS).toISOString();

const newPanelist = () => ({
  token: newToken(),
  device: null,
});

function refuseRepeatedIds({ methods, panel, constants, bundled, ingredients, lots, zones, ballot }: DraftInput): void {
  const lists = { methods, panel, constants, bundled, ingredients, lots, zones, 'ballot.items': ballot.items };
  for (const [list, items] of Object.entries(lists)) {
    const ids = items.map((item) => item.id);
    const at = ids.findIndex((id, index) => ids.indexOf(id) < index);
    if (at >= 0) throw refuseFields([{ field: `${list}.${at}.id`, message: 'This id stands here twice.' }]);
  }
}

function viewOf(stored: StoredTasting, card: TastingCard): TastingView {
  const { createdAt: _created, brought: _brought, panel, ...tasting } = tastingOf(stored);
  return {
    ...card,
    draft: { ...tasting, panel: panel.map(({ id, name }) => ({ id, name })) },
    version: stored.row.version,
    problems: stored.plan ? [] : lockProblems(tastingOf(stored)),
    unsealedBy: stored.row.unsealedBy,
    fingerprint: stored.plan?.fingerprint ?? null,
  };
}
