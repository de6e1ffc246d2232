import { isOfMethods } from '../../design';
import { forcedChoicePower } from '../../inference';
import { clusterPower, preferencePower, signalPower } from '../../power';
import { seeksSimilarity } from '../../questions';
import type { PowerOptions, SizedPlan } from '../basis/sizedPlan';
import { isProtocol } from './rightAnswers';

type Power = { power: number; standardError: number };

const exact = (power: number): Power => ({ power, standardError: 0 });

/** How often two samples are told apart by the assumed share of people; or (similarity) a larger share is ruled out where nobody can. */
export function choicePower(plan: SizedPlan, options: PowerOptions): Power {
  const { test, alpha, assumed, decision, service } = plan;
  const { panelists } = options;
  const replicates = service.replicates * service.sittings;
  if (isOfMethods(plan)) return powerOfGroups(plan, options, replicates);
  if (isProtocol(test)) {
    const shared = { protocol: test, n: panelists, replicates, alpha };
    return exact(
      seeksSimilarity(plan)
        ? forcedChoicePower({ ...shared, pd: decision.mostTellers, goal: 'similarity' }).power
        : forcedChoicePower({ ...shared, pd: assumed.discriminators }).power,
    );
  }
  const shared = { panelists, replicates, tellers: assumed.discriminators, alpha };
  return test === 'a-not-a' || test === 'same-different'
    ? signalPower(test, { ...shared, ...options })
    : exact(preferencePower(shared));
}

/** Groups of people who shared no piece as the unit. */
function powerOfGroups(plan: SizedPlan, options: PowerOptions, replicates: number): Power {
  const { test, alpha, assumed, decision, piecesPerMethod: pieces, halves, lots } = plan;
  const sought = seeksSimilarity(plan)
    ? { tellers: 0, ruledOut: decision.mostTellers }
    : { tellers: assumed.discriminators };
  return clusterPower({
    ...{ ...options, ...sought, test, replicates, alpha, pieces, halves },
    ...{ lots: lots.length, pieceSpread: assumed.pieceSpread, noise: assumed.noise },
  });
}
