import { useBallot, useAct } from './ballotStore';
import { BigButton } from './BigButton';
import { newId } from './post';
import { usePost } from './PostContext';
import { actions } from './state';

/** Said by the same words wherever it is said. */
export const MUST_NOT_EAT = 'There is something in it that I must not eat';

const REASONS = [MUST_NOT_EAT, 'I do not feel well', 'I do not want to go on'] as const;

/** Whoever tastes may stop at any time, without anybody asking them to explain. */
export function StopAsked({ onBack }: { onBack: () => void }) {
  const act = useAct();
  return (
    <main className="flex grow flex-col">
      <h1 className="mb-3 font-serif text-2xl leading-tight">Do you want to stop?</h1>
      <p className="mb-5">
        What you answered until now is kept. The coordinator sees that you stopped, and which of these you press.
      </p>
      <div className="space-y-3">
        {REASONS.map((because) => (
          <BigButton
            key={because}
            look="plain"
            className="w-full"
            onClick={() => act(actions.stopping({ id: newId(), because }))}
          >
            {because}
          </BigButton>
        ))}
      </div>
      <div className="mt-auto flex pt-5">
        <BigButton onClick={onBack}>Go on tasting</BigButton>
      </div>
    </main>
  );
}

/** Before the first bite: the samples hold what this panelist must not eat. What it is, nobody reads over their shoulder. */
export function Withheld() {
  const post = usePost();
  return (
    <main className="my-auto space-y-4 text-center">
      <div role="alert" className="space-y-4">
        <h1 className="font-serif text-3xl leading-tight">Please taste nothing.</h1>
        <p>
          As far as the coordinator knows, there is something in these samples that you must not eat. Thank you for
          coming: please speak to the coordinator.
        </p>
      </div>
      <BigButton look="plain" onClick={() => void post.open(false)}>
        Look again
      </BigButton>
    </main>
  );
}

/** Stopped, acknowledged or not. */
export function HasStopped() {
  const post = usePost();
  const isWaiting = useBallot((state) => state.stop !== null);
  return (
    <main className="my-auto space-y-4 text-center">
      <div role="alert" className="space-y-4">
        <h1 className="font-serif text-3xl leading-tight">You have stopped.</h1>
        <p>Please taste nothing more. What you answered until now is kept.</p>
        <p>
          {isWaiting
            ? 'There is no connection at the moment: please tell the coordinator yourself.'
            : 'The coordinator has been told. If you want to go on after all, ask for it, then press the button.'}
        </p>
      </div>
      {!isWaiting && (
        <BigButton look="plain" onClick={() => void post.open(false)}>
          I may go on
        </BigButton>
      )}
    </main>
  );
}
