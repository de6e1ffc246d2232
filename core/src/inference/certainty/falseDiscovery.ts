/**
 * The Benjamini-Hochberg adjustment: among the attributes called different, keeps the
 * expected share of false calls at alpha.
 *
 * Use it for a table of many attributes read together, where a few false calls among many
 * true ones do no harm. Do not use it where a single false claim would (Holm), as in the
 * verdict on which sample is liked best.
 *
 * Source: Benjamini & Hochberg 1995, *Journal of the Royal Statistical Society B* 57, 289-300.
 *
 * @example
 * falseDiscovery([0.01, 0.04, 0.03, 0.5]) // [0.04, 0.0533, 0.0533, 0.5]
 */
export function falseDiscovery(pValues: readonly number[]): number[] {
  const order = pValues.map((_, index) => index).sort((a, b) => pValues[b] - pValues[a]);
  const adjusted = new Array<number>(pValues.length);
  let ceiling = 1;
  order.forEach((index, step) => {
    ceiling = Math.min(ceiling, (pValues.length / (pValues.length - step)) * pValues[index]);
    adjusted[index] = ceiling;
  });
  return adjusted;
}
