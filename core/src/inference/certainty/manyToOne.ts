/**
 * Simultaneous p-values for comparisons of several samples with one reference (Dunnett),
 * and for any family of correlated t statistics.
 *
 * Use `manyToOneP` when the correlations come from the shared reference alone, rho_ij =
 * w_i w_j: then the multivariate t integral shrinks to two plain ones. Use
 * `correlatedP` for any other correlation; it integrates by a seeded lattice and says how
 * far off it may be. Do not use either for all pairs (Tukey) or for unrelated tests (Holm).
 *
 * Source: Dunnett 1955, *Journal of the American Statistical Association* 50, 1096-1121;
 * Genz & Bretz, *Computation of Multivariate Normal and t Probabilities* (Springer 2009).
 *
 * @example
 * manyToOneP(2.5, [0.7071, 0.7071, 0.7071], 20) // 0.0543
 */
import { Matrix } from 'ml-matrix';
import {
  integrate,
  normalCdf,
  normalDensity,
  normalQuantile,
  chiScale,
  overChiScale,
  randomStream,
} from '../../numeric';

/**
 * P(max |T_i| >= t) for t statistics with correlations w_i w_j.
 *
 * @param weights one per comparison, 0 to 1: sqrt(n_i / (n_i + n_0)) with plain means, sqrt(1/2) when balanced
 * @param df degrees of freedom; may be infinite
 */
export function manyToOneP(t: number, weights: readonly number[], df: number): number {
  if (!(t > 0)) return 1;
  const given = (scale: number): number => allWithin(t * scale, weights);
  if (df > 1e6) return Math.max(0, 1 - given(1));
  return Math.max(0, 1 - overChiScale(given, df));
}

/**
 * P(max T_i >= t) for the same statistics, one direction only. With weights of sqrt(1/2) it is
 * what a comparison of all samples with the best goes by (Hsu): the truly best one lies further below
 * any other than t only so often.
 *
 * Source: Hsu 1984, *The Annals of Statistics* 12, 1136-1144; Hsu, *Multiple Comparisons*, chapter 4.
 */
export function manyToOneUpperP(t: number, weights: readonly number[], df: number): number {
  const given = (scale: number): number => allBelow(t * scale, weights);
  return Math.max(0, 1 - (df > 1e6 ? given(1) : overChiScale(given, df)));
}

/** P(all Z_i <= t), integrating over the shared part. */
function allBelow(t: number, weights: readonly number[]): number {
  const inside = (shared: number): number =>
    weights.reduce(
      (product, weight) => product * normalCdf((t - weight * shared) / Math.sqrt(Math.max(1e-12, 1 - weight * weight))),
      normalDensity(shared),
    );
  return integrate(inside, -8.5, 0, 28) + integrate(inside, 0, 8.5, 28);
}

/** P(all |Z_i| <= t), integrating over the shared part. */
function allWithin(t: number, weights: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const weight of weights) counts.set(weight, (counts.get(weight) ?? 0) + 1);
  const inside = (shared: number): number => {
    let product = 1;
    for (const [weight, count] of counts) {
      const own = Math.sqrt(Math.max(1e-12, 1 - weight * weight));
      const one = normalCdf((t - weight * shared) / own) - normalCdf((-t - weight * shared) / own);
      product *= one ** count;
    }
    return normalDensity(shared) * product;
  };
  return integrate(inside, -8.5, 0, 28) + integrate(inside, 0, 8.5, 28);
}

/** A simultaneous p with how far off it may be. */
export interface SimultaneousP {
  p: number;
  standardError: number;
}

const LATTICES = 8;
const POINTS = 2039;

/**
 * P(max |T_i| >= t) for t statistics with any correlation matrix, by a randomly shifted
 * lattice rule over the sequentially conditioned integral (Genz & Bretz, section 4.1).
 */
export function correlatedP(
  t: number,
  correlation: readonly (readonly number[])[],
  df: number,
  seed: string,
): SimultaneousP {
  if (!(t > 0)) return { p: 1, standardError: 0 };
  const root = lowerRoot(correlation);
  const size = root.rows;
  const random = randomStream(seed, 'lattice');
  const steps = Array.from({ length: size }, (_, at) => Math.sqrt(PRIMES[at % PRIMES.length]) % 1);
  const estimates = Array.from({ length: LATTICES }, () => {
    const shift = Array.from({ length: size }, () => random.fraction());
    let total = 0;
    for (let point = 1; point <= POINTS; point++) {
      const u = (axis: number): number => Math.abs(2 * ((point * steps[axis] + shift[axis]) % 1) - 1);
      total += conditioned(root, t * chiScale(u(size - 1), df), u);
    }
    return total / POINTS;
  });
  const mean = estimates.reduce((sum, one) => sum + one, 0) / LATTICES;
  const variance = estimates.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (LATTICES - 1);
  return { p: Math.min(1, Math.max(0, 1 - mean)), standardError: Math.sqrt(variance / LATTICES) };
}

const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83, 89, 97];

/** P(all within t) along one path of conditioning. */
function conditioned(root: Matrix, t: number, u: (axis: number) => number): number {
  const size = root.rows;
  const drawn = new Array<number>(size).fill(0);
  let product = 1;
  for (let row = 0; row < size; row++) {
    let shift = 0;
    for (let column = 0; column < row; column++) shift += root.get(row, column) * drawn[column];
    const own = root.get(row, row);
    if (own < 1e-9) {
      if (Math.abs(shift) > t) return 0;
      continue;
    }
    const low = normalCdf((-t - shift) / own);
    const high = normalCdf((t - shift) / own);
    product *= high - low;
    if (row < size - 1) drawn[row] = normalQuantile(Math.min(1 - 1e-15, Math.max(1e-15, low + u(row) * (high - low))));
  }
  return product;
}

/** Cholesky factor that lets dependent comparisons through as rows with a zero at the end. */
function lowerRoot(correlation: readonly (readonly number[])[]): Matrix {
  const size = correlation.length;
  const root = Matrix.zeros(size, size);
  for (let row = 0; row < size; row++) {
    for (let column = 0; column <= row; column++) {
      let rest = correlation[row][column];
      for (let at = 0; at < column; at++) rest -= root.get(row, at) * root.get(column, at);
      if (row === column) root.set(row, row, Math.sqrt(Math.max(0, rest)));
      else root.set(row, column, root.get(column, column) > 1e-9 ? rest / root.get(column, column) : 0);
    }
  }
  return root;
}
