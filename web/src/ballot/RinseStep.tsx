import type { Pause } from '@jacana/core/questions';
import { useEffect } from 'react';
import { Pad } from '../ui/Pad';
import { useNow } from '../ui/useNow';
import { useAct, useBallot } from './ballotStore';
import { BigButton } from './BigButton';
import { newId } from './post';
import { actions, stepAfter, stepBefore } from './state';
import { useWords } from '../words/words';

/** Seconds, and from two minutes on minutes too. */
const clockOf = (seconds: number): string =>
  seconds < 120 ? String(seconds) : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

/** The pause before a sample: as long as was planned, and what it really took is kept. */
export function RinseStep({ code, pause: { seconds, isLong } }: { code: string; pause: Pause }) {
  const t = useWords();
  const act = useAct();
  const ballot = useBallot((state) => state.ballot);
  const at = useBallot((state) => state.step);
  const given = useBallot((state) => state.given);
  const running = useBallot((state) => state.rinse);
  const now = useNow(250);
  const since = running?.code === code ? running.since : null;
  useEffect(() => {
    if (since !== null) return;
    act(actions.rinsing({ code, since: Date.now() }));
    act(actions.answered({ id: newId(), kind: 'rinse', code, seconds: null }));
  }, [act, code, since]);
  if (!ballot) return null;
  // A clock that was set back makes nobody wait longer than was planned.
  const gone = since === null ? 0 : Math.max(0, Math.floor((now - since) / 1000));
  const left = Math.min(seconds, Math.max(0, seconds - gone));
  const before = stepBefore(ballot, at, given);
  const goOn = (): void => {
    act(actions.answered({ id: newId(), kind: 'rinse', code, seconds: Math.min(86_400, gone) }));
    act(actions.rinsing(null));
    act(actions.stepped(stepAfter(ballot, at, given)));
  };
  return (
    <main className="flex grow flex-col items-center text-center">
      <Pad label={left > 0 ? clockOf(left) : '✓'} size="7rem" />
      <h1 className="my-2 font-serif text-2xl leading-tight">{t(isLong ? 'pause-now' : 'rinse-now')}</h1>
      <p className="text-quiet dim:text-night-quiet">
        {left > 0 && t('wait-seconds')} {t('then-sample', { code })}
      </p>
      {/* Said once, and not each second. */}
      <p role="status" className="sr-only">
        {left > 0 ? t('rinse-for', { count: seconds }) : t('can-go-on', { code })}
      </p>
      {left > 0 && (
        <button
          type="button"
          onClick={goOn}
          className="mt-4 min-h-12 rounded px-3 text-sm text-quiet underline underline-offset-3 dim:text-night-quiet"
        >
          {t('let-through')}
        </button>
      )}
      <div className="mt-auto flex w-full flex-wrap gap-3 pt-5">
        {before !== null && (
          <BigButton look="plain" onClick={() => act(actions.stepped(before))} className="!basis-auto">
            {t('back')}
          </BigButton>
        )}
        <BigButton onClick={goOn} disabled={left > 0}>
          {t('go-on')}
        </BigButton>
      </div>
    </main>
  );
}
