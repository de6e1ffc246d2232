import { isOfMethods } from '../design';
import { isAgainstMargin, isOfTwoSamples, seeksSimilarity } from '../questions';
import type { SizedPlan } from './basis/sizedPlan';
import { PLANNED } from './planned';

/** Power of a plan with one panel size. */
export interface PlanPower {
  panelists: number;
  power: number;
  /** Monte Carlo standard error; 0 where the power is computed exactly. */
  standardError: number;
}

/** How the power of a test is known: by a formula, or by simulated panels. */
export type PowerSource = 'exact' | 'simulated';

export const powerSource = (plan: Parameters<typeof isOfMethods>[0]): PowerSource =>
  !isOfMethods(plan) && PLANNED[plan.test].isPowerExact ? 'exact' : 'simulated';

/**
 * How often a plan would find what it is sized for: one method liked more than all others by
 * the assumed difference, or the assumed share of people who can tell two samples apart, or
 * (good enough, similar) a method that truly is as good, or that nobody can tell apart.
 *
 * Replicates of a forced choice bring more answers and not more people; repeated scores and
 * rankings lessen the noise of an answer, and not the disagreement between people. Several
 * incomplete sittings count as so many more panelists, which is hopeful where tastes differ.
 *
 * @param panels simulated panels, where there is simulation
 */
export function planPower(plan: SizedPlan, panelists: number, seed: string, panels: number): PlanPower {
  if (panelists < 1) return { panelists, power: 0, standardError: 0 };
  const { power, standardError } = PLANNED[plan.test].power(plan, { panelists, seed, panels });
  return { panelists, power, standardError };
}

/**
 * The smallest difference (in points, or as a share of people who can tell) that a plan finds, or
 * (similarity) the smallest share that it rules out, with the wanted power; null if none is small
 * enough to be of use.
 */
export function smallestDifference(
  plan: SizedPlan,
  panelists: number,
  { power, seed, panels }: { power: number; seed: string; panels: number },
): number | null {
  const isShare = isOfTwoSamples(plan.test);
  if (isAgainstMargin(plan.test)) return null;
  const finds = (size: number): boolean => planPower(ofSize(plan, size), panelists, seed, panels).power >= power;
  let [low, high] = [0, isShare ? 1 : 4];
  if (!finds(high)) return null;
  for (let step = 0; step < 9; step++) {
    const middle = (low + high) / 2;
    if (finds(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** The plan, sized for this difference or share. */
function ofSize(plan: SizedPlan, size: number): SizedPlan {
  if (seeksSimilarity(plan)) return { ...plan, decision: { ...plan.decision, mostTellers: size } };
  const sized = isOfTwoSamples(plan.test) ? { discriminators: size } : { difference: size };
  return { ...plan, assumed: { ...plan.assumed, ...sized } };
}
