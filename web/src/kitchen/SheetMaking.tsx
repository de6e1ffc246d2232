import { refusalOf } from '../client/api';
import type { RunSheetView } from '../client/api.generated';
import type { Stoppable } from '../shell/useStoppable';
import { Computing } from '../shell/Computing';
import { Card } from '../ui/Card';
import { Failure } from '../ui/Notice';
import { useSlow } from '../ui/useSlow';

/** While a run sheet is looked for: how far that is, and a way to stop it. What is there at once is not announced. */
export function SheetMaking({ id, sheet }: { id: string; sheet: Stoppable<RunSheetView> }) {
  const { error, isBusy, isStopped, ask, stop } = sheet;
  const isSlow = useSlow(isBusy);
  if (error && !isBusy) return <Failure message={refusalOf(error).message} onRetry={ask} />;
  if (!isSlow && !isStopped) return null;
  return (
    <Card>
      <Computing {...{ tastingId: id, what: 'the run sheet', kind: 'sheet', isStopped }} onStop={stop} onStart={ask} />
    </Card>
  );
}
