import { trayName, type ServiceDay } from '@jacana/core/service';
import type { SeatView } from '../../../client/api.generated';

/** A tray as it stands for whoever carries. */
export interface CarriedTray {
  seat: SeatView;
  flight: number;
  /** In hand, on this phone or another; out; or still to be carried. Nothing is carried to who is absent, or must not eat it. */
  place: 'waiting' | 'mine' | 'theirs' | 'out' | 'absent';
  by: string | null;
}

/**
 * Trays in the order of carrying: by flight and seat, and whoever came late at the end of the flight.
 *
 * @param mine ids of the entries by which this phone took trays
 */
export function traysInTurn(
  seats: readonly SeatView[],
  day: ServiceDay,
  { sitting, mine }: { sitting: number; mine: ReadonlySet<string> },
): CarriedTray[] {
  const isLate = ({ panelistId: panelist }: SeatView): number =>
    day.people.get(trayName({ sitting, panelist }))?.late ? 1 : 0;
  const isUnserved = (seat: SeatView, name: string): boolean =>
    seat.isWithheld || (day.people.get(name)?.absent ?? null) !== null;
  return seats
    .filter(({ codes }) => codes.length > 0)
    .map((seat): CarriedTray => {
      const name = trayName({ sitting, panelist: seat.panelistId });
      const { taken = null, out = null } = day.trays.get(name) ?? {};
      const holder = taken && mine.has(taken.entry) ? 'mine' : 'theirs';
      const place = out ? 'out' : isUnserved(seat, name) ? 'absent' : taken ? holder : 'waiting';
      return { seat, flight: day.flights.get(name) ?? seat.flight, place, by: (out ?? taken)?.by ?? null };
    })
    .sort((a, b) => a.flight - b.flight || isLate(a.seat) - isLate(b.seat) || a.seat.seat - b.seat.seat);
}

/** What is to be done next, in one sentence. */
export function carrySentence(trays: readonly CarriedTray[]): string {
  const left = trays.filter(({ place }) => place === 'waiting' || place === 'mine');
  const away = trays.filter(({ place }) => place === 'theirs').length;
  if (left.length === 0) return away > 0 ? 'The last trays are on their way.' : 'Every tray is out.';
  const { flight } = left[0];
  const own = left.filter((tray) => tray.flight === flight).length;
  const flights = new Set(trays.map((tray) => tray.flight)).size;
  return `${flights > 1 ? `Flight ${flight}: ` : ''}${own} ${own === 1 ? 'tray' : 'trays'} to carry.`;
}

/**
 * Minutes since the pieces of a flight were cut, and what is left of the serving window, in words; and a sign that
 * needs no colour.
 *
 * @param window minutes that a portion may wait, by the chains; null where none says
 */
export function sinceCut(
  at: string | undefined,
  { now, window }: { now: number; window: number | null },
): { text: string; sign: string } | null {
  if (at === undefined) return null;
  const minutes = Math.max(0, Math.floor((now - Date.parse(at)) / 60_000));
  const most = window ?? COOLING;
  const cut = minutes === 0 ? 'cut just now' : `cut ${minutesText(minutes)} ago`;
  const left = most - minutes;
  const until = window === null ? '' : left > 0 ? `, ${minutesText(left)} left` : ', longer than planned';
  return { text: `${cut}${until}`, sign: minutes < most / 2 ? '●○○' : minutes < most ? '●●○' : '●●●' };
}

const minutesText = (minutes: number): string => `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`;

/** Minutes until a portion is cold, where the chains do not say how long it may wait: common practice, no source. */
const COOLING = 10;
