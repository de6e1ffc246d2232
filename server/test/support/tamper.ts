import { createHash } from 'node:crypto';
import Database from 'better-sqlite3';

export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/** As somebody who has the file, knows all of Jacana, and takes its guards away while they work. */
export function tamper(data: string, work: (file: Database.Database) => void): void {
  const file = new Database(data);
  file.function('jacana_sha256', sha256);
  const guards = file.prepare(`SELECT name, sql FROM sqlite_master WHERE type = 'trigger'`).all() as {
    name: string;
    sql: string;
  }[];
  for (const { name } of guards) file.exec(`DROP TRIGGER "${name}"`);
  work(file);
  for (const { sql } of guards) file.exec(sql);
  file.close();
}
