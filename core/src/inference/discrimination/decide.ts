/**
 * What people answer from what they perceive: the decision rules by which tests of two samples
 * are modelled.
 *
 * Use them to simulate panels, not to read answers; the psychometric functions are what they come to
 * on average.
 *
 * Source: Ennis 1993, *Journal of Sensory Studies* 8, 353-370; Ennis & Jesionka 2011, *Journal
 * of Sensory Studies* 26, 371-382 (tetrad).
 *
 * @example
 * chosenPlaces('triangle', [0, 0.1, 3]) // [2]
 */
import type { Protocol } from './psychometric';

/**
 * Places that are chosen from a set, by impressions in serving order: the odd one, the one like
 * the first, the pair of the two strongest, or the strongest.
 */
export function chosenPlaces(protocol: Protocol | 'paired-preference', felt: readonly number[]): number[] {
  const order = felt.map((_, place) => place).sort((a, b) => felt[b] - felt[a]);
  const apart = (a: number, b: number): number => Math.abs(felt[a] - felt[b]);
  switch (protocol) {
    case 'triangle':
      return [apart(order[0], order[1]) < apart(order[1], order[2]) ? order[2] : order[0]];
    case 'duo-trio':
      return [apart(0, 1) <= apart(0, 2) ? 1 : 2];
    case 'tetrad':
      return order.slice(0, 2);
    default:
      return [order[0]];
  }
}

/** Two impressions further apart than this are called different. Common practice in simulation, no source. */
export const SAME_WITHIN = 1;

export const callsDifferent = (one: number, other: number): boolean => Math.abs(one - other) > SAME_WITHIN;
