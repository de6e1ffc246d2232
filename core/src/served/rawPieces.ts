import type { Piece } from '../tasting';

/**
 * Which raw piece gets which tag, by the number that it is given when it is bought.
 *
 * Raw pieces are numbered through, lot by lot where there are lots, before anyone looks at
 * this list. Those of one block are assigned to the methods in the order of the block's tags,
 * which are drawn at random: so nobody chooses which piece is cooked how, and the test of the
 * methods rests on just that. Where raw pieces are split across the methods, the number is
 * that of the block, and its parts are assigned in the same way.
 *
 * @returns numbers from 1 by tag
 */
export function rawNumbers(pieces: readonly Pick<Piece, 'tag' | 'block'>[], halves: boolean): Map<string, number> {
  const inOrder = [...pieces].sort((a, b) => a.block - b.block || (a.tag < b.tag ? -1 : 1));
  return new Map(inOrder.map(({ tag, block }, at) => [tag, halves ? block + 1 : at + 1]));
}
