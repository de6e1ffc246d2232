import { answerKindOf, choicesOf, rankingProblems, scaleOf } from '../questions';
import type { AnswerValue, BallotItem } from '../tasting';
import type { PaperField } from './fields';

/** What was typed into one field, as far as it goes. */
export interface Typed {
  /** What it says; 'blank' where nothing stands on the paper; null while it says nothing yet. */
  value: PaperValue | null;
  /** Whether the next field is due, without another key. */
  isDone: boolean;
  /** What belongs to the next field already. */
  rest: string;
  /** Why it can be no answer; the text is then to be typed again. */
  problem: string | null;
}

/** An answer but for its id and who gave it when. */
export type PaperValue = AnswerValue | 'blank';

/** Says that nothing stands on the paper. */
export const BLANK = '-';
/** Says that the code of the sample is crossed out there. */
export const CROSSED = 'x';
/** Why a sample was not tasted, as far as a sheet says. */
const CROSSED_OUT = 'crossed out on paper';

const nothing: Typed = { value: null, isDone: false, rest: '', problem: null };
const done = (value: PaperValue, rest = ''): Typed => ({ value, isDone: true, rest, problem: null });
const wrong = (problem: string): Typed => ({ ...nothing, problem });

/**
 * Reads what was typed into a field of a paper ballot. A field ends by itself with the last key that it needs, so a
 * ballot takes a key for each digit of its answers. Steps of a scale are typed by their place on the sheet, liking
 * by its number; a line from 00 to 99, or 100; samples by their codes, with = before one that shares a place; words by
 * letters, in the order of the sheet, ended by Enter; - is blank.
 *
 * @example
 * // of a question of liking about sample 482
 * typedInto(field, '7').value // { kind: 'score', item: 'liking', code: '482', score: 7 }
 */
export function typedInto(field: PaperField, text: string): Typed {
  if (field.isCrossing) return typedCrossing(field, text);
  if (text === '') return answerKindOf(field.item) === 'words' ? typedWords(field, '') : nothing;
  if (text === BLANK || (text === CROSSED && isCrossable(field))) return done('blank');
  switch (answerKindOf(field.item)) {
    case 'score':
      return typedScore(field, text);
    case 'words':
      return typedWords(field, text);
    case 'ranking':
      return typedRanking(field, text);
    case 'choice':
      return typedChoice(field, text);
    case 'best-worst':
      return typedBestWorst(field, text);
    case 'comment':
      return { ...nothing, value: { kind: 'comment', item: field.item.id, text } };
    default:
      return wrong('This is not asked on paper.');
  }
}

/** Whether x can be typed there: letters of long lists go as far. */
export const isCrossable = ({ item }: Pick<PaperField, 'item'>): boolean =>
  answerKindOf(item) !== 'comment' &&
  (answerKindOf(item) !== 'words' || item.options.length <= LETTERS.indexOf(CROSSED));

function typedCrossing({ code }: PaperField, text: string): Typed {
  if (text === '' || text === BLANK) return { ...nothing, value: 'blank' };
  return text === CROSSED
    ? done({ kind: 'untasted', code: code ?? '', because: CROSSED_OUT })
    : wrong('Type x where the code is crossed out, or nothing.');
}

/** What can be typed, in words for whoever types. */
export function keysText({ item, codes, isCrossing }: Pick<PaperField, 'item' | 'codes' | 'isCrossing'>): string {
  if (isCrossing) return 'x where the code is crossed out; x in an answer of the sample does the same';
  switch (answerKindOf(item)) {
    case 'score': {
      const keys = scoreKeys(item);
      return keys
        ? `${keys[0].key} ${keys[0].text} to ${keys[keys.length - 1].key} ${keys[keys.length - 1].text}`
        : '00 to 99, or 100';
    }
    case 'words':
      return item.options.map(({ text }, at) => `${LETTERS[at]} ${text}`).join(', ');
    case 'ranking':
      return `codes from ${item.high || 'most'} to ${item.low || 'least'}${item.ties ? ', = before one that shares a place' : ''}`;
    case 'choice':
      return choiceKeys(item, codes)
        .map(({ key, text }) => (key === text ? key : `${key} ${text}`))
        .join(', ');
    case 'best-worst':
      return 'the code of the best, then of the worst';
    default:
      return 'as it stands there; Enter when done';
  }
}

/** What would have been typed for an answer: reading it gives the answer again. */
export function textOf({ item, codes }: Pick<PaperField, 'item' | 'codes'>, answer: AnswerValue): string {
  switch (answer.kind) {
    case 'score': {
      const key = scoreKeys(item)?.find(({ score }) => score === answer.score)?.key;
      return key ?? String(Math.round(answer.score)).padStart(2, '0');
    }
    case 'words':
      return item.options.map(({ text }, at) => (answer.words.includes(text) ? LETTERS[at] : '')).join('');
    case 'ranking':
      return answer.ranking.map((group) => group.join('=')).join('');
    case 'choice':
      return answer.choice.length === 0
        ? '0'
        : answer.choice.map((one) => choiceKeys(item, codes).find(({ text }) => text === one)?.key ?? '').join('');
    case 'best-worst':
      return `${answer.best}${answer.worst}`;
    case 'comment':
      return answer.text;
    case 'untasted':
      return answer.because === '' ? '' : CROSSED;
    default:
      return '';
  }
}

/** Letters that stand for words, in their order; as many as a list may have. */
export const LETTERS = 'abcdefghijklmnopqrstuvwxyz0123456789,.;:';

/** How each step of a scale is typed; null where it is a line. */
function scoreKeys(item: BallotItem): { key: string; score: number; text: string }[] | null {
  const { steps } = scaleOf(item);
  if (!steps) return null;
  const width = steps.length > 9 ? 2 : 1;
  return steps.map(({ score, text }, at) => ({
    // Liking is printed best first, with its numbers; other steps are counted as they stand on the sheet.
    key: String(item.kind === 'liking' ? score : at + 1).padStart(width, '0'),
    ...{ score, text },
  }));
}

function typedScore(field: PaperField, text: string): Typed {
  const { item, code } = field;
  const answer = (score: number, rest = ''): Typed =>
    done({ kind: 'score', item: item.id, code: code ?? '', score }, rest);
  const keys = scoreKeys(item);
  if (!keys) return typedPoint(text, answer);
  const found = keys.find(({ key }) => key === text);
  if (found) return answer(found.score);
  return keys.some(({ key }) => key.startsWith(text)) ? nothing : wrong(`Not on this scale: ${text}.`);
}

/** A point of a line: two digits, but for 100, which begins like 10. */
function typedPoint(text: string, answer: (score: number, rest?: string) => Typed): Typed {
  if (!/^\d{1,3}$/.test(text)) return wrong('A point of a line is typed as 00 to 99, or 100.');
  if (text.length === 1) return nothing;
  if (text === '100') return answer(100);
  if (text === '10') return { ...answer(10), isDone: false };
  return text.length === 2 ? answer(Number(text)) : answer(Number(text.slice(0, 2)), text.slice(2));
}

function typedWords({ item, code }: PaperField, text: string): Typed {
  const places = [...text].map((letter) => LETTERS.indexOf(letter));
  const stray = [...text].find((_, at) => places[at] < 0 || places[at] >= item.options.length);
  if (stray !== undefined) return wrong(`No word of this list has the letter ${stray}.`);
  // A letter that comes twice takes its tick back.
  const ticked = new Set<number>();
  for (const place of places) if (!ticked.delete(place)) ticked.add(place);
  const words = item.options.filter((_, at) => ticked.has(at)).map((option) => option.text);
  return { ...nothing, value: { kind: 'words', item: item.id, code: code ?? '', words } };
}

function typedRanking({ item, set, codes }: PaperField, text: string): Typed {
  const parts = text.match(/=?\d{1,3}|./g) ?? [];
  const ranking: string[][] = [];
  for (const part of parts) {
    const isTied = part.startsWith('=');
    const code = part.replace('=', '');
    if (isTied && (ranking.length === 0 || !item.ties)) return wrong('No samples share a place here.');
    if (code.length < 3) {
      const isBegun = /^\d*$/.test(code) && codes.some((one) => one.startsWith(code));
      return isBegun ? nothing : wrong(`No sample of this set begins with ${code}.`);
    }
    if (isTied) ranking[ranking.length - 1].push(code);
    else ranking.push([code]);
  }
  const placed = ranking.flat();
  const stray = placed.find((code, at) => !codes.includes(code) || placed.indexOf(code) < at);
  if (stray) return wrong(codes.includes(stray) ? `${stray} stands there twice.` : `${stray} is not on this ballot.`);
  if (placed.length < codes.length) return nothing;
  const [problem] = rankingProblems(ranking, codes, item.ties);
  return problem ? wrong(problem.message) : done({ kind: 'ranking', item: item.id, set, ranking });
}

function choiceKeys(item: BallotItem, codes: readonly string[]): { key: string; text: string }[] {
  const { offered } = choicesOf(item, codes);
  const none = item.kind === 'paired-preference' && item.ties ? [{ key: '0', text: 'no preference' }] : [];
  return [...offered.map((one) => ({ key: /^\d/.test(one) ? one : one[0], text: one })), ...none];
}

function typedChoice({ item, set, codes }: PaperField, text: string): Typed {
  const keys = choiceKeys(item, codes);
  const { choose } = choicesOf(item, codes);
  const answer = (choice: string[]): Typed => done({ kind: 'choice', item: item.id, set, choice });
  if (keys.some(({ key }) => key === '0') && text === '0') return answer([]);
  const typed = text.match(/\d{1,3}|\D/g) ?? [];
  const chosen = typed.map((part) => keys.find(({ key }) => key === part)?.text ?? null);
  const open = typed[chosen.indexOf(null)];
  if (open !== undefined)
    return keys.some(({ key }) => key.startsWith(open)) ? nothing : wrong(`${open} cannot be chosen here.`);
  if (new Set(chosen).size < chosen.length) return wrong('These are two times the same.');
  return chosen.length < choose ? nothing : answer(chosen.flatMap((one) => one ?? []));
}

function typedBestWorst({ item, set, codes }: PaperField, text: string): Typed {
  const [best = '', worst = ''] = text.match(/.{1,3}/g) ?? [];
  const stray = [best, worst].find((part) => !codes.some((code) => code.startsWith(part)));
  if (stray) return wrong(`No sample of this set begins with ${stray}.`);
  if (worst.length < 3) return nothing;
  return best === worst
    ? wrong('One sample cannot be both the best and the worst.')
    : done({ kind: 'best-worst', item: item.id, set, best, worst });
}
