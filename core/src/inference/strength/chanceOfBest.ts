/**
 * The chance that each method is the best one, given what was seen of all of them.
 *
 * Use it to say how sure a lead is in one number per method. It is a statement about the
 * estimates, not a vote share: 0.6 does not mean that six in ten prefer it. A leader was picked out for
 * being one, so its lead is drawn in by as much as leads of methods that hardly differ are mostly luck.
 *
 * Calculated under a stated prior: true heights of the methods are normal about one another, and
 * how much they spread is open, each standard deviation from none to the largest being as likely. Over
 * tastings of which that holds, a chance of 0.9 is right nine times in ten. The error of the
 * estimates may itself be known from few degrees of freedom. By importance sampling: spreads and
 * errors are drawn, weighed by how well they go with what was seen, and heights drawn given them.
 *
 * Source: Gelman et al., *Bayesian Data Analysis*, sections 5.4 (normal hierarchical model) and 10.4
 * (importance sampling); uniform prior on the standard deviation, Gelman 2006, *Bayesian Analysis*
 * 1, 515-533.
 *
 * @example
 * chanceOfBest({ heights: [1, 0], covariance: [[0.02, 0], [0, 0.02]], df: Infinity, mostSpread: 1 }, { seed: '1' }).chances[0] > 0.99 // true
 */
import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { randomStream, type RandomStream } from '../../numeric';

/** What is known of how good each method is. */
export interface Heights {
  /** One per method, higher being better. */
  heights: readonly number[];
  /** Of these estimates; only differences count. */
  covariance: readonly (readonly number[])[];
  /** Degrees of freedom behind the covariance; infinite where it is as good as known. */
  df: number;
  /** The largest standard deviation between true heights that is thought possible. */
  mostSpread: number;
}

/** Result of {@link chanceOfBest}. */
export interface ChanceOfBest {
  /** Per method; they sum to 1. */
  chances: number[];
  draws: number;
  /** Largest Monte Carlo standard error among them. */
  standardError: number;
}

/** How to draw. */
export interface ChanceOfBestOptions {
  seed: string;
  /** Default 8,000. */
  draws?: number;
}

export function chanceOfBest(known: Heights, options: ChanceOfBestOptions): ChanceOfBest {
  const drawn = likelyHeights(known, options);
  const tops = new Array<number>(known.heights.length).fill(0);
  let squared = 0;
  for (const { heights, weight } of drawn) {
    const top = Math.max(...heights);
    const best = heights.flatMap((height, at) => (height >= top - 1e-12 ? [at] : []));
    for (const at of best) tops[at] += weight / best.length;
    squared += weight * weight;
  }
  const standardError = Math.sqrt(Math.max(...tops.map((p) => p * (1 - p))) * squared);
  return { chances: tops, draws: drawn.length, standardError };
}

/** True heights as they may be, given what was seen; weights sum to 1. */
export interface LikelyHeights {
  /** About their own mean. */
  heights: number[];
  /** By what the covariance may have to be multiplied. */
  scale: number;
  weight: number;
}

/** Draws true heights under the prior, weighed by what was seen. */
export function likelyHeights(known: Heights, { seed, draws = 8000 }: ChanceOfBestOptions): LikelyHeights[] {
  const random = randomStream(seed, 'likely-heights');
  const axes = axesOf(known);
  const drawn = Array.from({ length: draws }, () => oneDraw(axes, known, random));
  const most = drawn.reduce((top, { logWeight }) => Math.max(top, logWeight), -Infinity);
  const total = drawn.reduce((sum, { logWeight }) => sum + Math.exp(logWeight - most), 0);
  return drawn.map(({ heights, scale, logWeight }) => ({ heights, scale, weight: Math.exp(logWeight - most) / total }));
}

/** Differences between methods, turned so that their errors are independent. */
interface Axis {
  direction: readonly number[];
  variance: number;
  /** What was seen along it. */
  seen: number;
}

/** No estimate is surer than this share of what could be. */
const LEAST_VARIANCE = 1e-9;

function axesOf({ heights, covariance, mostSpread }: Heights): Axis[] {
  const size = heights.length;
  const centring = Matrix.eye(size).sub(Matrix.ones(size, size).div(size));
  const contrasts = centring.mmul(new Matrix(covariance.map((row) => [...row]))).mmul(centring);
  // What all methods share is no difference; lifted out of the way, it is the first axis to leave.
  const lifted = contrasts.clone().add(Matrix.ones(size, size).div(-size));
  const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(lifted, { assumeSymmetric: true });
  const order = realEigenvalues.map((_, at) => at).sort((a, b) => realEigenvalues[a] - realEigenvalues[b]);
  return order.slice(1).map((at) => {
    const direction = eigenvectorMatrix.getColumn(at);
    return {
      direction,
      variance: Math.max(LEAST_VARIANCE * mostSpread ** 2, realEigenvalues[at]),
      seen: direction.reduce((sum, share, method) => sum + share * heights[method], 0),
    };
  });
}

/** One draw, and how well its spread and error go with what was seen. */
function oneDraw(
  axes: readonly Axis[],
  { heights, df, mostSpread }: Heights,
  random: RandomStream,
): { heights: number[]; scale: number; logWeight: number } {
  const spread = (mostSpread * random.fraction()) ** 2;
  const scale = Number.isFinite(df) ? df / random.chiSquared(df) : 1;
  const truth = new Array<number>(heights.length).fill(0);
  let logWeight = 0;
  for (const { direction, variance, seen } of axes) {
    const error = variance * scale;
    const whole = error + spread;
    logWeight -= (Math.log(whole) + (seen * seen) / whole) / 2;
    const height = (spread / whole) * seen + Math.sqrt((spread * error) / whole) * random.normal();
    direction.forEach((share, method) => (truth[method] += share * height));
  }
  return { heights: truth, scale, logWeight };
}
