import { BigButton } from './BigButton';
import { newId } from './post';
import { actions, type BallotState, placeOf, stepAfter, stepBefore } from './state';
import { onwardKey, type Step, stepsOf } from './steps';
import type { BallotView } from '../client/api.generated';
import { useAct, useBallot } from './ballotStore';
import { useWords } from '../words/words';

/** Back and on. */
export function StepButtons({ canGoOn, onGoOn }: { canGoOn: boolean; onGoOn?: () => void }) {
  const t = useWords();
  const act = useAct();
  const ballot = useBallot((state) => state.ballot);
  const at = useBallot((state) => state.step);
  const given = useBallot((state) => state.given);
  const looking = useBallot((state) => state.looking);
  if (!ballot) return null;
  const steps = stepsOf(ballot);
  const before = stepBefore(ballot, at, given);
  const next = stepAfter(ballot, at, given);
  const go = (): void => {
    onGoOn?.();
    const took = timeTaken(ballot, steps[at], steps[next], looking);
    if (took && !(placeOf(took) in given)) act(actions.answered({ id: newId(), ...took }));
    act(actions.stepped(next));
  };
  return (
    <div className="mt-auto flex w-full flex-wrap gap-3 pt-5">
      {before !== null && (
        <BigButton look="plain" onClick={() => act(actions.stepped(before))} className="!basis-auto">
          {t('back')}
        </BigButton>
      )}
      <BigButton onClick={go} disabled={!canGoOn}>
        {t(onwardKey(steps[at], steps[next]))}
      </BigButton>
    </div>
  );
}

/** A day: a phone that lay in a drawer says no more. */
const LONGEST = 86_400;

/** How long a sample took, when it is left for another; side by side nobody can say. */
function timeTaken(ballot: BallotView, now: Step, next: Step | undefined, looking: BallotState['looking']) {
  if (ballot.presentation === 'side-by-side' || now.at !== 'sample' || looking?.code !== now.code) return null;
  if (next?.at === 'sample' && next.code === now.code) return null;
  const seconds = Math.round((Date.now() - looking.since) / 1000);
  // A clock that was set back says nothing.
  return seconds < 0 ? null : { kind: 'timed' as const, code: now.code, seconds: Math.min(LONGEST, seconds) };
}
