import { placeOfAnswer } from '../questions';
import type { AnswerValue } from '../tasting';
import type { PaperField } from './fields';

/** A field that two people read differently off one sheet; null where one of them found it blank. */
export interface Difference {
  field: PaperField;
  first: AnswerValue | null;
  second: AnswerValue | null;
}

/** Where two typings of one ballot say different things, in the order of the sheet. */
export function differing(
  fields: readonly PaperField[],
  first: readonly AnswerValue[],
  second: readonly AnswerValue[],
): Difference[] {
  const [one, other] = [first, second].map(
    (typing) => new Map(typing.map((answer) => [placeOfAnswer(answer), answer])),
  );
  return fields.flatMap((field) => {
    const [a, b] = [one.get(field.name) ?? null, other.get(field.name) ?? null];
    return sameValue(a, b) ? [] : [{ field, first: a, second: b }];
  });
}

/** Whether two answers say the same, whoever gave them and in whichever order their words and ties were typed. */
export function sameValue(a: AnswerValue | null, b: AnswerValue | null): boolean {
  return JSON.stringify(bare(a)) === JSON.stringify(bare(b));
}

function bare(answer: AnswerValue | null): unknown {
  switch (answer?.kind) {
    case undefined:
      return null;
    case 'score':
      return answer.score;
    case 'words':
      return [...answer.words].sort();
    case 'ranking':
      return answer.ranking.map((group) => [...group].sort());
    case 'choice':
      return [...answer.choice].sort();
    case 'best-worst':
      return [answer.best, answer.worst];
    case 'comment':
      return answer.text.trim().replace(/\s+/g, ' ');
    case 'untasted':
      // Why, a sheet does not say.
      return answer.because === '' ? null : 'not tasted';
    default:
      return answer;
  }
}
