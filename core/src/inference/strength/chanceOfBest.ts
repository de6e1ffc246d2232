/**
 * The chance that each sample is the best one: how often it comes out on top when the
 * panel is drawn anew from the fitted Plackett-Luce model.
 *
 * Use it to say how sure a lead is in one number per sample. It is a statement about the
 * estimate, not a vote share: 0.6 does not mean that six in ten prefer it. Not where the
 * model does not fit, as when panelists fall into groups of opposite taste.
 *
 * Parametric bootstrap: each drawn panel has the same tastings as the real one, without
 * ties; strengths are estimated again, and the top one counted. Strengths that needed the
 * penalty are estimated with it again.
 *
 * Source: Efron & Tibshirani, *An Introduction to the Bootstrap*, section 6.5.
 *
 * @example
 * chanceOfBest([[[0], [1]], [[0], [1]], [[0], [1]]], plackettLuce([[[0], [1]], [[0], [1]], [[0], [1]]], 2), { seed: '1', draws: 200 }).chances.length // 2
 */
import { randomStream, type RandomStream } from '../../numeric';
import type { PlackettLuceResult, Ranking } from './plackettLuce';

/** Result of {@link chanceOfBest}. */
export interface ChanceOfBest {
  /** Per sample; they sum to 1. */
  chances: number[];
  draws: number;
  /** Largest Monte Carlo standard error among them. */
  standardError: number;
}

/** How to draw. */
export interface ChanceOfBestOptions {
  seed: string;
  /** Default 1000, or fewer where so many panels would hold more than two million rankings. */
  draws?: number;
  onProgress?: (fraction: number) => void;
}

export function chanceOfBest(
  rankings: readonly Ranking[],
  fit: PlackettLuceResult,
  { seed, draws = panelsFor(rankings.length), onProgress }: ChanceOfBestOptions,
): ChanceOfBest {
  const random = randomStream(seed, 'chance-of-best');
  const tasted = rankings.map((ranking) => ranking.flat()).filter((samples) => samples.length > 1);
  const tops = new Array<number>(fit.samples).fill(0);
  for (let draw = 0; draw < draws; draw++) {
    const panel = tasted.map((samples) => drawRanking(samples, fit.logWorth, random));
    credit(tops, estimatedAgain(panel, fit));
    if (draw % 16 === 0) onProgress?.(draw / draws);
  }
  const chances = tops.map((top) => top / draws);
  return { chances, draws, standardError: Math.sqrt(Math.max(...chances.map((p) => p * (1 - p))) / draws) };
}

const panelsFor = (rankings: number): number => Math.max(100, Math.min(1000, Math.floor(2_000_000 / rankings)));

/** One ranking from the model: the largest of log worth plus Gumbel noise comes first. */
function drawRanking(samples: readonly number[], logWorth: readonly number[], random: RandomStream): number[] {
  return samples
    .map((sample) => ({ sample, height: logWorth[sample] - Math.log(-Math.log(random.fraction() || 1e-10)) }))
    .sort((a, b) => b.height - a.height)
    .map(({ sample }) => sample);
}

const MOST_STEPS = 60;

/**
 * Maximum likelihood from where the real panel ended, with the curvature there for all
 * steps: the drawn panel's own curvature is near enough, and would cost ten times as much.
 */
function estimatedAgain(
  panel: readonly number[][],
  { logWorth, covariance, samples, penalised }: PlackettLuceResult,
): number[] {
  const at = [...logWorth];
  for (let step = 0; step < MOST_STEPS; step++) {
    const slope = slopeAt(panel, at);
    if (penalised) at.forEach((x, sample) => (slope[sample] += 0.5 - 1 / (1 + Math.exp(-x))));
    let largest = 0;
    for (let a = 0; a < samples; a++) {
      let move = 0;
      for (let b = 0; b < samples; b++) move += covariance[a][b] * slope[b];
      at[a] += Math.max(-1, Math.min(1, move));
      largest = Math.max(largest, Math.abs(move));
    }
    if (largest < 1e-4) break;
  }
  return at;
}

/** First derivatives of the log-likelihood of strict rankings, by sums from the last place up. */
function slopeAt(panel: readonly number[][], logWorth: readonly number[]): Float64Array {
  const worth = logWorth.map(Math.exp);
  const slope = new Float64Array(logWorth.length);
  for (const ranking of panel) {
    let left = 0;
    for (const sample of ranking) left += worth[sample];
    let shares = 0;
    ranking.forEach((sample, place) => {
      const isChoice = place + 1 < ranking.length;
      if (isChoice) shares += 1 / left;
      slope[sample] += (isChoice ? 1 : 0) - worth[sample] * shares;
      left -= worth[sample];
    });
  }
  return slope;
}

/** The top sample gets the credit; samples level with it share it. */
function credit(tops: number[], heights: readonly number[]): void {
  const best = heights.reduce((most, x) => Math.max(most, x), -Infinity);
  const level = heights.flatMap((x, at) => (x >= best - 1e-9 ? [at] : []));
  for (const at of level) tops[at] += 1 / level.length;
}
