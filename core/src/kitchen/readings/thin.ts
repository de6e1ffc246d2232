/**
 * A long curve in few points, none of its extremes lost: the time is cut into even parts, and each part that
 * was measured in keeps its mean, its least and its most.
 *
 * Use it to draw and to look ahead, not to keep: what lay between is gone. A part in which nothing was measured has no point: gaps stay gaps.
 *
 * Common practice, no source.
 *
 * @example
 * thinned([0, 1, 2, 3].map((second) => ({ at: 1000 * second, value: second })), 2).map(({ mean }) => mean) // [0.5, 2.5]
 */
import type { Reading } from './minutes';

/** What was measured within one part of the time. */
export interface CurvePoint {
  /** Middle of the readings' times, in milliseconds. */
  at: number;
  mean: number;
  least: number;
  most: number;
  /** Readings in it. */
  count: number;
}

export const pointOf = ({ at, value }: Reading): CurvePoint => ({
  ...{ at, mean: value, least: value, most: value, count: 1 },
});

/** @param most points at most */
export const thinned = (readings: readonly Reading[], most: number): CurvePoint[] =>
  thinnedPoints(readings.map(pointOf), most);

/** Points that stand for more than one reading, such as minutes, made fewer still. */
export function thinnedPoints(points: readonly CurvePoint[], most: number): CurvePoint[] {
  if (points.length <= most) return [...points];
  const [first, last] = [points[0].at, points[points.length - 1].at];
  const part = (last - first) / most || 1;
  const found: CurvePoint[] = [];
  let place = -1;
  for (const point of points) {
    const own = Math.min(most - 1, Math.floor((point.at - first) / part));
    if (own === place) found[found.length - 1] = together(found[found.length - 1], point);
    else found.push(point);
    place = own;
  }
  return found;
}

function together(one: CurvePoint, other: CurvePoint): CurvePoint {
  const count = one.count + other.count;
  const between = (a: number, b: number): number => a + (b - a) * (other.count / count);
  return {
    at: between(one.at, other.at),
    mean: between(one.mean, other.mean),
    least: Math.min(one.least, other.least),
    most: Math.max(one.most, other.most),
    count,
  };
}
