import type { GuessView } from '../client/api.generated';
import { GuessQuestion } from '../questions/GuessQuestion';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { newId } from './post';
import { actions } from './state';
import { useAct, useBallot } from './ballotStore';
import { usePost } from './PostContext';

/** Handed in: acknowledged by the server, or still on its way. */
export function Sent() {
  const ballot = useBallot((state) => state.ballot);
  const isWaiting = useBallot((state) => state.line === 'waiting');
  const isDone = ballot?.state === 'handed-in';
  const at = ballot?.handedInAt
    ? new Date(ballot.handedInAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
    : '';
  return (
    <main className="my-auto text-center">
      <div role="status">
        <Pad label={isDone ? '✓' : '…'} size="7rem" className="mx-auto" />
        <h1 className="mt-4 mb-3 font-serif text-3xl leading-tight">
          {isDone ? 'Handed in. Thank you.' : isWaiting ? 'Waiting for a connection.' : 'Handing in…'}
        </h1>
        <p>
          {isDone
            ? `Your ballot arrived at ${at}.${ballot.guess && !ballot.guess.isGiven ? '' : ' You can close this page.'}`
            : 'Your answers are safe on this device. Keep this page open: they are sent as soon as there is a connection.'}
        </p>
      </div>
      {isDone && ballot.guess && <Afterwards asked={ballot.guess} />}
    </main>
  );
}

/** What is asked once nothing is left to taste. */
function Afterwards({ asked }: { asked: GuessView }) {
  const act = useAct();
  const waiting = useBallot((state) => state.guess);
  if (asked.isGiven) return <p className="mt-6">Your guess arrived too.</p>;
  if (waiting)
    return (
      <p role="status" className="mt-6">
        Your guess is kept on this device, and sent as soon as there is a connection.
      </p>
    );
  return (
    <section aria-label="One more question" className="mt-8 border-t border-line pt-6 dim:border-night-line">
      <p className="mb-4 text-quiet dim:text-night-quiet">
        One more question, if you like. It changes nothing on your ballot.
      </p>
      <GuessQuestion
        ask={asked.ask}
        code={asked.code}
        methods={asked.methods}
        onGive={(method) => act(actions.guessed({ id: newId(), ...(method !== null && { method }) }))}
      />
    </section>
  );
}

/** Something keeps the panelist from going on; it says what to do. */
export function Stopped() {
  const act = useAct();
  const post = usePost();
  const refusal = useBallot((state) => state.refusal);
  const hasUnsent = useBallot((state) => state.queue.length > 0 || state.handIn !== null);
  const tryAgain = (): void => {
    act(actions.handInTakenBack());
    act(actions.refused(null));
    void post.open(false);
  };
  const kept = hasUnsent ? ' What you answered is kept on this device.' : '';
  switch (refusal?.kind) {
    case 'elsewhere':
      return (
        <Ending
          title="This ballot is open on another device."
          text={`Go on there; or take it over here, and the other device stops.${kept}`}
        >
          <BigButton onClick={() => void post.open(true)}>Go on here instead</BigButton>
        </Ending>
      );
    case 'closed':
      return (
        <Ending
          title="The tasting is closed."
          text={
            hasUnsent
              ? 'Your answers are kept on this device. Tell the coordinator, who can open it again.'
              : 'Answers can no longer be given.'
          }
        >
          <BigButton look="plain" onClick={tryAgain}>
            Try again
          </BigButton>
        </Ending>
      );
    case 'missing':
      return (
        <Ending
          title="There is no ballot at this address."
          text="Check the link or scan the code on your card again. If it does not help, ask the coordinator."
        />
      );
    default:
      return (
        <Ending title="Something in this ballot was not accepted." text={`${refusal?.message ?? ''}${kept}`}>
          <BigButton onClick={tryAgain}>Back to the ballot</BigButton>
        </Ending>
      );
  }
}

function Ending({ title, text, children }: { title: string; text: string; children?: React.ReactNode }) {
  return (
    <main className="my-auto space-y-4 text-center">
      <div role="alert" className="space-y-4">
        <h1 className="font-serif text-3xl leading-tight">{title}</h1>
        <p>{text}</p>
      </div>
      {children}
    </main>
  );
}
