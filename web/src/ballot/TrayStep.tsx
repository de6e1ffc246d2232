import { useEffect } from 'react';
import { Pad } from '../ui/Pad';
import { useAct, useBallot } from './ballotStore';
import { BigButton } from './BigButton';
import { newId } from './post';
import { usePost } from './PostContext';
import { actions, stepAfter } from './state';
import { useWords } from '../words/words';

/** How often a waiting phone asks, in milliseconds. */
const ASKED_EVERY = 4000;

/** Before the first sample, until the tray was put down. Whoever has it already goes on without being told. */
export function TrayStep() {
  const t = useWords();
  const act = useAct();
  const post = usePost();
  const ballot = useBallot((state) => state.ballot);
  const at = useBallot((state) => state.step);
  const given = useBallot((state) => state.given);
  const isOut = ballot?.isTrayOut ?? false;
  useEffect(() => {
    if (isOut) return;
    const timer = window.setInterval(() => void post.askForTray(), ASKED_EVERY);
    return () => window.clearInterval(timer);
  }, [isOut, post]);
  if (!ballot) return null;
  const goOn = (): void => {
    act(actions.stepped(stepAfter(ballot, at, given)));
  };
  const say = (): void => {
    act(actions.answered({ id: newId(), kind: 'arrived' }));
    goOn();
  };
  const first = ballot.warmUp ?? ballot.sets[0].codes[0];
  return (
    <main className="flex grow flex-col items-center text-center">
      <Pad label={first} size="7rem" state={isOut ? undefined : 'coming'} />
      <h1 className="my-2 font-serif text-2xl leading-tight">{t(isOut ? 'tray-here' : 'tray-coming')}</h1>
      <p role="status" className="sr-only">
        {isOut && t('tray-here')}
      </p>
      <p className="text-quiet dim:text-night-quiet">{t(isOut ? 'tray-check' : 'tray-wait', { code: first })}</p>
      <div className="mt-auto flex w-full flex-col gap-3 pt-5">
        {isOut ? (
          <BigButton onClick={goOn} className="!grow-0 !basis-auto">
            {t('go-on')}
          </BigButton>
        ) : (
          <BigButton look="plain" onClick={say} className="!grow-0 !basis-auto">
            {t('tray-stands')}
          </BigButton>
        )}
      </div>
    </main>
  );
}
