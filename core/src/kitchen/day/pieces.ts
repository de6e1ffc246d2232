/**
 * Which pieces there are by now: those that were planned, those that were withdrawn, and those that were cooked
 * in the place of another, under a tag of their own.
 *
 * Use it wherever pieces of the day are meant, not where the plan is: the plan's pieces are in its fingerprint and
 * stay as they are. A piece in the place of another has that one's method, lot and block.
 *
 * Common practice, no source.
 *
 * @example
 * piecesNow([{ tag: 'K4', method: 'm', lot: null, block: 0 }], kitchenState([]))[0].standing // 'stands'
 */
import type { Piece } from '../../tasting';
import type { KitchenState } from './state';

export interface PieceNow extends Piece {
  /** Whether it may be eaten; withdrawn; or given up for another. */
  standing: 'stands' | 'withdrawn' | 'redone';
  /** The piece that it was cooked in place of. */
  insteadOf: string | null;
}

/** What of the kitchen says which pieces there are. */
export type PiecesState = Pick<KitchenState, 'pieces' | 'redone'>;

export function piecesNow(planned: readonly Piece[], state: PiecesState): PieceNow[] {
  const standing = (tag: string): PieceNow['standing'] => {
    if (state.redone.has(tag)) return 'redone';
    return state.pieces.get(tag)?.gate?.decision === 'withdrawn' ? 'withdrawn' : 'stands';
  };
  const all = planned.map((piece): PieceNow => ({ ...piece, standing: standing(piece.tag), insteadOf: null }));
  // One that was cooked again may be cooked again itself.
  for (let at = 0; at < all.length; at++) {
    const { tag: insteadOf, ...piece } = all[at];
    const tag = state.redone.get(insteadOf);
    if (tag !== undefined) all.push({ ...piece, tag, standing: standing(tag), insteadOf });
  }
  return all;
}

/** The piece that stands for a planned one: itself, or the last that was cooked in its place. */
export function standsFor(tag: string, { redone }: Pick<KitchenState, 'redone'>): string {
  const next = redone.get(tag);
  return next === undefined ? tag : standsFor(next, { redone });
}

/** A tag that no piece has. */
export function freeTag(taken: readonly string[]): string {
  const tags = [...LETTERS].flatMap((letter) => [...DIGITS].map((digit) => `${letter}${digit}`));
  const free = tags.filter((tag) => !taken.includes(tag));
  // Not the first that is free, which would say that it came last.
  return free[(taken.length * STRIDE) % free.length];
}

/** Without those that are taken for others when read in a hurry. */
const LETTERS = 'ABDEFGHJKLMNPRTVXYZ';
const DIGITS = '2456789';
const STRIDE = 37;
