import type { Tasting, Test } from '../bundle';
import { isComplete } from '../design';
import { forcedChoicePower, PROTOCOLS, type Protocol } from '../inference';
import { binomialChance } from '../numeric';
import { incompleteRankingPower } from './incompletePower';
import { rankingPower } from './rankingPower';
import { marginPower, piecePower, scorePower } from './scorePower';

/** What the power of a plan depends on. */
export type SizedPlan = Pick<
  Tasting,
  'test' | 'methods' | 'service' | 'zones' | 'piecesPerMethod' | 'alpha' | 'assumed' | 'decision'
>;

/** Power of a plan with one panel size. */
export interface PlanPower {
  panelists: number;
  power: number;
  /** Monte Carlo standard error; 0 where the power is computed exactly. */
  standardError: number;
}

/** How the power of a test is known. */
export type PowerSource = 'exact' | 'simulated' | 'approximate' | 'rehearsal-only';

export function powerSource(test: Test): PowerSource {
  if (isForcedChoice(test) || test === 'paired-preference') return 'exact';
  if (test === 'non-inferiority') return 'approximate';
  return test === 'ranking' || test === 'liking' || test === 'profile' ? 'simulated' : 'rehearsal-only';
}

export const isForcedChoice = (test: Test): test is Protocol => (PROTOCOLS as readonly Test[]).includes(test);

/**
 * How often a plan would find what it is sized for: one method liked more than all others by
 * the assumed difference, or the assumed share of people who can tell two samples apart, or
 * (good enough) a method that truly is as good.
 *
 * Replicates and sittings count as answers of their own, which is right when a panelist's
 * answers do not hang together; else it is hopeful.
 *
 * @param panels simulated panels, where there is simulation
 * @returns null for tests whose power only a rehearsal can show
 */
export function planPower(plan: SizedPlan, panelists: number, seed: string, panels: number): PlanPower | null {
  const { test, alpha, assumed } = plan;
  if (panelists < 1) return { panelists, power: 0, standardError: 0 };
  const answers = panelists * plan.service.replicates * plan.service.sittings;
  const exact = (power: number): PlanPower => ({ panelists, power, standardError: 0 });
  if (isForcedChoice(test))
    return exact(forcedChoicePower({ protocol: test, n: answers, pd: assumed.discriminators, alpha }).power);
  switch (test) {
    case 'paired-preference':
      return exact(preferencePower(answers, assumed.discriminators, alpha));
    case 'non-inferiority':
      return exact(
        marginPower({
          ...{ panelists, alpha, margin: plan.decision.margin, pieces: plan.piecesPerMethod },
          ...{ disagreement: assumed.disagreement, noise: assumed.noise, pieceSpread: assumed.pieceSpread },
        }),
      );
    case 'ranking':
      return { panelists, ...rankingOf(plan, panelists, seed, panels) };
    case 'liking':
    case 'profile':
      return { panelists, ...scorePower(scoresOf(plan, panelists, seed, panels)) };
    default:
      return null;
  }
}

/**
 * The same with pieces instead of bites as what is counted: what the findings may claim of
 * methods. Null where pieces are not what it hangs on, or where there is only one per method.
 */
export function powerInPieces(plan: SizedPlan, panelists: number, seed: string, panels: number): PlanPower | null {
  if (!['ranking', 'liking', 'profile'].includes(plan.test) || panelists < 1) return null;
  const { piecesPerMethod: pieces, assumed } = plan;
  const scores = scoresOf(plan, panelists, seed, panels);
  const found = piecePower({ ...scores, pieces, pieceSpread: assumed.pieceSpread });
  return found && { panelists, ...found };
}

/**
 * The smallest difference (in points, or as a share of people who can tell) that a plan finds
 * with the wanted power; null if none is small enough to be of use.
 */
export function smallestDifference(
  plan: SizedPlan,
  panelists: number,
  { power, seed, panels }: { power: number; seed: string; panels: number },
): number | null {
  const isShare = isForcedChoice(plan.test) || plan.test === 'paired-preference';
  if (plan.test === 'non-inferiority' || powerSource(plan.test) === 'rehearsal-only') return null;
  const finds = (size: number): boolean => {
    const assumed = { ...plan.assumed, ...(isShare ? { discriminators: size } : { difference: size }) };
    return (planPower({ ...plan, assumed }, panelists, seed, panels)?.power ?? 0) >= power;
  };
  let [low, high] = [0, isShare ? 1 : 4];
  if (!finds(high)) return null;
  for (let step = 0; step < 9; step++) {
    const middle = (low + high) / 2;
    if (finds(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/** One method above all others. */
const likingOf = ({ methods, assumed }: SizedPlan): number[] =>
  methods.map((_, at) => (at === 0 ? assumed.difference : 0));

function rankingOf(plan: SizedPlan, panelists: number, seed: string, panels: number) {
  const { assumed, alpha, service } = plan;
  const liking = likingOf(plan);
  const [sittings, replicates] = [service.sittings, service.replicates];
  if (isComplete(plan)) {
    // Sittings and replicates are averaged: only the noise of one answer shrinks.
    const answers = sittings * replicates * Math.max(1, plan.zones.length);
    const spread = Math.hypot(assumed.disagreement, assumed.noise / Math.sqrt(answers));
    return rankingPower({ panelists, liking, spread, alpha, seed, panels });
  }
  const spread = Math.hypot(assumed.disagreement, assumed.noise / Math.sqrt(replicates));
  return incompleteRankingPower({
    ...{ rankings: panelists * sittings, together: service.together, liking, spread, alpha, seed, panels },
  });
}

/** Incomplete scores are taken as if complete with as many panelists as have scored each method. */
function scoresOf(plan: SizedPlan, panelists: number, seed: string, panels: number) {
  const { assumed, alpha, service, methods } = plan;
  const { sittings, replicates } = service;
  const share = isComplete(plan) ? 1 : Math.min(1, (service.together * sittings) / methods.length);
  const answers = replicates * (isComplete(plan) ? sittings : 1) * Math.max(1, plan.zones.length);
  return {
    panelists: Math.max(1, Math.floor(panelists * share)),
    liking: likingOf(plan),
    disagreement: assumed.disagreement,
    noise: assumed.noise / Math.sqrt(answers),
    ...{ alpha, seed, panels },
  };
}

/** Two-sided exact binomial: a share of the people prefer one sample for a reason, the rest by the toss of a coin. */
function preferencePower(n: number, share: number, alpha: number): number {
  const tail = (from: number, chance: number): number =>
    Array.from({ length: n - from + 1 }, (_, at) => binomialChance(from + at, n, chance)).reduce((a, b) => a + b, 0);
  let critical = Math.ceil(n / 2);
  while (critical <= n && 2 * tail(critical, 0.5) > alpha) critical++;
  if (critical > n) return 0;
  const chance = 0.5 + share / 2;
  return tail(critical, chance) + tail(critical, 1 - chance);
}
