/**
 * Cochran's Q: is a yes-no answer (a word checked, or not) given more often for some
 * samples than for others, by panelists who judged all of them?
 *
 * Use it for one word of a check-all-that-apply list; follow it by McNemar's test for
 * pairs, adjusted by Holm. Panelists who answered the same for all samples say nothing
 * about differences, and do not change Q. Not for panelists who saw different samples.
 *
 * p is exact where all arrangements can be enumerated, else from seeded relabelings for
 * panels of up to 100, else from the chi-squared limit.
 *
 * Source: Cochran 1950, *Biometrika* 37, 256-266; Conover, section 4.6; McNemar 1947,
 * *Psychometrika* 12, 153-157 (exact binomial form).
 *
 * @example
 * cochranQ([[1, 1, 0], [1, 0, 0], [1, 1, 0], [1, 0, 1]], { seed: '1' }).statistic // 3.5
 */
import { binomialUpperTail, chiSquaredUpperTail } from '../../numeric';
import { holm } from '../certainty/holm';
import type { NoTest, Probability } from '../certainty/probability';
import type { FriedmanOptions } from '../rankings/friedman';
import { relabelingProbability } from '../rankings/relabel';

/** Result of {@link cochranQ}. */
export interface CochranQResult {
  test: 'cochran-q';
  statistic: number;
  df: number;
  probability: Probability;
  limitingP: number;
  /** How many said yes, per sample. */
  counts: number[];
  pairs: McNemarPair[];
  panelists: number;
  /** Panelists who answered differently for different samples. */
  informative: number;
  samples: number;
}

/** One pair of samples. */
export interface McNemarPair {
  a: number;
  b: number;
  /** Yes for a only, and for b only. */
  onlyA: number;
  onlyB: number;
  /** Exact, two-sided; then adjusted over all pairs by Holm. */
  p: number;
  adjustedP: number;
}

/** @param rows per panelist, 1 or 0 for every sample */
export function cochranQ(rows: readonly (readonly number[])[], options: FriedmanOptions): CochranQResult | NoTest {
  const samples = rows[0]?.length ?? 0;
  if (rows.length === 0) return { test: null, reason: 'No panelist answered for all samples.' };
  if (samples < 2) return { test: null, reason: 'There are not two samples to compare.' };
  const informative = rows.filter((row) => row.some((answer) => answer !== row[0]));
  if (informative.length === 0) {
    return { test: null, reason: 'Everyone answered the same for all samples, so none stands out.' };
  }
  const counts = rows[0].map((_, sample) => rows.reduce((sum, row) => sum + row[sample], 0));
  const spread = rows.reduce((total, row) => {
    const yes = row.reduce((sum, answer) => sum + answer, 0);
    return total + yes * (samples - yes);
  }, 0);
  const scatter = (sums: ArrayLike<number>): number => {
    let total = 0;
    let squares = 0;
    for (let at = 0; at < samples; at++) {
      total += sums[at];
      squares += sums[at] ** 2;
    }
    return Math.max(0, ((samples - 1) * (samples * squares - total * total)) / spread);
  };
  const inner = counts.map((_, sample) => informative.reduce((sum, row) => sum + row[sample], 0));
  const statistic = scatter(inner);
  const limitingP = chiSquaredUpperTail(statistic, samples - 1);
  const places = counts.map((_, sample) => sample);
  const blocks = informative.map((values) => ({ samples: places, values }));
  return {
    test: 'cochran-q',
    statistic,
    df: samples - 1,
    probability: relabelingProbability({ ...options, blocks, samples, statistic: scatter }, limitingP),
    limitingP,
    counts,
    pairs: mcNemarPairs(rows),
    panelists: rows.length,
    informative: informative.length,
    samples,
  };
}

/** McNemar's exact test for every two samples. */
export function mcNemarPairs(rows: readonly (readonly number[])[]): McNemarPair[] {
  const samples = rows[0]?.length ?? 0;
  const pairs: Omit<McNemarPair, 'adjustedP'>[] = [];
  for (let a = 0; a < samples; a++) {
    for (let b = a + 1; b < samples; b++) {
      const onlyA = rows.filter((row) => row[a] === 1 && row[b] === 0).length;
      const onlyB = rows.filter((row) => row[a] === 0 && row[b] === 1).length;
      const p = Math.min(1, 2 * binomialUpperTail(Math.max(onlyA, onlyB), onlyA + onlyB, 0.5));
      pairs.push({ a, b, onlyA, onlyB, p: onlyA + onlyB === 0 ? 1 : p });
    }
  }
  const adjusted = holm(pairs.map((pair) => pair.p));
  return pairs.map((pair, at) => ({ ...pair, adjustedP: adjusted[at] }));
}
