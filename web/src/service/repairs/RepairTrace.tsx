import { repairsOf, repairText } from '@jacana/core/service';
import type { SeatView } from '../../client/api.generated';
import { clockText } from '../../kitchen/clock';
import { Card } from '../../ui/Card';
import { WalkedIn } from '../walkIn/WalkedIn';
import type { Service } from '../useService';

interface RepairTraceProps {
  service: Service;
  seats: readonly SeatView[];
}

/** What was repaired, the latest first, each to be taken back. */
export function RepairTrace({ service: { log, write }, seats }: RepairTraceProps) {
  const repairs = repairsOf(log).reverse();
  const seatOf = (panelist: string): number => seats.find(({ panelistId }) => panelistId === panelist)?.seat ?? 0;
  const guests = seats.filter(({ isWalkIn }) => isWalkIn);
  if (repairs.length + guests.length === 0) return null;
  return (
    <Card title="Otherwise than planned" aside="findings rest on what was eaten">
      <ul className="divide-y divide-line">
        {guests.map((seat) => (
          <WalkedIn key={seat.panelistId} seat={seat} />
        ))}
        {repairs.map(({ id, at, by, body }) => (
          <li key={id} className="flex items-baseline justify-between gap-4 py-1.5">
            <span>
              <span className="font-mono">{clockText(Date.parse(at))}</span> {repairText(body, seatOf)}{' '}
              <span className="text-sm text-quiet">{by}</span>
            </span>
            <button
              type="button"
              className="min-h-10 shrink-0 px-2 font-bold text-chestnut underline underline-offset-3"
              onClick={() => write({ kind: 'undone', of: id })}
            >
              Take back
            </button>
          </li>
        ))}
      </ul>
    </Card>
  );
}
