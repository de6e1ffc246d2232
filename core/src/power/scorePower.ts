import { fQuantile, noncentralFUpperTail, randomStream, studentT } from '../numeric';
import { shareOf, type SimulatedPower } from './simulated';

/** Scores that are planned, and how people and portions vary. All in points of the scale. */
export interface ScorePlan {
  panelists: number;
  /** Methods that each panelist scores; default all. */
  each?: number;
  /** How often each of them; default once. */
  replicates?: number;
  /** True mean per method; higher is better. */
  liking: readonly number[];
  /** Standard deviation of taste between people, per method. */
  disagreement: number;
  /** Standard deviation of one answer about one portion. */
  noise: number;
  alpha: number;
}

/** How differently high people score in general, where nothing is known of it: common practice. */
export const USUAL_HEIGHT = 1;

/**
 * How often scores would show a difference, bites being the unit: F of methods on panelists x
 * methods, exact for balanced data by the noncentral F distribution. What is found is about
 * the pieces that were eaten, or about the methods where pieces are taken to be alike.
 *
 * Source: Searle, Casella & McCulloch, *Variance Components*, chapter 4 (from memory).
 */
export function scorePower(plan: ScorePlan): SimulatedPower {
  const { bites, variance, df1, df2 } = tableOf(plan);
  if (df1 < 1 || df2 < 1) return { power: 0, standardError: 0 };
  const noncentrality = (bites * scatter(plan.liking)) / variance;
  const power = noncentralFUpperTail(fQuantile(1 - plan.alpha, df1, df2), df1, df2, noncentrality);
  return { power, standardError: 0 };
}

/**
 * Chance of showing that one method that is truly as good as the reference is not worse by
 * the margin, or (two sides) not different by it: one-sided t tests on the difference of two means, held against the same mean
 * square as in {@link scorePower}, at a level shared out between the methods. By simulation.
 *
 * Source: Julious 2004, *Statistics in Medicine* 23, 1921-1986, section 5 (from memory).
 */
export function marginPower(
  plan: ScorePlan & { margin: number; sides?: 1 | 2; seed: string; panels?: number },
): SimulatedPower {
  const { liking, alpha, margin, sides = 1, seed, panels = 2000 } = plan;
  const { bites, variance, df1, df2 } = tableOf(plan);
  if (df1 < 1 || df2 < 1) return { power: 0, standardError: 0 };
  const critical = studentT(1 - alpha / (liking.length - 1), df2);
  const random = randomStream(seed, 'score-power');
  let found = 0;
  for (let panel = 0; panel < panels; panel++) {
    const difference = random.normal() * Math.sqrt((2 * variance) / bites);
    const square = (variance * random.chiSquared(df2)) / df2;
    const room = margin - critical * Math.sqrt((2 * square) / bites);
    if (sides === 1 ? difference > -room : Math.abs(difference) < room) found++;
  }
  return shareOf(found, panels);
}

/** People and portions that do not vary at all would divide by nothing. */
const LEAST_VARIANCE = 1e-9;

/** The table that the analysis would make of the scores. */
interface ScoreTable {
  /** Bites that each method's mean is worth: fewer than served where panelists score some of the methods. */
  bites: number;
  /** Of one bite, within people. */
  variance: number;
  df1: number;
  df2: number;
}

function tableOf({ panelists, liking, disagreement, noise, replicates = 1, ...plan }: ScorePlan): ScoreTable {
  const methods = liking.length;
  const each = Math.min(methods, plan.each ?? methods);
  // Efficiency of balanced incomplete blocks: t (k - 1) / (k (t - 1)).
  const efficiency = each === methods ? 1 : (methods * (each - 1)) / (each * (methods - 1));
  return {
    bites: ((panelists * each) / methods) * replicates * efficiency,
    variance: replicates * disagreement ** 2 + Math.max(LEAST_VARIANCE, noise ** 2),
    df1: methods - 1,
    df2: panelists * each - panelists - methods + 1,
  };
}

function scatter(means: readonly number[]): number {
  const mean = means.reduce((sum, value) => sum + value, 0) / means.length;
  return means.reduce((sum, value) => sum + (value - mean) ** 2, 0);
}
