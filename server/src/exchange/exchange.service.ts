import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { ordersCsv, parseBundle, tidyCsv, type TastingBundle } from '@jacana/core/bundle';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { AnswerRow, BallotRow, CaveatRow, MethodRow, PanelistRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields } from '../fields/problems';
import { newToken } from '../panel/token';
import { answerRow } from '../seal/answers';
import { SealService } from '../seal/seal.service';
import { designOf, methodRow } from '../tastings/tasting.store';

/** Takes tastings out and brings them in, as bundles and as tidy CSV. */
@Injectable()
export class ExchangeService {
  constructor(
    private readonly transactions: Transactions,
    private readonly seal: SealService,
    private readonly audit: AuditService,
  ) {}

  async bundle(id: string, me: Me): Promise<TastingBundle> {
    return this.taken(id, me, 'bundle');
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
    const bundle = await this.seal.bundle(this.transactions.read, id);
    const detail = bundle.plan && !bundle.key ? `${form}, while sealed: codes only` : form;
    await this.transactions.write((manager) =>
      this.audit.record(manager, { by: me.name, action: 'exported', tastingId: id, detail }),
    );
    return bundle;
  }

  /**
   * Brings a bundle in as a new tasting with ballot addresses of its own.
   *
   * @returns the new tasting's id
   */
  async import(data: unknown, by: string): Promise<string> {
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
    await this.transactions.write(async (manager) => {
      await this.insertTasting(manager, id, bundle);
      await this.insertAnswers(manager, id, bundle);
      if (bundle.plan && bundle.key)
        await this.seal.put(manager, id, { plan: bundle.plan, pieces: bundle.pieces, key: bundle.key });
      await this.audit.record(manager, {
        by,
        action: 'imported',
        tastingId: id,
        detail: bundle.plan?.fingerprint ?? '',
      });
    });
    return id;
  }

  private async insertTasting(
    manager: EntityManager,
    id: string,
    { tasting, seal, ballots, caveats }: TastingBundle,
  ): Promise<void> {
    const { methods, panel, title, question, ballotTitle, piecesPerMethod, alpha, createdAt } = tasting;
    // The sitting that is open is the last one that anybody came to.
    const sitting = Math.max(1, ...ballots.map((ballot) => ballot.sitting));
    await manager.insert(TastingRow, {
      ...{ id, title, question, ballotTitle, piecesPerMethod, alpha, createdAt, sitting, ...seal, removedAt: null },
      design: designOf(tasting),
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
    const noted = caveats.map((caveat) => ({
      ...caveat,
      about: caveat.about ?? null,
      id: randomUUID(),
      tastingId: id,
      byAccount: '',
    }));
    await manager.save(CaveatRow, noted, { chunk: 50 });
  }

  private async insertAnswers(manager: EntityManager, id: string, { ballots }: TastingBundle): Promise<void> {
    const rows = ballots.flatMap(({ panelist, sitting, answers }) =>
      answers.map((answer) => answerRow(id, panelist, sitting, answer)),
    );
    for (let at = 0; at < rows.length; at += 50) await manager.insert(AnswerRow, rows.slice(at, at + 50));
  }
}
