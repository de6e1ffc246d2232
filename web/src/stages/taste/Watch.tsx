import { counted } from '@jacana/core/format';
import { BellOff } from 'lucide-react';
import { useState } from 'react';
import type { SeatView } from '../../client/api.generated';
import { useAppSelector } from '../../store/store';
import { Mark } from '../../ui/Notice';
import { useNow } from '../../ui/useNow';
import { alarmsOf } from './board';

const SHOWN = 6;

/** What stands out; each can be silenced until it changes. */
export function Watch({ seats, onChoose }: { seats: readonly SeatView[]; onChoose: (panelist: string) => void }) {
  const now = useNow(5000);
  const isConnected = useAppSelector((state) => state.live.connected);
  const [silenced, setSilenced] = useState<ReadonlySet<string>>(new Set());
  const alarms = alarmsOf(seats, now);
  const heard = alarms.filter(({ name }) => !silenced.has(name));
  return (
    <section aria-label="Watch" className="rounded-card border border-line bg-paper px-4.5 py-3.5">
      <div className="mb-1 flex justify-between">
        <h2 className="font-bold">Watch</h2>
        <span className="text-sm text-quiet">{isConnected ? 'live' : 'reconnecting…'}</span>
      </div>
      {heard.length === 0 && (
        <p className="text-quiet">
          {seats.every((seat) => seat.state === 'done') ? 'All ballots are in.' : 'No seat needs attention now.'}
        </p>
      )}
      <ul className="space-y-1.5">
        {heard.slice(0, SHOWN).map(({ name, seat, text }) => (
          <li key={name} className="flex items-start justify-between gap-2">
            <button type="button" className="text-left hover:underline" onClick={() => onChoose(seat.panelistId)}>
              <Mark>seat {seat.seat}</Mark> {text}
            </button>
            <button
              type="button"
              aria-label={`Silence seat ${seat.seat}`}
              className="shrink-0 rounded p-1 text-quiet hover:bg-pad hover:text-ink"
              onClick={() => setSilenced(new Set(silenced).add(name))}
            >
              <BellOff size={16} />
            </button>
          </li>
        ))}
      </ul>
      {heard.length > SHOWN && (
        <p className="mt-1 text-sm text-quiet">and {counted(heard.length - SHOWN, 'more seat')}</p>
      )}
      {heard.length < alarms.length && (
        <button
          type="button"
          className="mt-1 text-sm font-bold text-chestnut underline underline-offset-3"
          onClick={() => setSilenced(new Set())}
        >
          {counted(alarms.length - heard.length, 'alarm')} silenced: hear again
        </button>
      )}
    </section>
  );
}
