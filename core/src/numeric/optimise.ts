import { EigenvalueDecomposition, Matrix } from 'ml-matrix';

/** Where a minimum was found, and the curvature there. */
export interface Minimum {
  at: number[];
  value: number;
  /** Second derivatives at the minimum, row by row. */
  hessian: number[][];
  converged: boolean;
}

/** How {@link minimise} goes about it. */
export interface MinimiseOptions {
  /** Step of the differences; about the scale on which the function bends, times 0.01. */
  step?: number;
  rounds?: number;
  /** Stops when the predicted gain falls below this. */
  tolerance?: number;
  /** The longest move in one round. */
  longest?: number;
}

/**
 * Minimises a smooth function of a few variables by Newton's method with differences: of
 * second order on the way, where few evaluations matter, of fourth order at the end, where
 * digits do. Directions that bend the wrong way are followed downhill, so that saddle
 * points are left; a step that does not descend is halved.
 *
 * Source: Nocedal & Wright, *Numerical Optimization*, sections 3.4 and 8.1.
 */
export function minimise(f: (x: number[]) => number, start: readonly number[], options: MinimiseOptions = {}): Minimum {
  const { step = 0.01, rounds = 100, tolerance = 1e-10, longest = 2 } = options;
  const near = approached(f, start, { step, rounds, longest });
  let { at, value } = near;
  let hessian: number[][] = [];
  for (let round = near.rounds; round < rounds; round++) {
    hessian = secondDerivatives(f, at, step);
    const { move, gain } = newtonMove(gradient(f, at, step), hessian, longest);
    const next = gain > tolerance * (1 + Math.abs(value)) ? descended(f, at, value, move) : null;
    if (!next) return polished(f, { at, value, hessian }, step, longest);
    ({ at, value } = next);
  }
  return { at, value, hessian, converged: false };
}

/** The rough way down, until the next gain would be small or nothing is gained. */
function approached(
  f: (x: number[]) => number,
  start: readonly number[],
  { step, rounds, longest }: Required<Omit<MinimiseOptions, 'tolerance'>>,
): { at: number[]; value: number; rounds: number } {
  let at = [...start];
  let value = f(at);
  for (let round = 0; round < rounds; round++) {
    const { slope, hessian } = quickDerivatives(f, at, value, step);
    const { move, gain } = newtonMove(slope, hessian, longest);
    const next = descended(f, at, value, move);
    if (next) ({ at, value } = next);
    if (!next || !(gain > 1e-4 * (1 + 1e-3 * Math.abs(value)))) return { at, value, rounds: round + 1 };
  }
  return { at, value, rounds };
}

/**
 * One more move without comparing values: so near the minimum they differ only by rounding,
 * while the slope, taken over a shorter distance, still tells the way.
 */
function polished(
  f: (x: number[]) => number,
  near: Omit<Minimum, 'converged'>,
  step: number,
  longest: number,
): Minimum {
  const { move } = newtonMove(gradient(f, near.at, step / 4), near.hessian, longest);
  const at = near.at.map((x, index) => x + move[index]);
  const isTiny = move.every((m) => Math.abs(m) < step);
  return { ...near, at: isTiny ? at : near.at, value: isTiny ? f(at) : near.value, converged: true };
}

function descended(f: (x: number[]) => number, at: number[], value: number, move: number[]) {
  for (let share = 1; share > 1e-9; share /= 2) {
    const next = at.map((x, index) => x + share * move[index]);
    const nextValue = f(next);
    if (nextValue < value) return { at: next, value: nextValue };
  }
  return null;
}

/** First and second derivatives by central differences of second order, from shared evaluations. */
function quickDerivatives(f: (x: number[]) => number, at: readonly number[], middle: number, step: number) {
  const ahead = at.map((_, i) => f(shifted(at, i, step)));
  const behind = at.map((_, i) => f(shifted(at, i, -step)));
  const slope = at.map((_, i) => (ahead[i] - behind[i]) / (2 * step));
  const hessian = at.map((_, i) => at.map((__, j) => (i === j ? (ahead[i] + behind[i] - 2 * middle) / step ** 2 : 0)));
  for (let i = 0; i < at.length; i++) {
    for (let j = 0; j < i; j++) {
      const along = (size: number): number => f(shifted(shifted(at, i, size), j, size));
      const both = along(step) + along(-step);
      const alone = ahead[i] + behind[i] + ahead[j] + behind[j];
      hessian[i][j] = hessian[j][i] = (both + 2 * middle - alone) / (2 * step * step);
    }
  }
  return { slope, hessian };
}

function newtonMove(slope: number[], hessian: number[][], longest: number): { move: number[]; gain: number } {
  const n = slope.length;
  if (n === 0) return { move: [], gain: 0 };
  const { realEigenvalues: bends, eigenvectorMatrix: axes } = new EigenvalueDecomposition(new Matrix(hessian), {
    assumeSymmetric: true,
  });
  const stiffest = Math.max(...bends.map(Math.abs), 1e-300);
  const move = new Array<number>(n).fill(0);
  let gain = 0;
  for (let axis = 0; axis < n; axis++) {
    const along = slope.reduce((total, s, index) => total + s * axes.get(index, axis), 0);
    const bend = Math.max(Math.abs(bends[axis]), 1e-10 * stiffest);
    gain += (along * along) / bend / 2;
    for (let index = 0; index < n; index++) move[index] -= (along / bend) * axes.get(index, axis);
  }
  const length = Math.hypot(...move);
  const share = length > longest ? longest / length : 1;
  return { move: move.map((m) => m * share), gain };
}

/** First derivatives by central differences of fourth order. */
export function gradient(f: (x: number[]) => number, at: readonly number[], step: number): number[] {
  return at.map((_, index) => {
    const moved = (times: number): number => f(shifted(at, index, times * step));
    return (8 * (moved(1) - moved(-1)) - (moved(2) - moved(-2))) / (12 * step);
  });
}

/** Second derivatives by central differences of fourth order. */
export function secondDerivatives(f: (x: number[]) => number, at: readonly number[], step: number): number[][] {
  const n = at.length;
  const middle = f([...at]);
  const result = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i++) {
    const along = (times: number): number => f(shifted(at, i, times * step));
    result[i][i] = (16 * (along(1) + along(-1)) - (along(2) + along(-2)) - 30 * middle) / (12 * step * step);
    for (let j = 0; j < i; j++) {
      const crossed = (times: number): number => {
        const size = times * step;
        const corner = (a: number, b: number): number => f(shifted(shifted(at, i, a * size), j, b * size));
        return (corner(1, 1) - corner(1, -1) - corner(-1, 1) + corner(-1, -1)) / (4 * size * size);
      };
      result[i][j] = result[j][i] = (4 * crossed(1) - crossed(2)) / 3;
    }
  }
  return result;
}

function shifted(at: readonly number[], index: number, size: number): number[] {
  const next = [...at];
  next[index] += size;
  return next;
}

/**
 * Where a function crosses zero between two places at which it has different signs, by
 * bisection with secant steps (Illinois). Returns the end nearer zero when it does not cross.
 */
export function rootBetween(f: (x: number) => number, low: number, high: number, tolerance = 1e-12): number {
  let [a, b, fa, fb] = [low, high, f(low), f(high)];
  if (fa === 0 || fa * fb > 0) return Math.abs(fa) <= Math.abs(fb) ? a : b;
  for (let round = 0; round < 300 && Math.abs(b - a) > tolerance * (1 + Math.abs(a)); round++) {
    const secant = b - (fb * (b - a)) / (fb - fa);
    const inside = secant > Math.min(a, b) && secant < Math.max(a, b);
    const x = inside && round % 3 !== 2 ? secant : (a + b) / 2;
    const fx = f(x);
    if (fx === 0) return x;
    if (fx * fb < 0) [a, fa] = [b, fb];
    else fa /= 2;
    [b, fb] = [x, fx];
  }
  return b;
}
