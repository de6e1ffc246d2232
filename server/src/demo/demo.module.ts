import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable, Module, type OnApplicationBootstrap } from '@nestjs/common';
import type { TastingBundle } from '@jacana/core/bundle';
import { TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { ExchangeModule } from '../exchange/exchange.module';
import { ExchangeService } from '../exchange/exchange.service';
import { OPTIONS, type ServerOptions } from '../options/options';

/** Fills an empty demo file with the Reedbed Kitchen's tastings, through the ordinary import. */
@Injectable()
class DemoData implements OnApplicationBootstrap {
  constructor(
    private readonly transactions: Transactions,
    private readonly exchange: ExchangeService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    if (!this.options.demo || (await this.transactions.read.count(TastingRow)) > 0) return;
    const files = (await readdir(this.options.demoBundles)).filter((file) => file.endsWith('.json')).sort();
    for (const file of files) {
      const bundle = JSON.parse(await readFile(join(this.options.demoBundles, file), 'utf8')) as TastingBundle;
      await this.exchange.import(broughtUpToNow(bundle), 'demo');
    }
  }
}

/** Moves what happened in a tasting that is still open to the last minutes, so that it looks in service, or being cooked. */
function broughtUpToNow(bundle: TastingBundle): TastingBundle {
  if (!bundle.plan) return toCome(bundle);
  if (bundle.seal.closedAt) return bundle;
  const moments = bundle.ballots.flatMap((ballot) => [
    ballot.openedAt,
    ballot.handedInAt,
    ...ballot.answers.map((answer) => answer.at),
  ]);
  moments.push(...bundle.records.kitchen.map(({ at }) => at));
  if (moments.length === 0) return bundle;
  const latest = Math.max(...moments.map((moment) => Date.parse(moment ?? '') || 0));
  const move = (moment: string): string => new Date(Date.parse(moment) + Date.now() - latest).toISOString();
  const ballots = bundle.ballots.map((ballot) => ({
    ...ballot,
    openedAt: ballot.openedAt && move(ballot.openedAt),
    handedInAt: ballot.handedInAt && move(ballot.handedInAt),
    answers: ballot.answers.map((answer) => ({ ...answer, at: move(answer.at) })),
  }));
  const moved = <Entry extends { at: string; storedAt: string }>(entries: readonly Entry[]): Entry[] =>
    entries.map((entry) => ({ ...entry, at: move(entry.at), storedAt: move(entry.storedAt) }));
  const { caveats, kitchen } = bundle.records;
  const served = bundle.range.served.map((one) => ({ ...one, at: move(one.at) }));
  return {
    ...bundle,
    range: { ...bundle.range, served },
    ballots,
    records: { ...bundle.records, caveats: moved(caveats), kitchen: moved(kitchen) },
    digest: null,
  };
}

const WEEK_MS = 7 * 86_400_000;

/** What is being planned is served on a Thursday to come: put off by whole weeks. */
function toCome(bundle: TastingBundle): TastingBundle {
  const { served } = bundle.range;
  const first = Math.min(...served.map(({ at }) => Date.parse(at)));
  const by = WEEK_MS * Math.max(0, Math.ceil((Date.now() - first) / WEEK_MS));
  const later = served.map((one) => ({ ...one, at: new Date(Date.parse(one.at) + by).toISOString() }));
  return { ...bundle, range: { ...bundle.range, served: later } };
}

@Module({ imports: [ExchangeModule], providers: [DemoData] })
export class DemoModule {}
