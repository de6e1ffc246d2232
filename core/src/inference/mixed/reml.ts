/**
 * The REML criterion of a linear model with random intercepts, y = X b + Z u + e, at given
 * ratios theta_k = sd of intercept k / residual sd.
 *
 * Residual maximum likelihood judges variances after paying for the fixed effects, so that
 * balanced data give the classical mean-square answer. Use it to compare variances under
 * one fixed part; not to compare models that differ in their fixed effects.
 *
 * The grouping structure is exploited: Z'Z is sparse, nested factors fill nothing in, and
 * crossed ones fill only the block of the smaller factor, because the factor with the most
 * levels is eliminated first.
 *
 * Source: Bates, Maechler, Bolker & Walker 2015, *Journal of Statistical Software* 67(1),
 * section 3; Patterson & Thompson 1971, *Biometrika* 58, 545-554.
 *
 * @example
 * new RemlProblem([1, 2, 4, 5], [[1, 1, 1, 1]], [['a', 'a', 'b', 'b']]).at([0]).residualSquares // 10
 */
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { SparseCholesky, type SparsePattern } from '../../numeric';

/** The criterion's parts at one theta. */
export interface RemlValue {
  /** log determinants of the random and of the fixed part. */
  logDeterminants: number;
  /** Penalised residual sum of squares. */
  residualSquares: number;
  /** Residual variance at its best, or the least allowed. */
  residualVariance: number;
  /** -2 log REML likelihood at that residual variance. */
  deviance: number;
  coefficients: number[];
  /** Covariance of the coefficients for residual variance 1. */
  unscaledCovariance: Matrix;
}

/** Data of one model, prepared so that the criterion is cheap at any theta. */
export class RemlProblem {
  readonly rows: number;
  readonly fixed: number;
  /** Level of each row, per random term, counted over all terms. */
  private readonly levelOf: Int32Array[];
  private readonly levels: number;
  private readonly termOfLevel: Int32Array;
  private readonly pattern: SparsePattern;
  private readonly counts: Float64Array;
  private readonly cholesky: SparseCholesky;
  /** Z'[X y], one row per level. */
  private readonly crossRandom: Float64Array;
  /** [X y]'[X y]. */
  private readonly crossFixed: Matrix;
  private readonly order: number[];

  /**
   * @param groups per random term, the group of every row
   * @param leastVariance the residual variance is not taken below this: where the model fits
   *   to rounding, the criterion would fall without end
   */
  constructor(
    readonly y: readonly number[],
    readonly columns: readonly (readonly number[])[],
    groups: readonly (readonly string[])[],
    private readonly leastVariance = 1e-10,
  ) {
    this.rows = y.length;
    this.fixed = columns.length;
    const numbered = groups.map(numberLevels);
    this.order = groups.map((_, at) => at).sort((a, b) => numbered[b].size - numbered[a].size);
    let start = 0;
    this.levelOf = [];
    const terms: number[] = [];
    for (const term of this.order) {
      const offset = start;
      this.levelOf.push(numbered[term].codes.map((code) => code + offset));
      for (let level = 0; level < numbered[term].size; level++) terms.push(term);
      start += numbered[term].size;
    }
    this.levels = start;
    this.termOfLevel = Int32Array.from(terms);
    const { pattern, counts } = coOccurrence(this.levelOf, this.levels, this.rows);
    this.pattern = pattern;
    this.counts = counts;
    this.cholesky = new SparseCholesky(pattern);
    [this.crossRandom, this.crossFixed] = this.crossProducts();
  }

  /** Evaluates the criterion. @param theta one ratio per random term, in the order given */
  at(theta: readonly number[]): RemlValue {
    const half = this.eliminated(theta);
    const width = this.fixed + 1;
    const gram = Matrix.sub(this.crossFixed, gramOf(half, width));
    const fixedPart = gram.subMatrix(0, this.fixed - 1, 0, this.fixed - 1);
    const root = new CholeskyDecomposition(fixedPart);
    const right = gram.subMatrix(0, this.fixed - 1, this.fixed, this.fixed);
    const coefficients = root.solve(right);
    const explained = coefficients.to1DArray().reduce((total, b, at) => total + b * right.get(at, 0), 0);
    const residualSquares = Math.max(gram.get(this.fixed, this.fixed) - explained, 0);
    let logDeterminants = this.cholesky.logDeterminant();
    for (let at = 0; at < this.fixed; at++) logDeterminants += 2 * Math.log(root.lowerTriangularMatrix.get(at, at));
    const df = this.rows - this.fixed;
    const residualVariance = Math.max(residualSquares / df, this.leastVariance);
    const deviance =
      logDeterminants + df * Math.log(2 * Math.PI * residualVariance) + residualSquares / residualVariance;
    return {
      logDeterminants,
      residualSquares,
      residualVariance,
      deviance,
      coefficients: coefficients.to1DArray(),
      unscaledCovariance: root.solve(Matrix.eye(this.fixed)),
    };
  }

  /** Predicted random intercepts at theta (their conditional means), summed per row. */
  randomPart(theta: readonly number[], coefficients: readonly number[]): number[] {
    const half = this.eliminated(theta);
    const width = this.fixed + 1;
    const spherical = new Float64Array(this.levels);
    for (let level = 0; level < this.levels; level++) {
      let total = half[level * width + this.fixed];
      for (let at = 0; at < this.fixed; at++) total -= half[level * width + at] * coefficients[at];
      spherical[level] = total;
    }
    this.cholesky.solveUpper(spherical);
    const result = new Array<number>(this.rows).fill(0);
    for (const codes of this.levelOf) {
      for (let row = 0; row < this.rows; row++) {
        result[row] += theta[this.termOfLevel[codes[row]]] * spherical[codes[row]];
      }
    }
    return result;
  }

  /** L^-1 Lambda Z'[X y], after factoring Lambda Z'Z Lambda + I. */
  private eliminated(theta: readonly number[]): Float64Array {
    const { columnStarts, rows } = this.pattern;
    const entries = new Float64Array(this.counts.length);
    for (let column = 0; column < this.levels; column++) {
      const right = theta[this.termOfLevel[column]];
      for (let at = columnStarts[column]; at < columnStarts[column + 1]; at++) {
        entries[at] = this.counts[at] * theta[this.termOfLevel[rows[at]]] * right + (rows[at] === column ? 1 : 0);
      }
    }
    this.cholesky.factor(entries);
    const width = this.fixed + 1;
    const half = this.crossRandom.slice();
    for (let level = 0; level < this.levels; level++) {
      const scale = theta[this.termOfLevel[level]];
      for (let side = 0; side < width; side++) half[level * width + side] *= scale;
    }
    this.cholesky.solveLower(half, width);
    return half;
  }

  private crossProducts(): [Float64Array, Matrix] {
    const sides = [...this.columns, this.y];
    const width = sides.length;
    const random = new Float64Array(this.levels * width);
    for (const codes of this.levelOf) {
      for (let row = 0; row < this.rows; row++) {
        const start = codes[row] * width;
        for (let side = 0; side < width; side++) random[start + side] += sides[side][row];
      }
    }
    const fixed = Matrix.zeros(width, width);
    for (let a = 0; a < width; a++) {
      for (let b = 0; b <= a; b++) {
        let total = 0;
        for (let row = 0; row < this.rows; row++) total += sides[a][row] * sides[b][row];
        fixed.set(a, b, total);
        fixed.set(b, a, total);
      }
    }
    return [random, fixed];
  }
}

/** B'B of rows of `width` numbers. */
function gramOf(rows: Float64Array, width: number): Matrix {
  const totals = new Float64Array(width * width);
  for (let start = 0; start < rows.length; start += width) {
    for (let a = 0; a < width; a++) {
      const left = rows[start + a];
      if (left === 0) continue;
      for (let b = 0; b <= a; b++) totals[a * width + b] += left * rows[start + b];
    }
  }
  const gram = Matrix.zeros(width, width);
  for (let a = 0; a < width; a++) {
    for (let b = 0; b <= a; b++) {
      gram.set(a, b, totals[a * width + b]);
      gram.set(b, a, totals[a * width + b]);
    }
  }
  return gram;
}

function numberLevels(group: readonly string[]): { size: number; codes: Int32Array } {
  const known = new Map<string, number>();
  const codes = Int32Array.from(group, (level) => {
    if (!known.has(level)) known.set(level, known.size);
    return known.get(level) as number;
  });
  return { size: known.size, codes };
}

/** Z'Z: how often two levels stand in one row. */
function coOccurrence(levelOf: readonly Int32Array[], levels: number, rows: number) {
  const columns = Array.from({ length: levels }, () => new Map<number, number>());
  for (let row = 0; row < rows; row++) {
    levelOf.forEach((later, at) => {
      const column = columns[later[row]];
      for (let earlier = 0; earlier <= at; earlier++) {
        const level = levelOf[earlier][row];
        column.set(level, (column.get(level) ?? 0) + 1);
      }
    });
  }
  const columnStarts = new Int32Array(levels + 1);
  columns.forEach((column, at) => (columnStarts[at + 1] = columnStarts[at] + column.size));
  const places = new Int32Array(columnStarts[levels]);
  const counts = new Float64Array(columnStarts[levels]);
  columns.forEach((column, at) => {
    [...column.keys()]
      .sort((a, b) => a - b)
      .forEach((level, step) => {
        places[columnStarts[at] + step] = level;
        counts[columnStarts[at] + step] = column.get(level) as number;
      });
  });
  return { pattern: { size: levels, columnStarts, rows: places } satisfies SparsePattern, counts };
}
