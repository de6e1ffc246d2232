/**
 * The Skillings-Mack test: Friedman's question when answers are missing in any pattern.
 *
 * Use it for unbalanced or incomplete rankings. It equals Friedman's test on complete
 * data without ties and Durbin's on a balanced incomplete design. Do not use it when
 * answers are missing because of what they would have been (a panelist who skipped what
 * looked bad), or when some samples are linked to others through nobody's tasting.
 *
 * A panelist with fewer than two values says nothing about differences and is set aside.
 * The p-value is exact when all arrangements can be enumerated, else from seeded
 * relabelings for panels of up to 100, else from the chi-squared limit.
 *
 * Source: Skillings & Mack 1981, *Technometrics* 23, 171-177; Hollander & Wolfe, section 7.8.
 *
 * @example
 * skillingsMack([{ samples: [0, 1, 2], values: [1, 2, 3] }, { samples: [0, 2], values: [1, 2] }], 3, { seed: '1' }).statistic // 2.986
 */
import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import { chiSquaredUpperTail } from '../../numeric';
import type { NoTest, Probability } from '../certainty/probability';
import type { FriedmanOptions } from './friedman';
import { midRanks } from './ranks';
import { relabelingProbability, type Block } from './relabel';

/** Result of {@link skillingsMack}. */
export interface SkillingsMackResult {
  test: 'skillings-mack';
  statistic: number;
  df: number;
  probability: Probability;
  limitingP: number;
  /** Sum of ranks per sample, as ranked among what each panelist tasted. */
  rankSums: number[];
  /** Per sample, the adjusted sum: below 0 when ranked lower than chance would have it. */
  adjustedSums: number[];
  /** Panelists who count, and how many were set aside for having fewer than two values. */
  panelists: number;
  setAside: number;
  samples: number;
}

/** @param blocks per panelist, which samples (numbered from 0) and their values; ranked here, ascending */
export function skillingsMack(
  blocks: readonly Block[],
  samples: number,
  options: FriedmanOptions,
): SkillingsMackResult | NoTest {
  const used = blocks.filter((block) => block.samples.length >= 2);
  if (used.length === 0 || samples < 2) return { test: null, reason: 'No panelist gave values to two samples.' };
  const rankSums = new Array<number>(samples).fill(0);
  const covariance = Matrix.zeros(samples, samples);
  const scored = used.map(({ samples: places, values }) => {
    const k = places.length;
    const ranks = midRanks(values);
    ranks.forEach((rank, at) => (rankSums[places[at]] += rank));
    for (const a of places) {
      for (const b of places) covariance.set(a, b, covariance.get(a, b) + (a === b ? k - 1 : -1));
    }
    const weight = Math.sqrt(12 / (k + 1));
    return { samples: places, values: ranks.map((rank) => weight * (rank - (k + 1) / 2)) };
  });
  const parts = linkedGroups(used, samples);
  if (parts > 1) {
    return {
      test: null,
      reason: `The samples fall into ${parts} groups that no panelist's values link, so they cannot be compared.`,
    };
  }
  const adjustedSums = new Array<number>(samples).fill(0);
  for (const block of scored) block.values.forEach((value, at) => (adjustedSums[block.samples[at]] += value));
  if (scored.every((block) => block.values.every((value) => Math.abs(value) < 1e-12))) {
    return { test: null, reason: 'Every panelist tied all samples, so no sample stands above another.' };
  }
  const inverse = new SingularValueDecomposition(covariance, { autoTranspose: true }).inverse().to2DArray();
  const form = (sums: ArrayLike<number>): number => {
    let total = 0;
    for (let a = 0; a < samples; a++) for (let b = 0; b < samples; b++) total += sums[a] * inverse[a][b] * sums[b];
    return Math.max(0, total);
  };
  const statistic = form(adjustedSums);
  const df = samples - 1;
  const limitingP = chiSquaredUpperTail(statistic, df);
  return {
    test: 'skillings-mack',
    statistic,
    df,
    probability: options.asymptotic
      ? { p: limitingP, from: 'limiting' }
      : relabelingProbability({ ...options, blocks: scored, samples, statistic: form }, limitingP),
    limitingP,
    rankSums,
    adjustedSums,
    panelists: used.length,
    setAside: blocks.length - used.length,
    samples,
  };
}

/** How many groups of samples there are with no panelist in common. */
export function linkedGroups(blocks: readonly Pick<Block, 'samples'>[], samples: number): number {
  const group = Array.from({ length: samples }, (_, sample) => sample);
  const root = (sample: number): number => (group[sample] === sample ? sample : (group[sample] = root(group[sample])));
  for (const { samples: places } of blocks) for (const sample of places) group[root(sample)] = root(places[0]);
  return new Set(group.map((_, sample) => root(sample))).size;
}
