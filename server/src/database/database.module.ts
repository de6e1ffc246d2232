import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import type { DataSourceOptions } from 'typeorm';
import { OPTIONS, type ServerOptions } from '../options';
import { KeyRow } from '../seal/key.row';
import * as entities from './entities';
import { First1767225600000 } from './migrations/1767225600000-first';
import { EffortAndTouched1767312000000 } from './migrations/1767312000000-effort-and-touched';
import { EveryTest1767398400000 } from './migrations/1767398400000-every-test';
import { Transactions } from './transactions';

const { ROLES: _roles, ...rows } = entities;

/** One SQLite file: write-ahead log, foreign keys, a commit on disk before it is acknowledged. */
export function dataSourceOptions(data: string): DataSourceOptions {
  if (data !== ':memory:') mkdirSync(dirname(data), { recursive: true });
  return {
    type: 'better-sqlite3',
    database: data,
    entities: [...Object.values(rows), KeyRow],
    migrations: [First1767225600000, EffortAndTouched1767312000000, EveryTest1767398400000],
    migrationsRun: true,
    synchronize: false,
    enableWAL: data !== ':memory:',
    prepareDatabase: (database: { pragma: (text: string) => unknown }) => {
      database.pragma('synchronous = FULL');
      database.pragma('busy_timeout = 5000');
    },
  };
}

@Global()
@Module({
  imports: [
    TypeOrmModule.forRootAsync({
      inject: [OPTIONS],
      useFactory: (options: ServerOptions) => ({ ...dataSourceOptions(options.data), retryAttempts: 0 }),
    }),
  ],
  providers: [Transactions],
  exports: [Transactions],
})
export class DatabaseModule {}
