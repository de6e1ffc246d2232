import type { SeatView } from '../client/api.generated';
import { clockText } from '../kitchen/clock';

/** Where a tray is, and whether its panelist came; nothing where all is as it should be and nothing was carried. */
export function trayText({
  tray,
  trayBy,
  outAt,
  isTwice,
  presence,
  isWithheld,
}: Pick<SeatView, 'tray' | 'trayBy' | 'outAt' | 'isTwice' | 'presence' | 'isWithheld'>): string {
  const came = { expected: '', late: 'late', absent: 'did not come', stopped: 'stopped' }[presence];
  const where =
    tray === 'out' && outAt !== null
      ? `out at ${clockText(Date.parse(outAt))}`
      : tray === 'taken'
        ? `on its way with ${trayBy}`
        : '';
  const served = isWithheld ? (where ? 'must not eat this: take it away' : 'must not eat this: serve nothing') : '';
  return [served, where, isTwice && 'said to be out twice: look', came].filter(Boolean).join(', ');
}
