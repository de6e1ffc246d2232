/**
 * A preference map: each panelist's direction of liking on a map of the samples.
 *
 * Use it to see whether people like the same things: arrows that point together are one
 * taste, arrows all round are many. Each arrow is the slope of that panelist's liking on
 * the sample's places. Not with fewer than four samples (three places fit any liking), and
 * not to find groups: for that there is a test.
 *
 * Source: Lawless & Heymann, *Sensory Evaluation of Food*, chapter 18 (vector model,
 * external preference mapping).
 *
 * @example
 * preferenceMap([[0, 0], [1, 0], [0, 1], [1, 1]], [[1, 2, 1, 2]]).arrows[0].direction // [1, 0]
 */
import type { NoTest } from '../certainty/probability';
import { leastSquares } from './regression';

/** One panelist on the map. */
export interface PreferenceArrow {
  direction: [number, number];
  /** Share of this panelist's liking that the map accounts for. */
  rSquared: number;
}

/** Result of {@link preferenceMap}. */
export interface PreferenceMapResult {
  test: 'preference-map';
  arrows: PreferenceArrow[];
  /** Per sample, the share of panelists whose arrow says they like it more than their own average. */
  likedBy: number[];
  meanRSquared: number;
}

/**
 * @param places of the samples on two components
 * @param liking per panelist, one score per sample
 */
export function preferenceMap(
  places: readonly (readonly number[])[],
  liking: readonly (readonly number[])[],
): PreferenceMapResult | NoTest {
  if (places.length < 4) return { test: null, reason: 'A preference map needs at least four samples.' };
  if (liking.length === 0) return { test: null, reason: 'Nobody scored liking for all samples.' };
  const axes = [0, 1].map((axis) => places.map((place) => place[axis] ?? 0));
  const centre = axes.map((axis) => axis.reduce((sum, value) => sum + value / axis.length, 0));
  const arrows = liking.map((scores): PreferenceArrow => {
    const { slopes, rSquared } = leastSquares(scores, axes, 0);
    return { direction: [slopes[0].slope, slopes[1].slope], rSquared };
  });
  return {
    test: 'preference-map',
    arrows,
    likedBy: places.map((_, sample) => {
      const along = ({ direction }: PreferenceArrow): number =>
        direction[0] * (axes[0][sample] - centre[0]) + direction[1] * (axes[1][sample] - centre[1]);
      return arrows.filter((arrow) => along(arrow) > 1e-12).length / arrows.length;
    }),
    meanRSquared: arrows.reduce((sum, arrow) => sum + arrow.rSquared / arrows.length, 0),
  };
}
