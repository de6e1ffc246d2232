import { useBallot, useAct } from './ballotStore';
import { BigButton } from './BigButton';
import { newId } from './post';
import { usePost } from './PostContext';
import { actions } from './state';
import { en } from '@jacana/core/words';
import { useWords } from '../words/words';

/** Said to the coordinator in English, in whichever language it was read. */
export const MUST_NOT_EAT = en['stop-food'];

const REASONS = ['stop-food', 'stop-unwell', 'stop-enough'] as const;

/** Whoever tastes may stop at any time, without anybody asking them to explain. */
export function StopAsked({ onBack }: { onBack: () => void }) {
  const t = useWords();
  const act = useAct();
  return (
    <main className="flex grow flex-col">
      <h1 className="mb-3 font-serif text-2xl leading-tight">{t('stop-asked')}</h1>
      <p className="mb-5">{t('stop-kept')}</p>
      <div className="space-y-3">
        {REASONS.map((because) => (
          <BigButton
            key={because}
            look="plain"
            className="w-full"
            onClick={() => act(actions.stopping({ id: newId(), because: en[because] }))}
          >
            {t(because)}
          </BigButton>
        ))}
      </div>
      <div className="mt-auto flex pt-5">
        <BigButton onClick={onBack}>{t('go-on-tasting')}</BigButton>
      </div>
    </main>
  );
}

/** Before the first bite: the samples hold what this panelist must not eat. What it is, nobody reads over their shoulder. */
export function Withheld() {
  const t = useWords();
  const post = usePost();
  return (
    <main className="my-auto space-y-4 text-center">
      <div role="alert" className="space-y-4">
        <h1 className="font-serif text-3xl leading-tight">{t('taste-nothing')}</h1>
        <p>{t('withheld')}</p>
      </div>
      <BigButton look="plain" onClick={() => void post.open(false)}>
        {t('look-again')}
      </BigButton>
    </main>
  );
}

/** Stopped, acknowledged or not. */
export function HasStopped() {
  const t = useWords();
  const post = usePost();
  const isWaiting = useBallot((state) => state.stop !== null);
  return (
    <main className="my-auto space-y-4 text-center">
      <div role="alert" className="space-y-4">
        <h1 className="font-serif text-3xl leading-tight">{t('have-stopped')}</h1>
        <p>{t('taste-no-more')}</p>
        <p>{t(isWaiting ? 'tell-yourself' : 'was-told')}</p>
      </div>
      {!isWaiting && (
        <BigButton look="plain" onClick={() => void post.open(false)}>
          {t('may-go-on')}
        </BigButton>
      )}
    </main>
  );
}
