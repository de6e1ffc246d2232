/**
 * The flights that each piece is served to: all that the kitchen has to know of who eats it.
 *
 * Use it for the run sheet, which kitchen and coordinator read while the key is closed. Which piece belongs to which
 * flight is fixed at the lock; on the day only the kitchen's own log changes it. Nothing that a seat, a code or a
 * guest does may reach it: by the way of the key, the time of a piece would say which method lies under a code.
 *
 * Common practice, no source.
 *
 * @example
 * flightsOfPieces({ tasting, plan, pieces, key, amendments: [] }, []).get('K4') // [{ sitting: 1, flight: 2 }]
 */
import { asLocked, type Amendment, type Key, type KitchenEntry, type Piece, type Plan, type Tasting } from '../bundle';
import { kitchenState, piecesNow, standsFor } from '../kitchen';
import { servedPortions } from './served';

export interface Flight {
  sitting: number;
  flight: number;
}

/** A tasting as it is now; whoever walked in is taken out again. */
export interface FlightsOf {
  tasting: Tasting;
  plan: Plan;
  pieces: readonly Piece[];
  key: Key;
  amendments: readonly Amendment[];
}

export function flightsOfPieces(
  { pieces, amendments, ...whole }: FlightsOf,
  kitchen: readonly KitchenEntry[],
): Map<string, Flight[]> {
  const flights = new Map<string, Flight[]>();
  for (const { tag, sitting, flight } of servedPortions({ ...asLocked(whole, amendments), pieces }))
    serve(flights, tag, { sitting, flight });
  const state = kitchenState(kitchen);
  for (const { tag } of pieces) {
    const now = standsFor(tag, state);
    if (now !== tag) for (const one of flights.get(tag) ?? []) serve(flights, now, one);
  }
  const now = piecesNow(pieces, state);
  for (const gone of now.filter(({ standing }) => standing === 'withdrawn')) {
    const left = now.filter(({ method, standing }) => method === gone.method && standing === 'stands');
    for (const one of flights.get(gone.tag) ?? [])
      if (!left.some(({ tag }) => has(flights.get(tag), one))) for (const { tag } of left) serve(flights, tag, one);
  }
  return flights;
}

const has = (flights: readonly Flight[] | undefined, one: Flight): boolean =>
  Boolean(flights?.some(({ sitting, flight }) => sitting === one.sitting && flight === one.flight));

function serve(flights: Map<string, Flight[]>, tag: string, one: Flight): void {
  const own = flights.get(tag) ?? [];
  if (!has(own, one)) own.push(one);
  flights.set(tag, own);
}
