import type { Piece } from '../bundle';
import { piecesNow, standsFor, type PiecesState } from '../kitchen';
import { trayName, type ServiceDay } from '../service';

/** What of a portion says where another may be cut for it. */
interface Dealt {
  tag: string;
  panelist: string;
  sitting: number;
  flight: number;
}

/**
 * Portions as they are really cut: of a piece that was cooked again from the new one; of a piece that was
 * withdrawn from those of its method that remain, most evenly, and from one of the same flight where there is one.
 * Where none of the method remains, the portion keeps its tag: nobody can cut it. What was before its panelist when
 * the piece was given up was eaten of that piece.
 *
 * @returns portions in their order, and all pieces that there are
 */
export function cutFrom<Portion extends Dealt>(
  portions: readonly Portion[],
  planned: readonly Piece[],
  state: PiecesState,
  { trays }: Pick<ServiceDay, 'trays'>,
): { portions: Portion[]; pieces: Piece[] } {
  const pieces = piecesNow(planned, state);
  const byTag = new Map(pieces.map((piece) => [piece.tag, piece]));
  const outAt = (portion: Dealt): string | undefined => trays.get(trayName(portion))?.out?.at;
  const isEaten = (portion: Dealt): boolean => {
    const [out, gone] = [outAt(portion), state.pieces.get(portion.tag)?.gate];
    return out !== undefined && gone?.decision === 'withdrawn' && Date.parse(out) <= Date.parse(gone.at);
  };
  const now = portions.map((portion) => {
    const kept = isEaten(portion);
    return { portion: Object.assign(portion, { tag: kept ? portion.tag : standsFor(portion.tag, state) }), kept };
  });
  const counts = new Map<string, number>();
  const flights = new Map<string, Set<string>>();
  const deal = ({ tag, sitting, flight }: Dealt): void => {
    counts.set(tag, (counts.get(tag) ?? 0) + 1);
    flights.set(tag, (flights.get(tag) ?? new Set()).add(`${sitting} ${flight}`));
  };
  const isGone = (tag: string): boolean => byTag.get(tag)?.standing === 'withdrawn';
  for (const { portion, kept } of now) if (kept || !isGone(portion.tag)) deal(portion);
  for (const { portion, kept } of now) {
    if (kept || !isGone(portion.tag)) continue;
    const method = byTag.get(portion.tag)?.method;
    const left = pieces.filter((piece) => piece.method === method && piece.standing === 'stands');
    const near = left.filter(({ tag }) => flights.get(tag)?.has(`${portion.sitting} ${portion.flight}`));
    const [first, ...others] = near.length > 0 ? near : left;
    if (!first) continue;
    const count = ({ tag }: Piece): number => counts.get(tag) ?? 0;
    portion.tag = others.reduce((least, one) => (count(one) < count(least) ? one : least), first).tag;
    deal(portion);
  }
  return { portions: now.map(({ portion }) => portion), pieces };
}
