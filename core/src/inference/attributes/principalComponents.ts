/**
 * Principal components of the sample means over attributes, with ellipses that say how far
 * each sample's place might move with another panel.
 *
 * Use it to look at how samples differ in several attributes at once, after a table of
 * tests has said which attributes differ. Samples whose ellipses overlap are not shown to
 * differ on this map. Not with fewer than three samples.
 *
 * Ellipses: panelists are drawn anew with replacement, the means analysed again, and each
 * map turned to fit the first one as well as it can (orthogonal Procrustes); an ellipse
 * covers 1 - alpha of a sample's places under a normal spread.
 *
 * Source: Jolliffe, *Principal Component Analysis*, chapters 2 and 3; Gower & Dijksterhuis,
 * *Procrustes Problems*, chapter 4; Husson, Lê & Pagès 2005, *Food Quality and Preference*
 * 16, 245-250 (ellipses).
 *
 * @example
 * principalComponents([[[1, 2], [2, 4], [3, 6]]], { alpha: 0.05, seed: '1', draws: 0 }).shares[0] // 1
 */
import { EigenvalueDecomposition, Matrix, SingularValueDecomposition } from 'ml-matrix';
import { randomStream } from '../../numeric';
import type { NoTest } from '../certainty/probability';

/** Scores of one panelist: per sample, one per attribute. */
export type Profile = readonly (readonly number[])[];

/** An ellipse about a sample's place on the first two components. */
export interface Ellipse {
  halfAxes: [number, number];
  /** Direction of the longer axis, radians from the first component. */
  angle: number;
}

/** Result of {@link principalComponents}. */
export interface PrincipalComponentsResult {
  test: 'principal-components';
  /** Place of each sample, one number per component. */
  samples: number[][];
  /** How each attribute goes with each component: correlation when scaled, else coefficient. */
  attributes: number[][];
  shares: number[];
  ellipses: Ellipse[];
  /** Attributes without any spread, left out (their rows in `attributes` are zero). */
  flat: number[];
  panelists: number;
}

/** How to analyse. */
export interface PrincipalComponentsOptions {
  alpha: number;
  seed: string;
  /** Panels drawn for the ellipses; default 500. */
  draws?: number;
  /** Give every attribute the same weight, whatever its spread; default true. */
  scaled?: boolean;
}

export function principalComponents(
  panel: readonly Profile[],
  { alpha, seed, draws = 500, scaled = true }: PrincipalComponentsOptions,
): PrincipalComponentsResult | NoTest {
  const samples = panel[0]?.length ?? 0;
  const attributes = panel[0]?.[0]?.length ?? 0;
  if (panel.length === 0 || samples < 3 || attributes < 1) {
    return { test: null, reason: 'A map needs at least three samples, scored by someone.' };
  }
  const everyone = panel.map((_, at) => at);
  const means = centred(meansOf(panel, everyone));
  const spreads = means[0].map((_, attribute) =>
    Math.sqrt(means.reduce((sum, row) => sum + row[attribute] ** 2, 0) / (samples - 1)),
  );
  const flat = spreads.flatMap((spread, attribute) => (spread > 1e-12 ? [] : [attribute]));
  if (flat.length === attributes) return { test: null, reason: 'The samples have the same mean in every attribute.' };
  const weights = spreads.map((spread) => (spread > 1e-12 ? (scaled ? 1 / spread : 1) : 0));
  const weigh = (rows: number[][]): number[][] => rows.map((row) => row.map((value, at) => value * weights[at]));
  const svd = new SingularValueDecomposition(new Matrix(weigh(means)), { autoTranspose: true });
  const total = svd.diagonal.reduce((sum, value) => sum + value * value, 0);
  const kept = svd.diagonal.filter((value) => value * value > 1e-12 * total).length;
  const places = (rows: number[][]): number[][] =>
    new Matrix(rows)
      .mmul(svd.rightSingularVectors)
      .to2DArray()
      .map((row) => row.slice(0, kept));
  const map = places(weigh(means));
  return {
    test: 'principal-components',
    samples: map,
    attributes: spreads.map((spread, attribute) =>
      Array.from({ length: kept }, (_, axis) =>
        spread > 1e-12
          ? (svd.rightSingularVectors.get(attribute, axis) * (scaled ? svd.diagonal[axis] : 1)) /
            (scaled ? Math.sqrt(samples - 1) : 1)
          : 0,
      ),
    ),
    shares: svd.diagonal.slice(0, kept).map((value) => (value * value) / total),
    ellipses: ellipses(panel, map, (rows) => places(weigh(centred(rows))), { alpha, seed, draws }),
    flat,
    panelists: panel.length,
  };
}

function meansOf(panel: readonly Profile[], drawn: readonly number[]): number[][] {
  return panelMeans(
    panel.map((profile) => Float64Array.from(profile.flat())),
    panel[0],
    drawn,
  );
}

/** @param panel every profile as one row of numbers: panels are drawn from it hundreds of times */
function panelMeans(panel: readonly Float64Array[], shape: Profile, drawn: readonly number[]): number[][] {
  const sums = new Float64Array(panel[0].length);
  for (const at of drawn) {
    const profile = panel[at];
    for (let place = 0; place < sums.length; place++) sums[place] += profile[place];
  }
  const width = shape[0].length;
  return shape.map((_, sample) =>
    Array.from(sums.subarray(sample * width, (sample + 1) * width), (sum) => sum / drawn.length),
  );
}

function centred(rows: number[][]): number[][] {
  const means = rows[0].map((_, column) => rows.reduce((sum, row) => sum + row[column] / rows.length, 0));
  return rows.map((row) => row.map((value, column) => value - means[column]));
}

function ellipses(
  panel: readonly Profile[],
  map: number[][],
  place: (means: number[][]) => number[][],
  { alpha, seed, draws }: { alpha: number; seed: string; draws: number },
): Ellipse[] {
  const random = randomStream(seed, 'ellipses');
  const plane = (rows: number[][]): number[][] => rows.map((row) => [row[0] ?? 0, row[1] ?? 0]);
  const home = plane(map);
  const clouds = map.map(() => ({ xx: 0, xy: 0, yy: 0 }));
  const rows = panel.map((profile) => Float64Array.from(profile.flat()));
  for (let draw = 0; draw < draws; draw++) {
    const drawn = panel.map(() => random.integer(0, panel.length - 1));
    const turned = turnedTo(home, plane(place(panelMeans(rows, panel[0], drawn))));
    turned.forEach(([x, y], sample) => {
      const [dx, dy] = [x - home[sample][0], y - home[sample][1]];
      clouds[sample].xx += dx * dx;
      clouds[sample].xy += dx * dy;
      clouds[sample].yy += dy * dy;
    });
  }
  // Chi-squared on 2 degrees of freedom has this quantile in closed form.
  const reach = Math.sqrt(-2 * Math.log(alpha));
  return clouds.map(({ xx, xy, yy }) => {
    if (draws < 2) return { halfAxes: [0, 0], angle: 0 };
    const spread = new Matrix([
      [xx, xy],
      [xy, yy],
    ]).div(draws - 1);
    const { realEigenvalues: sizes, eigenvectorMatrix: axes } = new EigenvalueDecomposition(spread, {
      assumeSymmetric: true,
    });
    const long = sizes[1] >= sizes[0] ? 1 : 0;
    const half = (axis: number): number => reach * Math.sqrt(Math.max(0, sizes[axis]));
    return { halfAxes: [half(long), half(1 - long)], angle: Math.atan2(axes.get(1, long), axes.get(0, long)) };
  });
}

/** Turns, and if need be mirrors, the second map onto the first. */
function turnedTo(home: number[][], other: number[][]): number[][] {
  const svd = new SingularValueDecomposition(new Matrix(other).transpose().mmul(new Matrix(home)));
  return new Matrix(other).mmul(svd.leftSingularVectors.mmul(svd.rightSingularVectors.transpose())).to2DArray();
}
