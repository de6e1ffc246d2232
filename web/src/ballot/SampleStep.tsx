import { answerKindOf } from '@jacana/core/questions';
import { QuestionHead } from '../questions/QuestionHead';
import { SampleQuestion, type SampleValue } from '../questions/SampleQuestion';
import { Pad } from '../ui/Pad';
import { NotTasted, SaidUntasted } from './NotTasted';
import { StepButtons } from './StepButtons';
import { newId } from './post';
import { actions, placeOf } from './state';
import type { Step } from './steps';
import { useAct, useBallot } from './ballotStore';
import { useLooked } from './useLooked';
import { useWords } from '../words/words';

/** One sample: its code, and a question about it if there is one. */
export function SampleStep({ step }: { step: Extract<Step, { at: 'sample' }> }) {
  const t = useWords();
  const act = useAct();
  const { code, item } = step;
  useLooked(code);
  const kind = item && (answerKindOf(item) as 'score' | 'words');
  const place = item && kind ? placeOf({ kind, item: item.id, code }) : placeOf({ kind: 'tasted', code });
  const given = useBallot((state) => state.given[place]);
  const answer = (value: SampleValue): void => {
    if (item && kind) act(actions.answered({ id: newId(), kind, item: item.id, code, ...value }));
  };
  const untasted = useBallot((state) => state.given[placeOf({ kind: 'untasted', code })]?.because);
  // Ticking nothing is an answer too, so words are never waited for.
  const canGoOn = !item || kind === 'words' || given !== undefined || Boolean(untasted);
  const finish = (): void => {
    if (untasted) return;
    if (!item) act(actions.answered({ id: newId(), kind: 'tasted', code }));
    else if (kind === 'words' && !given) answer({ words: [] });
  };
  return (
    <main className="flex grow flex-col items-center">
      <Pad label={code} size="7rem" />
      {untasted ? (
        <SaidUntasted code={code} because={untasted} />
      ) : item ? (
        <>
          <QuestionHead item={item} id="question" />
          <SampleQuestion
            item={item}
            value={{ score: given?.score, words: given?.words }}
            labelledBy="question"
            onChange={answer}
          />
        </>
      ) : (
        <>
          <h1 className="my-2 text-center font-serif text-2xl leading-tight">{t('rinse-taste', { code })}</h1>
          <p className="mt-2 text-center text-quiet dim:text-night-quiet">{t('keep-in-mind')}</p>
        </>
      )}
      {!untasted && <NotTasted codes={[code]} />}
      <StepButtons canGoOn={canGoOn} onGoOn={finish} />
    </main>
  );
}
