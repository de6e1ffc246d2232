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
 * levels is eliminated first. Panelists who were served alike are one beforehand.
 *
 * Source: Bates, Maechler, Bolker & Walker 2015, *Journal of Statistical Software* 67(1),
 * section 3; Patterson & Thompson 1971, *Biometrika* 58, 545-554.
 *
 * @example
 * new RemlProblem(new RemlDesign([[1, 1, 1, 1]], [['a', 'a', 'b', 'b']]), [1, 2, 4, 5]).at([0]).residualSquares // 10
 */
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { SparseCholesky, type SparsePattern } from '../../numeric';
import { condensedDesign, condensedScores, restAt, type CondensedDesign, type CondensedScores } from './condensed';

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

/** What a model's criterion needs apart from the scores: one for all that were given to the same samples. */
export class RemlDesign {
  readonly rows: number;
  readonly fixed: number;
  /** Random terms in the order of elimination. */
  readonly order: number[];
  /** Level of each row as given, per term in that order. */
  readonly given: Int32Array[];
  /** The rows that are factored; null without random terms. */
  readonly condensed: CondensedDesign | null;
  /** Level of each row that is factored, per term, counted over all terms. */
  readonly levelOf: Int32Array[];
  /** Where the levels of each term begin. */
  readonly offsets: number[];
  readonly levels: number;
  readonly termOfLevel: Int32Array;
  readonly pattern: SparsePattern;
  readonly counts: Float64Array;
  readonly cholesky: SparseCholesky;

  /** @param groups per random term, the group of every row */
  constructor(
    readonly columns: readonly (readonly number[])[],
    groups: readonly (readonly string[])[],
  ) {
    this.rows = columns[0].length;
    this.fixed = columns.length;
    const numbered = groups.map(numberLevels);
    this.order = groups.map((_, at) => at).sort((a, b) => numbered[b].size - numbered[a].size);
    this.given = this.order.map((term) => numbered[term].codes);
    this.condensed = groups.length > 0 ? condensedDesign(columns, this.given) : null;
    const { levelOf, weights, alike } = this.condensed ?? { levelOf: [], weights: [], alike: [] };
    const sizes = this.order.map((term, at) => (at === 0 ? alike.length : numbered[term].size));
    this.offsets = sizes.map((_, at) => sizes.slice(0, at).reduce((sum, size) => sum + size, 0));
    this.levels = sizes.reduce((sum, size) => sum + size, 0);
    this.levelOf = levelOf.map((codes, at) => codes.map((code) => code + this.offsets[at]));
    this.termOfLevel = Int32Array.from(this.order.flatMap((term, at) => new Array<number>(sizes[at]).fill(term)));
    const { pattern, counts } = coOccurrence(this.levelOf, this.levels, weights);
    this.pattern = pattern;
    this.counts = counts;
    this.cholesky = new SparseCholesky(pattern);
  }
}

/** Scores under a design, prepared so that the criterion is cheap at any theta. */
export class RemlProblem {
  private readonly scores: CondensedScores | null;
  /** Z'[X y], one row per level. */
  private readonly crossRandom: Float64Array;
  /** [X y]'[X y]. */
  private readonly crossFixed: Matrix;

  /**
   * @param leastVariance the residual variance is not taken below this: where the model fits
   *   to rounding, the criterion would fall without end
   */
  constructor(
    readonly design: RemlDesign,
    private readonly y: readonly number[],
    private readonly leastVariance = 1e-10,
  ) {
    this.scores = design.condensed && condensedScores(design.condensed, y);
    [this.crossRandom, this.crossFixed] = this.crossProducts();
  }

  /** Evaluates the criterion. @param theta one ratio per random term, in the order given */
  at(theta: readonly number[]): RemlValue {
    const half = this.eliminated(theta);
    const width = this.design.fixed + 1;
    const gram = Matrix.sub(this.crossFixed, gramOf(half, width));
    const fixedPart = gram.subMatrix(0, this.design.fixed - 1, 0, this.design.fixed - 1);
    const root = new CholeskyDecomposition(fixedPart);
    const right = gram.subMatrix(0, this.design.fixed - 1, this.design.fixed, this.design.fixed);
    const coefficients = root.solve(right);
    const explained = coefficients.to1DArray().reduce((total, b, at) => total + b * right.get(at, 0), 0);
    const rest = this.scores
      ? restAt(this.scores.rest, theta[this.design.order[0]])
      : { logDeterminant: 0, squares: 0 };
    const residualSquares = Math.max(gram.get(this.design.fixed, this.design.fixed) - explained + rest.squares, 0);
    let logDeterminants = this.design.cholesky.logDeterminant() + rest.logDeterminant;
    for (let at = 0; at < this.design.fixed; at++)
      logDeterminants += 2 * Math.log(root.lowerTriangularMatrix.get(at, at));
    const df = this.design.rows - this.design.fixed;
    const residualVariance = Math.max(residualSquares / df, this.leastVariance);
    const deviance =
      logDeterminants + df * Math.log(2 * Math.PI * residualVariance) + residualSquares / residualVariance;
    return {
      logDeterminants,
      residualSquares,
      residualVariance,
      deviance,
      coefficients: coefficients.to1DArray(),
      // Asked for at few of the many places that a search goes to.
      get unscaledCovariance() {
        return root.solve(Matrix.eye(root.lowerTriangularMatrix.rows));
      },
    };
  }

  /** Predicted random intercepts at theta (their conditional means), summed per row. */
  randomPart(theta: readonly number[], coefficients: readonly number[]): number[] {
    const half = this.eliminated(theta);
    const width = this.design.fixed + 1;
    const spherical = new Float64Array(this.design.levels);
    for (let level = 0; level < this.design.levels; level++) {
      let total = half[level * width + this.design.fixed];
      for (let at = 0; at < this.design.fixed; at++) total -= half[level * width + at] * coefficients[at];
      spherical[level] = total;
    }
    this.design.cholesky.solveUpper(spherical);
    const result = new Array<number>(this.design.rows).fill(0);
    this.design.given.forEach((codes, at) => {
      const ratio = theta[this.design.order[at]];
      if (at > 0) codes.forEach((code, row) => (result[row] += ratio * spherical[this.design.offsets[at] + code]));
      else {
        // What all who were served alike have in common, and what is one's own.
        const own = this.scores?.people.map(
          ({ level, weight, rows, away }) =>
            (ratio * spherical[level]) / weight + (ratio * ratio * away) / (1 + rows * ratio * ratio),
        );
        codes.forEach((code, row) => (result[row] += own?.[code] ?? 0));
      }
    });
    return result;
  }

  /** L^-1 Lambda Z'[X y], after factoring Lambda Z'Z Lambda + I. */
  private eliminated(theta: readonly number[]): Float64Array {
    const { columnStarts, rows } = this.design.pattern;
    const entries = new Float64Array(this.design.counts.length);
    for (let column = 0; column < this.design.levels; column++) {
      const right = theta[this.design.termOfLevel[column]];
      for (let at = columnStarts[column]; at < columnStarts[column + 1]; at++) {
        entries[at] =
          this.design.counts[at] * theta[this.design.termOfLevel[rows[at]]] * right + (rows[at] === column ? 1 : 0);
      }
    }
    this.design.cholesky.factor(entries);
    const width = this.design.fixed + 1;
    const half = this.crossRandom.slice();
    for (let level = 0; level < this.design.levels; level++) {
      const scale = theta[this.design.termOfLevel[level]];
      for (let side = 0; side < width; side++) half[level * width + side] *= scale;
    }
    this.design.cholesky.solveLower(half, width);
    return half;
  }

  private crossProducts(): [Float64Array, Matrix] {
    const { condensed, columns } = this.design;
    const sides = [...(condensed?.columns ?? columns), this.scores?.y ?? this.y];
    const [width, rows] = [sides.length, sides[0].length];
    const random = new Float64Array(this.design.levels * width);
    this.design.levelOf.forEach((codes, term) => {
      for (let row = 0; row < rows; row++) {
        const start = codes[row] * width;
        const times = term === 0 ? 1 : (condensed?.weights[row] ?? 1);
        for (let side = 0; side < width; side++) random[start + side] += times * sides[side][row];
      }
    });
    const fixed = Matrix.zeros(width, width);
    for (let a = 0; a < width; a++) {
      for (let b = 0; b <= a; b++) {
        let total = 0;
        for (let row = 0; row < rows; row++) total += sides[a][row] * sides[b][row];
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

/** Z'Z: how often two levels stand in one row; all terms but the first weigh as much as the people that a row stands for. */
function coOccurrence(levelOf: readonly Int32Array[], levels: number, weights: readonly number[]) {
  const columns = Array.from({ length: levels }, () => new Map<number, number>());
  weights.forEach((weight, row) => {
    levelOf.forEach((later, at) => {
      const column = columns[later[row]];
      for (let earlier = 0; earlier <= at; earlier++) {
        const level = levelOf[earlier][row];
        const times = (at > 0 ? weight : 1) * (earlier > 0 ? weight : 1);
        column.set(level, (column.get(level) ?? 0) + times);
      }
    });
  });
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
