import { chiSquaredQuantile, randomStream, type RandomStream } from '../numeric';
import { shareOf } from './simulated';

/** A ranking that is planned, and what the panel would really taste. */
export interface RankingPlan {
  panelists: number;
  /** True mean impression per sample, on any scale; higher is better. */
  liking: readonly number[];
  /** Standard deviation of one panelist's impression of one sample: taste and noise together. */
  spread: number;
  alpha: number;
  seed: string;
  /** Simulated panels; default 5,000. */
  panels?: number;
  onProgress?: (fraction: number) => void;
}

/** Result of {@link rankingPower}. */
export interface RankingPower {
  /** Share of the panels in which Friedman's test finds a difference at alpha. */
  power: number;
  /** Share in which the truly best sample has the lowest rank sum to itself. */
  bestLeads: number;
  /** Monte Carlo standard error of `power`. */
  standardError: number;
  panels: number;
}

/** From this many panelists on, the chi-squared limit of Friedman's statistic is close enough to judge by. */
const LARGE_PANEL = 40;
const NULL_PANELS = 20_000;

/**
 * How often a ranking panel would find a difference that is really there, by simulation:
 * each panelist's impressions are normal about the true means, and ranked. The critical
 * value of Friedman's statistic comes from panels that rank at random, or from the
 * chi-squared limit in large panels.
 */
export function rankingPower(plan: RankingPlan): RankingPower {
  const { panelists, liking, spread, alpha, seed, panels = 5000, onProgress } = plan;
  const samples = liking.length;
  const random = randomStream(seed, 'ranking-power');
  const critical = criticalScatter(panelists, samples, alpha, random);
  const best = liking.indexOf(Math.max(...liking));
  const sums = new Float64Array(samples);
  const impressions = new Float64Array(samples);
  let [found, leads] = [0, 0];
  for (let panel = 0; panel < panels; panel++) {
    sums.fill(0);
    for (let who = 0; who < panelists; who++) {
      random.fillNormal(impressions);
      for (let at = 0; at < samples; at++) impressions[at] = liking[at] + spread * impressions[at];
      addRanks(impressions, sums);
    }
    if (scatter(sums, panelists) >= critical) found++;
    if (sums.every((sum, at) => at === best || sum > sums[best])) leads++;
    if (panel % 64 === 0) onProgress?.(panel / panels);
  }
  return { ...shareOf(found, panels), bestLeads: leads / panels, panels };
}

/** Adds each sample's rank, 1 for the best impression; impressions are never equal. */
function addRanks(impressions: Float64Array, sums: Float64Array): void {
  for (let a = 0; a < impressions.length; a++) {
    let rank = 1;
    for (let b = 0; b < impressions.length; b++) if (impressions[b] > impressions[a]) rank++;
    sums[a] += rank;
  }
}

/** Friedman's statistic from rank sums without ties. */
function scatter(sums: Float64Array, panelists: number): number {
  const samples = sums.length;
  const expected = (panelists * (samples + 1)) / 2;
  let total = 0;
  for (let at = 0; at < samples; at++) total += (sums[at] - expected) ** 2;
  return (12 * total) / (panelists * samples * (samples + 1));
}

/** The smallest value that panels ranking at random reach with chance alpha or less. */
function criticalScatter(panelists: number, samples: number, alpha: number, random: RandomStream): number {
  if (panelists >= LARGE_PANEL) return chiSquaredQuantile(1 - alpha, samples - 1);
  const ranks = Float64Array.from({ length: samples }, (_, at) => at + 1);
  const sums = new Float64Array(samples);
  const drawn = Float64Array.from({ length: NULL_PANELS }, () => {
    sums.fill(0);
    for (let who = 0; who < panelists; who++) {
      for (let last = samples - 1; last >= 0; last--) {
        const chosen = Math.floor(random.fraction() * (last + 1));
        [ranks[last], ranks[chosen]] = [ranks[chosen], ranks[last]];
        sums[last] += ranks[last];
      }
    }
    return scatter(sums, panelists);
  }).sort();
  const place = Math.floor((1 - alpha) * NULL_PANELS);
  // The statistic takes few values in small panels: step to the first one above those that come up too often.
  const next = drawn.findIndex((value, at) => at >= place && value > drawn[place] + 1e-9);
  const isRare = NULL_PANELS - drawn.findIndex((value) => value > drawn[place] - 1e-9) <= alpha * NULL_PANELS;
  return isRare ? drawn[place] - 1e-9 : next < 0 ? Infinity : drawn[next] - 1e-9;
}
