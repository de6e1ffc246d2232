import { answerKindOf } from '@jacana/core/questions';
import { useState } from 'react';
import { QuestionHead } from '../questions/QuestionHead';
import { isSetAnswered, SetQuestion, type SetValue } from '../questions/SetQuestion';
import { StepButtons } from './StepButtons';
import { newId } from './post';
import { actions, makingOf, placeOf } from './state';
import type { Step } from './steps';
import { useAct, useBallot } from './ballotStore';

/** Samples side by side, and what is asked about them. */
export function SetStep({ step }: { step: Extract<Step, { at: 'set' }> }) {
  const act = useAct();
  const { item, set, codes } = step;
  const kind = answerKindOf(item) as 'ranking' | 'choice' | 'best-worst';
  const about = { kind, item: item.id, set };
  const given = useBallot((state) => state.given[placeOf(about)]);
  const name = makingOf(item.id, set);
  const ranking = useBallot((state) => state.halfMade[name]) ?? given?.ranking;
  // Half a choice is nothing to keep; a ranking in the making is, since it takes a while.
  const [half, setHalf] = useState<SetValue>({});
  const value: SetValue =
    kind === 'ranking' ? { ranking } : { choice: given?.choice, best: given?.best, worst: given?.worst, ...half };
  const change = (next: SetValue): void => {
    if (next.ranking) return void act(actions.making({ name, ranking: next.ranking }));
    setHalf(next);
    if (isSetAnswered(item, codes, next)) act(actions.answered({ id: newId(), ...about, ...next }));
  };
  const isAnswered = isSetAnswered(item, codes, value);
  const finish = (): void => {
    if (kind === 'ranking') act(actions.answered({ id: newId(), ...about, ranking }));
  };
  return (
    <main className="flex grow flex-col">
      <QuestionHead item={item} id="question" />
      <SetQuestion item={item} codes={codes} value={value} onChange={change} />
      <StepButtons canGoOn={isAnswered} onGoOn={finish} />
    </main>
  );
}
