import type { Tasting } from '../../bundle';
import { isComplete } from '../../design';
import { incompleteRankingPower, methodPower, type MethodPlan, type ScorePlan } from '../../power';

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

/** For how many people power is asked, and how many panels are simulated where there is no formula. */
export interface PowerOptions {
  panelists: number;
  seed: string;
  panels: number;
}

/** One method above all others. */
export const likingOf = ({ methods, assumed }: SizedPlan): number[] =>
  methods.map((_, at) => (at === 0 ? assumed.difference : 0));

/** Power of a test of methods, pieces as the unit. */
export function powerOfMethods(
  plan: SizedPlan,
  { panelists, seed, panels }: PowerOptions,
  asked: Pick<MethodPlan, 'asked' | 'margin' | 'sides'>,
): ReturnType<typeof methodPower> {
  const { assumed, alpha, service, methods, piecesPerMethod: pieces } = plan;
  return methodPower({
    ...{ panelists, pieces, alpha, seed, panels, pieceSpread: assumed.pieceSpread, noise: assumed.noise },
    ...{ ...asked, disagreement: assumed.disagreement },
    liking: asked.margin === undefined ? likingOf(plan) : methods.map(() => 0),
    ...{ together: service.together, sittings: service.sittings, rounds: service.replicates },
    tastings: Math.max(1, plan.zones.length),
  });
}

/** Power of orders, or of best and worst, of some of the methods, servings as the unit; several sittings count as so many more people. */
export function powerOfSome(
  plan: SizedPlan,
  { panelists, seed, panels }: PowerOptions,
  asked: 'ranks' | 'best and worst',
): { power: number; standardError: number } {
  const { assumed, service, alpha } = plan;
  const spread = Math.hypot(assumed.disagreement, assumed.noise / Math.sqrt(service.replicates));
  const rankings = panelists * service.sittings;
  return incompleteRankingPower({
    ...{ rankings, together: service.together, asked, liking: likingOf(plan), spread, alpha, seed, panels },
  });
}

/** A plan of scores, servings as the unit. */
export function scorePlanOf(plan: SizedPlan, panelists: number): ScorePlan {
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
