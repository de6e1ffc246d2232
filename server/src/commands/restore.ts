import { existsSync, renameSync } from 'node:fs';
import Database from 'better-sqlite3';
import { migrationNames } from '../database/migrations';
import { claim, copyFile, inspect, UnfitFile } from '../storage/dataFile';

/**
 * Puts a backup in the place of a data file: `npm run restore -- BACKUP.db FILE.db`. What was there is kept
 * beside it, with its -wal; everybody signs in anew.
 */
export function restore(backup: string, data: string, now: Date): string | null {
  if (!existsSync(backup)) throw new UnfitFile(`There is no file ${backup}.`);
  inspect(backup, migrationNames());
  const { release } = claim(data);
  try {
    const aside = existsSync(data) ? `${data}.before-${now.toISOString().slice(0, 19).replaceAll(':', '-')}` : null;
    if (aside) for (const end of ['', '-wal', '-shm']) if (existsSync(data + end)) renameSync(data + end, aside + end);
    copyFile(backup, data);
    const file = new Database(data);
    file.prepare('DELETE FROM sessions').run();
    file.close();
    return aside;
  } finally {
    release();
  }
}

function main([backup, data]: string[]): void {
  if (!backup || !data) {
    process.stderr.write('Say which copy goes where: npm run restore -- copy.db tastings.db\n');
    process.exit(2);
  }
  try {
    const aside = restore(backup, data, new Date());
    process.stdout.write(
      `${data} is ${backup} again. Everybody signs in anew.${aside ? ` What was there is ${aside}.` : ''}\n`,
    );
  } catch (error) {
    if (!(error instanceof UnfitFile)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exit(1);
  }
}

if (require.main === module) main(process.argv.slice(2));
