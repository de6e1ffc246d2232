/**
 * Page's test for a stated order: do panelists' ranks rise from the first to the last
 * sample of an order that was written down before anyone tasted?
 *
 * Use it for complete rankings when theory or the question gives the order (more salt,
 * longer rest); it then finds a trend that Friedman's test would miss. Do not use it with
 * an order read off the data, nor when panelists saw different samples.
 *
 * The p-value is one-sided, for ranks that rise along the order: exact by convolution over
 * panelists for up to 11 samples, ties included, else from the normal limit.
 *
 * Source: Page 1963, *Journal of the American Statistical Association* 58, 216-230;
 * Hollander & Wolfe, *Nonparametric Statistical Methods*, section 7.2.
 *
 * @example
 * page([[1, 2, 3], [1, 3, 2], [1, 2, 3]]).L // 41
 */
import { normalCdf } from '../../numeric';
import type { NoTest, Probability } from '../certainty/probability';
import { rankSums } from './ranks';

/** Result of {@link page}. */
export interface PageResult {
  test: 'page';
  /** Sum over samples of place in the order times rank sum. */
  L: number;
  /** L in standard deviations above what chance gives. */
  z: number;
  probability: Probability;
  /** One-sided p of the normal limit, whatever `probability` rests on. */
  limitingP: number;
  rankSums: number[];
  panelists: number;
  samples: number;
}

const MOST_EXACT_SAMPLES = 11;
const STEP_BUDGET = 30_000_000;

/**
 * Page's L.
 *
 * @param rows one row of mid-ranks per panelist, samples in the expected order, lowest rank first
 */
export function page(rows: readonly (readonly number[])[]): PageResult | NoTest {
  const panelists = rows.length;
  const samples = rows[0]?.length ?? 0;
  if (panelists === 0) return { test: null, reason: 'No panelist ranked all samples of the order.' };
  if (samples < 2) return { test: null, reason: 'An order needs at least two samples.' };
  const sums = rankSums(rows);
  const L = sums.reduce((total, sum, at) => total + (at + 1) * sum, 0);
  const expected = (panelists * samples * (samples + 1) ** 2) / 4;
  const places = (samples * (samples * samples - 1)) / 12;
  const variance = rows.reduce((total, row) => total + (places * spread(row)) / (samples - 1), 0);
  if (variance === 0) return { test: null, reason: 'Every panelist tied all samples, so no order shows.' };
  const z = (L - expected) / Math.sqrt(variance);
  const limitingP = normalCdf(-z);
  const exact = exactUpperTail(rows, L);
  return {
    test: 'page',
    L,
    z,
    probability: exact === null ? { p: limitingP, from: 'limiting' } : { p: exact, from: 'exact' },
    limitingP,
    rankSums: sums,
    panelists,
    samples,
  };
}

/** Sum of squares of one panelist's ranks about their mean. */
function spread(row: readonly number[]): number {
  const mean = (row.length + 1) / 2;
  return row.reduce((total, rank) => total + (rank - mean) ** 2, 0);
}

function exactUpperTail(rows: readonly (readonly number[])[], L: number): number | null {
  const samples = rows[0].length;
  if (samples > MOST_EXACT_SAMPLES) return null;
  const most = Math.round((samples * (samples + 1) * (2 * samples + 1)) / 3);
  if (rows.length * rows.length * most * most > STEP_BUDGET) return null;
  const kinds = new Map<string, Float64Array>();
  // Index = doubled sum, since mid-ranks are halves.
  let total = Float64Array.from([1]);
  for (const row of rows) {
    const key = [...row].sort((a, b) => a - b).join();
    if (!kinds.has(key)) kinds.set(key, onePanelist(row));
    total = convolved(total, kinds.get(key) as Float64Array);
  }
  let tail = 0;
  for (let at = Math.round(2 * L); at < total.length; at++) tail += total[at];
  return Math.min(1, tail);
}

/** Chance of each doubled sum of place times rank for one panelist: built up place by place over subsets of the ranks. */
function onePanelist(row: readonly number[]): Float64Array {
  const k = row.length;
  const doubled = row.map((rank) => Math.round(2 * rank));
  const most = [...doubled].sort((a, b) => a - b).reduce((total, rank, at) => total + rank * (at + 1), 0);
  let states = new Map<number, Float64Array>([
    [0, Float64Array.from({ length: most + 1 }, (_, at) => (at === 0 ? 1 : 0))],
  ]);
  for (let place = 1; place <= k; place++) {
    const next = new Map<number, Float64Array>();
    for (const [used, chances] of states) {
      for (let rank = 0; rank < k; rank++) {
        if (used & (1 << rank)) continue;
        const key = used | (1 << rank);
        const target = next.get(key) ?? new Float64Array(most + 1);
        const move = doubled[rank] * place;
        for (let at = 0; at + move <= most; at++) target[at + move] += chances[at];
        next.set(key, target);
      }
    }
    states = next;
  }
  const ways = states.get(2 ** k - 1) as Float64Array;
  const all = ways.reduce((sum, way) => sum + way, 0);
  return ways.map((way) => way / all);
}

function convolved(left: Float64Array, right: Float64Array): Float64Array<ArrayBuffer> {
  const result = new Float64Array(left.length + right.length - 1);
  for (let a = 0; a < left.length; a++) {
    if (left[a] === 0) continue;
    for (let b = 0; b < right.length; b++) result[a + b] += left[a] * right[b];
  }
  return result;
}
