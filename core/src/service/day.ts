/**
 * How the service stands: folded from its log, the same on every phone, on the server and in the findings.
 *
 * Use it for trays and people, not for what was on a plate: that is the served join.
 *
 * Common practice, no source.
 *
 * @example
 * serviceDay([]).trays.size // 0
 */
import { fold } from '../log';
import type { ServiceEntry } from '../tasting';

/** One tray at one sitting; times are ISO 8601, by the device that it was tapped on. */
export interface TrayState {
  /** Who has it in hand, by which entry: two phones may be signed in as one person. */
  taken: { entry: string; by: string; at: string } | null;
  /** Put down before its panelist: the first time that anybody said so. */
  out: { by: string; at: string; celsius: number | null } | null;
  /** Others who said the same: one of them put another tray there. */
  again: { by: string; at: string }[];
}

export interface PersonState {
  late: string | null;
  absent: { at: string; because: string } | null;
  stopped: { at: string; because: string } | null;
}

export interface ServiceDay {
  /** By sitting and panelist. */
  trays: Map<string, TrayState>;
  people: Map<string, PersonState>;
  /** The flight that somebody was moved to. */
  flights: Map<string, number>;
  /** When the pieces of a flight were cut, by sitting and flight. */
  sliced: Map<string, string>;
  postponed: { entry: string; sitting: number; to: string; because: string }[];
}

/** Under which a tray, or a person at a sitting, is found. */
export const trayName = ({ sitting, panelist }: { sitting: number; panelist: string }): string =>
  `${sitting} ${panelist}`;

const noTray = (): TrayState => ({ taken: null, out: null, again: [] });
const nobody = (): PersonState => ({ late: null, absent: null, stopped: null });

export const serviceDay = (log: readonly ServiceEntry[]): ServiceDay =>
  fold<ServiceDay, ServiceEntry['body']>(
    log,
    { trays: new Map(), people: new Map(), flights: new Map(), sliced: new Map(), postponed: [] },
    (day, { id, body, at, by }) => {
      const tray = (own: Parameters<typeof trayName>[0]): TrayState => found(day.trays, trayName(own), noTray);
      const person = (own: Parameters<typeof trayName>[0]): PersonState => found(day.people, trayName(own), nobody);
      switch (body.kind) {
        case 'sliced':
          day.sliced.set(`${body.sitting} ${body.flight}`, at);
          break;
        case 'taken':
          tray(body).taken ??= { entry: id, by, at };
          break;
        case 'out':
          putDown(tray(body), { by, at, celsius: body.celsius ?? null });
          // Nobody is served who is not there.
          person(body).absent = null;
          break;
        case 'late':
          person(body).late = at;
          person(body).absent = null;
          break;
        case 'absent':
          person(body).absent = { at, because: body.because };
          break;
        case 'stopped':
          person(body).stopped = { at, because: body.because };
          break;
        case 'moved':
          for (const panelist of body.panelists) day.flights.set(trayName({ ...body, panelist }), body.flight);
          break;
        case 'postponed':
          day.postponed.push({ entry: id, sitting: body.sitting, to: body.to, because: body.because });
          break;
      }
      return day;
    },
  );

function putDown(tray: TrayState, out: NonNullable<TrayState['out']>): void {
  if (tray.out === null) tray.out = out;
  else tray.again.push({ by: out.by, at: out.at });
}

function found<Value>(map: Map<string, Value>, name: string, made: () => Value): Value {
  const known = map.get(name) ?? made();
  map.set(name, known);
  return known;
}
