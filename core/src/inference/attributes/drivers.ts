/**
 * Drivers of liking: which attributes go with liking, within panelists.
 *
 * Each panelist's own level is taken out first, so that people who score everything high
 * do not make drivers out of nothing. Use the slope of each attribute alone to say what
 * goes with liking, and the slopes of all together to see which of several that go
 * together still counts. Not as proof of cause: attributes that were not asked may hide
 * behind those that were, and with few samples many attributes go together by chance.
 *
 * Source: Lawless & Heymann, *Sensory Evaluation of Food*, chapter 18; p-values of the
 * single slopes adjusted by Benjamini & Hochberg 1995.
 *
 * @example
 * drivers([{ panelist: 'a', liking: 3, attributes: [1] }, { panelist: 'a', liking: 5, attributes: [2] }, { panelist: 'b', liking: 6, attributes: [1] }, { panelist: 'b', liking: 9, attributes: [2] }]).alone[0].slope // 2.5
 */
import { falseDiscovery } from '../certainty/falseDiscovery';
import type { NoTest } from '../certainty/probability';
import { leastSquares, type Slope } from './regression';

/** One serving. */
export interface ScoredServing {
  panelist: string;
  liking: number;
  attributes: readonly number[];
}

/** Result of {@link drivers}; attributes in the order given. */
export interface DriversResult {
  test: 'drivers';
  /** Each attribute by itself. */
  alone: (Slope & { adjustedP: number | null })[];
  /** All attributes at once. */
  together: Slope[];
  /** Share of the liking within panelists that all attributes together account for. */
  rSquared: number;
  servings: number;
  panelists: number;
}

export function drivers(servings: readonly ScoredServing[]): DriversResult | NoTest {
  const attributes = servings[0]?.attributes.length ?? 0;
  const panelists = new Set(servings.map((serving) => serving.panelist)).size;
  if (attributes === 0 || servings.length < panelists + 2) {
    return {
      test: null,
      reason: 'Each panelist needs several scored samples before attributes can be set against liking.',
    };
  }
  const within = (value: (serving: ScoredServing) => number): number[] => {
    const sums = new Map<string, { total: number; count: number }>();
    for (const serving of servings) {
      const { total, count } = sums.get(serving.panelist) ?? { total: 0, count: 0 };
      sums.set(serving.panelist, { total: total + value(serving), count: count + 1 });
    }
    return servings.map((serving) => {
      const { total, count } = sums.get(serving.panelist) as { total: number; count: number };
      return value(serving) - total / count;
    });
  };
  const liking = within((serving) => serving.liking);
  if (liking.every((value) => Math.abs(value) < 1e-12)) {
    return { test: null, reason: 'Nobody liked one sample more than another, so nothing drives liking here.' };
  }
  const columns = Array.from({ length: attributes }, (_, at) => within((serving) => serving.attributes[at]));
  const alone = columns.map((column) => leastSquares(liking, [column], panelists - 1).slopes[0]);
  const together = leastSquares(liking, columns, panelists - 1);
  const adjusted = falseDiscovery(alone.map((slope) => slope.p ?? 1));
  return {
    test: 'drivers',
    alone: alone.map((slope, at) => ({ ...slope, adjustedP: slope.p === null ? null : adjusted[at] })),
    together: together.slopes,
    rSquared: together.rSquared,
    servings: servings.length,
    panelists,
  };
}
