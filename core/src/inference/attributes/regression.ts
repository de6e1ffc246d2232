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
  const y = standardised(response);
  const x = predictors.map(standardised);
  const { inverse, rank } = generalInverse(gramOf(x.map(({ values }) => values)));
  const right = x.map((column) => dot(column.values, y.values));
  const unitSlopes = right.map((_, a) => right.reduce((sum, value, b) => sum + inverse.get(a, b) * value, 0));
  const rSquared = Math.min(1, Math.max(0, dot(unitSlopes, right)));
  const residualDf = n - 1 - lost - rank;
  const variance = residualDf > 0 && y.size > 0 ? (1 - rSquared) / residualDf : 0;
  return {
    slopes: unitSlopes.map((unitSlope, at) => {
      if (x[at].size === 0) return { slope: 0, se: null, t: null, p: null, inflation: null };
      const unit = y.size / x[at].size;
      const isAlone = rank === predictors.length;
      const inflation = isAlone ? inverse.get(at, at) : null;
      const unitSe = Math.sqrt(variance * inverse.get(at, at));
      if (!(unitSe > 0) || !isAlone) return { slope: unitSlope * unit, se: null, t: null, p: null, inflation };
      const t = unitSlope / unitSe;
      return { slope: unitSlope * unit, se: unitSe * unit, t, p: studentTwoSided(t, residualDf), inflation };
    }),
    rSquared,
    residualDf,
  };
}

function dot(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let total = 0;
  for (let row = 0; row < a.length; row++) total += a[row] * b[row];
  return total;
}

function gramOf(columns: readonly Float64Array[]): Matrix {
  const gram = Matrix.zeros(columns.length, columns.length);
  columns.forEach((column, a) => {
    for (let b = 0; b <= a; b++) {
      const product = dot(column, columns[b]);
      gram.set(a, b, product);
      gram.set(b, a, product);
    }
  });
  return gram;
}

/** Values moved to mean 0 and shrunk to length 1, so that squares of 1e300 fit into a number; all zero without spread. */
function standardised(values: readonly number[]): { values: Float64Array; size: number } {
  const away = Float64Array.from(values);
  let [mean, largest, squares] = [0, 0, 0];
  for (const value of away) mean += value / away.length;
  for (let at = 0; at < away.length; at++) {
    away[at] -= mean;
    largest = Math.max(largest, Math.abs(away[at]));
  }
  if (largest === 0) return { values: away, size: 0 };
  for (const value of away) squares += (value / largest) ** 2;
  const size = largest * Math.sqrt(squares);
  for (let at = 0; at < away.length; at++) away[at] /= size;
  return { values: away, size };
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
