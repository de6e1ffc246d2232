import type { RandomStream } from '../numeric';

/** The truth that a simulated panel tastes. */
export interface SimulatedTruth {
  /** How much each sample is liked, on the 1 to 9 scale. */
  liking: readonly number[];
  /** Standard deviation of taste between people, per sample. */
  disagreement: number;
  /** Standard deviation of one person's answer to one portion. */
  noise: number;
}

/** One simulated panelist: a score per sample and the ranking that follows from the same impressions. */
export interface SimulatedAnswers {
  scores: number[];
  /** Sample numbers in groups from most to least liked. */
  ranking: number[][];
}

/**
 * Lets one simulated panelist taste all samples: impression = liking + own taste + noise,
 * all normal. Scores are impressions rounded to 1..9; the ranking is by impression.
 *
 * @param ties when true, impressions within 0.15 of the one before share its place
 */
export function simulatePanelist(truth: SimulatedTruth, ties: boolean, random: RandomStream): SimulatedAnswers {
  const impressions = truth.liking.map(
    (mean) => mean + truth.disagreement * random.normal() + truth.noise * random.normal(),
  );
  const order = impressions.map((_, sample) => sample).sort((a, b) => impressions[b] - impressions[a]);
  const ranking: number[][] = [];
  order.forEach((sample, place) => {
    const close = place > 0 && impressions[order[place - 1]] - impressions[sample] < 0.15;
    if (ties && close) ranking[ranking.length - 1].push(sample);
    else ranking.push([sample]);
  });
  return { scores: impressions.map((value) => Math.min(9, Math.max(1, Math.round(value)))), ranking };
}
