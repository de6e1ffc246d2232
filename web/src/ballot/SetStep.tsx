import { answerKindOf, comparedCodes } from '@jacana/core/questions';
import { useState } from 'react';
import { QuestionHead } from '../questions/QuestionHead';
import { isSetAnswered, SetQuestion, type SetValue } from '../questions/SetQuestion';
import { NotTasted, SaidUntasted } from './NotTasted';
import { StepButtons } from './StepButtons';
import { newId } from './post';
import { actions, makingOf, placeOf, untastedIn } from './state';
import type { Step } from './steps';
import { useAct, useBallot } from './ballotStore';
import { useWords } from '../words/words';

/** Samples side by side, and what is asked about them. */
export function SetStep({ step }: { step: Extract<Step, { at: 'set' }> }) {
  const t = useWords();
  const act = useAct();
  const { item, set, codes: served } = step;
  const kind = answerKindOf(item) as 'ranking' | 'choice' | 'best-worst';
  const about = { kind, item: item.id, set };
  const given = useBallot((state) => state.given[placeOf(about)]);
  const name = makingOf(item.id, set);
  const answers = useBallot((state) => state.given);
  const untasted = untastedIn(answers);
  const compared = comparedCodes(item, served, untasted);
  const codes = compared ?? [];
  const making = useBallot((state) => state.halfMade[name]) ?? given?.ranking;
  const ranking = making?.map((tied) => tied.filter((code) => codes.includes(code))).filter(({ length }) => length > 0);
  const kept = (code: string | undefined): string | undefined => (code && codes.includes(code) ? code : undefined);
  // Half a choice is nothing to keep; a ranking in the making is, since it takes a while.
  const [half, setHalf] = useState<SetValue>({});
  const value: SetValue =
    kind === 'ranking'
      ? { ranking }
      : { choice: given?.choice, best: kept(given?.best), worst: kept(given?.worst), ...half };
  const change = (next: SetValue): void => {
    if (next.ranking) return void act(actions.making({ name, ranking: next.ranking }));
    setHalf(next);
    if (isSetAnswered(item, codes, next)) act(actions.answered({ id: newId(), ...about, ...next }));
  };
  const isAnswered = compared === null || isSetAnswered(item, codes, value);
  const finish = (): void => {
    if (compared === null) return;
    if (kind === 'ranking') act(actions.answered({ id: newId(), ...about, ranking }));
  };
  return (
    <main className="flex grow flex-col">
      <QuestionHead item={item} id="question" />
      {compared === null ? (
        <p className="text-center">{t('nothing-to-compare')}</p>
      ) : (
        <SetQuestion item={item} codes={codes} value={value} onChange={change} />
      )}
      {served
        .filter((code) => untasted.has(code))
        .map((code) => (
          <SaidUntasted key={code} code={code} because={answers[placeOf({ kind: 'untasted', code })]?.because ?? ''} />
        ))}
      {codes.length > 0 && <NotTasted codes={codes} />}
      <StepButtons canGoOn={isAnswered} onGoOn={finish} />
    </main>
  );
}
