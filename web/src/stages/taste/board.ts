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
      ({ state, seenAt }) =>
        (state === 'tasting' || state === 'ranking') && seenAt !== null && now - Date.parse(seenAt) > SLOW_MS,
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
