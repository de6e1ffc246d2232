import { Play, Square } from 'lucide-react';
import { useDrafting } from '../../../drafting/draft';
import { useRehearsal } from '../../../calculations/useRehearsal';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import { Size, SizedFor } from '../people/SizedFor';
import { RehearsalResult } from './RehearsalResult';

/** A simulated panel runs through this very plan, a thousand times. */
export function RehearsalPart() {
  const { design, problems, isLocked, tasting } = useDrafting();
  const { state, run, stop } = useRehearsal(tasting.id);
  const isReady = problems.length === 0 && !isLocked;
  return (
    <div className="grid items-start gap-4 md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
      <SizedFor>
        <div className="mt-3 space-y-3">
          <Size
            name="assumed.firstEdge"
            label="First place gets"
            most={4}
            reach={2}
            step={0.1}
            unit="points more"
            hint="just for being tasted first"
          />
          <Size
            name="assumed.noShows"
            label="Do not come"
            most={0.9}
            reach={0.5}
            step={0.01}
            unit="share"
            hint="of the panel"
          />
        </div>
      </SizedFor>
      <div className="space-y-4">
        <Card title="Rehearse this plan">
          <p className="mb-3">
            A thousand simulated panels taste it, with its orders, pieces and ballot; five hundred more taste that there
            is nothing to find.
          </p>
          {state.kind === 'running' ? (
            <div className="flex items-center gap-4">
              <progress value={state.fraction} aria-label="Rehearsed" className="h-2 grow accent-chestnut" />
              <span className="w-12 font-mono text-sm">{Math.round(state.fraction * 100)} %</span>
              <Button onClick={stop}>
                <Square size={16} /> Stop
              </Button>
            </div>
          ) : (
            <Button look="main" disabled={!isReady} onClick={() => void run(design, String(Date.now()))}>
              <Play size={16} /> Rehearse
            </Button>
          )}
          {!isReady && (
            <p className="mt-2 text-quiet">
              {isLocked ? 'The plan is locked; rehearse before locking.' : 'Settle what the right margin lists first.'}
            </p>
          )}
          {state.kind === 'failed' && (
            <p role="alert" className="mt-2 font-bold text-chestnut">
              {state.message}
            </p>
          )}
        </Card>
        {state.kind === 'done' && (
          <RehearsalResult
            rehearsal={state.rehearsal}
            tasting={state.tasting}
            isStale={!isLocked && JSON.stringify(state.tasting) !== JSON.stringify(design)}
          />
        )}
      </div>
    </div>
  );
}
