import { counted } from '@jacana/core/format';
import { api } from '../../../client/api';
import type { PutOffView, RunSheetView } from '../../../client/api.generated';
import { clockText, momentText } from '../../../kitchen/clock';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import type { Day } from '../day/day';
import { movedBetween } from './moved';

interface AnewProps {
  id: string;
  day: Day;
  sheet: RunSheetView;
  now: number;
  onAnew: () => void;
}

/** Later than this, and the sheet is no longer what will happen. */
const LATE_MS = 2 * 60_000;
const EVERY_MINUTE = 60_000;

/**
 * Where something runs late: the rest of the day as it would be planned anew, and what that would move. It is
 * worked out by itself; it counts once somebody says so, since people have been told of the sheet as it is.
 */
export function Anew({ id, day, sheet, now, onAnew }: AnewProps) {
  const isLate = day.actions.some(({ due }) => due < now - LATE_MS);
  const { currentData: anew } = api.useGetRunSheetAnewQuery(
    { id },
    { skip: !isLate, pollingInterval: EVERY_MINUTE, refetchOnMountOrArgChange: true },
  );
  const { replannedAt, putOff } = sheet;
  if (!isLate && replannedAt === null) return null;
  return (
    <Card title={replannedAt === null ? 'Running late' : `Planned anew at ${clockText(Date.parse(replannedAt))}`}>
      {!isLate && <Flights putOff={putOff} are="can be" is="is" />}
      {isLate && replannedAt !== null && <p>It runs late again.</p>}
      {isLate && anew && (
        <>
          <p className="font-bold">If the rest is planned anew now:</p>
          <Flights putOff={anew.putOff} are="can still be" is="would be" />
          <Moved now={sheet} then={anew} />
        </>
      )}
      {isLate && (
        <>
          <p className="text-sm text-quiet">
            What was begun stays; the rest is put where it still fits, and as little as can be is moved.
          </p>
          <Button className="mt-2 min-h-12!" onClick={onAnew}>
            {anew ? 'Go by this plan' : 'Plan the rest anew'}
          </Button>
        </>
      )}
    </Card>
  );
}

function Flights({ putOff, are, is }: { putOff: readonly PutOffView[]; are: string; is: string }) {
  if (putOff.length === 0) return <p>All flights {are} served in time.</p>;
  return putOff.map(({ from, to }) => (
    <p key={from}>
      What was to be served at {clockText(Date.parse(from))} {is} served at{' '}
      <strong>{momentText(Date.parse(to), Date.parse(from))}</strong>.
    </p>
  ));
}

const MOST_SHOWN = 3;

function Moved({ now, then }: { now: RunSheetView; then: RunSheetView }) {
  const moved = movedBetween(now.steps, then.steps, Date.parse(then.replannedAt ?? ''));
  if (moved.length === 0) return <p>No step that is still to come moves.</p>;
  return (
    <>
      <p>
        {counted(moved.length, 'step')} still to come {moved.length === 1 ? 'moves' : 'move'}
        {moved.length > MOST_SHOWN ? ', the first:' : ':'}
      </p>
      <ul className="list-disc pl-5">
        {moved.slice(0, MOST_SHOWN).map(({ piece, step, name, from, to }) => (
          <li key={`${piece} ${step}`}>
            <span className="font-mono font-semibold">{piece}</span> {name.toLowerCase()} at {clockText(to)}, not{' '}
            {clockText(from)}
          </li>
        ))}
      </ul>
    </>
  );
}
