/**
 * Holm's step-down adjustment: keeps the chance of even one false claim among several
 * tests at alpha, whatever their dependence.
 *
 * Use it for a chosen set of comparisons, or where no sharper procedure knows their
 * correlation. Not for long attribute tables read as a whole, where it hides much
 * (falseDiscovery), nor on p-values that are simultaneous already (Tukey, Dunnett).
 *
 * Source: Holm 1979, *Scandinavian Journal of Statistics* 6, 65-70.
 *
 * @param pValues raw p-values, 0 to 1
 * @returns adjusted p-values in the same order, never above 1
 * @example
 * holm([0.01, 0.04, 0.03]) // [0.03, 0.06, 0.06]
 */
export function holm(pValues: readonly number[]): number[] {
  const order = pValues.map((_, index) => index).sort((a, b) => pValues[a] - pValues[b]);
  const adjusted = new Array<number>(pValues.length);
  let floor = 0;
  order.forEach((index, step) => {
    floor = Math.max(floor, Math.min(1, (pValues.length - step) * pValues[index]));
    adjusted[index] = floor;
  });
  return adjusted;
}
