import { type DynamicModule, Inject, Module, type OnApplicationShutdown } from '@nestjs/common';
import type { DataSource } from 'typeorm';
import { OPTIONS, type ServerOptions } from '../options/options';
import { claim, inspect, makePrivate, type Claim } from '../storage/dataFile';
import { openBoth, type OwnRows } from './dataSource';
import { migrationNames } from './migrations';
import { Transactions } from './transactions';

const SOURCES = Symbol('DataSources');

interface Sources {
  writer: DataSource;
  reader: DataSource;
  wanting: string[];
  claim: Claim;
}

/** Opens the file for this server alone, once it is known to be fit. */
async function opened({ data }: ServerOptions, ownRows: OwnRows): Promise<Sources> {
  const own = claim(data);
  try {
    inspect(data, migrationNames());
    const sources = await openBoth(data, ownRows);
    makePrivate(data);
    return { ...sources, claim: own };
  } catch (error) {
    own.release();
    throw error;
  }
}

/** The data file. Modules that keep a table to themselves hand its row in; see {@link OwnRows}. */
@Module({})
export class DatabaseModule implements OnApplicationShutdown {
  constructor(@Inject(SOURCES) private readonly sources: Sources) {}

  static with(ownRows: OwnRows): DynamicModule {
    return {
      module: DatabaseModule,
      global: true,
      providers: [
        {
          provide: SOURCES,
          inject: [OPTIONS],
          useFactory: (options: ServerOptions): Promise<Sources> => opened(options, ownRows),
        },
        {
          provide: Transactions,
          inject: [SOURCES],
          useFactory: ({ writer, reader, wanting }: Sources) => new Transactions(writer, reader, wanting),
        },
      ],
      exports: [Transactions],
    };
  }

  /** Last of all, when no request is under way any more. */
  async onApplicationShutdown(): Promise<void> {
    for (const source of [this.sources.reader, this.sources.writer]) if (source.isInitialized) await source.destroy();
    this.sources.claim.release();
  }
}
