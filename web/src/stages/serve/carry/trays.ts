import { trayName, type ServiceDay } from '@jacana/core/service';
import type { SeatView } from '../../../client/api.generated';

/** A tray as it stands for whoever carries. */
export interface CarriedTray {
  seat: SeatView;
  flight: number;
  /** In hand, on this phone or another; out; or still to be carried. Nothing is carried to who is absent. */
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
  return seats
    .filter(({ codes }) => codes.length > 0)
    .map((seat): CarriedTray => {
      const name = trayName({ sitting, panelist: seat.panelistId });
      const { taken = null, out = null } = day.trays.get(name) ?? {};
      const holder = taken && mine.has(taken.entry) ? 'mine' : 'theirs';
      const place = out ? 'out' : day.people.get(name)?.absent ? 'absent' : taken ? holder : 'waiting';
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

/** Minutes since the pieces of a flight were cut, in words; and a sign that needs no colour. */
export function sinceCut(at: string | undefined, now: number): { text: string; sign: string } | null {
  if (at === undefined) return null;
  const minutes = Math.max(0, Math.floor((now - Date.parse(at)) / 60_000));
  const text = minutes === 0 ? 'cut just now' : `cut ${minutes} ${minutes === 1 ? 'minute' : 'minutes'} ago`;
  return { text, sign: minutes < FRESH ? '●○○' : minutes < COOLING ? '●●○' : '●●●' };
}

/** Minutes until a portion is lukewarm, and until it is cold: common practice, no source. */
const FRESH = 5;
const COOLING = 10;
