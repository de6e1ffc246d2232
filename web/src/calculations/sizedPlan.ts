import type { Tasting } from '@jacana/core/bundle';
import type { SizedPlan } from '@jacana/core/planned';
import { inPercent, isOfTwoSamples, seeksSimilarity } from '@jacana/core/questions';

/** What the curve depends on; the names and the rest of the plan do not matter. */
export function sizedPlan(design: Tasting): SizedPlan {
  const { test, methods, service, zones, piecesPerMethod, takenAlike, halves, lots, alpha, assumed, decision } = design;
  return {
    ...{ test, service, piecesPerMethod, takenAlike, halves, lots, alpha, assumed, decision, zones },
    methods: methods.map(({ id, reference }) => ({
      id,
      reference,
      name: '',
      note: '',
      steps: '',
      chain: [],
      equipment: '',
    })),
  };
}

/** "83 times in 100". */
export const timesIn100 = (power: number): string =>
  power > 0.995
    ? 'practically always'
    : power < 0.005
      ? 'practically never'
      : `${Math.round(power * 100)} times in 100`;

/** What there is to be found, in words. */
export function sizeInWords(plan: SizedPlan): string {
  const { test, assumed, decision } = plan;
  if (seeksSimilarity(plan)) return `that fewer than ${inPercent(decision.mostTellers)} can tell, when nobody can,`;
  if (test === 'paired-preference') return `that ${Math.round(assumed.discriminators * 100)} % truly prefer one`;
  if (isOfTwoSamples(test)) return `a difference that ${Math.round(assumed.discriminators * 100)} % can truly tell`;
  if (test === 'equivalence') return `that they are liked alike to less than ${decision.margin} points, when they are,`;
  if (test === 'non-inferiority') return `that no more than ${decision.margin} points are lost, when nothing is,`;
  return `one liked ${assumed.difference} ${assumed.difference === 1 ? 'point' : 'points'} more`;
}
