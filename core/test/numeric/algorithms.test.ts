import fc from 'fast-check';
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import {
  gradient,
  integrate,
  minimise,
  normalDensity,
  overChiScale,
  randomStream,
  rootBetween,
  secondDerivatives,
  SparseCholesky,
  studentizedRangeUpperTail,
  studentTwoSided,
} from '../../src/numeric';

describe('minimise', () => {
  it("finds the bottom of Rosenbrock's valley (Rosenbrock 1960: at 1, 1)", () => {
    const valley = ([x, y]: number[]): number => 100 * (y - x * x) ** 2 + (1 - x) ** 2;
    const found = minimise(valley, [-1.2, 1], { step: 1e-3 });
    expect(found.converged).toBe(true);
    expect(found.at[0]).toBeCloseTo(1, 5);
    expect(found.at[1]).toBeCloseTo(1, 5);
    expect(found.value).toBeLessThan(1e-9);
  });

  it('leaves a saddle point, and has nothing to do without variables', () => {
    const saddle = ([x, y]: number[]): number => x * x - y * y + y ** 4 / 2;
    expect(Math.abs(minimise(saddle, [0.3, 0.05]).at[1])).toBeCloseTo(1, 5);
    expect(minimise(() => 7, [])).toMatchObject({ at: [], value: 7, converged: true });
  });

  it('tells when it gave up', () => {
    expect(minimise(([x]) => Math.exp(-x), [0], { rounds: 3 }).converged).toBe(false);
  });
});

describe('differences', () => {
  it('are exact for polynomials up to the fourth degree', () => {
    const f = ([x, y]: number[]): number => x ** 4 - 3 * x * x * y + 2 * y ** 3;
    const [x, y] = [0.7, -0.4];
    const [dx, dy] = gradient(f, [x, y], 0.01);
    expect(dx).toBeCloseTo(4 * x ** 3 - 6 * x * y, 9);
    expect(dy).toBeCloseTo(-3 * x * x + 6 * y * y, 9);
    const [[xx, xy], [yx, yy]] = secondDerivatives(f, [x, y], 0.01);
    expect(xx).toBeCloseTo(12 * x * x - 6 * y, 7);
    expect(xy).toBeCloseTo(-6 * x, 7);
    expect(yx).toBe(xy);
    expect(yy).toBeCloseTo(12 * y, 7);
  });
});

describe('rootBetween', () => {
  it('finds where a function crosses zero, and the nearer end where it does not', () => {
    expect(rootBetween((x) => x ** 3 - 2, 0, 2)).toBeCloseTo(Math.cbrt(2), 10);
    expect(rootBetween((x) => Math.exp(x) - 1e-9, -40, 5)).toBeCloseTo(Math.log(1e-9), 8);
    expect(rootBetween((x) => x + 1, 0, 3)).toBe(0);
  });
});

describe('integrate', () => {
  it('is exact for polynomials of degree 2 points - 1', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.double({ min: -1, max: 0.2, noNaN: true }), (points, from) => {
        const degree = 2 * points - 1;
        const exact = ((from + 1) ** (degree + 1) - from ** (degree + 1)) / (degree + 1);
        expect(integrate((x) => x ** degree, from, from + 1, points)).toBeCloseTo(exact, 6);
      }),
    );
  });

  it('gives the normal density its area', () => {
    expect(integrate(normalDensity, -9, 9, 64)).toBeCloseTo(1, 12);
  });
});

describe('expectations over the scale, and the studentized range', () => {
  it('the mean of S squared is 1 for any degrees of freedom', () => {
    for (const df of [1, 2, 5, 30, 1000]) expect(overChiScale((s) => s * s, df)).toBeCloseTo(1, 7);
  });

  it('is a t test for two groups, and falls with q and rises with the groups', () => {
    expect(studentizedRangeUpperTail(3, 2, 12)).toBeCloseTo(studentTwoSided(3 / Math.SQRT2, 12), 12);
    const tails = [1, 2, 4, 8, 16].map((q) => studentizedRangeUpperTail(q, 5, 20));
    tails.slice(1).forEach((tail, at) => expect(tail).toBeLessThan(tails[at]));
    const groups = [2, 3, 6, 12].map((k) => studentizedRangeUpperTail(3.5, k, 20));
    groups.slice(1).forEach((tail, at) => expect(tail).toBeGreaterThan(groups[at]));
  });

  it('has the 5 % points of printed tables (Lawless & Heymann, table J, and others; from memory)', () => {
    for (const [q, k, df] of [
      [3.877, 3, 10],
      [4.327, 4, 10],
      [3.958, 4, 20],
      [3.314, 3, Infinity],
      [3.633, 4, Infinity],
    ])
      expect(studentizedRangeUpperTail(q, k, df)).toBeCloseTo(0.05, 3);
  });

  it('keeps digits far out, where one less the rest would be noise', () => {
    const far = studentizedRangeUpperTail(15, 4, 200);
    expect(far).toBeGreaterThan(1e-24);
    expect(far).toBeLessThan(1e-17);
    expect(studentizedRangeUpperTail(0, 4, 10)).toBe(1);
    expect(studentizedRangeUpperTail(1e6, 4, 10)).toBeLessThan(1e-12);
  });
});

describe('SparseCholesky', () => {
  /** A random sparse positive definite matrix: a diagonal, some couplings, and both written out in full. */
  function example(size: number, seed: string) {
    const random = randomStream(seed, 'sparse');
    const full = Matrix.zeros(size, size);
    for (let row = 0; row < size; row++) {
      full.set(row, row, 4 + random.fraction());
      for (let column = row + 1; column < size; column++) {
        if (random.fraction() > 0.3) continue;
        const value = random.fraction() - 0.5;
        full.set(row, column, value);
        full.set(column, row, value);
      }
    }
    const rows: number[] = [];
    const entries: number[] = [];
    const columnStarts = [0];
    for (let column = 0; column < size; column++) {
      for (let row = 0; row <= column; row++) {
        if (full.get(row, column) === 0) continue;
        rows.push(row);
        entries.push(full.get(row, column));
      }
      columnStarts.push(rows.length);
    }
    const pattern = { size, columnStarts: Int32Array.from(columnStarts), rows: Int32Array.from(rows) };
    return { full, pattern, entries: Float64Array.from(entries) };
  }

  it('has the determinant and the triangular solutions of the dense factor', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.string(), (size, seed) => {
        const { full, pattern, entries } = example(size, seed);
        const sparse = new SparseCholesky(pattern);
        expect(sparse.factor(entries)).toBe(true);
        const dense = new CholeskyDecomposition(full).lowerTriangularMatrix;
        const logs = Array.from({ length: size }, (_, at) => 2 * Math.log(dense.get(at, at)));
        expect(sparse.logDeterminant()).toBeCloseTo(
          logs.reduce((sum, log) => sum + log, 0),
          9,
        );
        const right = Float64Array.from({ length: size }, (_, at) => at + 1);
        const solved = right.slice();
        sparse.solveLower(solved, 1);
        sparse.solveUpper(solved);
        const back = full.mmul(Matrix.columnVector([...solved])).to1DArray();
        back.forEach((value, at) => expect(value).toBeCloseTo(right[at], 8));
      }),
      { numRuns: 40 },
    );
  });

  it('says when a matrix is not positive definite', () => {
    const pattern = { size: 2, columnStarts: Int32Array.from([0, 1, 3]), rows: Int32Array.from([0, 0, 1]) };
    expect(new SparseCholesky(pattern).factor(Float64Array.from([1, 2, 1]))).toBe(false);
  });
});
