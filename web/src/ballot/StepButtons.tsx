import { BigButton } from './BigButton';
import { actions } from './state';
import { onwardText, stepsOf } from './steps';
import { useAct, useBallot } from './ballotStore';

/** Back and on. */
export function StepButtons({ canGoOn, onGoOn }: { canGoOn: boolean; onGoOn?: () => void }) {
  const act = useAct();
  const ballot = useBallot((state) => state.ballot);
  const at = useBallot((state) => state.step);
  if (!ballot) return null;
  const steps = stepsOf(ballot);
  const go = (): void => {
    onGoOn?.();
    act(actions.stepped(at + 1));
  };
  return (
    <div className="mt-auto flex w-full flex-wrap gap-3 pt-5">
      <BigButton look="plain" onClick={() => act(actions.stepped(at - 1))} className="!basis-auto">
        Back
      </BigButton>
      <BigButton onClick={go} disabled={!canGoOn}>
        {onwardText(steps[at], steps[at + 1])}
      </BigButton>
    </div>
  );
}
