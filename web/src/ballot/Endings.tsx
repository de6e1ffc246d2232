import type { GuessView } from '../client/api.generated';
import { GuessQuestion } from '../questions/GuessQuestion';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { newId } from './post';
import { actions } from './state';
import { useAct, useBallot } from './ballotStore';
import { usePost } from './PostContext';
import { timeText, useWords } from '../words/words';

/** Handed in: acknowledged by the server, or still on its way. */
export function Sent() {
  const t = useWords();
  const ballot = useBallot((state) => state.ballot);
  const isWaiting = useBallot((state) => state.line === 'waiting');
  const isDone = ballot?.state === 'handed-in';
  const at = ballot?.handedInAt ? timeText(ballot.handedInAt) : '';
  const isOver = !(ballot?.guess && !ballot.guess.isGiven);
  return (
    <main className="my-auto text-center">
      <div role="status">
        <Pad label={isDone ? '✓' : '…'} size="7rem" className="mx-auto" />
        <h1 className="mt-4 mb-3 font-serif text-3xl leading-tight">
          {isDone ? t('handed-in') : isWaiting ? t('waiting-line') : t('handing-in')}
        </h1>
        <p>
          {isDone ? [t('arrived', { time: at }), isOver && t('can-close')].filter(Boolean).join(' ') : t('safe-here')}
        </p>
      </div>
      {isDone && ballot.guess && <Afterwards asked={ballot.guess} />}
    </main>
  );
}

/** What is asked once nothing is left to taste. */
function Afterwards({ asked }: { asked: GuessView }) {
  const t = useWords();
  const act = useAct();
  const waiting = useBallot((state) => state.guess);
  if (asked.isGiven) return <p className="mt-6">{t('guess-arrived')}</p>;
  if (waiting)
    return (
      <p role="status" className="mt-6">
        {t('guess-kept')}
      </p>
    );
  return (
    <section aria-label={t('one-more')} className="mt-8 border-t border-line pt-6 dim:border-night-line">
      <p className="mb-4 text-quiet dim:text-night-quiet">{t('if-you-like')}</p>
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
  const t = useWords();
  const act = useAct();
  const post = usePost();
  const refusal = useBallot((state) => state.refusal);
  const hasUnsent = useBallot((state) => state.queue.length > 0 || state.handIn !== null);
  const tryAgain = (): void => {
    act(actions.handInTakenBack(false));
    act(actions.refused(null));
    void post.open(false);
  };
  const kept = hasUnsent ? ` ${t('kept-here')}` : '';
  switch (refusal?.kind) {
    case 'elsewhere':
      return (
        <Ending title={t('elsewhere')} text={`${t('take-over')}${kept}`}>
          <BigButton onClick={() => void post.open(true)}>{t('go-on-here')}</BigButton>
        </Ending>
      );
    case 'closed':
      return (
        <Ending title={t('closed')} text={t(hasUnsent ? 'closed-kept' : 'closed-done')}>
          <BigButton look="plain" onClick={tryAgain}>
            {t('try-again')}
          </BigButton>
        </Ending>
      );
    case 'missing':
      return <Ending title={t('missing')} text={t('missing-help')} />;
    default:
      return (
        <Ending title={t('problem')} text={`${t('problem-help', { message: refusal?.message ?? '' })}${kept}`}>
          <BigButton onClick={tryAgain}>{t('to-ballot')}</BigButton>
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
