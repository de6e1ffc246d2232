import type { TastingBundle } from '../../src/bundle';
import { findings, type RankingFindings } from '../../src/findings';
import type { NoTest } from '../../src/inference';

/** The result of a test that there is one of. */
export function tested<T extends { test: string }>(result: T | NoTest): T {
  if (result.test === null) throw new Error(result.reason);
  return result;
}

/** Blocks from a table in which null stands for what was not served. */
export function blocksOf(rows: readonly (readonly (number | null)[])[]) {
  return rows.map((row) => {
    const samples = row.flatMap((value, at) => (value === null ? [] : [at]));
    return { samples, values: samples.map((at) => row[at] as number) };
  });
}

/** Every number in a result, wherever it stands, with the way to it. */
export function numbersIn(value: unknown, path = ''): [string, number][] {
  if (typeof value === 'number') return [[path, value]];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, part]) => numbersIn(part, `${path}.${key}`));
}

/** The findings of a complete ranking. */
export function rankingFindings(bundle: TastingBundle): RankingFindings {
  const found = findings(bundle);
  if (found.kind !== 'ranking') throw new Error(`These are findings of a ${found.test}.`);
  return found;
}
