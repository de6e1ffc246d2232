import { useState } from 'react';
import { Refused, send } from '../post/letter';
import { BigButton } from './BigButton';
import { Languages } from './Languages';
import { lastBallot } from './memory';
import { useWords } from '../words/words';

/** Where the code on a seat's card is typed, by whoever has no camera for the other. */
export function CodePage() {
  const t = useWords();
  const [last] = useState(lastBallot.read);
  const [code, setCode] = useState('');
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState('');
  const find = async (): Promise<void> => {
    setBusy(true);
    setProblem('');
    try {
      const { token } = await send<{ token: string }>('/api/ballot-codes', { code });
      window.location.assign(`/b/${token}`);
    } catch (error) {
      setProblem(t(error instanceof Refused ? 'no-such-code' : 'not-now'));
      setBusy(false);
    }
  };
  return (
    <div className="mx-auto flex min-h-dvh max-w-md flex-col justify-center p-5">
      <main>
        <Languages />
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void find();
          }}
        >
          <h1 className="mb-4 font-serif text-3xl leading-tight">
            <label htmlFor="code">{t('code-on-card')}</label>
          </h1>
          <input
            id="code"
            className="mb-2 w-full rounded-xl border-2 border-quiet bg-white px-4 py-3 font-mono text-2xl text-ink"
            placeholder="abcd efgh"
            autoComplete="off"
            autoCapitalize="none"
            autoCorrect="off"
            spellCheck={false}
            maxLength={20}
            aria-describedby="code-problem"
            aria-invalid={problem !== ''}
            value={code}
            onChange={(event) => setCode(event.target.value)}
          />
          <p id="code-problem" role="status" className="mb-3 min-h-12 font-bold">
            {problem}
          </p>
          <BigButton type="submit" disabled={isBusy || code.trim() === ''}>
            {t('to-my-ballot')}
          </BigButton>
          {last !== '' && (
            <p className="mt-5 text-center">
              <a href={`/b/${last}`} className="inline-flex min-h-12 items-center underline underline-offset-3">
                {t('last-on-phone')}
              </a>
            </p>
          )}
        </form>
      </main>
    </div>
  );
}
