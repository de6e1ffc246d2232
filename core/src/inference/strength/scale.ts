/**
 * Fits a scale of log worths by Newton's method, and reads it: standard errors, and the
 * chance that one sample beats another.
 *
 * Use it for any likelihood of log worths that is concave and does not change when all of
 * them move together (Plackett-Luce, Bradley-Terry). Not where strengths are infinite: a
 * penalty must hold them first (see {@link addGhost}).
 *
 * Source: Hunter 2004, *The Annals of Statistics* 32, 384-406 (models); Turner, van Etten,
 * Firth & Kosmidis 2020, *Computational Statistics* 35, 1027-1057 (the ghost sample).
 *
 * @example
 * chanceOfBeating({ logWorth: [1, 0], covariance: [[0.01, -0.01], [-0.01, 0.01]] }, 0, 1, 0.05).chance // 0.7311
 */
import { LuDecomposition, Matrix } from 'ml-matrix';
import { normalQuantile } from '../../numeric';

/** Value, slope and curvature of a log-likelihood at some parameters. */
export interface LogLikelihood {
  value: number;
  slope: Float64Array;
  /** Second derivatives, row by row. */
  curvature: Float64Array;
}

export function emptyLikelihood(parameters: number): LogLikelihood {
  return { value: 0, slope: new Float64Array(parameters), curvature: new Float64Array(parameters * parameters) };
}

/** Where the likelihood is highest, log worths having mean zero. */
export interface ScaleFit {
  parameters: number[];
  covariance: number[][];
  converged: boolean;
}

/** @param samples how many of the parameters, the first ones, are log worths */
export function fitScale(
  logLikelihood: (parameters: readonly number[]) => LogLikelihood,
  start: readonly number[],
  samples: number,
): ScaleFit {
  let at = [...start];
  let now = logLikelihood(at);
  let converged = false;
  for (let round = 0; round < 200 && !converged; round++) {
    const factored = new LuDecomposition(information(now, samples));
    if (factored.isSingular() || at.some((x) => Math.abs(x) > 2 * LARGEST_LOG)) break;
    const move = factored.solve(Matrix.columnVector([...now.slope])).to1DArray();
    const gain = move.reduce((total, m, index) => total + m * now.slope[index], 0);
    let share = Math.min(1, 5 / move.reduce((most, m) => Math.max(most, Math.abs(m)), 1e-300));
    let moved = false;
    for (; share > 1e-8 && !moved; share /= 2) {
      const next = at.map((x, index) => x + share * move[index]);
      const there = logLikelihood(next);
      if (there.value >= now.value || gain < 1e-9) [at, now, moved] = [next, there, true];
    }
    converged = gain < 1e-18 || !moved || (gain < 1e-12 && round > 20);
  }
  const mean = at.slice(0, samples).reduce((total, x) => total + x, 0) / samples;
  at = at.map((x, index) => (index < samples ? x - mean : x));
  return { parameters: at, covariance: constrainedInverse(information(now, samples), samples), converged };
}

/** Beyond this a log worth is taken to be on its way to infinity: a chance of one in 160,000. */
const LARGEST_LOG = 12;
/** A standard error beyond this says that the likelihood is flat: it still rises far away. */
const LARGEST_SE = 10;

/**
 * Fits without the penalty where that gives finite strengths, else with it.
 *
 * @param isFinite false where it is known beforehand that it does not; ties and order
 *   effects may take strengths to infinity all the same, which only the fit shows
 */
export function fitOrPenalise(
  logLikelihood: (parameters: readonly number[], penalise: boolean) => LogLikelihood,
  start: readonly number[],
  samples: number,
  isFinite: boolean,
): { fit: ScaleFit; penalised: boolean } {
  if (isFinite) {
    const fit = fitScale((parameters) => logLikelihood(parameters, false), start, samples);
    const isShown = fit.parameters.every(
      (x, at) => Math.abs(x) < LARGEST_LOG && fit.covariance[at][at] < LARGEST_SE ** 2,
    );
    if (fit.converged && isShown) return { fit, penalised: false };
  }
  return { fit: fitScale((parameters) => logLikelihood(parameters, true), start, samples), penalised: true };
}

/** Minus the curvature, with the direction in which all worths move together tied down. */
function information({ slope, curvature }: LogLikelihood, samples: number): Matrix {
  const size = slope.length;
  const result = new Matrix(size, size);
  for (let a = 0; a < size; a++) {
    for (let b = 0; b < size; b++) {
      result.set(a, b, -curvature[a * size + b] + (a < samples && b < samples ? 1 / samples : 0));
    }
  }
  return result;
}

function constrainedInverse(matrix: Matrix, samples: number): number[][] {
  const factored = new LuDecomposition(matrix);
  if (factored.isSingular()) return Matrix.zeros(matrix.rows, matrix.rows).to2DArray();
  const inverse = factored.solve(Matrix.eye(matrix.rows)).to2DArray();
  return inverse.map((row, a) => row.map((x, b) => x - (a < samples && b < samples ? 1 / samples : 0)));
}

/**
 * Adds the stated penalty: each sample won and lost half a comparison against a ghost
 * sample of average worth. Keeps strengths finite where one sample always wins.
 */
export function addGhost(likelihood: LogLikelihood, logWorth: readonly number[], samples: number): void {
  const size = likelihood.slope.length;
  for (let sample = 0; sample < samples; sample++) {
    const win = 1 / (1 + Math.exp(-logWorth[sample]));
    likelihood.value += (Math.log(win) + Math.log1p(-win)) / 2;
    likelihood.slope[sample] += 0.5 - win;
    likelihood.curvature[sample * size + sample] -= win * (1 - win);
  }
}

/** Chance that one sample beats another for a new panelist. */
export interface Beats {
  chance: number;
  interval: [number, number];
}

/** From the difference in log worth and its standard error. */
export function chanceOfBeating(
  { logWorth, covariance }: { logWorth: readonly number[]; covariance: readonly (readonly number[])[] },
  a: number,
  b: number,
  alpha: number,
): Beats {
  const difference = logWorth[a] - logWorth[b];
  const variance = covariance[a][a] + covariance[b][b] - 2 * covariance[a][b];
  const half = normalQuantile(1 - alpha / 2) * Math.sqrt(Math.max(0, variance));
  const share = (x: number): number => 1 / (1 + Math.exp(-x));
  return { chance: share(difference), interval: [share(difference - half), share(difference + half)] };
}
