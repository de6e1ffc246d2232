import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { basename, join } from 'node:path';
import { copyFile } from './dataFile';

/** Where copies are kept, and how often one is made. */
export interface BackupPlan {
  folder: string;
  everyMinutes: number;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** tastings-2026-11-28T17-04-05.db */
const NAMED = /-(\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2})\.db$/;

const momentIn = (name: string): number => {
  const [, at] = NAMED.exec(name) ?? [];
  return at ? Date.parse(`${at.slice(0, 10)}T${at.slice(11).replaceAll('-', ':')}Z`) : NaN;
};

/**
 * Makes a copy of the data file and lets go of those that are no longer worth keeping: all of the last
 * day stay, then one an hour of the last two days, then one a day of the last thirty.
 *
 * @returns the copy's name
 */
export function backUp(data: string, folder: string, now: number): string {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const stem = basename(data).replace(/\.db$/, '');
  const to = firstFree(join(folder, stem), now);
  try {
    copyFile(data, to);
  } catch (error) {
    // Half a copy is none.
    if (existsSync(to)) rmSync(to);
    throw error;
  }
  for (const old of tooMany(
    readdirSync(folder).filter((one) => one.startsWith(`${stem}-`)),
    now,
  ))
    rmSync(join(folder, old));
  return to;
}

/** Named by its second, or by the next one of which there is no copy yet. */
function firstFree(stem: string, now: number): string {
  const name = `${stem}-${new Date(now).toISOString().slice(0, 19).replaceAll(':', '-')}.db`;
  return existsSync(name) ? firstFree(stem, now + 1000) : name;
}

/** So many stay whatever the clock says: one that is far ahead must not make all of them old. */
const LEAST_KEPT = 10;

/** Of copies by their names, those that may go. Files with other names are nobody's business. */
export function tooMany(names: readonly string[], now: number): string[] {
  const kept = new Set<string>();
  return names
    .filter((name) => Number.isFinite(momentIn(name)))
    .sort((a, b) => momentIn(b) - momentIn(a))
    .slice(LEAST_KEPT)
    .filter((name) => {
      const age = now - momentIn(name);
      if (age <= DAY) return false;
      const [span, most] = age <= 2 * DAY ? [HOUR, 2 * DAY] : [DAY, 30 * DAY];
      const slot = `${span} ${Math.floor(momentIn(name) / span)}`;
      const isFirst = !kept.has(slot);
      kept.add(slot);
      return age > most || !isFirst;
    });
}
