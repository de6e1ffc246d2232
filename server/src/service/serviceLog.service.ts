import { Injectable } from '@nestjs/common';
import { serviceEntrySchema, type KitchenEntry, type Problem, type ServiceEntry } from '@jacana/core/bundle';
import { isLetThrough, kitchenState, pieceOf, piecesNow } from '@jacana/core/kitchen';
import { KnownService, repairsOf, repairText } from '@jacana/core/service';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import type { PlanRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import type { StoredEntries } from '../kitchen/caveats.dto';
import { LiveService } from '../live/live.service';
import { readEntries } from '../log/entries';
import { LogService, type NewEntry } from '../log/log.service';
import { AccessService } from '../seal/access/access.service';
import { KeysService } from '../seal/keys/keys.service';
import { UnsealingService } from '../seal/unsealing/unsealing.service';
import { serviceLogFor } from '../seal/views/server';
import { TastingStore, type StoredTasting } from '../tastings/tasting.store';
import type { ServiceEntryInput, ServiceLogView } from './serviceLog.dto';

type Body = ServiceEntry['body'];
type LockedTasting = StoredTasting & { plan: PlanRow };

/** What was carried where, and every repair; several phones write into it at once. */
@Injectable()
export class ServiceLogService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly unsealing: UnsealingService,
    private readonly keys: KeysService,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async read(id: string, me: Me): Promise<ServiceLogView> {
    const { row } = await this.access.knownTo(me.role, id);
    const entries = await this.log.service(this.transactions.read, id);
    const shown = serviceLogFor({ role: me.role, isUnsealed: row.unsealedAt !== null }, entries);
    return { entries: shown.map(({ body, ...entry }) => ({ ...entry, ...body })) };
  }

  async spares(id: string, code: string, me: Me): Promise<{ pieces: string[] }> {
    await this.access.knownTo(me.role, id);
    const { read } = this.transactions;
    const stored = await this.store.getLocked(read, id);
    return { pieces: await this.unsealing.sparesOf(read, stored, code) };
  }

  async add(id: string, inputs: readonly ServiceEntryInput[], me: Me): Promise<StoredEntries> {
    await this.access.knownTo(me.role, id);
    const entries = readEntries<Body>(inputs, serviceEntrySchema, me.name);
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      await this.refuseUnknown(manager, stored, entries, me);
      const added = await this.log.append<Body>(manager, id, 'service', entries, me);
      await this.recordRepairs(manager, stored, added, me);
      await this.tell(manager, id, added);
    });
    return { stored: inputs.map((entry) => entry.id) };
  }

  /** Repairs stand in the log that is chained by hash; never with a piece, since seats' codes stand there too. */
  private async recordRepairs(
    manager: EntityManager,
    { row, panelists }: StoredTasting,
    added: readonly NewEntry<Body>[],
    me: Me,
  ): Promise<void> {
    const seats = new Map(panelists.map(({ id, seat }) => [id, seat]));
    const seatOf = (panelist: string): number => seats.get(panelist) ?? 0;
    for (const { id, at, body } of added) {
      const [repair] = repairsOf([{ id, at, storedAt: at, by: me.name, body: withoutPiece(body) }]);
      const detail = repair
        ? repairText(repair.body, seatOf)
        : body.kind === 'undone'
          ? `taken back: ${body.of}`
          : null;
      if (detail !== null)
        await this.audit.record(manager, { by: me.name, action: 'service repaired', tastingId: row.id, detail });
    }
  }

  private async tell(manager: EntityManager, id: string, added: readonly NewEntry<Body>[]): Promise<void> {
    if (added.length === 0) return;
    await this.live.note(manager, id, 'tasting', 'service-log');
    for (const panelist of new Set(added.flatMap(({ body }) => touchedBy(body))))
      await this.live.note(manager, id, 'seats', panelist);
    // Taken back, anything may have been about anybody; and portioning hangs on who comes, with which flight.
    if (added.some(({ body }) => ['undone', 'moved', 'absent', 'late', 'replaced'].includes(body.kind)))
      await this.live.note(manager, id, 'tasting', 'sitting');
  }

  /** Entries may only be about trays, plates, pieces and entries that there are. */
  private async refuseUnknown(
    manager: EntityManager,
    stored: LockedTasting,
    entries: readonly NewEntry<Body>[],
    me: Me,
  ): Promise<void> {
    const { row, plan } = stored;
    const kitchen = await this.log.kitchen(manager, row.id);
    const redone = kitchen.flatMap(({ body }) => (body.kind === 'redone' ? body.as : []));
    const tags = [...(plan?.pieces ?? []).map(({ tag }) => tag), ...redone];
    await this.refuseUndecided(manager, stored, { entries, kitchen });
    const known = new KnownService({ servings: plan?.servings ?? [], tags });
    const ids = new Set((await this.log.service(manager, row.id)).map(({ id }) => id));
    const problems: Problem[] = [];
    for (const [at, { id, body }] of entries.entries()) {
      const field = `entries.${at}.`;
      problems.push(...known.problemsOf(body, field));
      if (body.kind === 'undone' && !ids.has(body.of))
        problems.push({ field: `${field}of`, message: 'There is no such entry.' });
      ids.add(id);
    }
    if (problems.length > 0) throw refuseFields(problems);
    for (const { body } of entries)
      if (body.kind === 'replaced' && body.piece !== null) await this.refusePiece(manager, stored, body, me);
  }

  /**
   * A flight is cut once somebody has let its pieces through. They are those that the lock gave to the flight, so that a
   * refusal says nothing of a seat that was moved.
   */
  private async refuseUndecided(
    manager: EntityManager,
    stored: LockedTasting,
    { entries, kitchen }: { entries: readonly NewEntry<Body>[]; kitchen: readonly KitchenEntry[] },
  ): Promise<void> {
    const cut = entries.flatMap(({ body }) => (body.kind === 'sliced' ? [body] : []));
    if (cut.length === 0) return;
    const state = kitchenState(kitchen);
    const flights = await this.keys.flights(manager, stored, kitchen);
    const now = piecesNow(stored.plan.pieces, state).filter(({ standing }) => standing === 'stands');
    const isOf = (tag: string): boolean =>
      Boolean(
        flights.get(tag)?.some((one) => cut.some((own) => own.sitting === one.sitting && own.flight === one.flight)),
      );
    const open = now.filter(({ tag }) => isOf(tag) && !isLetThrough(pieceOf(state, tag))).map(({ tag }) => tag);
    if (open.length > 0)
      throw refuseState(
        'undecided',
        `Nobody has decided at the gate on ${open.sort().join(', ')}. Ask the kitchen: each piece is passed, served anyway with a reason, or withdrawn under Cook.`,
      );
  }

  /** Whether a piece may be cut for a code is known to the seal alone, and told to servers, who see both. */
  private async refusePiece(
    manager: EntityManager,
    stored: LockedTasting,
    { code, piece }: Extract<Body, { kind: 'replaced' }>,
    me: Me,
  ): Promise<void> {
    if (me.role !== 'server' && stored.row.unsealedAt === null)
      throw refuseState(
        'sealed',
        'Which piece goes under which code is for the server to say while the key is sealed. Leave the piece out.',
      );
    const spares = await this.unsealing.sparesOf(manager, stored, code);
    if (!spares.includes(piece ?? ''))
      throw refuseFields([
        {
          field: 'piece',
          message:
            spares.length > 0
              ? `For ${code} a portion may come from ${spares.join(', ')}.`
              : `Nothing is left that ${code} may be cut from.`,
        },
      ]);
  }
}

const withoutPiece = (body: Body): Body => (body.kind === 'replaced' ? { ...body, piece: null } : body);

/** Whose seats look otherwise after an entry. */
function touchedBy(body: Body): string[] {
  const one = 'panelist' in body ? [body.panelist] : [];
  const other = 'withPanelist' in body ? [body.withPanelist] : [];
  return [...one, ...other, ...('panelists' in body ? body.panelists : [])];
}
