import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable, Module, type OnApplicationBootstrap } from '@nestjs/common';
import { TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { ExchangeModule } from '../exchange/exchange.module';
import { ExchangeService } from '../exchange/exchange.service';
import { OPTIONS, type ServerOptions } from '../options';

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
      await this.exchange.import(JSON.parse(await readFile(join(this.options.demoBundles, file), 'utf8')), 'demo');
    }
  }
}

@Module({ imports: [ExchangeModule], providers: [DemoData] })
export class DemoModule {}
