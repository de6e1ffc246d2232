import { useState } from 'react';
import type { SeatView } from '../../client/api.generated';
import { FILTERS, filtered, type Filter } from './board';
import { CompactSeat, SeatCard } from './SeatCard';

/** From here on seats are drawn small, so that a room fits on a screen. */
const MANY = 24;

/** Everyone's place, flight by flight. */
export function Board({ seats, onChoose }: { seats: readonly SeatView[]; onChoose: (panelist: string) => void }) {
  const [filter, setFilter] = useState<Filter>('all');
  const shown = filtered(seats, filter);
  const flights = [...new Set(seats.map(({ flight }) => flight))].sort((a, b) => a - b);
  const isMany = seats.length > MANY;
  const Seat = isMany ? CompactSeat : SeatCard;
  return (
    <>
      <div role="group" aria-label="Which seats" className="flex flex-wrap gap-2">
        {FILTERS.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === filter}
            onClick={() => setFilter(one)}
            className={`min-h-9 rounded-full border px-3 ${one === filter ? 'border-ink bg-pad font-bold' : 'border-line bg-paper hover:border-quiet'}`}
          >
            {one} <span className="text-sm text-quiet">{filtered(seats, one).length}</span>
          </button>
        ))}
      </div>
      {flights.map((flight) => {
        const own = shown.filter((seat) => seat.flight === flight);
        if (own.length === 0) return null;
        return (
          <section key={flight} aria-label={`Flight ${flight}`}>
            {flights.length > 1 && (
              <h2 className="mb-1.5 font-bold">
                Flight {flight}{' '}
                <span className="text-sm font-normal text-quiet">
                  {own.filter(({ state }) => state === 'done').length} of {own.length} done
                </span>
              </h2>
            )}
            <ul
              className={`grid ${isMany ? 'grid-cols-[repeat(auto-fill,minmax(8.25rem,1fr))] gap-1.5' : 'grid-cols-[repeat(auto-fill,minmax(10.6rem,1fr))] gap-2.5'}`}
            >
              {own.map((seat) => (
                <li key={seat.panelistId}>
                  <Seat seat={seat} onChoose={() => onChoose(seat.panelistId)} />
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {shown.length === 0 && <p className="text-quiet">Nobody: choose other seats.</p>}
    </>
  );
}
