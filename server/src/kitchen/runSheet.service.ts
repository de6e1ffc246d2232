import { Injectable } from '@nestjs/common';
import { noRange } from '@jacana/core/bundle';
import { logOfSheet, piecesToCome, piecesToCook, type CookingSheet, type ToBeCooked } from '@jacana/core/kitchen';
import type { Me } from '../accounts/allow';
import { Transactions } from '../database/transactions';
import { WorkersService } from '../jobs/workers.service';
import { LogService } from '../log/log.service';
import { AccessService } from '../seal/access/access.service';
import { KeysService } from '../seal/keys/keys.service';
import { TastingStore, tastingOf } from '../tastings/tasting.store';

/** Sheets that are kept: as many tastings as a kitchen looks at in a day. */
const MOST_KEPT = 20;

/** The run sheet of a tasting. It follows from what is stored, so that everyone reads the same; it is made once for each state. */
@Injectable()
export class RunSheetService {
  private readonly made = new Map<string, Promise<CookingSheet>>();

  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly keys: KeysService,
    private readonly log: LogService,
    private readonly workers: WorkersService,
  ) {}

  async sheet(id: string, me: Me): Promise<CookingSheet> {
    await this.access.knownTo(me.role, id);
    const cooking = await this.toCook(id);
    const name = JSON.stringify(cooking);
    const known = this.made.get(name);
    if (known) return known;
    const sheet = this.workers.runSheet(cooking);
    this.made.set(name, sheet);
    if (this.made.size > MOST_KEPT) this.made.delete(this.made.keys().next().value as string);
    sheet.catch(() => this.made.delete(name));
    return sheet;
  }

  /** What the solver reads: of who eats what only the flights. Places hang on the fingerprint, which is no secret. */
  private async toCook(id: string): Promise<ToBeCooked> {
    const { read } = this.transactions;
    const stored = await this.store.get(read, id);
    const { row, plan } = stored;
    const tasting = tastingOf(stored);
    const range = row.range ?? noRange();
    const methods = tasting.methods.map(({ id: method, name, chain, steps }) => ({ id: method, name, chain, steps }));
    if (!plan)
      return { methods, range, seed: row.createdAt, pieces: piecesToCome(methods, tasting.piecesPerMethod, range) };
    const log = logOfSheet(await this.log.kitchen(read, id));
    // Pieces as the sheet's own part of the log has them: what was tapped since does not move it.
    const pieces = piecesToCook(plan.pieces, log, await this.keys.flights(read, stored, log));
    return { methods, range, seed: plan.fingerprint, pieces, log };
  }
}
