/**
 * Durbin's test: Friedman's question when each panelist tasted only some of the samples,
 * in a balanced incomplete block design.
 *
 * Use it when every panelist had the same number of samples, every sample came up equally
 * often, and every two samples met equally often. Do not use it for anything less balanced
 * (Skillings-Mack does that), or for complete rankings, where it is Friedman's test.
 *
 * The p-value is exact when all arrangements can be enumerated, else from seeded
 * relabelings for panels of up to 100, else from the chi-squared limit.
 *
 * Source: Durbin 1951; tie-corrected form and its F version in Conover, *Practical
 * Nonparametric Statistics*, section 5.9.
 *
 * @example
 * durbin([{ samples: [0, 1], values: [1, 2] }, { samples: [1, 2], values: [1, 2] }, { samples: [0, 2], values: [1, 2] }], 3, { seed: '1' }).statistic // 2.667
 */
import { chiSquaredUpperTail, fUpperTail } from '../../numeric';
import type { NoTest, Probability } from '../certainty/probability';
import type { FriedmanOptions } from './friedman';
import { midRanks } from './ranks';
import { relabelingProbability, type Block } from './relabel';

/** Result of {@link durbin}. */
export interface DurbinResult {
  test: 'durbin';
  /** Chi-squared form, corrected for ties. */
  statistic: number;
  df: number;
  probability: Probability;
  limitingP: number;
  /** The F form, which Conover finds closer in small designs; null when agreement is complete. */
  f: { F: number; df1: number; df2: number; p: number } | null;
  rankSums: number[];
  panelists: number;
  samples: number;
  /** Samples per panelist, servings per sample, meetings of each two samples. */
  design: { perPanelist: number; replication: number; concurrence: number };
}

/** @param blocks per panelist, which samples (numbered from 0) and their values; ranked here, ascending */
export function durbin(blocks: readonly Block[], samples: number, options: FriedmanOptions): DurbinResult | NoTest {
  if (blocks.length === 0 || samples < 2) return { test: null, reason: 'There are not two samples to compare.' };
  const design = balance(blocks, samples);
  if (typeof design === 'string') {
    return { test: null, reason: `${design} Durbin's test needs a balanced design; the Skillings-Mack test does not.` };
  }
  const ranked = blocks.map((block) => ({ samples: block.samples, values: midRanks(block.values) }));
  const sums = new Array<number>(samples).fill(0);
  let squares = 0;
  for (const { samples: places, values } of ranked) {
    places.forEach((sample, at) => (sums[sample] += values[at]));
    squares += values.reduce((total, rank) => total + rank * rank, 0);
  }
  const { perPanelist: k, replication: r } = design;
  const centre = (blocks.length * k * (k + 1) ** 2) / 4;
  const spread = squares - centre;
  if (spread <= 0) return { test: null, reason: 'Every panelist tied all samples, so no sample stands above another.' };
  const scatter = (values: ArrayLike<number>): number => {
    let total = 0;
    for (let at = 0; at < samples; at++) total += values[at] ** 2;
    return Math.max(0, ((samples - 1) * (total - r * centre)) / spread);
  };
  const statistic = scatter(sums);
  const df = samples - 1;
  const limitingP = chiSquaredUpperTail(statistic, df);
  return {
    test: 'durbin',
    statistic,
    df,
    probability: relabelingProbability({ ...options, blocks: ranked, samples, statistic: scatter }, limitingP),
    limitingP,
    f: fForm(statistic, blocks.length, samples, k),
    rankSums: sums,
    panelists: blocks.length,
    samples,
    design,
  };
}

function fForm(statistic: number, b: number, t: number, k: number): DurbinResult['f'] {
  const df1 = t - 1;
  const df2 = b * k - b - t + 1;
  const rest = b * (k - 1) - statistic;
  if (df2 <= 0 || rest <= 1e-9) return null;
  const F = statistic / df1 / (rest / df2);
  return { F, df1, df2, p: fUpperTail(F, df1, df2) };
}

/** The design's constants, or what is uneven about it. */
function balance(blocks: readonly Block[], samples: number): DurbinResult['design'] | string {
  const perPanelist = blocks[0].samples.length;
  if (blocks.some((block) => block.samples.length !== perPanelist)) {
    return 'Panelists did not all taste the same number of samples.';
  }
  if (perPanelist < 2) return 'Each panelist tasted only one sample.';
  const meetings = Array.from({ length: samples }, () => new Array<number>(samples).fill(0));
  for (const block of blocks) for (const a of block.samples) for (const b of block.samples) meetings[a][b]++;
  const replication = meetings[0][0];
  if (meetings.some((row, at) => row[at] !== replication)) return 'Samples were not all tasted equally often.';
  const concurrence = meetings[0][1];
  if (meetings.some((row, a) => row.some((count, b) => a !== b && count !== concurrence))) {
    return 'Not every two samples were tasted by equally many panelists together.';
  }
  return { perPanelist, replication, concurrence };
}
