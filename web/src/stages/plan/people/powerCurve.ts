import type { Tasting } from '@jacana/core/bundle';
import { type PlanPower, powerSource, type SizedPlan } from '@jacana/core/power';
import { inPercent, isOfTwoSamples, seeksSimilarity } from '@jacana/core/questions';
import type { Remote } from 'comlink';
import type { Reckoner } from '../../../reckoning/reckoner.worker';

/** Power against panel size, and what the panel at hand can do. */
export interface PowerCurve {
  points: { panelists: number; power: number }[];
  here: PlanPower | null;
  smallest: number | null;
}

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

const SIZES = [6, 9, 12, 16, 20, 24, 30, 36, 48, 60, 80, 100, 150, 200, 300, 400, 500];
const PANELS = 1000;

/** Panel sizes worth a point: every one where the power is exact, so that the teeth of the saw show. */
export function sizesFor(plan: Parameters<typeof powerSource>[0], panelists: number): number[] {
  const most = Math.min(500, Math.max(60, 2 * panelists));
  if (powerSource(plan) === 'exact') return Array.from({ length: most - 2 }, (_, at) => at + 3);
  return [...new Set([...SIZES.filter((size) => size <= most), panelists])]
    .filter((size) => size >= 3)
    .sort((a, b) => a - b);
}

/** Computes what the panel at hand can do first, then the curve point by point. */
export async function powerCurve(
  reckoner: Remote<Reckoner>,
  plan: SizedPlan,
  panelists: number,
  tell: (curve: PowerCurve) => void,
): Promise<PowerCurve> {
  const here = await reckoner.power(plan, panelists, 2 * PANELS);
  const curve: PowerCurve = { points: [], here, smallest: null };
  tell(curve);
  curve.smallest = await reckoner.smallest(plan, panelists);
  for (const size of sizesFor(plan, panelists)) {
    const { power } = await reckoner.power(plan, size, PANELS);
    curve.points = [...curve.points, { panelists: size, power }];
    if (curve.points.length % 6 === 0) tell({ ...curve });
  }
  return { ...curve };
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

/** The fewest people from which on the power stays at 0.8 or above, as far as the curve goes: the saw may dip again. */
export function enoughPeople({ points }: PowerCurve): number | null {
  const last = points.findLastIndex(({ power }) => power < 0.8);
  return points[last + 1]?.panelists ?? null;
}
