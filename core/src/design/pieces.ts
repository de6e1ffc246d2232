import type { Piece, Tasting } from '../bundle';
import type { RandomStream } from '../numeric';
import { dealBlocks, type PortionWanted } from './blocks';
import { dealClusters } from './clusters';
import type { PlannedSitting } from './servingDesign';
import { isOfTwoSamples } from '../questions';
import { portionsPerPiece } from './quantities';

/** Letters that are not mistaken for digits or for each other in a wet kitchen. */
const TAG_LETTERS = [...'ABCDEFHKLMNPRTVXY'];
const TAG_DIGITS = [...'23456789'];

/**
 * Gives every piece of every method a kitchen tag. Tags are drawn at random, so that a tag
 * says nothing about its method to anyone who has not seen the kitchen's own list. They have
 * one letter while those suffice, and two in larger tastings.
 *
 * Piece number i of every method comes from the same lot, and is of the same block: where
 * there are lots or halves, that is what makes methods comparable.
 *
 * @returns the pieces sorted by tag
 */
export function tagPieces(
  { methods, piecesPerMethod, lots }: Pick<Tasting, 'methods' | 'piecesPerMethod' | 'lots'>,
  random: RandomStream,
): Piece[] {
  const isMany = methods.length * piecesPerMethod > TAG_LETTERS.length * TAG_DIGITS.length;
  const letters = isMany
    ? TAG_LETTERS.flatMap((first) => TAG_LETTERS.filter((other) => other !== first).map((second) => first + second))
    : TAG_LETTERS;
  const tags = random.shuffled(letters.flatMap((letter) => TAG_DIGITS.map((digit) => letter + digit)));
  return methods
    .flatMap(({ id }, at) =>
      tags.slice(at * piecesPerMethod, (at + 1) * piecesPerMethod).map((tag, block) => ({
        tag,
        method: id,
        lot: lots.length > 0 ? lots[block % lots.length].id : null,
        block,
      })),
    )
    .sort((a, b) => (a.tag < b.tag ? -1 : 1));
}

/** What {@link dealPortions} reads of a tasting. */
export type Dealing = Pick<Tasting, 'test' | 'methods' | 'lots' | 'halves' | 'zones' | 'quantities'>;

/**
 * Says which piece each portion is cut from. A panelist's samples of one replicate come from
 * one block, so that lots cancel out of every comparison, and so that what people say of one
 * block's pieces can be told from what they say of the methods; see {@link dealBlocks}. In
 * sets of two samples, where one sample stands twice, a panelist eats from a group of blocks;
 * see {@link dealClusters}.
 *
 * @returns per sitting, the tags in serving order, the warm-up first
 */
export function dealPortions(
  sittings: readonly PlannedSitting[],
  pieces: readonly Piece[],
  tasting: Dealing,
  random: RandomStream,
): string[][] {
  const { test, methods, lots, halves, zones, quantities } = tasting;
  const own = methods.map(({ id }) => pieces.filter((piece) => piece.method === id).sort((a, b) => a.block - b.block));
  const parts = Math.max(1, zones.length);
  const room = methods.map((method) => portionsPerPiece(quantities, method, zones.length) / parts);
  const wanted = sittings.map(servingsOf);
  const dealt = isOfTwoSamples(test)
    ? dealClusters(
        sittings.map(({ panelist }, at) => ({ panelist, wanted: wanted[at] })),
        { test, pieces: own[0].length, halves, lots: lots.length, room },
        random,
      )
    : dealBlocks(wanted, own[0].length, room, random);
  return dealt.map((blocks, at) => wanted[at].map(({ method }, place) => own[method][blocks[place]].tag));
}

/** A warm-up may be cut from any zone. */
const ANY_ZONE = -1;

/** All servings of a sitting in order. */
const servingsOf = ({ warmUp, sets }: PlannedSitting): PortionWanted[] => [
  ...(warmUp === null ? [] : [{ method: warmUp, zone: ANY_ZONE, replicate: ANY_ZONE }]),
  ...sets.flatMap(({ zone, replicate, samples }) =>
    samples.map(({ method }) => ({ method, zone: zone ?? 0, replicate })),
  ),
];
