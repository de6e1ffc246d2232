import type { Test } from '../bundle';
import type { RandomStream } from '../numeric';

/** Which of the two samples stands where in a set: 0 or 1. */
export type Sequence = readonly (0 | 1)[];

/**
 * The sets in which a test of two samples is served, each to be used equally often: the six
 * orders of a triangle, four of a duo-trio (its reference first; two when one sample always
 * is the reference), six of a tetrad, and so on.
 *
 * In a 3-AFC sample 1 is the one expected to be stronger, and stands once.
 *
 * Source: ISO 4120 (triangle), ISO 10399 (duo-trio), ISO 5495 (paired), ISO 8588
 * (A/not-A); Ennis & Jesionka 2011 (tetrad).
 *
 * @param constantReference whether sample 0 is the reference of every duo-trio
 * @returns nothing for tests that are not of two samples
 */
export function testSequences(test: Test, constantReference: boolean): readonly Sequence[] {
  switch (test) {
    case 'triangle':
      return [
        [0, 0, 1],
        [0, 1, 0],
        [1, 0, 0],
        [0, 1, 1],
        [1, 0, 1],
        [1, 1, 0],
      ];
    case 'duo-trio': {
      const constant: Sequence[] = [
        [0, 0, 1],
        [0, 1, 0],
      ];
      return constantReference ? constant : [...constant, [1, 1, 0], [1, 0, 1]];
    }
    case '3-afc':
      return [
        [0, 0, 1],
        [0, 1, 0],
        [1, 0, 0],
      ];
    case 'tetrad':
      return [
        [0, 0, 1, 1],
        [0, 1, 0, 1],
        [0, 1, 1, 0],
        [1, 0, 0, 1],
        [1, 0, 1, 0],
        [1, 1, 0, 0],
      ];
    case '2-afc':
    case 'paired-preference':
      return [
        [0, 1],
        [1, 0],
      ];
    case 'same-different':
      return [
        [0, 0],
        [0, 1],
        [1, 0],
        [1, 1],
      ];
    case 'a-not-a':
      return [[0], [1]];
    default:
      return [];
  }
}

/**
 * Deals sequences to panelists so that each is used equally often, within one, over all and
 * over every replicate, and no panelist gets one a second time before all others came.
 *
 * @returns `[panelist][replicate]`
 */
export function dealSequences(
  sequences: readonly Sequence[],
  panelists: number,
  replicates: number,
  random: RandomStream,
): Sequence[][] {
  const order = random.shuffled(sequences);
  const places = random.shuffled(Array.from({ length: panelists }, (_, at) => at));
  const dealt = Array.from({ length: panelists }, () => [] as Sequence[]);
  // One step on per replicate: a latin square over panelists and replicates.
  places.forEach((panelist, turn) => {
    for (let replicate = 0; replicate < replicates; replicate++)
      dealt[panelist].push(order[(turn + replicate) % order.length]);
  });
  return dealt;
}
