import type { Piece } from '../bundle';
import type { RandomStream } from '../numeric';

/** Letters that are not mistaken for digits or for each other in a wet kitchen. */
const TAG_LETTERS = 'ABCDEFHKLMNPRTVXY';
const TAG_DIGITS = '23456789';

/**
 * Gives every piece of every method a kitchen tag. Tags are drawn at random, so that a tag
 * says nothing about its method to anyone who has not seen the kitchen's own list.
 *
 * @param methodIds the methods, in any order
 * @param piecesPerMethod how many pieces are cooked by each
 * @returns the pieces sorted by tag
 */
export function tagPieces(methodIds: readonly string[], piecesPerMethod: number, random: RandomStream): Piece[] {
  const tags = random.shuffled([...TAG_LETTERS].flatMap((letter) => [...TAG_DIGITS].map((digit) => letter + digit)));
  return methodIds
    .flatMap((method, at) =>
      tags.slice(at * piecesPerMethod, (at + 1) * piecesPerMethod).map((tag) => ({ tag, method })),
    )
    .sort((a, b) => (a.tag < b.tag ? -1 : 1));
}

/**
 * Says which piece each portion is cut from: the pieces of a method are dealt out evenly
 * over the panel, in random order, so that nobody always gets the same piece's neighbours.
 *
 * @param orders per panelist, the method ids in serving order
 * @returns per panelist, the tags in serving order
 */
export function dealPortions(
  orders: readonly (readonly string[])[],
  pieces: readonly Piece[],
  random: RandomStream,
): string[][] {
  const portions = orders.map((order) => new Array<string>(order.length));
  for (const method of new Set(orders.flat())) {
    const tags = random.shuffled(pieces.filter((piece) => piece.method === method).map((piece) => piece.tag));
    const panelists = random.shuffled(orders.map((_, panelist) => panelist));
    panelists.forEach((panelist, turn) => {
      portions[panelist][orders[panelist].indexOf(method)] = tags[turn % tags.length];
    });
  }
  return portions;
}
