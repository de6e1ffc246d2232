import { Injectable } from '@nestjs/common';
import { kitchenEntrySchema, noRecords, type KitchenEntry, type Problem } from '@jacana/core/bundle';
import { chainOf } from '@jacana/core/kitchen';
import { kitchenCsv } from '@jacana/core/tidy';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { DeviceRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { readEntries } from '../log/entries';
import { entryOf, LogService, type NewEntry } from '../log/log.service';
import { AccessService } from '../seal/access/access.service';
import { TastingStore, tastingOf } from '../tastings/tasting.store';
import type { StoredEntries } from './caveats.dto';
import type { KitchenEntryInput, KitchenLogView } from './kitchenLog.dto';

type Body = KitchenEntry['body'];

/** What was done to which piece, tapped where it was done; several tablets write into it at once. */
@Injectable()
export class KitchenLogService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async read(id: string, me: Me): Promise<KitchenLogView> {
    await this.access.knownTo(me.role, id);
    const rows = await this.log.rows(this.transactions.read, id, 'kitchen');
    return {
      entries: rows.map((row) => {
        const { body, ...entry } = entryOf<KitchenEntry>(row);
        return { ...entry, ...body };
      }),
    };
  }

  /** The log as CSV: methods, tags and measures, and no code. */
  async csv(id: string, me: Me): Promise<string> {
    await this.access.knownTo(me.role, id);
    const { read } = this.transactions;
    const stored = await this.store.get(read, id);
    const rows = await this.log.rows(read, id, 'kitchen');
    const kitchen = rows.map((row) => entryOf<KitchenEntry>(row));
    return kitchenCsv({
      tasting: tastingOf(stored),
      pieces: stored.plan?.pieces ?? [],
      records: { ...noRecords(), kitchen },
    });
  }

  async add(id: string, inputs: readonly KitchenEntryInput[], me: Me): Promise<StoredEntries> {
    await this.access.knownTo(me.role, id);
    const entries = readEntries<Body>(inputs, kitchenEntrySchema, me.name);
    await this.transactions.write(async (manager) => {
      await this.refuseUnknown(manager, id, entries);
      const added = await this.log.append<Body>(manager, id, 'kitchen', entries, me);
      for (const { body } of added)
        if (body.kind === 'gate')
          await this.audit.record(manager, {
            ...{ by: me.name, action: `piece ${body.decision.replaceAll('-', ' ')}`, tastingId: id },
            detail: [body.piece, body.because].filter(Boolean).join(': '),
          });
      if (added.length > 0) await this.live.note(manager, id, 'tasting', 'kitchen-log');
      // The run sheet hangs on what was planned anew, and on what of that was taken back.
      if (added.some(({ body }) => body.kind === 'replanned' || body.kind === 'undone'))
        await this.live.note(manager, id, 'tasting', 'kitchen');
    });
    return { stored: inputs.map((entry) => entry.id) };
  }

  /** Entries may only be about pieces that there are, steps of their methods, and entries that there are. */
  private async refuseUnknown(manager: EntityManager, id: string, entries: readonly NewEntry<Body>[]): Promise<void> {
    const { plan, methods } = await this.store.get(manager, id);
    const pieces = new Map(plan?.pieces.map(({ tag, method }) => [tag, method]));
    const steps = new Map(
      methods.map((method) => [
        method.id,
        new Set(chainOf({ ...method, chain: method.chain ?? [] }).map((one) => one.id)),
      ]),
    );
    const rows = await this.log.rows(manager, id, 'kitchen');
    const earlier = new Set(rows.map(({ entryId }) => entryId));
    const devices = new Set((await manager.findBy(DeviceRow, { tastingId: id })).map(({ name }) => name));
    const problems = entries.flatMap(({ id: own, body }, at): Problem[] => {
      const field = `entries.${at}`;
      const named = 'piece' in body ? [body.piece] : 'pieces' in body ? body.pieces : [];
      const stray = named.find((tag) => !pieces.has(tag));
      const isOfStep = (tag: string): boolean =>
        !('step' in body) || (steps.get(pieces.get(tag) ?? '')?.has(body.step) ?? false);
      const unknown = 'of' in body && !earlier.has(body.of);
      earlier.add(own);
      if (stray !== undefined) return [{ field: `${field}.piece`, message: `No piece has the tag ${stray}.` }];
      if (!named.every(isOfStep)) return [{ field: `${field}.step`, message: 'Its method has no such step.' }];
      if ('device' in body && !devices.has(body.device))
        return [{ field: `${field}.device`, message: `There is no device "${body.device}" here.` }];
      if (unknown) return [{ field: `${field}.of`, message: 'There is no such entry.' }];
      return reasonMissing(body) ? [{ field: `${field}.because`, message: 'Say why: it stands in the findings.' }] : [];
    });
    if (problems.length > 0) throw refuseFields(problems);
  }
}

const reasonMissing = (body: Body): boolean =>
  body.kind === 'gate' && body.decision !== 'passed' && body.because.trim() === '';
