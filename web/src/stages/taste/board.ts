import { isHasty } from '@jacana/core/questions';
import type { SeatView, TastingCard } from '../../client/api.generated';

/** After this long on one step a seat stands out. */
const SLOW_MS = 4 * 60_000;

const WORDS = [
  'none',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];

/** Who is where, in one sentence. */
export function boardSentence(seats: readonly SeatView[], { closedAt }: TastingCard): string {
  const count = (state: SeatView['state']): number => seats.filter((seat) => seat.state === state).length;
  const done = count('done');
  if (closedAt) return `Closed with ${done} of ${seats.length} ballots in.`;
  if (done === seats.length) return 'Everyone has handed in.';
  const parts = [
    [done, 'done'],
    [count('tasting'), 'tasting'],
    [count('ranking'), 'ranking'],
    [count('away'), 'not here yet'],
  ] as const;
  const isSmall = parts.every(([number]) => number < WORDS.length);
  const said = parts
    .filter(([number]) => number > 0)
    .map(([number, what]) => `${isSmall ? WORDS[number] : number} ${what}`);
  const text = said.join(', ');
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

/** Seats that have been on one step for long, longest first. */
export function slowSeats(seats: readonly SeatView[], now: number): SeatView[] {
  return seats
    .filter(
      ({ state, seenAt, rinsingUntil }) =>
        (rinsingUntil === null || Date.parse(rinsingUntil) < now) &&
        (state === 'tasting' || state === 'ranking') &&
        seenAt !== null &&
        now - Date.parse(seenAt) > SLOW_MS,
    )
    .sort((a, b) => Date.parse(a.seenAt ?? '') - Date.parse(b.seenAt ?? ''));
}

/** Time since a moment as m:ss, or in hours once it is long past. */
export function clock(since: string | null, now: number): string {
  if (!since) return '';
  const seconds = Math.max(0, Math.floor((now - Date.parse(since)) / 1000));
  if (seconds >= 3600) return `${Math.floor(seconds / 3600)} h`;
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

/** Something to look at, at one seat; silenced by its name. */
export interface Alarm {
  name: string;
  seat: SeatView;
  text: string;
}

/** A tray that stands for so long before nobody, and somebody who waits for so long without one. */
const UNBEGUN_MS = 5 * 60_000;
const WITHOUT_MS = 3 * 60_000;
/** Done in less than a third of the time that most take: hardly tasted. Said once there are enough to compare with. */
const FAST = 1 / 3;
const ENOUGH = 5;

/** Said first to whoever is near: what was put down before it was known has to be taken away. */
const WITHHELD_TEXT = {
  out: 'must not eat this: take the tray away',
  in: 'must not eat what is in the samples: serve nothing',
};

/** What stands out now, the longest first of each kind: too slow, oddly fast, waiting for a tray, a tray that waits. */
export function alarmsOf(seats: readonly SeatView[], now: number): Alarm[] {
  const isCarried = seats.some(({ tray }) => tray === 'out');
  const since = (moment: string | null): number => (moment === null ? 0 : now - Date.parse(moment));
  const alarm = (kind: string, seat: SeatView, text: string): Alarm => ({
    ...{ name: `${kind} ${seat.panelistId} ${seat.tasted}`, seat, text },
  });
  return [
    ...seats
      .filter(({ presence }) => presence === 'stopped')
      .map((seat) => alarm('stopped', seat, seat.stoppedBecause ? `stopped: ${seat.stoppedBecause}` : 'stopped')),
    ...seats
      .filter(({ isWithheld }) => isWithheld)
      .map((seat) => alarm('withheld', seat, WITHHELD_TEXT[seat.tray === 'out' ? 'out' : 'in'])),
    ...seats
      .filter(({ isTwice }) => isTwice)
      .map((seat) => alarm('twice', seat, 'two people say that they put the tray down')),
    ...seats
      .filter(({ presence, openedAt }) => presence === 'absent' && openedAt !== null)
      .map((seat) => alarm('came', seat, 'was written down as absent, and has begun')),
    ...seats
      .filter(
        ({ state, tray, openedAt, isWithheld, saysArrived }) =>
          isCarried &&
          !isWithheld &&
          !saysArrived &&
          state === 'tasting' &&
          tray !== 'out' &&
          since(openedAt) > WITHOUT_MS,
      )
      .map((seat) => alarm('without', seat, `here for ${clock(seat.openedAt, now)} without a tray`)),
    ...seats
      .filter(({ tray, state, outAt }) => tray === 'out' && state === 'away' && since(outAt) > UNBEGUN_MS)
      .map((seat) => alarm('unbegun', seat, `the tray stands for ${clock(seat.outAt, now)}, and nobody has begun`)),
    ...slowSeats(seats, now).map((seat) => alarm('slow', seat, `${clock(seat.seenAt, now)} on one step`)),
    ...seats
      .filter(({ isAllAlike }) => isAllAlike)
      .map((seat) => alarm('alike', seat, 'answered alike for every sample')),
    ...seats
      .filter(({ hasty, codes }) => isHasty(hasty, codes.length))
      .map((seat) => alarm('hasty', seat, `left ${seat.hasty} of ${seat.codes.length} samples within seconds`)),
    ...seats
      .filter(({ saysArrived, tray }) => saysArrived && tray !== 'out')
      .map((seat) => alarm('arrived', seat, 'says that the tray is there: tap it as put down')),
    ...fastSeats(seats).map(({ seat, took }) => alarm('fast', seat, `handed in after ${minutesText(took)}`)),
  ];
}

/** Who was done in a fraction of the time that the others took. */
function fastSeats(seats: readonly SeatView[]): { seat: SeatView; took: number }[] {
  const done = seats.flatMap((seat) =>
    seat.openedAt && seat.handedInAt ? [{ seat, took: Date.parse(seat.handedInAt) - Date.parse(seat.openedAt) }] : [],
  );
  if (done.length < ENOUGH) return [];
  const sorted = done.map(({ took }) => took).sort((a, b) => a - b);
  const median = sorted[Math.floor(sorted.length / 2)];
  return done.filter(({ took }) => took < FAST * median);
}

const minutesText = (ms: number): string =>
  `${Math.floor(ms / 60_000)}:${String(Math.floor((ms % 60_000) / 1000)).padStart(2, '0')}`;

/** What a coordinator looks for on a board of many seats. */
export const FILTERS = ['all', 'tasting', 'without a tray', 'not here', 'done'] as const;
export type Filter = (typeof FILTERS)[number];

const FITS: Record<Filter, (seat: SeatView) => boolean> = {
  all: () => true,
  tasting: ({ state }) => state === 'tasting' || state === 'ranking',
  'without a tray': ({ tray, state, presence, isWithheld }) =>
    tray !== 'out' && state !== 'done' && presence !== 'absent' && !isWithheld,
  'not here': ({ state }) => state === 'away',
  done: ({ state }) => state === 'done',
};

export const filtered = (seats: readonly SeatView[], filter: Filter): SeatView[] => seats.filter(FITS[filter]);
