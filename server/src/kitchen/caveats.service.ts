import { ForbiddenException, Injectable } from '@nestjs/common';
import { caveatEntrySchema, type CaveatEntry, type Problem } from '@jacana/core/bundle';
import { ledger } from '@jacana/core/caveats';
import { kitchenState, piecesNow } from '@jacana/core/kitchen';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { Transactions } from '../database/transactions';
import { refuseFields } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { readEntries } from '../log/entries';
import { entryOf, LogService, type NewEntry } from '../log/log.service';
import { AccessService } from '../seal/access/access.service';
import { TastingStore } from '../tastings/tasting.store';
import type { CaveatEntryInput, LedgerView, StoredEntries } from './caveats.dto';

/** The caveat ledger: what departed from the plan, noted by whoever saw it, and who was not blind. */
@Injectable()
export class CaveatsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  /**
   * The coordinator reads all; others only what they wrote themselves, since a cook's note
   * may name a method and a server's note a code.
   */
  async ledger(id: string, me: Me): Promise<LedgerView> {
    const { row } = await this.access.knownTo(me.role, id);
    const rows = await this.log.rows(this.transactions.read, id, 'caveats');
    const authors = new Map(rows.map(({ entryId, byAccount }) => [entryId, byAccount]));
    const { caveats, notBlind } = ledger(
      rows.map((one) => entryOf<CaveatEntry>(one)),
      row.unsealedAt,
    );
    const isMine = (caveat: string): boolean => me.role === 'coordinator' || authors.get(caveat) === me.id;
    return {
      caveats: caveats
        .filter((caveat) => isMine(caveat.id))
        .map(({ about, ...caveat }) => ({
          ...caveat,
          ...{ pieces: about?.pieces ?? [], panelists: about?.panelists ?? [], mine: true },
        })),
      notBlind: me.role === 'coordinator' ? notBlind : [],
    };
  }

  async add(id: string, inputs: readonly CaveatEntryInput[], me: Me): Promise<StoredEntries> {
    await this.access.knownTo(me.role, id);
    await this.transactions.write(async (manager) => {
      const entries = readEntries<CaveatEntry['body']>(inputs.map(said), caveatEntrySchema, me.name);
      refuseMarks(entries, me);
      await this.refuseUnknown(manager, id, entries);
      await this.refuseOthers(manager, id, entries, me);
      const added = await this.log.append<CaveatEntry['body']>(manager, id, 'caveats', entries, me);
      for (const { body } of added) {
        const [action, detail] = inWords(body);
        await this.audit.record(manager, { by: me.name, action, tastingId: id, detail });
        if (body.kind === 'not-blind' || body.kind === 'blind-again')
          await this.live.note(manager, id, 'seats', body.panelist);
      }
      if (added.length > 0) await this.live.note(manager, id, 'tasting', 'caveats');
    });
    return { stored: inputs.map((entry) => entry.id) };
  }

  /** Entries may only be about pieces, panelists and entries that there are. */
  private async refuseUnknown(
    manager: EntityManager,
    id: string,
    entries: readonly NewEntry<CaveatEntry['body']>[],
  ): Promise<void> {
    const planned = (await this.store.plan(manager, id))?.pieces ?? [];
    const tags = new Set(
      piecesNow(planned, kitchenState(await this.log.kitchen(manager, id))).map((piece) => piece.tag),
    );
    const panel = new Set((await this.store.panelists(manager, id)).map((panelist) => panelist.id));
    const problems: Problem[] = entries.flatMap(({ body }, at) => {
      const about = 'about' in body ? body.about : undefined;
      const people = [...(about?.panelists ?? []), ...('panelist' in body ? [body.panelist] : [])];
      const stray = about?.pieces.find((tag) => !tags.has(tag));
      const nobody = people.find((panelist) => !panel.has(panelist));
      if (stray) return [{ field: `entries.${at}.pieces`, message: `No piece has the tag ${stray}.` }];
      return nobody ? [{ field: `entries.${at}.panelist`, message: 'This panelist is not on the panel.' }] : [];
    });
    if (problems.length > 0) throw refuseFields(problems);
  }

  /** Whoever is not the coordinator edits, withdraws and takes back only what they wrote themselves. */
  private async refuseOthers(
    manager: EntityManager,
    id: string,
    entries: readonly NewEntry<CaveatEntry['body']>[],
    me: Me,
  ): Promise<void> {
    const rows = await this.log.rows(manager, id, 'caveats');
    const authors = new Map(rows.map(({ entryId, byAccount }) => [entryId, byAccount]));
    entries.forEach(({ id: own, body }, at) => {
      if ('of' in body && !authors.has(body.of))
        throw refuseFields([{ field: `entries.${at}.of`, message: 'There is no such entry.' }]);
      if ('of' in body && me.role !== 'coordinator' && authors.get(body.of) !== me.id)
        throw new ForbiddenException('You can change only what you wrote yourself. Tell the coordinator.');
      authors.set(own, authors.get(own) ?? me.id);
    });
  }
}

/** An entry as the core has it: what it touches stands together, and texts have no blank ends. */
function said({ id, at, pieces, panelists, ...rest }: CaveatEntryInput) {
  const touched = (pieces ?? []).length + (panelists ?? []).length > 0;
  const about = touched ? { pieces: [...new Set(pieces)], panelists: [...new Set(panelists)] } : undefined;
  return { id, at, ...rest, text: rest.text?.trim(), because: rest.because?.trim(), about };
}

function refuseMarks(entries: readonly { body: CaveatEntry['body'] }[], me: Me): void {
  const marks = entries.some(({ body: { kind } }) => kind === 'not-blind' || kind === 'blind-again');
  if (marks && me.role !== 'coordinator') throw new ForbiddenException('Only the coordinator says who was not blind.');
}

/** What the seal's log says of an entry. */
function inWords(body: CaveatEntry['body']): [action: string, detail: string] {
  switch (body.kind) {
    case 'noted':
      return ['caveat noted', body.text];
    case 'edited':
      return ['caveat edited', body.text];
    case 'withdrawn':
      return ['caveat withdrawn', body.because];
    case 'not-blind':
      return ['panelist marked not blind', `${body.panelist}: ${body.because}`];
    case 'blind-again':
      return ['panelist marked blind again', body.panelist];
    case 'undone':
      return ['entry taken back', body.of];
  }
}
