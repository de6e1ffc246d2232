import { answerKindOf, scaleOf } from '../questions';
import type { AnswerValue } from '../tasting';
import type { PaperField } from './fields';

/** An answer in words, for whoever compares it with the sheet. */
export function valueText(
  { item, isCrossing }: Pick<PaperField, 'item' | 'isCrossing'>,
  answer: AnswerValue | null,
): string {
  if (isCrossing) return answer?.kind === 'untasted' && answer.because !== '' ? 'crossed out' : 'not crossed out';
  switch (answer?.kind) {
    case 'score':
      return scoreText(item, answer.score);
    case 'words':
      return answer.words.join(', ') || 'no word';
    case 'ranking':
      return answer.ranking.map((group) => group.join(' = ')).join(', ');
    case 'choice':
      return answer.choice.join(', ') || 'no preference';
    case 'best-worst':
      return `best ${answer.best}, worst ${answer.worst}`;
    case 'comment':
      return answer.text;
    default:
      return 'blank';
  }
}

function scoreText(item: PaperField['item'], score: number): string {
  const step = scaleOf(item).steps?.find((one) => one.score === score);
  if (!step) return String(score);
  return item.kind === 'liking' ? `${score} ${step.text}` : step.text;
}

/** What a field is about, in a few words. */
export const aboutText = ({ item, code, set, codes }: PaperField, sets: number): string =>
  code ?? (answerKindOf(item) === 'comment' ? '' : sets > 1 ? `set ${set + 1}` : codes.join(', '));
