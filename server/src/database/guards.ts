import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';

/** Tables that only ever grow, whatever program opens the file, and what a row of them is known by. */
const APPEND_ONLY: Readonly<Record<string, readonly string[][]>> = {
  answers: [['seq'], ['tastingId', 'panelistId', 'answerId']],
  entries: [['seq'], ['tastingId', 'log', 'entryId']],
  audit: [['seq']],
  journal: [['tastingId', 'number']],
};

/** A record that leaves its mark in the chain of its tasting. */
export interface Journaled {
  /** Its table. */
  of: string;
  /** By what a row is told from the others of its tasting. */
  name: readonly string[];
  /** What of it is marked. */
  columns: readonly string[];
  /** Whether rows may be gone again: a key that is destroyed, somebody who walked in and left. */
  mayGo: boolean;
}

export const JOURNALED: readonly Journaled[] = [
  {
    of: 'plans',
    name: ['fingerprint'],
    columns: ['lockedAt', 'engine', 'alpha', 'analysis', 'scheme', 'fingerprint', 'servings', 'pieces'],
    mayGo: true,
  },
  { of: 'keys', name: ['tastingId'], columns: ['seed', 'salt', 'codes', 'portions'], mayGo: true },
  { of: 'amended_keys', name: ['panelistId'], columns: ['panelistId', 'codes', 'portions'], mayGo: true },
  {
    of: 'audit',
    name: ['seq'],
    columns: ['seq', 'at', 'by', 'action', 'tastingId', 'detail', 'previousHash', 'hash'],
    mayGo: false,
  },
  {
    of: 'entries',
    name: ['seq'],
    columns: ['seq', 'tastingId', 'log', 'entryId', 'at', 'storedAt', 'by', 'byAccount', 'body'],
    mayGo: false,
  },
  {
    of: 'answers',
    name: ['seq'],
    columns: [
      ...['seq', 'tastingId', 'panelistId', 'answerId', 'sitting', 'kind', 'item', 'code', 'set', 'value'],
      ...['at', 'by', 'reason'],
    ],
    mayGo: false,
  },
  {
    of: 'ballots',
    name: ['sitting', 'panelistId'],
    columns: ['panelistId', 'sitting', 'handedInAt', 'handInId'],
    mayGo: false,
  },
];

/** The hash that the triggers use; a program that does not know it cannot add to these tables. */
export const HASH = 'jacana_sha256';
export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/** A row as one text, in SQL; `from` is the row, such as NEW. */
export const contentOf = ({ columns }: Journaled, from: string): string =>
  `json_array(${columns.map((column) => `${from}."${column}"`).join(', ')})`;
export const nameOf = ({ name }: Journaled, from: string): string =>
  `CAST(${name.map((column) => `${from}."${column}"`).join(` || ' ' || `)} AS TEXT)`;

/** Goes up with every change of a guard, so that a file of an earlier Jacana is not taken for one that was tampered with. */
const GUARDS = 2;

/** How long a removed tasting can be brought back, and what was done in the house stays in the log. */
export const KEPT_DAYS = { removed: 30, house: 365 };
/** What stands in the log where an entry was that had its time. */
export const CLEARED = 'cleared';

const before = (days: number): string => `strftime('%Y-%m-%dT%H:%M:%fZ', 'now', '-${days} days')`;
/** Whether a row is of a tasting that lay in the bin for its whole time. Of another program it is not: that one lacks the hash. */
const hadItsTime = `${HASH}('') <> '' AND OLD."tastingId" IN (SELECT "id" FROM "tastings" WHERE "removedAt" < ${before(KEPT_DAYS.removed)})`;
/** An entry of the log is never taken out, since the next one follows from it; what it says may be, once nothing needs it. */
const isClearing = [
  `${HASH}('') <> ''`,
  `NEW."by" = '' AND NEW."action" = '${CLEARED}' AND NEW."detail" = ''`,
  ...['seq', 'at', 'tastingId', 'previousHash', 'hash'].map((column) => `NEW."${column}" IS OLD."${column}"`),
  `(CASE WHEN OLD."tastingId" IS NULL THEN OLD."at" < ${before(KEPT_DAYS.house)} ELSE NOT EXISTS (SELECT 1 FROM "tastings" WHERE "id" = OLD."tastingId") END)`,
].join(' AND ');
/** What may be done to a table that only grows, all the same. */
const allowed = (table: string, change: string): string =>
  table === 'audit' ? (change === 'UPDATE' ? isClearing : '0') : change === 'DELETE' ? hadItsTime : '0';

/** Triggers by name: what they are made with. */
function guards(): Map<string, string> {
  const all = new Map<string, string>();
  const add = (name: string, rest: string): void => void all.set(name, `CREATE TRIGGER "${name}" ${rest}`);
  for (const [table, names] of Object.entries(APPEND_ONLY)) {
    const refuse = `BEGIN SELECT RAISE(ABORT, '${table} are append-only'); END`;
    for (const change of ['UPDATE', 'DELETE'])
      add(
        `${table}_no_${change.toLowerCase()}`,
        `BEFORE ${change} ON "${table}" WHEN NOT (${allowed(table, change)}) ${refuse}`,
      );
    // "INSERT OR REPLACE" takes a row away without deleting it: where one stands already, nothing is put in its place.
    const stands = names
      .map((columns) => `(${columns.map((column) => `own."${column}" = NEW."${column}"`).join(' AND ')})`)
      .join(' OR ');
    add(
      `${table}_no_replace`,
      `BEFORE INSERT ON "${table}" WHEN EXISTS (SELECT 1 FROM "${table}" AS own WHERE ${stands}) ${refuse}`,
    );
  }
  for (const one of JOURNALED) for (const [name, when] of momentsOf(one)) add(name, `${when} ${markedAs(one)}`);
  return all;
}

/** A ballot is marked when it is handed in; all else when it is stored. */
const momentsOf = ({ of }: Journaled): [name: string, when: string][] =>
  of === 'ballots'
    ? [
        ['ballots_marked', `AFTER INSERT ON "ballots" WHEN NEW."handedInAt" IS NOT NULL`],
        [
          'ballots_marked_later',
          `AFTER UPDATE ON "ballots" WHEN NEW."handedInAt" IS NOT OLD."handedInAt" OR NEW."handInId" IS NOT OLD."handInId"`,
        ],
      ]
    : [[`${of}_marked`, `AFTER INSERT ON "${of}" WHEN NEW."tastingId" IS NOT NULL`]];

/** One more link of the chain: hash of the link before, of which table, which row, and of what it says. */
function markedAs(one: Journaled): string {
  const [name, said] = [nameOf(one, 'NEW'), `${HASH}(${contentOf(one, 'NEW')})`];
  const last = (what: string, none: string): string =>
    `COALESCE((SELECT ${what} FROM "journal" WHERE "tastingId" = NEW."tastingId" ORDER BY "number" DESC LIMIT 1), ${none})`;
  const line = `char(10)`;
  return `BEGIN INSERT INTO "journal" ("tastingId", "number", "of", "name", "said", "hash") SELECT NEW."tastingId", ${last('"number"', '0')} + 1, '${one.of}', ${name}, ${said}, ${HASH}(${last('"hash"', "''")} || ${line} || '${one.of}' || ${line} || ${name} || ${line} || ${said}); END`;
}

/**
 * Sets the guards, at every start, so that none can be forgotten.
 *
 * @returns names of those that were gone, or were others, in a file that had them all
 */
export async function guard(writer: DataSource): Promise<string[]> {
  const found = await writer.query<{ name: string; sql: string }[]>(
    `SELECT name, sql FROM sqlite_master WHERE type = 'trigger'`,
  );
  const there = new Map(found.map(({ name, sql }) => [name, sql]));
  const [{ user_version: before }] = await writer.query<{ user_version: number }[]>('PRAGMA user_version');
  const wanting = [...guards()].filter(([name, sql]) => there.get(name) !== sql);
  for (const [name, sql] of wanting) {
    await writer.query(`DROP TRIGGER IF EXISTS "${name}"`);
    await writer.query(sql);
  }
  if (before !== GUARDS) await writer.query(`PRAGMA user_version = ${GUARDS}`);
  return before === GUARDS ? wanting.map(([name]) => name) : [];
}
