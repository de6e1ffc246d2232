import { isComplete, isOfMethods } from '../../design';
import { rankingPower as completeRankingPower } from '../../power';
import { likingOf, powerOfMethods, powerOfSome, type PowerOptions, type SizedPlan } from '../basis/sizedPlan';

/** How often rankings find one method that is liked more than all others. */
export function rankingPower(plan: SizedPlan, options: PowerOptions): { power: number; standardError: number } {
  if (isOfMethods(plan)) return powerOfMethods(plan, options, { asked: 'ranks' });
  const { assumed, service, zones } = plan;
  if (!isComplete(plan)) return powerOfSome(plan, options, 'ranks');
  // About these pieces, or pieces that are taken to be alike. Sittings and replicates are averaged: only the noise of one answer shrinks.
  const answers = service.sittings * service.replicates * Math.max(1, zones.length);
  const spread = Math.hypot(assumed.disagreement, assumed.noise / Math.sqrt(answers));
  return completeRankingPower({ ...options, liking: likingOf(plan), spread, alpha: plan.alpha });
}
