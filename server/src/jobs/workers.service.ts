import type { Tasting, TastingBundle } from '@jacana/core/bundle';
import type { LockedPlan } from '@jacana/core/design';
import type { AnswerWithout, Findings, LeaveOut, Weight, WeightedFinding } from '@jacana/core/findings';
import type { CookingSheet, ToBeCooked } from '@jacana/core/kitchen';
import type { LabelPages, Sheet, WorkbookSheet } from '@jacana/core/sheets';
import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { OPTIONS, type ServerOptions } from '../options/options';
import type { Printing } from '../paper/render';

/** How a long computation is followed and stopped. */
export interface Following {
  /** Aborting ends the work. */
  signal: AbortSignal;
  /** Told the finished fraction, 0 to 1. */
  onProgress: (fraction: number) => void;
}

/**
 * The worker pools: everything that may take more than about 50 ms runs here. What takes long (findings, what-ifs, run
 * sheets) has one of its own, so that locking a plan or printing a sheet never waits behind it.
 */
@Injectable()
export class WorkersService implements OnModuleDestroy {
  private readonly long: Piscina;
  private readonly short: Piscina;

  constructor(@Inject(OPTIONS) options: ServerOptions) {
    const pool = (maxThreads: number): Piscina =>
      new Piscina({ filename: options.coreWorker, minThreads: 0, maxThreads, idleTimeout: 60_000 });
    [this.long, this.short] = [pool(2), pool(1)];
  }

  findings(bundle: TastingBundle, following: Following): Promise<Findings> {
    return this.followed('findings', { bundle }, following);
  }

  /** The planned analysis again, without each of these. */
  async without(bundle: TastingBundle, all: readonly LeaveOut[], signal: AbortSignal): Promise<AnswerWithout[]> {
    return (await this.long.run({ bundle, all }, { name: 'without', signal })) as AnswerWithout[];
  }

  /** Scales added up by other weights than the plan's. */
  async weighted(
    bundle: TastingBundle,
    weights: readonly Weight[],
    signal: AbortSignal,
  ): Promise<WeightedFinding | null> {
    return (await this.long.run({ bundle, weights }, { name: 'weighted', signal })) as WeightedFinding | null;
  }

  /** A run sheet of many pieces is looked for over seconds, and what would make one for longer. */
  runSheet(cooking: ToBeCooked, following: Following): Promise<CookingSheet> {
    return this.followed('runSheet', { cooking }, following);
  }

  private async followed<Result>(name: string, what: object, { signal, onProgress }: Following): Promise<Result> {
    const { port1, port2 } = new MessageChannel();
    port1.on('message', onProgress);
    try {
      return (await this.long.run({ ...what, port: port2 }, { name, transferList: [port2], signal })) as Result;
    } finally {
      port1.close();
    }
  }

  /** @returns the name of the copy */
  async backUp(wanted: { data: string; folder: string; now: number }): Promise<string> {
    return (await this.long.run(wanted, { name: 'backUp' })) as string;
  }

  /** Orders of a large plan are searched for seconds. */
  async lock(tasting: Tasting, inputs: { seed: string; salt: string; lockedAt: string }): Promise<LockedPlan> {
    return (await this.short.run({ tasting, inputs }, { name: 'lock' })) as LockedPlan;
  }

  /** A sheet of paper as PDF. */
  async paper(sheet: Sheet, printing: Printing): Promise<Uint8Array> {
    return (await this.short.run({ sheet, printing }, { name: 'paper' })) as Uint8Array;
  }

  /** Tables for a spreadsheet. */
  async workbook(sheets: WorkbookSheet[]): Promise<Uint8Array> {
    return (await this.short.run(sheets, { name: 'workbook' })) as Uint8Array;
  }

  async labels(pages: LabelPages): Promise<Uint8Array> {
    return (await this.short.run(pages, { name: 'labels' })) as Uint8Array;
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all([this.long.destroy(), this.short.destroy()]);
  }
}
