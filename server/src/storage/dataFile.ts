import { accessSync, chmodSync, constants, existsSync, mkdirSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { isLogDamaged } from './wal';

/** A data file that cannot be used as it is; the message says what to do. */
export class UnfitFile extends Error {}

/** A data file that is this process's alone. */
export interface Claim {
  release: () => void;
}

const PRIVATE = 0o600;

/**
 * Takes a data file for this process, until it ends, however it ends: a lock of the operating
 * system on a file beside it, which a killed process leaves behind without it being held.
 *
 * @throws UnfitFile when another process has it, or the folder cannot be written
 */
export function claim(data: string): Claim {
  mkdirSync(dirname(data), { recursive: true });
  const beside = `${data}.lock`;
  let lock: Database.Database | undefined;
  try {
    lock = new Database(beside, { timeout: 0 });
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock?.close();
    throw codeOf(error).startsWith('SQLITE_BUSY')
      ? new UnfitFile(`Another Jacana is using ${data}. Stop it first, or start with another file.`)
      : new UnfitFile(
          `The folder ${dirname(data)} cannot be written. Give yourself the right to, or choose another folder.`,
        );
  }
  const held = lock;
  makePrivate(beside);
  return { release: () => void held.close() };
}

/**
 * Looks whether a data file is one, whole, writable, and no newer than this program. What it finds
 * wrong is left as it is.
 *
 * @param migrations names of those that this program knows
 * @throws UnfitFile with the way out
 */
export function inspect(data: string, migrations: readonly string[]): void {
  if (!existsSync(data)) return;
  try {
    accessSync(data, constants.R_OK | constants.W_OK);
  } catch {
    throw new UnfitFile(
      `${data} cannot be written: it is read-only, or another person’s. Give yourself the right to, and start again.`,
    );
  }
  const damaged = new UnfitFile(
    `${data} is damaged. It is left as it is; go back to a backup: npm run restore -- BACKUP.db ${data}`,
  );
  // Before SQLite looks: it would go on without what it cannot read.
  if (isLogDamaged(data))
    throw new UnfitFile(
      `${data}-wal is damaged: some of what was stored last cannot be read. All is left as it is. Go back to a backup: npm run restore -- BACKUP.db ${data}. Or go on with what can be read: npm run backup -- ${data} OTHER.db, and start with that.`,
    );
  let file: Database.Database | undefined;
  try {
    file = new Database(data, { fileMustExist: true });
    if (file.pragma('quick_check(1)', { simple: true }) !== 'ok') throw damaged;
    refuseNewer(file, data, migrations);
  } catch (error) {
    if (codeOf(error) === 'SQLITE_NOTADB')
      throw new UnfitFile(`${data} is not a Jacana data file. Choose another name, or go back to a backup.`);
    if (codeOf(error).startsWith('SQLITE_READONLY') || codeOf(error) === 'SQLITE_CANTOPEN')
      throw new UnfitFile(`${data} cannot be written: the disk or its folder is read-only. Free it, and start again.`);
    throw codeOf(error).startsWith('SQLITE_CORRUPT') ? damaged : error;
  } finally {
    file?.close();
  }
}

/** A file that a newer Jacana has moved on cannot be read by an older one without loss. */
function refuseNewer(file: Database.Database, data: string, migrations: readonly string[]): void {
  const tables = file.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all() as string[];
  if (!tables.includes('migrations')) {
    if (tables.length > 0) throw new UnfitFile(`${data} is a database of another program. Choose another name.`);
    return;
  }
  const known = new Set(migrations);
  const done = file.prepare('SELECT name FROM migrations').pluck().all() as string[];
  const newer = done.filter((name) => !known.has(name));
  if (newer.length > 0)
    throw new UnfitFile(
      `${data} was last used by a newer Jacana. Update this one, or go back to a backup from before.`,
    );
}

/** Whoever reads the file reads every key in it: it is its owner's alone, with what SQLite keeps beside it. */
export function makePrivate(data: string): void {
  for (const file of [data, `${data}-wal`, `${data}-shm`]) if (existsSync(file)) chmodSync(file, PRIVATE);
}

/**
 * Copies one consistent state of a data file, whatever is written meanwhile, and looks at the copy.
 *
 * @throws UnfitFile when the copy is not sound; it is left for whoever wants to look
 */
export function copyFile(from: string, to: string): void {
  if (resolve(from) === resolve(to)) throw new UnfitFile('A copy needs another name.');
  if (!existsSync(from)) throw new UnfitFile(`There is no file ${from}.`);
  if (existsSync(to)) throw new UnfitFile(`${to} exists already. Choose another name.`);
  const source = new Database(from, { readonly: true });
  try {
    source.prepare('VACUUM INTO ?').run(to);
  } finally {
    source.close();
  }
  makePrivate(to);
  const copy = new Database(to, { readonly: true });
  try {
    const found = String(copy.pragma('integrity_check(1)', { simple: true }));
    if (found !== 'ok')
      throw new UnfitFile(`The copy is not sound (${found}). Keep ${from} as it is, and copy it to another disk.`);
  } finally {
    copy.close();
  }
}

const codeOf = (error: unknown): string => (error as { code?: string }).code ?? '';
