import { counted } from '@jacana/core/format';
import type { SeatView, TastingCard } from '../../client/api.generated';

/** How far serving is, in one sentence. */
export function serveSentence(
  seats: readonly SeatView[],
  { sitting, sittings }: Pick<TastingCard, 'sitting' | 'sittings'>,
): string {
  const own = seats.filter(({ codes }) => codes.length > 0);
  const servings = own.reduce((total, seat) => total + seat.codes.length, 0);
  const out = own.filter(({ tray }) => tray === 'out').length;
  const absent = own.filter(({ presence }) => presence === 'absent').length;
  const left = own.length - out - absent;
  const where = sittings > 1 ? `Sitting ${sitting} of ${sittings}: ` : '';
  if (out === 0) return `${where}${counted(servings, 'serving')} for ${counted(own.length, 'seat')}.`;
  const gone = absent > 0 ? `, ${absent} did not come` : '';
  return left === 0
    ? `${where}${where ? 'every' : 'Every'} tray is out${gone}.`
    : `${where}${out} of ${counted(own.length, 'tray')} out${gone}, ${left} to carry.`;
}
