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
 * Sequences in the order in which they are dealt: those with more of the first sample in
 * turn with those that have less, so that wherever dealing ends, both samples were served
 * about as often. Which sequence of its kind comes when is drawn.
 */
function inTurn(sequences: readonly Sequence[], random?: RandomStream): Sequence[] {
  const drawn = random ? random.shuffled(sequences) : sequences;
  const lean = (row: Sequence): number =>
    Math.sign(row.length / 2 - row.reduce<number>((sum, place) => sum + place, 0));
  const [more, less] = [1, -1].map((side) => drawn.filter((row) => lean(row) === side));
  const pairs = Array.from({ length: Math.max(more.length, less.length) }, (_, at) => [more[at], less[at]]);
  return [...pairs.flat().filter((row) => row !== undefined), ...drawn.filter((row) => lean(row) === 0)];
}

/** How often the first and the second sample are served when sequences are dealt. */
export function servedOfEach(sequences: readonly Sequence[], panelists: number, replicates: number): [number, number] {
  const order = inTurn(sequences);
  const served: [number, number] = [0, 0];
  for (let turn = 0; turn < panelists; turn++)
    for (let replicate = 0; replicate < replicates; replicate++)
      for (const place of order[(turn + replicate) % order.length]) served[place]++;
  return served;
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
  const order = inTurn(sequences, random);
  const places = random.shuffled(Array.from({ length: panelists }, (_, at) => at));
  const dealt = Array.from({ length: panelists }, () => [] as Sequence[]);
  // One step on per replicate: a latin square over panelists and replicates.
  places.forEach((panelist, turn) => {
    for (let replicate = 0; replicate < replicates; replicate++)
      dealt[panelist].push(order[(turn + replicate) % order.length]);
  });
  return dealt;
}
