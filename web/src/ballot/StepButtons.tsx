import { BigButton } from './BigButton';
import { actions, stepAfter, stepBefore } from './state';
import { onwardKey, stepsOf } from './steps';
import { useAct, useBallot } from './ballotStore';
import { useWords } from '../words/words';

/** Back and on. */
export function StepButtons({ canGoOn, onGoOn }: { canGoOn: boolean; onGoOn?: () => void }) {
  const t = useWords();
  const act = useAct();
  const ballot = useBallot((state) => state.ballot);
  const at = useBallot((state) => state.step);
  const given = useBallot((state) => state.given);
  if (!ballot) return null;
  const steps = stepsOf(ballot);
  const before = stepBefore(ballot, at, given);
  const go = (): void => {
    onGoOn?.();
    act(actions.stepped(stepAfter(ballot, at, given)));
  };
  return (
    <div className="mt-auto flex w-full flex-wrap gap-3 pt-5">
      {before !== null && (
        <BigButton look="plain" onClick={() => act(actions.stepped(before))} className="!basis-auto">
          {t('back')}
        </BigButton>
      )}
      <BigButton onClick={go} disabled={!canGoOn}>
        {t(onwardKey(steps[at], steps[stepAfter(ballot, at, given)]))}
      </BigButton>
    </div>
  );
}
