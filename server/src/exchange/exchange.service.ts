import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { digestOf, parseBundle, verifyFingerprint, type Range, type TastingBundle } from '@jacana/core/bundle';
import { ordersCsv, tidyCsv } from '@jacana/core/tidy';
import { In, IsNull, type EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import {
  AnswerRow,
  BallotRow,
  DeviceRow,
  EntryRow,
  type LogName,
  MethodRow,
  PanelistRow,
  PlanRow,
  TastingRow,
} from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields } from '../fields/problems';
import { newToken } from '../panel/token';
import { PhotosService } from '../kitchen/photos.service';
import { CurvesService } from '../readings/curves.service';
import { putRows, rowOf } from '../readings/readings.service';
import { BundlesService } from '../seal/bundles/bundles.service';
import { KeysService } from '../seal/keys/keys.service';
import { answerRow } from '../tastings/answers';
import { designOf, methodRow, namelessAt, withName } from '../tastings/tasting.store';

/** Takes tastings out and brings them in, as bundles and as tidy CSV. */
@Injectable()
export class ExchangeService {
  constructor(
    private readonly transactions: Transactions,
    private readonly bundles: BundlesService,
    private readonly keys: KeysService,
    private readonly curves: CurvesService,
    private readonly photos: PhotosService,
    private readonly audit: AuditService,
  ) {}

  async bundle(id: string, me: Me): Promise<TastingBundle> {
    const { read } = this.transactions;
    const bundle = await this.taken(id, me, 'bundle');
    // Nothing else needs readings and photos, and there are very many.
    return this.curves.filled(read, id, { ...bundle, photos: await this.photos.all(read, id) });
  }

  async csv(id: string, me: Me): Promise<string> {
    return tidyCsv(await this.taken(id, me, 'CSV'));
  }

  /** The serving orders of a locked plan, by code. */
  async orders(id: string, me: Me): Promise<string> {
    return ordersCsv(await this.taken(id, me, 'serving orders'));
  }

  /** Every export is logged; one taken while sealed says so, since answers by code were in it. */
  private async taken(id: string, me: Me, form: string): Promise<TastingBundle> {
    const bundle = await this.bundles.bundle(this.transactions.read, id);
    const detail = bundle.plan && !bundle.key ? `${form}, while sealed: codes only` : form;
    await this.transactions.write((manager) =>
      this.audit.record(manager, { by: me.name, action: 'exported', tastingId: id, detail }),
    );
    return bundle;
  }

  /**
   * Brings a bundle in as a new tasting with ballot addresses of its own.
   *
   * @returns the new tasting's id, and what whoever imports it should know
   */
  async import(data: unknown, by: string): Promise<{ id: string; notices: string[] }> {
    const { bundle, problems } = parseBundle(data);
    if (!bundle) throw refuseFields(problems.slice(0, 20));
    if (bundle.plan && !bundle.key) {
      throw refuseFields([
        {
          field: 'key',
          message:
            'This bundle was exported while sealed, so it has no key and could never be unsealed here. Unseal the tasting where it came from and export it again, or move the whole data file.',
        },
      ]);
    }
    const id = randomUUID();
    const notices = await this.noticesOn(bundle);
    await this.transactions.write(async (manager) => {
      const title = await this.freeTitle(manager, bundle.tasting.title);
      await this.insertTasting(manager, id, { ...bundle, tasting: { ...bundle.tasting, title } });
      await this.insertAnswers(manager, id, bundle);
      await insertReadings(manager, id, bundle);
      for (const [at, photo] of bundle.photos.entries())
        await this.photos.keep(manager, id, photo, `photos.${at}.jpeg`);
      if (bundle.plan && bundle.key)
        await this.keys.putImported(manager, id, { ...bundle, plan: bundle.plan, key: bundle.key });
      await this.audit.record(manager, {
        ...{ by, action: 'imported', tastingId: id },
        detail: [bundle.plan?.fingerprint ?? '', ...notices].filter(Boolean).join('. '),
      });
    });
    return { id, notices };
  }

  /** What cannot be seen by looking at it: that it was changed since it was exported, or is here already. */
  private async noticesOn(bundle: TastingBundle): Promise<string[]> {
    const notices: string[] = [];
    const { plan, key, tasting, pieces, digest, records } = bundle;
    if (plan && key && !verifyFingerprint({ tasting, plan, pieces, key }, records.amendments).matches)
      notices.push('Its fingerprint does not match: plan or key were changed after locking.');
    if (digest !== null && digest !== digestOf(bundle))
      notices.push('It was changed after it was exported: answers, caveats or names may not be those that were given.');
    const twins = plan ? await this.transactions.read.findBy(PlanRow, { fingerprint: plan.fingerprint }) : [];
    const here = await this.transactions.read.findBy(TastingRow, {
      id: In(twins.map(({ tastingId }) => tastingId)),
      removedAt: IsNull(),
    });
    if (here.length > 0) notices.push(`It is here already, as "${here[0].title}".`);
    return notices;
  }

  /** The title, or with a number where one of that name is here already. */
  private async freeTitle(manager: EntityManager, title: string): Promise<string> {
    const rows = await manager.find(TastingRow, { select: { title: true }, where: { removedAt: IsNull() } });
    const taken = new Set(rows.map((row) => row.title));
    let free = title;
    for (let number = 2; taken.has(free); number++) free = `${title.slice(0, 190)} (${number})`;
    return free;
  }

  private async insertTasting(
    manager: EntityManager,
    id: string,
    { tasting, range, seal, ballots, records }: TastingBundle,
  ): Promise<void> {
    const { methods, panel, title, question, ballotTitle, piecesPerMethod, alpha, createdAt } = tasting;
    // The sitting that is open is the last one that anybody came to.
    const sitting = Math.max(1, ...ballots.map((ballot) => ballot.sitting));
    await manager.insert(TastingRow, {
      ...{
        id,
        title,
        question,
        ballotTitle,
        piecesPerMethod,
        alpha,
        createdAt,
        sitting,
        ...seal,
        removedAt: null,
        version: 1,
      },
      design: designOf(tasting),
      ...(hasRange(range) && { range, rangeVersion: 1, rangeSavedAt: createdAt }),
    });
    if (methods.length > 0)
      await manager.insert(
        MethodRow,
        methods.map((method, place) => methodRow(id, method, place)),
      );
    const rows = panel.map((panelist) => ({ ...panelist, tastingId: id, token: newToken(), device: null }));
    await manager.save(PanelistRow, rows, { chunk: 50 });
    const opened = ballots.map(({ panelist: panelistId, sitting: when, openedAt, handedInAt, answers }) => ({
      ...{ tastingId: id, panelistId, sitting: when, openedAt, handedInAt, handInId: null },
      seenAt: answers.at(-1)?.at ?? openedAt,
    }));
    await manager.save(BallotRow, opened, { chunk: 50 });
    const rowsOf = (
      log: LogName,
      own: readonly { id: string; at: string; storedAt: string; by: string; body: object }[],
    ) => own.map(({ id: entryId, ...entry }) => ({ ...{ tastingId: id, log, entryId, byAccount: '' }, ...entry }));
    const entries = [
      ...rowsOf('caveats', records.caveats),
      ...rowsOf('kitchen', records.kitchen),
      ...rowsOf('service', records.service),
      ...rowsOf(
        'amendments',
        records.amendments.map((entry) => withName(entry, ({ seat: own }) => namelessAt(own))),
      ),
    ];
    for (let at = 0; at < entries.length; at += 50) await manager.insert(EntryRow, entries.slice(at, at + 50));
  }

  private async insertAnswers(manager: EntityManager, id: string, { ballots }: TastingBundle): Promise<void> {
    const rows = ballots.flatMap(({ panelist, sitting, answers }) =>
      answers.map((answer) => answerRow(id, panelist, sitting, answer)),
    );
    for (let at = 0; at < rows.length; at += 50) await manager.insert(AnswerRow, rows.slice(at, at + 50));
  }
}

/** Devices of a bundle come without a token: they send no more. */
async function insertReadings(manager: EntityManager, tastingId: string, { readings }: TastingBundle): Promise<void> {
  const devices = new Map(readings.map(({ device, measures }) => [device, measures]));
  const createdAt = new Date().toISOString();
  for (const [name, measures] of devices)
    await manager.insert(DeviceRow, { tastingId, name, measures, tokenHash: null, createdAt });
  await putRows(
    manager,
    readings.map((minute) => rowOf(tastingId, minute)),
  );
}

const hasRange = ({ equipment, cooks, served }: Range): boolean => equipment.length + cooks.length + served.length > 0;
