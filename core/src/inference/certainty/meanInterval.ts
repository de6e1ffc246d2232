/**
 * A mean of one value per panelist, with Student's t interval.
 *
 * Panelists are taken as a sample from the people they stand for, so the interval speaks of
 * those people. Use it to draw liking or ranks beside a test; not to compare samples by
 * whether their intervals overlap, since the same panelists gave both.
 *
 * Fewer than two values have no interval, and nor have values that are all the same: their
 * spread is then not zero but unknown, and a bar of no width would claim certainty.
 *
 * Source: any textbook, such as Lawless & Heymann, *Sensory Evaluation of Food*, appendix I.
 *
 * @example
 * meanInterval([6, 7, 8, 5], 0.05, [1, 9]).interval // [4.446, 8.554]
 */
import { studentT } from '../../numeric';

/** A mean with its two-sided confidence interval, or null where there is none to give. */
export interface MeanWithInterval {
  n: number;
  mean: number;
  interval: [number, number] | null;
}

/**
 * The mean and its interval.
 *
 * @param values one finite number per panelist; at least one
 * @param alpha 0.05 for a 95 % interval
 * @param range the smallest and largest value possible: the interval is cut off there
 */
export function meanInterval(values: readonly number[], alpha: number, range: [number, number]): MeanWithInterval {
  const n = values.length;
  const mean = values.reduce((total, value) => total + value, 0) / n;
  if (n < 2) return { n, mean, interval: null };
  const variance = values.reduce((total, value) => total + (value - mean) ** 2, 0) / (n - 1);
  if (variance === 0) return { n, mean, interval: null };
  const half = studentT(1 - alpha / 2, n - 1) * Math.sqrt(variance / n);
  return { n, mean, interval: [Math.max(range[0], mean - half), Math.min(range[1], mean + half)] };
}
