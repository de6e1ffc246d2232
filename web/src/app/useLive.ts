import { useEffect, useState } from 'react';
import type { SeatView } from './api.generated';
import { api } from './api';
import { computationMoved, connectionChanged } from './liveState';
import { useAppDispatch } from './store';

/**
 * Keeps board and tasting current from the server's stream of events. The stream starts
 * after the last event that the board includes; when the connection drops, the browser
 * reconnects by itself and names the last event it saw, so nothing is missed.
 *
 * @param asOf event number of the loaded board; undefined until it is loaded
 */
export function useLive(tastingId: string, asOf: number | undefined): void {
  const dispatch = useAppDispatch();
  // A newer board must not restart the stream, which follows on by itself: the first number stays.
  const [start, setStart] = useState(asOf);
  if (start === undefined && asOf !== undefined) setStart(asOf);
  useEffect(() => {
    if (start === undefined) return;
    const stream = new EventSource(`/api/tastings/${tastingId}/live?after=${start}`);
    stream.onopen = () => dispatch(connectionChanged(true));
    stream.onerror = () => dispatch(connectionChanged(false));
    stream.addEventListener('seat', (event) => {
      const seat = JSON.parse(event.data as string) as SeatView;
      dispatch(
        api.util.updateQueryData('getBoard', { id: tastingId }, (board) => {
          const at = board.seats.findIndex((other) => other.panelistId === seat.panelistId);
          if (at >= 0) board.seats[at] = seat;
        }),
      );
      dispatch(api.util.invalidateTags([{ type: 'tastings', id: 'cards' }]));
    });
    stream.addEventListener('tasting', () =>
      dispatch(api.util.invalidateTags(['tastings', 'plans', 'seal', 'kitchen', 'service', 'findings'])),
    );
    stream.addEventListener('computing', (event) => {
      const { fraction } = JSON.parse(event.data as string) as { fraction: number };
      dispatch(computationMoved({ tastingId, fraction }));
    });
    return () => {
      stream.close();
      dispatch(connectionChanged(false));
    };
  }, [tastingId, start, dispatch]);
}
