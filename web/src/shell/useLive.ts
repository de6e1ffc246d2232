import { useEffect } from 'react';
import { api } from '../client/api';
import type { SeatView } from '../client/api.generated';
import { computationMoved, connectionChanged, draftSaved, type Visitor, visitorsChanged } from '../store/liveState';
import { type AppDispatch, useAppDispatch } from '../store/store';
import { staleAfter } from '../client/stale';

/**
 * Keeps what is on screen current from the server's stream of events: seats are pushed as they
 * are, of other things it is said what changed, and that alone is read again. When the
 * connection drops, the browser reconnects by itself and names the last event it saw.
 *
 * @param at the stage that this person is at, for others to see
 */
export function useLive(id: string, at: string): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const stream = new EventSource(`/api/tastings/${id}/live?at=${encodeURIComponent(at)}`);
    const on = <Data>(kind: string, heard: (data: Data) => void): void =>
      stream.addEventListener(kind, (event) => heard(JSON.parse((event as MessageEvent<string>).data) as Data));
    stream.onopen = () => dispatch(connectionChanged(true));
    stream.onerror = () => dispatch(connectionChanged(false));
    on<{ asOf: number }>('listening', ({ asOf }) => caughtUp(dispatch, id, asOf));
    on<Moved>('seats', (moved) => seatsMoved(dispatch, id, moved));
    on<{ changed: string[] }>('tasting', ({ changed }) =>
      dispatch(api.util.invalidateTags(staleAfter(changed).map((type) => ({ type, id })))),
    );
    on<{ version: number }>('draft', ({ version }) => dispatch(draftSaved({ tastingId: id, version })));
    on<{ people: Visitor[] }>('presence', ({ people }) => dispatch(visitorsChanged({ tastingId: id, people })));
    for (const kind of ['computing', 'sheet'])
      on<{ fraction: number }>(kind, ({ fraction }) => dispatch(computationMoved({ of: `${kind} ${id}`, fraction })));
    return () => {
      stream.close();
      dispatch(connectionChanged(false));
    };
  }, [id, at, dispatch]);
}

/** A board that was read before the stream began may have missed something in between. */
function caughtUp(dispatch: AppDispatch, id: string, asOf: number): void {
  const stale = dispatch((_dispatch, getState) => {
    const board = api.endpoints.getBoard.select({ id })(getState()).data;
    return board !== undefined && board.asOf < asOf;
  });
  if (stale)
    dispatch(
      api.util.invalidateTags([
        { type: 'board', id },
        { type: 'card', id },
      ]),
    );
}

interface Moved {
  seats: SeatView[];
  opened: number;
  handedIn: number;
}

function seatsMoved(dispatch: AppDispatch, id: string, { seats, opened, handedIn }: Moved): void {
  dispatch(
    api.util.updateQueryData('getBoard', { id }, (board) => {
      for (const seat of seats) {
        const at = board.seats.findIndex((other) => other.panelistId === seat.panelistId);
        if (at >= 0) board.seats[at] = seat;
      }
    }),
  );
  dispatch(
    api.util.updateQueryData('getCard', { id }, (card) => {
      // The first ballot that is opened makes a locked tasting one that is tasted.
      if (card.status === 'locked' && opened > 0) card.status = 'tasting';
      Object.assign(card, { opened, handedIn });
    }),
  );
}
