import { portionsPerPiece } from '../design';
import { pieceOf, type KitchenState } from '../kitchen';
import type { Piece, Tasting } from '../tasting';

/**
 * How many portions a piece gives: by its mass once it was weighed a second time, cooked; before that as many as
 * the plan counts on. Zones share it evenly.
 */
export function portionsOf(
  { tag, method }: Pick<Piece, 'tag' | 'method'>,
  { methods, zones, quantities }: Pick<Tasting, 'methods' | 'zones' | 'quantities'>,
  state: KitchenState,
): number {
  const { grams } = pieceOf(state, tag);
  const own = methods.find(({ id }) => id === method);
  if (grams.length < 2) return own ? portionsPerPiece(quantities, own, zones.length) : 0;
  const parts = Math.max(1, zones.length);
  const served = grams[grams.length - 1].value * quantities.usable;
  return parts * Math.floor(served / parts / quantities.portionGrams + 1e-9);
}
