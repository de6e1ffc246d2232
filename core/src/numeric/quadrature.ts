/** Places and weights of a Gauss-Legendre rule on [-1, 1]. */
interface Rule {
  nodes: Float64Array;
  weights: Float64Array;
}

const rules = new Map<number, Rule>();

/**
 * Integrates a smooth function over a finite interval by Gauss-Legendre quadrature: exact
 * for polynomials up to degree 2 points - 1.
 *
 * Source: Press and others, *Numerical Recipes*, section 4.6.
 *
 * @param points places at which the function is evaluated
 */
export function integrate(f: (x: number) => number, from: number, to: number, points = 64): number {
  const { nodes, weights } = rule(points);
  const half = (to - from) / 2;
  const middle = (to + from) / 2;
  let total = 0;
  for (let at = 0; at < points; at++) total += weights[at] * f(middle + half * nodes[at]);
  return total * half;
}

function rule(points: number): Rule {
  const known = rules.get(points);
  if (known) return known;
  const nodes = new Float64Array(points);
  const weights = new Float64Array(points);
  for (let at = 0; at < points; at++) {
    let x = Math.cos((Math.PI * (at + 0.75)) / (points + 0.5));
    let slope = 1;
    for (let step = 0; step < 100; step++) {
      let value = 1;
      let before = 0;
      for (let degree = 0; degree < points; degree++) {
        [value, before] = [((2 * degree + 1) * x * value - degree * before) / (degree + 1), value];
      }
      slope = (points * (x * value - before)) / (x * x - 1);
      const move = value / slope;
      x -= move;
      if (Math.abs(move) < 1e-15) break;
    }
    nodes[at] = x;
    weights[at] = 2 / ((1 - x * x) * slope * slope);
  }
  const made = { nodes, weights };
  rules.set(points, made);
  return made;
}
