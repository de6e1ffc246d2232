import type { Tasting, Test } from '../bundle';
import { isComplete, isOfMethods } from '../design';
import { forcedChoicePower, PROTOCOLS, type Protocol } from '../inference';
import { isAgainstMargin, isOfTwoSamples, seeksSimilarity } from '../questions';
import { incompleteRankingPower } from './incompletePower';
import { clusterPower } from './clusterPower';
import { methodPower } from './methodPower';
import { rankingPower } from './rankingPower';
import { marginPower, scorePower, type ScorePlan } from './scorePower';
import type { SimulatedPower } from './simulated';
import { preferencePower, signalPower } from './tellingPower';

/** What the power of a plan depends on. */
export type SizedPlan = Pick<
  Tasting,
  | 'test'
  | 'methods'
  | 'service'
  | 'zones'
  | 'piecesPerMethod'
  | 'takenAlike'
  | 'halves'
  | 'lots'
  | 'alpha'
  | 'assumed'
  | 'decision'
>;

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
  !isOfMethods(plan) && (isForcedChoice(plan.test) || plan.test === 'paired-preference') ? 'exact' : 'simulated';

const isForcedChoice = (test: Test): test is Protocol => (PROTOCOLS as readonly Test[]).includes(test);

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
  const { test, alpha, assumed } = plan;
  if (panelists < 1) return { panelists, power: 0, standardError: 0 };
  const exact = (power: number): PlanPower => ({ panelists, power, standardError: 0 });
  if (isOfMethods(plan)) return { panelists, ...powerOfMethods(plan, panelists, seed, panels) };
  const replicates = plan.service.replicates * plan.service.sittings;
  if (isForcedChoice(test)) return exact(choicePower(plan, test, { panelists, replicates }));
  const telling = { panelists, replicates, tellers: assumed.discriminators, alpha };
  switch (test) {
    case 'paired-preference':
      return exact(preferencePower(telling));
    case 'a-not-a':
    case 'same-different':
      return { panelists, ...signalPower(test, { ...telling, seed, panels }) };
    case 'non-inferiority':
    case 'equivalence': {
      const against = { margin: plan.decision.margin, sides: sidesOf(test), seed, panels };
      return { panelists, ...marginPower({ ...scoresOf(plan, panelists), ...against }) };
    }
    case 'liking':
    case 'profile':
      return { panelists, ...scorePower(scoresOf(plan, panelists)) };
    case 'ranking':
    case 'best-worst':
      return { panelists, ...rankingOf(plan, panelists, seed, panels) };
    default:
      return test satisfies never;
  }
}

/** A share that can tell is found, or (similarity) a larger one ruled out where nobody can. */
function choicePower(
  plan: SizedPlan,
  protocol: Protocol,
  { panelists, replicates }: { panelists: number; replicates: number },
): number {
  const { alpha, assumed, decision } = plan;
  const shared = { protocol, n: panelists, replicates, alpha };
  return seeksSimilarity(plan)
    ? forcedChoicePower({ ...shared, pd: decision.mostTellers, goal: 'similarity' }).power
    : forcedChoicePower({ ...shared, pd: assumed.discriminators }).power;
}

/** A loss is one-sided; a difference may lie either way. */
const sidesOf = (test: Test): 1 | 2 => (test === 'equivalence' ? 2 : 1);
/** Power of the tests that count pieces. */
function powerOfMethods(plan: SizedPlan, panelists: number, seed: string, panels: number): SimulatedPower {
  const { test, assumed, alpha, service, methods, piecesPerMethod: pieces } = plan;
  const shared = { panelists, pieces, alpha, seed, panels, pieceSpread: assumed.pieceSpread, noise: assumed.noise };
  if (isOfTwoSamples(test)) {
    const [halves, lots] = [plan.halves, plan.lots.length];
    const replicates = service.replicates * service.sittings;
    const sought = seeksSimilarity(plan)
      ? { tellers: 0, ruledOut: plan.decision.mostTellers }
      : { tellers: assumed.discriminators };
    return clusterPower({ ...shared, ...sought, test, replicates, halves, lots });
  }
  const asked = test === 'ranking' ? 'ranks' : test === 'best-worst' ? 'best and worst' : 'scores';
  return methodPower({
    ...{ ...shared, asked, disagreement: assumed.disagreement },
    liking: isAgainstMargin(test) ? methods.map(() => 0) : likingOf(plan),
    ...{ together: service.together, sittings: service.sittings, rounds: service.replicates },
    tastings: Math.max(1, plan.zones.length),
    ...(isAgainstMargin(test) && { margin: plan.decision.margin, sides: sidesOf(test) }),
  });
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

/** One method above all others. */
const likingOf = ({ methods, assumed }: SizedPlan): number[] =>
  methods.map((_, at) => (at === 0 ? assumed.difference : 0));

function rankingOf(plan: SizedPlan, panelists: number, seed: string, panels: number) {
  const { assumed, alpha, service, test } = plan;
  const liking = likingOf(plan);
  const [sittings, replicates] = [service.sittings, service.replicates];
  if (test === 'ranking' && isComplete(plan)) {
    // About these pieces, or pieces that are taken to be alike. Sittings and replicates are averaged: only the noise of one answer shrinks.
    const answers = sittings * replicates * Math.max(1, plan.zones.length);
    const spread = Math.hypot(assumed.disagreement, assumed.noise / Math.sqrt(answers));
    return rankingPower({ panelists, liking, spread, alpha, seed, panels });
  }
  const spread = Math.hypot(assumed.disagreement, assumed.noise / Math.sqrt(replicates));
  const asked = test === 'best-worst' ? ('best and worst' as const) : ('ranks' as const);
  return incompleteRankingPower({
    ...{ rankings: panelists * sittings, together: service.together, asked, liking, spread, alpha, seed, panels },
  });
}

function scoresOf(plan: SizedPlan, panelists: number): ScorePlan {
  const { assumed, alpha, service, methods } = plan;
  const { sittings, replicates } = service;
  return {
    panelists,
    replicates: replicates * (isComplete(plan) ? sittings : 1) * Math.max(1, plan.zones.length),
    each: isComplete(plan) ? methods.length : service.together * sittings,
    liking: likingOf(plan),
    ...{ disagreement: assumed.disagreement, noise: assumed.noise, alpha },
  };
}
