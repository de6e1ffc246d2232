import { answerKindOf } from '@jacana/core/questions';
import { useState } from 'react';
import type { BallotItemInput } from '../client/api.generated';
import { QuestionHead } from '../questions/QuestionHead';
import { SampleQuestion, type SampleValue } from '../questions/SampleQuestion';
import { Pad } from '../ui/Pad';
import { useAct } from './ballotStore';
import { newId } from './post';
import { actions } from './state';
import { StepButtons } from './StepButtons';
import { useWords } from '../words/words';

/** A first sample that gets the mouth ready and does not count. */
export function WarmUpStep({ code, isPractised }: { code: string; isPractised: boolean }) {
  const t = useWords();
  const act = useAct();
  return (
    <main className="flex grow flex-col items-center">
      <Pad label={code} size="7rem" />
      <h1 className="my-2 text-center font-serif text-2xl leading-tight">{t('first-taste', { code })}</h1>
      <p className="mt-2 text-center text-quiet dim:text-night-quiet">
        {t(isPractised ? 'gets-practised' : 'gets-ready')}
      </p>
      <StepButtons canGoOn onGoOn={() => act(actions.answered({ id: newId(), kind: 'tasted', code }))} />
    </main>
  );
}

/** A scale to try on the warm-up: what is said here goes nowhere. */
export function PracticeStep({ code, item }: { code: string; item: BallotItemInput }) {
  const t = useWords();
  const [value, setValue] = useState<SampleValue>({});
  const isTried = value.score !== undefined || value.words !== undefined || answerKindOf(item) === 'words';
  return (
    <main className="flex grow flex-col items-center">
      <Pad label={code} size="7rem" />
      <p className="rounded-full border-2 border-dashed border-quiet px-4 py-1 font-bold dim:border-night-quiet">
        {t('practice')}
      </p>
      <QuestionHead item={item} id="question" />
      <SampleQuestion item={item} value={value} labelledBy="question" onChange={setValue} />
      <p role="status" className="mt-3 text-center text-quiet dim:text-night-quiet">
        {Object.keys(value).length > 0 ? t('practice-done') : ''}
      </p>
      <StepButtons canGoOn={isTried} />
    </main>
  );
}
