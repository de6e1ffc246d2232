/** Positions of a symmetric sparse matrix: upper triangle by columns, row numbers ascending. */
export interface SparsePattern {
  size: number;
  columnStarts: Int32Array;
  rows: Int32Array;
}

/**
 * Cholesky factorisation A = L L' of sparse symmetric positive definite matrices that
 * share one pattern. The pattern is analysed once; each new set of values then costs only
 * the arithmetic that the pattern needs. Rows are computed one by one (up-looking).
 *
 * Source: Davis, *Direct Methods for Sparse Linear Systems* (SIAM 2006), chapter 4.
 */
export class SparseCholesky {
  private readonly parent: Int32Array;
  private readonly starts: Int32Array;
  private readonly next: Int32Array;
  private readonly rows: Int32Array;
  private readonly values: Float64Array;
  private readonly mark: Int32Array;
  private readonly stack: Int32Array;
  private readonly work: Float64Array;

  constructor(private readonly pattern: SparsePattern) {
    const { size } = pattern;
    this.mark = new Int32Array(size).fill(-1);
    this.stack = new Int32Array(size);
    this.work = new Float64Array(size);
    this.next = new Int32Array(size);
    this.parent = eliminationTree(pattern);
    const counts = new Int32Array(size).fill(1);
    for (let row = 0; row < size; row++) {
      for (let at = this.reach(row); at < size; at++) counts[this.stack[at]]++;
    }
    this.starts = new Int32Array(size + 1);
    for (let column = 0; column < size; column++) this.starts[column + 1] = this.starts[column] + counts[column];
    this.rows = new Int32Array(this.starts[size]);
    this.values = new Float64Array(this.starts[size]);
  }

  /** Numbers stored in L. */
  get filled(): number {
    return this.values.length;
  }

  /** Factors the matrix with these values, in the pattern's order. False when not positive definite. */
  factor(entries: Float64Array): boolean {
    const { size, columnStarts, rows } = this.pattern;
    this.mark.fill(-1);
    this.next.set(this.starts.subarray(0, size));
    for (let row = 0; row < size; row++) {
      const top = this.reach(row);
      let diagonal = 0;
      for (let at = columnStarts[row]; at < columnStarts[row + 1]; at++) {
        if (rows[at] === row) diagonal = entries[at];
        else this.work[rows[at]] = entries[at];
      }
      for (let at = top; at < size; at++) {
        const column = this.stack[at];
        const share = this.work[column] / this.values[this.starts[column]];
        this.work[column] = 0;
        const end = this.next[column];
        for (let below = this.starts[column] + 1; below < end; below++) {
          this.work[this.rows[below]] -= this.values[below] * share;
        }
        diagonal -= share * share;
        this.rows[end] = row;
        this.values[end] = share;
        this.next[column]++;
      }
      if (!(diagonal > 0)) return false;
      this.rows[this.next[row]] = row;
      this.values[this.next[row]++] = Math.sqrt(diagonal);
    }
    return true;
  }

  /** log of the determinant of A. */
  logDeterminant(): number {
    let total = 0;
    for (let column = 0; column < this.pattern.size; column++) total += Math.log(this.values[this.starts[column]]);
    return 2 * total;
  }

  /** Solves L x = b for several right sides at once, in place; `b` is size rows of `width`. */
  solveLower(b: Float64Array, width: number): void {
    for (let column = 0; column < this.pattern.size; column++) {
      const start = this.starts[column];
      const head = column * width;
      const pivot = this.values[start];
      for (let side = 0; side < width; side++) b[head + side] /= pivot;
      for (let at = start + 1; at < this.starts[column + 1]; at++) {
        const value = this.values[at];
        const target = this.rows[at] * width;
        for (let side = 0; side < width; side++) b[target + side] -= value * b[head + side];
      }
    }
  }

  /** Solves L' x = b in place, one right side. */
  solveUpper(b: Float64Array): void {
    for (let column = this.pattern.size - 1; column >= 0; column--) {
      let total = b[column];
      for (let at = this.starts[column] + 1; at < this.starts[column + 1]; at++) {
        total -= this.values[at] * b[this.rows[at]];
      }
      b[column] = total / this.values[this.starts[column]];
    }
  }

  /** Columns that row `row` of L touches, left in `stack[result..]` in an order fit for elimination. */
  private reach(row: number): number {
    const { size, columnStarts, rows } = this.pattern;
    let top = size;
    this.mark[row] = row;
    for (let at = columnStarts[row]; at < columnStarts[row + 1]; at++) {
      let length = 0;
      for (let column = rows[at]; column < row && this.mark[column] !== row; column = this.parent[column]) {
        this.stack[length++] = column;
        this.mark[column] = row;
      }
      while (length > 0) this.stack[--top] = this.stack[--length];
    }
    return top;
  }
}

function eliminationTree({ size, columnStarts, rows }: SparsePattern): Int32Array {
  const parent = new Int32Array(size).fill(-1);
  const ancestor = new Int32Array(size).fill(-1);
  for (let column = 0; column < size; column++) {
    for (let at = columnStarts[column]; at < columnStarts[column + 1]; at++) {
      for (let row = rows[at]; row !== -1 && row < column;) {
        const upper = ancestor[row];
        ancestor[row] = column;
        if (upper === -1) parent[row] = column;
        row = upper;
      }
    }
  }
  return parent;
}
