import type { RunSheetView } from '../../../client/api.generated';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { clockText } from '../../../kitchen/clock';
import type { Day } from './day';

interface AnewProps {
  day: Day;
  sheet: RunSheetView;
  now: number;
  onAnew: () => void;
}

/** Later than this, and the sheet is no longer what will happen. */
const LATE_MS = 2 * 60_000;

/** Where something runs late: the way to plan the rest of the day anew; and what that has moved. */
export function Anew({ day, sheet: { replannedAt, putOff }, now, onAnew }: AnewProps) {
  const isLate = day.actions.some(({ due }) => due < now - LATE_MS);
  if (!isLate && replannedAt === null) return null;
  return (
    <Card title={replannedAt === null ? 'Running late' : `Planned anew at ${clockText(Date.parse(replannedAt))}`}>
      {putOff.map(({ from, to }) => (
        <p key={from}>
          What was to be served at {clockText(Date.parse(from))} is served at{' '}
          <strong>{clockText(Date.parse(to))}</strong>.
        </p>
      ))}
      {replannedAt !== null && putOff.length === 0 && <p>All flights can be served in time.</p>}
      {isLate && (
        <>
          <p className="text-sm text-quiet">
            What was begun stays; the rest is put where it still fits, and as little as can be is moved.
          </p>
          <Button className="mt-2 min-h-12!" onClick={onAnew}>
            Plan the rest anew
          </Button>
        </>
      )}
    </Card>
  );
}
