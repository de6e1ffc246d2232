import type { SeatView } from '../../client/api.generated';
import { trayText } from '../../service/trayText';
import { Pad, type PadState } from '../../ui/Pad';
import { useNow } from '../../ui/useNow';
import { clock, slowSeats } from './board';

interface SeatProps {
  seat: SeatView;
  onChoose: () => void;
}

const stateText = ({ state, seenAt, presence, rinsingUntil }: SeatView, now: number): string =>
  rinsingUntil !== null && state === 'tasting'
    ? rinsingText(rinsingUntil, now)
    : presence === 'absent' && state === 'away'
      ? 'absent'
      : { away: 'away', tasting: clock(seenAt, now), ranking: 'ranking', done: 'done' }[state];

/** How long the pause still is, or how long it should have been over. */
function rinsingText(until: string, now: number): string {
  const left = Math.ceil((Date.parse(until) - now) / 1000);
  return left > 0 ? `rinse ${left} s` : 'rinsed';
}

const isClock = ({ state, rinsingUntil }: SeatView): boolean => state === 'tasting' && rinsingUntil === null;

/** One seat, with the code of each sample. */
export function SeatCard({ seat, onChoose }: SeatProps) {
  const now = useNow(1000);
  const carried = trayText(seat);
  return (
    <button type="button" onClick={onChoose} aria-label={nameOf(seat)} className={shapeOf(seat, now, 'px-3 py-2.5')}>
      <span className="mb-1.5 flex items-baseline justify-between gap-2">
        <span className="min-w-0 truncate">
          <strong>Seat {seat.seat}</strong> <span className="text-sm text-quiet">{seat.name}</span>
        </span>
        <span className={`shrink-0 text-sm text-quiet ${isClock(seat) ? 'font-mono' : ''}`}>
          {stateText(seat, now)}
        </span>
      </span>
      <span className="flex flex-wrap gap-0.5">
        {seat.codes.map((code, at) => (
          <Pad key={code} label={code} size={36} state={padState(seat, at)} />
        ))}
      </span>
      {carried && <span className="block text-sm text-quiet">{carried}</span>}
      {!seat.blind && <span className="text-sm font-bold text-chestnut">not blind</span>}
    </button>
  );
}

/** The same in two lines, for a room that has to fit on a screen: a blank pad for each sample. */
export function CompactSeat({ seat, onChoose }: SeatProps) {
  const now = useNow(1000);
  return (
    <button
      type="button"
      onClick={onChoose}
      aria-label={nameOf(seat)}
      title={trayText(seat) || undefined}
      className={shapeOf(seat, now, 'px-2 py-1')}
    >
      <span className="flex items-baseline justify-between gap-1">
        <span className="min-w-0 truncate">
          <strong>{seat.seat}</strong> <span className="text-sm text-quiet">{seat.name}</span>
        </span>
        <span className={`shrink-0 text-sm text-quiet ${isClock(seat) ? 'font-mono' : ''}`}>
          {stateText(seat, now)}
        </span>
      </span>
      <span className="flex items-center gap-px overflow-hidden">
        {seat.codes.map((code, at) => (
          <Pad key={code} size={16} state={padState(seat, at)} />
        ))}
        {seat.tray === 'out' && <span className="ml-auto text-xs text-quiet">out</span>}
        {!seat.blind && <span className="ml-1 text-xs font-bold text-chestnut">not blind</span>}
      </span>
    </button>
  );
}

const nameOf = ({ seat, name, state }: SeatView): string => `Seat ${seat}, ${name}, ${state}`;

const shapeOf = (seat: SeatView, now: number, padding: string): string =>
  `flex h-full w-full flex-col rounded-card border bg-paper text-left hover:border-quiet ${padding} ${slowSeats([seat], now).length > 0 ? 'border-look ring-2 ring-look' : 'border-line'}`;

function padState({ state, tasted }: SeatView, at: number): PadState {
  if (at < tasted) return 'eaten';
  return state === 'tasting' && at === tasted ? 'now' : 'coming';
}
