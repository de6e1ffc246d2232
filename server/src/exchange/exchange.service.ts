import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { parseBundle, tidyCsv, type TastingBundle } from '@jacana/core/bundle';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { AnswerRow, CaveatRow, MethodRow, PanelistRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields } from '../fields/problems';
import { newToken } from '../panel/token';
import { answerRow } from '../seal/answers';
import { SealService } from '../seal/seal.service';

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
    const { methods, panel, ballot, ...fields } = tasting;
    await manager.insert(TastingRow, { id, ...fields, ...ballot, ...seal, removedAt: null });
    if (methods.length > 0)
      await manager.insert(
        MethodRow,
        methods.map((method, place) => ({ ...method, effort: method.effort ?? null, tastingId: id, place })),
      );
    const rows = panel.map((panelist) => {
      const own = ballots.find((candidate) => candidate.panelist === panelist.id);
      const openedAt = own?.openedAt ?? null;
      return {
        ...panelist,
        tastingId: id,
        token: newToken(),
        device: null,
        openedAt,
        seenAt: own?.answers.at(-1)?.at ?? openedAt,
        handedInAt: own?.handedInAt ?? null,
      };
    });
    await manager.save(PanelistRow, rows, { chunk: 50 });
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
    const rows = ballots.flatMap(({ panelist, answers }) => answers.map((answer) => answerRow(id, panelist, answer)));
    for (let at = 0; at < rows.length; at += 50) await manager.insert(AnswerRow, rows.slice(at, at + 50));
  }
}
