import { Injectable } from '@nestjs/common';
import { noRange, type KitchenEntry } from '@jacana/core/bundle';
import { logOfSheet, piecesToCome, piecesToCook, type CookingSheet, type ToBeCooked } from '@jacana/core/kitchen';
import type { Me } from '../accounts/allow';
import { ClockService } from '../clock/clock';
import { Transactions } from '../database/transactions';
import { WorkersService, type Following } from '../jobs/workers.service';
import { LiveService } from '../live/live.service';
import { LogService } from '../log/log.service';
import { AccessService } from '../seal/access/access.service';
import { KeysService } from '../seal/keys/keys.service';
import { TastingStore, tastingOf } from '../tastings/tasting.store';

/** Sheets that are kept: as many tastings as a kitchen looks at in a day. */
const MOST_KEPT = 20;

/** A sheet that is being made, or was. */
interface Making {
  sheet: Promise<CookingSheet>;
  stop: AbortController;
  /** People who wait for it. */
  waiting: number;
  isDone: boolean;
}

/** The run sheet of a tasting. It follows from what is stored, so that everyone reads the same; it is made once for each state. */
@Injectable()
export class RunSheetService {
  private readonly made = new Map<string, Making>();

  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly keys: KeysService,
    private readonly log: LogService,
    private readonly workers: WorkersService,
    private readonly live: LiveService,
    private readonly clock: ClockService,
  ) {}

  /** @param gone aborted when the person who asked goes away; the work ends when nobody waits for it any more */
  async sheet(id: string, me: Me, gone?: AbortSignal): Promise<CookingSheet> {
    await this.access.knownTo(me.role, id);
    return this.find(await this.toCook(id), gone, (fraction) =>
      this.live.pass(id, 'sheet', ['coordinator', 'kitchen'], { fraction }),
    );
  }

  /** The sheet as it would be if the rest of the day were planned anew in this minute. */
  async anew(id: string, me: Me, gone?: AbortSignal): Promise<CookingSheet> {
    await this.access.knownTo(me.role, id);
    return this.find(await this.toCook(id, `${this.clock.read().now.slice(0, 16)}:00.000Z`), gone);
  }

  private find(
    cooking: ToBeCooked,
    gone: AbortSignal | undefined,
    onProgress: Following['onProgress'] = () => undefined,
  ): Promise<CookingSheet> {
    const name = JSON.stringify(cooking);
    const making = this.made.get(name) ?? this.begin(name, cooking, onProgress);
    making.waiting++;
    gone?.addEventListener('abort', () => {
      if (--making.waiting === 0 && !making.isDone) making.stop.abort();
    });
    return making.sheet;
  }

  private begin(name: string, cooking: ToBeCooked, onProgress: Following['onProgress']): Making {
    const stop = new AbortController();
    const sheet = this.workers.runSheet(cooking, { signal: stop.signal, onProgress });
    const making: Making = { sheet, stop, waiting: 0, isDone: false };
    this.made.set(name, making);
    if (this.made.size > MOST_KEPT) this.made.delete(this.made.keys().next().value as string);
    sheet.then(
      () => (making.isDone = true),
      () => this.made.delete(name),
    );
    return making;
  }

  /** What the solver reads: of who eats what only the flights. Places hang on the fingerprint, which is no secret. */
  private async toCook(id: string, anewAt?: string): Promise<ToBeCooked> {
    const { read } = this.transactions;
    const stored = await this.store.get(read, id);
    const { row, plan } = stored;
    const tasting = tastingOf(stored);
    const range = row.range ?? noRange();
    const methods = tasting.methods.map(({ id: method, name, chain, steps }) => ({ id: method, name, chain, steps }));
    if (!plan)
      return { methods, range, seed: row.createdAt, pieces: piecesToCome(methods, tasting.piecesPerMethod, range) };
    const whole = await this.log.kitchen(read, id);
    const log = anewAt === undefined ? logOfSheet(whole) : [...whole, plannedAnewAt(anewAt)];
    // Pieces as the sheet's own part of the log has them: what was tapped since does not move it.
    const pieces = piecesToCook(plan.pieces, log, await this.keys.flights(read, stored, log));
    return { methods, range, seed: plan.fingerprint, pieces, log };
  }
}

/** An entry that nobody wrote, to see what it would do. */
const plannedAnewAt = (at: string): KitchenEntry => ({
  ...{ id: 'would-be', at, storedAt: at, by: '', body: { kind: 'replanned' } },
});
