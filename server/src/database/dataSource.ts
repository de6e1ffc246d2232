import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { DataSource, type DataSourceOptions, type EntityTarget, type ObjectLiteral } from 'typeorm';
import * as entities from './entities';
import { guard, HASH, sha256 } from './guards';
import { MIGRATIONS } from './migrations';

const { ROLES: _roles, ...rows } = entities;

/** Tables that a module keeps to itself, such as the key under its seal. */
export type OwnRows = readonly EntityTarget<ObjectLiteral>[];

/** One SQLite file: write-ahead log, foreign keys, a commit on disk before it is acknowledged. */
export function dataSourceOptions(data: string, ownRows: OwnRows = []): DataSourceOptions {
  mkdirSync(dirname(data), { recursive: true });
  return {
    ...shared(data, ownRows),
    migrations: MIGRATIONS,
    migrationsRun: true,
    enableWAL: true,
    prepareDatabase: (database: Opened) => {
      database.pragma('synchronous = FULL');
      // What is erased is gone from the file, too.
      database.pragma('secure_delete = ON');
      database.pragma('busy_timeout = 5000');
      database.function(HASH, { deterministic: true }, sha256);
    },
  };
}

/** The same file, for reading only: what is not committed cannot be seen through it. */
export function readingOptions(data: string, ownRows: OwnRows = []): DataSourceOptions {
  return {
    ...shared(data, ownRows),
    readonly: true,
    prepareDatabase: (database: Opened) => void database.pragma('busy_timeout = 5000'),
  };
}

/** Of better-sqlite3, before TypeORM has it. */
interface Opened {
  pragma: (text: string) => unknown;
  function: (name: string, options: { deterministic: boolean }, work: (text: string) => string) => unknown;
}

const shared = (database: string, ownRows: OwnRows) => ({
  type: 'better-sqlite3' as const,
  database,
  entities: [...Object.values(rows), ...ownRows] as (new () => object)[],
  synchronize: false,
});

/**
 * The connection that writes, and the one that reads; opened in this order, since the first makes the tables. With them
 * comes which guards of the file were not as they should be.
 */
export async function openBoth(
  data: string,
  ownRows: OwnRows,
): Promise<{ writer: DataSource; reader: DataSource; wanting: string[] }> {
  const writer = await new DataSource(dataSourceOptions(data, ownRows)).initialize();
  const wanting = await guard(writer);
  const reader = await new DataSource(readingOptions(data, ownRows)).initialize();
  return { writer, reader, wanting };
}
