/**
 * Least squares: how a response goes with several numbers at once.
 *
 * Use it inside the drivers of liking and the preference map. Not on answers of one
 * panelist among others' without taking panelists out first: they are not independent.
 *
 * Source: Draper & Smith, *Applied Regression Analysis*, chapters 5 and 16 (inflation).
 *
 * @example
 * leastSquares([1, 2, 3, 5], [[0, 1, 2, 3]], 0).slopes[0].slope // 1.3
 */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { studentTwoSided } from '../../numeric';

/** One predictor. */
export interface Slope {
  slope: number;
  se: number | null;
  t: number | null;
  p: number | null;
  /** By how much the other predictors inflate this slope's variance; 1 = not at all. Null when it cannot be told apart from them. */
  inflation: number | null;
}

/** Result of {@link leastSquares}. */
export interface LeastSquaresResult {
  slopes: Slope[];
  rSquared: number;
  residualDf: number;
}

/**
 * Fits response = constant + slopes x predictors; predictors that the others make up
 * share the effect evenly (smallest slopes that fit).
 *
 * @param lost degrees of freedom spent before, such as panelist means taken out
 */
export function leastSquares(
  response: readonly number[],
  predictors: readonly (readonly number[])[],
  lost: number,
): LeastSquaresResult {
  const n = response.length;
  const y = moved(response);
  const x = predictors.map(moved);
  const sizes = x.map((column) => Math.sqrt(column.reduce((sum, value) => sum + value * value, 0)));
  const scaled = x.map((column, at) => column.map((value) => (sizes[at] > 0 ? value / sizes[at] : 0)));
  const gram = new Matrix(scaled.map((a) => scaled.map((b) => a.reduce((sum, value, row) => sum + value * b[row], 0))));
  const right = scaled.map((a) => a.reduce((sum, value, row) => sum + value * y[row], 0));
  const { inverse, rank } = generalInverse(gram);
  const slopes = right.map((_, a) => right.reduce((sum, value, b) => sum + inverse.get(a, b) * value, 0));
  const explained = slopes.reduce((sum, slope, at) => sum + slope * right[at], 0);
  const total = y.reduce((sum, value) => sum + value * value, 0);
  const residualDf = n - 1 - lost - rank;
  const variance = residualDf > 0 ? Math.max(0, total - explained) / residualDf : 0;
  return {
    slopes: slopes.map((slope, at) => {
      if (sizes[at] === 0) return { slope: 0, se: null, t: null, p: null, inflation: null };
      const se = Math.sqrt(variance * inverse.get(at, at)) / sizes[at];
      const isAlone = rank === predictors.length;
      if (!(se > 0) || !isAlone)
        return {
          slope: slope / sizes[at],
          se: null,
          t: null,
          p: null,
          inflation: isAlone ? inverse.get(at, at) : null,
        };
      const t = slope / sizes[at] / se;
      return { slope: slope / sizes[at], se, t, p: studentTwoSided(t, residualDf), inflation: inverse.get(at, at) };
    }),
    rSquared: total > 0 ? Math.min(1, Math.max(0, explained / total)) : 0,
    residualDf,
  };
}

function moved(values: readonly number[]): number[] {
  const mean = values.reduce((sum, value) => sum + value / values.length, 0);
  return values.map((value) => value - mean);
}

function generalInverse(gram: Matrix): { inverse: Matrix; rank: number } {
  if (gram.rows === 0) return { inverse: gram, rank: 0 };
  const { realEigenvalues: sizes, eigenvectorMatrix: axes } = new EigenvalueDecomposition(gram, {
    assumeSymmetric: true,
  });
  const inverse = Matrix.zeros(gram.rows, gram.rows);
  let rank = 0;
  sizes.forEach((size, axis) => {
    if (!(size > 1e-9)) return;
    const direction = axes.getColumnVector(axis);
    inverse.add(direction.mmul(direction.transpose()).div(size));
    rank++;
  });
  return { inverse, rank };
}
