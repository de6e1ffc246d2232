import type { TastingBundle } from '../../src/bundle';
import {
  findings,
  plannedView,
  rankingView,
  sectionOf,
  type PlannedView,
  type RankingView,
  type SectionData,
} from '../../src/findings';
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

/** What every findings say beside the planned test, by the names of their sections. */
type Beside = Pick<SectionData, 'sensitivity' | 'limits' | 'next'>;

/** Findings with these sections beside the rest. */
export function besides(bundle: TastingBundle): ReturnType<typeof findings> & Beside {
  const found = findings(bundle);
  const of = <Id extends 'sensitivity' | 'limits' | 'next'>(id: Id) => sectionOf(found, id) as SectionData[Id];
  return { ...found, sensitivity: of('sensitivity'), limits: of('limits'), next: of('next') };
}

/** The findings of a complete ranking. */
export function rankingFindings(bundle: TastingBundle): RankingView & Beside {
  const found = besides(bundle);
  const view = rankingView(found);
  if (!view) throw new Error(`These are findings of a ${found.test}.`);
  return { ...found, ...view };
}

/** The findings of any other planned test. */
export function plannedFindings(bundle: TastingBundle): PlannedView & Beside {
  const found = besides(bundle);
  const view = plannedView(found);
  if (!view) throw new Error('This was planned as a complete ranking.');
  return { ...found, ...view };
}
