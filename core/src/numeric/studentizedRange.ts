import { logGamma, normalCdf, normalDensity, studentTwoSided } from './distributions';
import { integrate } from './quadrature';

/**
 * P(Q >= q) for the studentized range of `groups` means, with its digits also in the far
 * tail: what is integrated is the upper tail itself, not one less the lower.
 *
 * Source: Hochberg & Tamhane, *Multiple Comparison Procedures*, appendix 3 (the integral).
 *
 * @param df degrees of freedom of the standard error, above 0; may be infinite
 */
export function studentizedRangeUpperTail(q: number, groups: number, df: number): number {
  if (!(q > 0)) return 1;
  // Two groups are a t test; going there keeps all digits of small tails.
  if (groups === 2) return studentTwoSided(q / Math.SQRT2, df);
  if (df > 1e6) return Math.min(1, tabulated(q, groups));
  return Math.min(
    1,
    overChiScale((scale) => tabulated(q * scale, groups), df),
  );
}

/**
 * Expectation over S = sqrt(chi-squared / df).
 *
 * @param f a smooth function of the scale; may fall as steeply as a normal tail
 */
export function overChiScale(f: (scale: number) => number, df: number): number {
  const logConstant = (df / 2) * Math.log(df / 2) - logGamma(df / 2) + Math.log(2);
  const density = (s: number): number => Math.exp(logConstant + (df - 1) * Math.log(s) - (df * s * s) / 2);
  const spread = 9 / Math.sqrt(2 * df);
  const low = Math.max(1e-6, 1 - spread);
  const high = 1 + spread * (df < 4 ? 1.6 : 1);
  return integrate((s) => density(s) * f(s), low, 1, 32) + integrate((s) => density(s) * f(s), 1, high, 32);
}

/** P(range of normal means >= w): groups x integral of phi(z) (Phi(z)^(k-1) - (Phi(z) - Phi(z - w))^(k-1)). */
function rangeUpperTail(w: number, groups: number): number {
  const upper = (z: number): number => {
    const below = normalCdf(z);
    const share = below > 0 ? Math.min(1, normalCdf(z - w) / below) : 0;
    const left = share < 1 ? -Math.expm1((groups - 1) * Math.log1p(-share)) : 1;
    return normalDensity(z) * below ** (groups - 1) * left;
  };
  const middle = Math.min(8, w / 2);
  return groups * (integrate(upper, -9, middle, 32) + integrate(upper, middle, 9 + middle, 32));
}

/** Ranges from here on are as good as impossible. */
const WIDEST = 36;
/** Places per unit of range between which the log of the tail is interpolated; 14 keep 11 digits. */
const PLACES = 14;
const tables = new Map<string, Float64Array>();

/**
 * The tail of the range, read off a table made when it is first needed: all pairs of a
 * comparison ask for the same number of groups thousands of times. Interpolated through
 * Chebyshev places by the barycentric formula.
 *
 * Source: Berrut & Trefethen 2004, *SIAM Review* 46, 501-517.
 */
function tabulated(w: number, groups: number): number {
  if (w >= WIDEST) return 0;
  if (w <= 0) return 1;
  const unit = Math.floor(w);
  const logs = tableOf(unit, groups);
  const x = 2 * (w - unit) - 1;
  let [above, below] = [0, 0];
  for (let at = 0; at < PLACES; at++) {
    const gap = x - NODES[at];
    if (gap === 0) return Math.exp(logs[at]);
    const weight = WEIGHTS[at] / gap;
    above += weight * logs[at];
    below += weight;
  }
  return Math.exp(above / below);
}

const ANGLES = Array.from({ length: PLACES }, (_, at) => ((2 * at + 1) * Math.PI) / (2 * PLACES));
const NODES = ANGLES.map(Math.cos);
const WEIGHTS = ANGLES.map((angle, at) => (at % 2 === 0 ? 1 : -1) * Math.sin(angle));

function tableOf(unit: number, groups: number): Float64Array {
  const key = `${groups}/${unit}`;
  let table = tables.get(key);
  if (!table) {
    table = Float64Array.from(NODES, (node) => Math.log(rangeUpperTail(unit + (node + 1) / 2, groups)));
    tables.set(key, table);
  }
  return table;
}
