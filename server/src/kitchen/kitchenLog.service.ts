import { Injectable } from '@nestjs/common';
import { kitchenEntrySchema, noRecords, type KitchenEntry } from '@jacana/core/bundle';
import { GATE_WORDS } from '@jacana/core/kitchen';
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
import { GateService } from './gate.service';
import { KnownKitchen } from './knownKitchen';
import { TastingStore, tastingOf } from '../tastings/tasting.store';
import type { StoredEntries } from './caveats.dto';
import type { KitchenLogView, NewKitchenEntry } from './kitchenLog.dto';
import { PhotosService } from './photos.service';

type Body = KitchenEntry['body'];

/** What was done to which piece, tapped where it was done; several tablets write into it at once. */
@Injectable()
export class KitchenLogService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly log: LogService,
    private readonly photos: PhotosService,
    private readonly gate: GateService,
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
    const kitchen = await this.log.kitchen(read, id);
    return kitchenCsv({
      tasting: tastingOf(stored),
      pieces: stored.plan?.pieces ?? [],
      records: { ...noRecords(), kitchen },
    });
  }

  async add(id: string, inputs: readonly NewKitchenEntry[], me: Me): Promise<StoredEntries> {
    await this.access.knownTo(me.role, id);
    const pictures = new Map(inputs.flatMap((input) => (input.jpeg === undefined ? [] : [[input.id, input.jpeg]])));
    const entries = readEntries<Body>(inputs.map(withoutPicture), kitchenEntrySchema, me.name);
    await this.transactions.write(async (manager) => {
      await this.refuseUnknown(manager, id, entries);
      const added = await this.log.append<Body>(manager, id, 'kitchen', entries, me);
      await this.keepPhotos(manager, id, added, pictures);
      for (const { body } of added)
        if (body.kind === 'gate')
          await this.audit.record(manager, {
            ...{ by: me.name, action: `piece ${GATE_WORDS[body.decision]}`, tastingId: id },
            detail: [body.piece, body.because].filter(Boolean).join(': '),
          });
      if (added.length > 0) await this.live.note(manager, id, 'tasting', 'kitchen-log');
      // The run sheet hangs on what was planned anew, and on what of that was taken back.
      if (added.some(({ body }) => ['replanned', 'redone', 'undone'].includes(body.kind)))
        await this.live.note(manager, id, 'tasting', 'kitchen');
      // What is portioned hangs on which pieces there are.
      if (added.some(({ body }) => ['gate', 'redone', 'undone'].includes(body.kind)))
        await this.live.note(manager, id, 'tasting', 'pieces');
    });
    return { stored: inputs.map((entry) => entry.id) };
  }

  private async keepPhotos(
    manager: EntityManager,
    tastingId: string,
    added: readonly NewEntry<Body>[],
    pictures: ReadonlyMap<string, string>,
  ): Promise<void> {
    for (const { id, body } of added) {
      const jpeg = pictures.get(id);
      if (body.kind === 'photo') await this.photos.keep(manager, tastingId, { id, jpeg: jpeg ?? '' }, 'jpeg');
      else if (jpeg !== undefined)
        throw refuseFields([{ field: 'jpeg', message: 'Only a photo brings a picture along.' }]);
    }
  }

  /** Entries may only be about pieces, steps, devices and entries that there are. */
  private async refuseUnknown(manager: EntityManager, id: string, entries: readonly NewEntry<Body>[]): Promise<void> {
    const stored = await this.store.get(manager, id);
    const { plan, methods } = stored;
    const known = new KnownKitchen({
      planned: plan?.pieces ?? [],
      methods: methods.map((method) => ({ ...method, chain: method.chain ?? [] })),
      log: await this.log.kitchen(manager, id),
      devices: (await manager.findBy(DeviceRow, { tastingId: id })).map(({ name }) => name),
    });
    const problems = entries.flatMap((entry, at) => known.problemsOf(entry, `entries.${at}`));
    if (problems.length > 0) throw refuseFields(problems);
    const undecided = await this.gate.problemsOf(manager, stored, entries);
    if (undecided.length > 0) throw refuseFields(undecided);
  }
}

const withoutPicture = ({ jpeg: _jpeg, ...entry }: NewKitchenEntry): NewKitchenEntry => entry;
