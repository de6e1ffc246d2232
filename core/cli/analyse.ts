import { friedman, midRanks } from '../src/inference';
import { readLongTable, type Columns, type LongTable } from './table';
import { BadInput } from './badInput';

export interface AnalyseOptions extends Columns {
  test: string;
  higherIsBetter?: boolean;
  alpha: number;
  seed: string;
}

/** What `jacana analyse --test friedman` prints. */
export interface FriedmanReport {
  test: 'friedman';
  statistic: number | null;
  df: number | null;
  p: number | null;
  probability: unknown;
  kendallW: number | null;
  rankSums: Record<string, number>;
  panelists: number;
  leftOut: string[];
  /** Sample with the best rank sum, or null when p is above alpha or there is no test. */
  leads: string | null;
  reason?: string;
}

/** Friedman's test on a long table; panelists without a value for every sample are left out and named. */
export function analyse(text: string, options: AnalyseOptions): FriedmanReport {
  if (options.test !== 'friedman') throw new BadInput(`Unknown test "${options.test}". This version knows: friedman.`);
  const { panelist, sample, value } = options;
  const table = readLongTable(text, { panelist, sample, value });
  const complete = table.panelists
    .map((_, at) => at)
    .filter((at) => table.samples.every((_, column) => table.values[at][column] !== undefined));
  const rows = complete.map((at) => midRanks(table.samples.map((_, column) => table.values[at][column] as number)));
  const result = friedman(rows, { seed: options.seed });
  const leftOut = table.panelists.filter((_, at) => !complete.includes(at));
  const nothing = { statistic: null, df: null, p: null, probability: null, kendallW: null, leads: null };
  const shared = { test: 'friedman' as const, panelists: rows.length, leftOut };
  if (result.test === null) return { ...shared, ...nothing, rankSums: {}, reason: result.reason };
  return {
    ...shared,
    statistic: result.statistic,
    df: result.df,
    p: result.probability.p,
    probability: result.probability,
    kendallW: result.kendallW,
    rankSums: Object.fromEntries(table.samples.map((sample, at) => [sample, result.rankSums[at]])),
    leads:
      result.probability.p <= options.alpha ? leader(table, result.rankSums, options.higherIsBetter ?? false) : null,
  };
}

/** Ranks ascend with the value, so high scores lead by the largest sum, ranks by the smallest. */
function leader({ samples }: LongTable, sums: number[], higherIsBetter: boolean): string | null {
  const best = higherIsBetter ? Math.max(...sums) : Math.min(...sums);
  const leading = samples.filter((_, at) => sums[at] === best);
  return leading.length === 1 ? leading[0] : null;
}
