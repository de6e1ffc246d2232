import { powerSource, type PlanPower, type SizedPlan } from '@jacana/core/planned';
import type { Remote } from 'comlink';
import type { Calculator } from '../../../calculations/calculations.worker';

/** Power against panel size, and what the panel at hand can do. */
export interface PowerCurve {
  points: { panelists: number; power: number }[];
  here: PlanPower | null;
  smallest: number | null;
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
  calculator: Remote<Calculator>,
  plan: SizedPlan,
  panelists: number,
  tell: (curve: PowerCurve) => void,
): Promise<PowerCurve> {
  const here = await calculator.power(plan, panelists, 2 * PANELS);
  const curve: PowerCurve = { points: [], here, smallest: null };
  tell(curve);
  curve.smallest = await calculator.smallest(plan, panelists);
  for (const size of sizesFor(plan, panelists)) {
    const { power } = await calculator.power(plan, size, PANELS);
    curve.points = [...curve.points, { panelists: size, power }];
    if (curve.points.length % 6 === 0) tell({ ...curve });
  }
  return { ...curve };
}

/** The fewest people from which on the power stays at 0.8 or above, as far as the curve goes: the saw may dip again. */
export function enoughPeople({ points }: PowerCurve): number | null {
  const last = points.findLastIndex(({ power }) => power < 0.8);
  return points[last + 1]?.panelists ?? null;
}
