/** A share as people write it, with a decimal where it has one: what is ruled out is not rounded. */
export const inPercent = (share: number): string => `${Number((100 * share).toFixed(1))} %`;
