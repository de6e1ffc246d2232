import { type DynamicModule, Inject, Module, type OnApplicationShutdown } from '@nestjs/common';
import type { DataSource } from 'typeorm';
import { OPTIONS, type ServerOptions } from '../options/options';
import { openBoth, type OwnRows } from './dataSource';
import { Transactions } from './transactions';

const SOURCES = Symbol('DataSources');

interface Sources {
  writer: DataSource;
  reader: DataSource;
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
          useFactory: (options: ServerOptions): Promise<Sources> => openBoth(options.data, ownRows),
        },
        {
          provide: Transactions,
          inject: [SOURCES],
          useFactory: ({ writer, reader }: Sources) => new Transactions(writer, reader),
        },
      ],
      exports: [Transactions],
    };
  }

  /** Last of all, when no request is under way any more. */
  async onApplicationShutdown(): Promise<void> {
    for (const source of [this.sources.reader, this.sources.writer]) if (source.isInitialized) await source.destroy();
  }
}
