import { useState } from 'react';
import { TextField } from '../../../ui/Field';
import type { CarriedTray } from './trays';

const SHOWN = 12;
const PLACES: Record<CarriedTray['place'], string> = {
  waiting: '',
  mine: 'in your hand',
  theirs: 'on its way',
  out: 'out',
  absent: 'did not come',
};

/** What comes after, and any seat by its number. */
export function TraysToCome({
  trays,
  onChoose,
}: {
  trays: readonly CarriedTray[];
  onChoose: (panelist: string) => void;
}) {
  const [sought, setSought] = useState('');
  const found = sought.trim() === '' ? trays.filter(({ place }) => place === 'waiting') : trays.filter(isSought);
  const away = trays.filter(({ place }) => place === 'theirs');

  function isSought({ seat: { seat, name } }: CarriedTray): boolean {
    const text = sought.trim().toLowerCase();
    return String(seat) === text || name.toLowerCase().startsWith(text);
  }

  return (
    <section aria-label="To come" className="space-y-2">
      {away.length > 0 && (
        <p className="text-quiet">
          On the way: {away.map(({ seat, by }) => `seat ${seat.seat}${by ? ` (${by})` : ''}`).join(', ')}.
        </p>
      )}
      <TextField
        label="Find a seat by number or name"
        inputMode="search"
        value={sought}
        onChange={(event) => setSought(event.target.value)}
      />
      <ul className="grid grid-cols-2 gap-2">
        {found.slice(0, SHOWN).map(({ seat, flight, place }) => (
          <li key={seat.panelistId}>
            <button
              type="button"
              disabled={place !== 'waiting'}
              onClick={() => {
                onChoose(seat.panelistId);
                setSought('');
              }}
              className="min-h-12 w-full rounded-lg border border-line bg-paper px-3 py-1.5 text-left disabled:text-quiet"
            >
              <strong>Seat {seat.seat}</strong> <span className="text-sm text-quiet">flight {flight}</span>
              <span className="block truncate text-sm">
                {seat.name}
                {PLACES[place] && `, ${PLACES[place]}`}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {found.length === 0 && sought.trim() !== '' && <p>No tray for “{sought}”.</p>}
      {found.length > SHOWN && <p className="text-sm text-quiet">and {found.length - SHOWN} more</p>}
    </section>
  );
}
