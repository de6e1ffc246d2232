import type { SeatView } from '../client/api.generated';
import { clockText } from '../kitchen/clock';

/** Where a tray is, and whether its panelist came; nothing where all is as it should be and nothing was carried. */
export function trayText({
  tray,
  trayBy,
  outAt,
  isTwice,
  presence,
}: Pick<SeatView, 'tray' | 'trayBy' | 'outAt' | 'isTwice' | 'presence'>): string {
  const came = { expected: '', late: 'late', absent: 'did not come', stopped: 'stopped' }[presence];
  const where =
    tray === 'out' && outAt !== null
      ? `out at ${clockText(Date.parse(outAt))}`
      : tray === 'taken'
        ? `on its way with ${trayBy}`
        : '';
  return [where, isTwice && 'said to be out twice: look', came].filter(Boolean).join(', ');
}
