import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { DataSource, type DataSourceOptions, type EntityTarget, type ObjectLiteral } from 'typeorm';
import * as entities from './entities';
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
    prepareDatabase: (database: Pragmas) => {
      database.pragma('synchronous = FULL');
      database.pragma('busy_timeout = 5000');
    },
  };
}

/** The same file, for reading only: what is not committed cannot be seen through it. */
export function readingOptions(data: string, ownRows: OwnRows = []): DataSourceOptions {
  return {
    ...shared(data, ownRows),
    readonly: true,
    prepareDatabase: (database: Pragmas) => void database.pragma('busy_timeout = 5000'),
  };
}

interface Pragmas {
  pragma: (text: string) => unknown;
}

const shared = (database: string, ownRows: OwnRows) => ({
  type: 'better-sqlite3' as const,
  database,
  entities: [...Object.values(rows), ...ownRows] as (new () => object)[],
  synchronize: false,
});

/** Tables that only ever grow, whatever program opens the file. */
const APPEND_ONLY = ['answers', 'entries', 'audit'];

/** What a row of them is known by, beside its number. */
const NAMED_BY: Readonly<Record<string, readonly string[]>> = {
  answers: ['tastingId', 'panelistId', 'answerId'],
  entries: ['tastingId', 'log', 'entryId'],
  audit: [],
};

/** Sets the guards of these tables, at every start, so that none can be forgotten. */
async function guardAppendOnly(writer: DataSource): Promise<void> {
  for (const table of APPEND_ONLY)
    for (const change of ['UPDATE', 'DELETE'])
      await writer.query(
        `CREATE TRIGGER IF NOT EXISTS "${table}_no_${change.toLowerCase()}" BEFORE ${change} ON "${table}" BEGIN SELECT RAISE(ABORT, '${table} are append-only'); END`,
      );
  // "INSERT OR REPLACE" takes a row away without deleting it: where one stands already, nothing is put in its place.
  for (const [table, name] of Object.entries(NAMED_BY))
    await writer.query(
      `CREATE TRIGGER IF NOT EXISTS "${table}_no_replace" BEFORE INSERT ON "${table}" WHEN EXISTS (SELECT 1 FROM "${table}" AS own WHERE own."seq" = NEW."seq"${name.length > 0 ? ` OR (${name.map((column) => `own."${column}" = NEW."${column}"`).join(' AND ')})` : ''}) BEGIN SELECT RAISE(ABORT, '${table} are append-only'); END`,
    );
}

/** The connection that writes, and the one that reads; opened in this order, since the first makes the tables. */
export async function openBoth(data: string, ownRows: OwnRows): Promise<{ writer: DataSource; reader: DataSource }> {
  const writer = await new DataSource(dataSourceOptions(data, ownRows)).initialize();
  await guardAppendOnly(writer);
  const reader = await new DataSource(readingOptions(data, ownRows)).initialize();
  return { writer, reader };
}
