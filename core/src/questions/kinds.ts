import type { Answer, AnswerValue, BallotItem, ItemKind, Serving, Test } from '../tasting';
import { fromItsOptions, JUST_RIGHT, LIKING, LINE, type ScaleOf } from './scales';

/**
 * What one answer to a question is about: one sample, samples put side by side, or the whole ballot. What is asked
 * afterwards, once everything was handed in, may name methods, and is no part of the ballot.
 */
export type Scope = 'sample' | 'set' | 'ballot' | 'afterwards';

/** What a coordinator fills in besides the question: the word it asks about, the two ends of its scale, steps or words. */
export type Part = 'word' | 'ends' | 'options';

/** All that is to be known of a kind of question where it is asked, checked, stored, simulated and read. */
type KindFacts = { parts: readonly Part[] } & (
  | { scope: 'sample'; answer: 'score'; scale: ScaleOf }
  | { scope: 'sample'; answer: 'words' }
  | { scope: 'set'; answer: 'ranking' | 'best-worst' }
  | { scope: 'set'; answer: 'choice'; of: Choosing }
  | { scope: 'ballot'; answer: 'comment' }
  | { scope: 'afterwards'; answer: 'guess' }
);

/** How many are chosen, out of what: all codes of the set, all but the reference that stands first, or two words. */
interface Choosing {
  choose: 1 | 2;
  from: 'all' | 'after-first' | readonly [string, string];
}

const FACTS: Readonly<Record<ItemKind, KindFacts>> = {
  ranking: { scope: 'set', answer: 'ranking', parts: ['word', 'ends'] },
  liking: { scope: 'sample', answer: 'score', scale: LIKING, parts: [] },
  line: {
    scope: 'sample',
    answer: 'score',
    scale: LINE,
    parts: ['word', 'ends'],
  },
  category: { scope: 'sample', answer: 'score', scale: fromItsOptions, parts: ['word', 'options'] },
  'just-right': { scope: 'sample', answer: 'score', scale: JUST_RIGHT, parts: ['word', 'ends'] },
  'check-all': { scope: 'sample', answer: 'words', parts: ['options'] },
  triangle: { scope: 'set', answer: 'choice', of: { choose: 1, from: 'all' }, parts: [] },
  'duo-trio': { scope: 'set', answer: 'choice', of: { choose: 1, from: 'after-first' }, parts: [] },
  '2-afc': { scope: 'set', answer: 'choice', of: { choose: 1, from: 'all' }, parts: ['word'] },
  '3-afc': { scope: 'set', answer: 'choice', of: { choose: 1, from: 'all' }, parts: ['word'] },
  tetrad: { scope: 'set', answer: 'choice', of: { choose: 2, from: 'all' }, parts: [] },
  'a-not-a': { scope: 'set', answer: 'choice', of: { choose: 1, from: ['a', 'not-a'] }, parts: [] },
  'same-different': { scope: 'set', answer: 'choice', of: { choose: 1, from: ['same', 'different'] }, parts: [] },
  'best-worst': { scope: 'set', answer: 'best-worst', parts: [] },
  'paired-preference': { scope: 'set', answer: 'choice', of: { choose: 1, from: 'all' }, parts: [] },
  guess: { scope: 'afterwards', answer: 'guess', parts: [] },
  comment: { scope: 'ballot', answer: 'comment', parts: [] },
};

export const scopeOf = (item: Pick<BallotItem, 'kind'>): Scope => FACTS[item.kind].scope;

/** The kind of answer that a question takes. */
export const answerKindOf = (item: Pick<BallotItem, 'kind'>): Answer['kind'] => FACTS[item.kind].answer;

export const hasPart = (item: Pick<BallotItem, 'kind'>, part: Part): boolean => FACTS[item.kind].parts.includes(part);

/** Whether a question asks how strong a word is in one sample. */
export const isScaleOfWord = (item: Pick<BallotItem, 'kind'>): boolean =>
  scopeOf(item) === 'sample' && hasPart(item, 'word');

/** The scale of a question that takes a score. */
export function scaleOf(item: Pick<BallotItem, 'kind' | 'options' | 'low' | 'high'>): ReturnType<ScaleOf> {
  const facts = FACTS[item.kind];
  if (facts.answer !== 'score') throw new Error(`A question of kind ${item.kind} takes no score.`);
  return facts.scale(item);
}

/** What a score counts in an analysis: a step what it was given, a point of a line itself. */
export function countOf(item: Parameters<typeof scaleOf>[0], score: number): number {
  return scaleOf(item).steps?.find((step) => step.score === score)?.counts ?? score;
}

/** What can be chosen at a question, and how many of it. */
export function choicesOf(
  item: Pick<BallotItem, 'kind'>,
  set: readonly string[],
): { offered: readonly string[]; choose: number } {
  const facts = FACTS[item.kind];
  if (facts.answer !== 'choice') throw new Error(`A question of kind ${item.kind} takes no choice.`);
  const { choose, from } = facts.of;
  return { choose, offered: from === 'all' ? set : from === 'after-first' ? set.slice(1) : from };
}

/** Whether a test, or a question, compares just two samples, in sets of its own: what is chosen is chosen among those. */
export const isOfTwoSamples = (kind: ItemKind | Test): boolean =>
  kind in FACTS && FACTS[kind as ItemKind].answer === 'choice';

/** Whether a question has a right answer, which may be guessed; a preference has none. */
export const hasRightAnswer = (kind: ItemKind): boolean => isOfTwoSamples(kind) && kind !== 'paired-preference';

/** All that a panelist is served at one sitting, the warm-up first. */
export const codesServed = ({ warmUp, sets }: Pick<Serving, 'warmUp' | 'sets'>): string[] => [
  ...(warmUp ? [warmUp] : []),
  ...countedCodes({ sets }),
];

/** What counts of it. */
export const countedCodes = ({ sets }: Pick<Serving, 'sets'>): string[] => sets.flatMap((set) => set.codes);

/** The sample that a guess is about: the one that was served last, which is remembered best. */
export const guessedCode = ({ sets }: Pick<Serving, 'sets'>): string | undefined => countedCodes({ sets }).at(-1);

/** What an answer is about; a later answer about the same replaces it. */
export function placeOfAnswer(answer: AnswerValue): string {
  const item = 'item' in answer ? answer.item : '';
  const where = 'code' in answer ? answer.code : 'set' in answer ? String(answer.set) : '';
  return `${answer.kind} ${item} ${where}`;
}
