import {
  answerKindOf,
  choicesOf,
  codesServed,
  countedCodes,
  guessedCode,
  placeOfAnswer,
  scaleOf,
  scopeOf,
} from './kinds';
import type { AnswerValue, BallotDesign, BallotItem, Presentation, Problem, Serving } from '../tasting';

/** What a ballot asks, and what was served for it. */
export interface AskedBallot {
  design: BallotDesign;
  serving: Pick<Serving, 'warmUp' | 'sets'>;
  /** Samples that were not tasted: what compares a set may leave them out. */
  untasted?: ReadonlySet<string>;
}

/** Samples that somebody said they did not taste, of the answers that count. */
export const untastedCodes = (answers: readonly AnswerValue[]): ReadonlySet<string> =>
  new Set(
    currentAnswers(answers.filter((one) => one.kind === 'untasted')).flatMap((one) =>
      one.because === '' ? [] : one.code,
    ),
  );

/**
 * Checks one answer against the ballot: that its question is asked, its samples were
 * served, and its value can be.
 */
export function answerProblems(answer: AnswerValue, { design, serving, untasted }: AskedBallot): Problem[] {
  const isStray = 'code' in answer && !codesServed(serving).includes(answer.code);
  if (isStray) return [{ field: 'code', message: `${answer.code} is not one of the samples on this ballot.` }];
  if (!('item' in answer)) return [];
  const item = design.items.find((candidate) => candidate.id === answer.item && fits(answer, candidate));
  if (!item) return [{ field: 'item', message: 'This ballot does not ask this question.' }];
  const set = setOf(answer, serving);
  return set
    ? valueProblems(answer, item, { set, serving, untasted })
    : [{ field: 'set', message: 'There is no such set of samples on this ballot.' }];
}

const setOf = (answer: AnswerValue, { sets }: AskedBallot['serving']): string[] | undefined =>
  'set' in answer ? sets[answer.set]?.codes : [];

function valueProblems(
  answer: AnswerValue,
  item: BallotItem,
  { set, serving, untasted }: { set: readonly string[] } & Pick<AskedBallot, 'serving' | 'untasted'>,
): Problem[] {
  switch (answer.kind) {
    case 'score':
      return scoreProblems(answer.score, item);
    case 'words':
      return wordProblems(answer.words, item);
    case 'ranking':
      return rankingProblems(answer.ranking, asRanked(answer.ranking, set, untasted), item.ties);
    case 'choice':
      return choiceProblems(answer.choice, set, item);
    case 'best-worst':
      return bestWorstProblems(answer, set);
    case 'guess':
      return answer.code === guessedCode(serving)
        ? []
        : [{ field: 'code', message: 'The guess is about the sample that was served last.' }];
    default:
      return [];
  }
}

/** What a ranking has to place: all of the set, but for what was not tasted and is not in it. */
const asRanked = (
  ranking: readonly (readonly string[])[],
  set: readonly string[],
  untasted: ReadonlySet<string> | undefined,
): readonly string[] => {
  const placed = new Set(ranking.flat());
  return set.filter((code) => placed.has(code) || !untasted?.has(code));
};

const fits = (answer: AnswerValue, item: BallotItem): boolean => answerKindOf(item) === answer.kind;

function scoreProblems(score: number, item: BallotItem): Problem[] {
  const { low, high, steps } = scaleOf(item);
  const isFit = score >= low && score <= high && (!steps || Number.isInteger(score));
  const number = steps ? 'whole number' : 'number';
  return isFit ? [] : [{ field: 'score', message: `A score here is a ${number} from ${low} to ${high}.` }];
}

function wordProblems(words: readonly string[], item: BallotItem): Problem[] {
  const known = new Set(item.options.map((option) => option.text));
  return words.flatMap((word, at) => {
    if (!known.has(word)) return [{ field: `words.${at}`, message: `"${word}" is not on the list.` }];
    return words.indexOf(word) < at ? [{ field: `words.${at}`, message: `"${word}" is ticked twice.` }] : [];
  });
}

/**
 * Checks a ranking against the codes that were put side by side.
 *
 * @param ranking groups of codes from most to least
 * @returns the first problem of each kind; empty when each code stands in exactly one place
 */
export function rankingProblems(
  ranking: readonly (readonly string[])[],
  served: readonly string[],
  ties: boolean,
): Problem[] {
  const problems: Problem[] = [];
  const seen = new Set<string>();
  ranking.forEach((group, place) => {
    if (group.length === 0) problems.push({ field: `ranking.${place}`, message: 'A place in the ranking is empty.' });
    if (group.length > 1 && !ties) {
      problems.push({
        field: `ranking.${place}`,
        message: 'Two samples share a place; this tasting asks for an order without ties.',
      });
    }
    group.forEach((code, at) => {
      const field = `ranking.${place}.${at}`;
      if (!served.includes(code))
        problems.push({ field, message: `${code} is not one of the samples on this ballot.` });
      else if (seen.has(code)) problems.push({ field, message: `${code} stands in the ranking twice.` });
      seen.add(code);
    });
  });
  const missing = served.filter((code) => !seen.has(code));
  if (missing.length > 0) problems.push({ field: 'ranking', message: `Still to place: ${missing.join(', ')}.` });
  return problems;
}

function choiceProblems(choice: readonly string[], set: readonly string[], item: BallotItem): Problem[] {
  const { offered, choose } = choicesOf(item, set);
  if (choice.length === 0 && item.kind === 'paired-preference' && item.ties) return [];
  if (choice.length !== choose || new Set(choice).size < choose)
    return [{ field: 'choice', message: choose === 1 ? 'Choose one.' : 'Choose the two that belong together.' }];
  return choice.flatMap((one, at) =>
    offered.includes(one) ? [] : [{ field: `choice.${at}`, message: `${one} cannot be chosen here.` }],
  );
}

function bestWorstProblems({ best, worst }: { best: string; worst: string }, set: readonly string[]): Problem[] {
  if (best === worst) return [{ field: 'worst', message: 'One sample cannot be both the best and the worst.' }];
  return Object.entries({ best, worst }).flatMap(([field, code]) =>
    set.includes(code) ? [] : [{ field, message: `${code} is not one of the samples on this ballot.` }],
  );
}

/** What is still unanswered before a ballot can be handed in, but for what was not tasted; comments are free. */
export function missingAnswers(answers: readonly AnswerValue[], { design, serving }: AskedBallot): Problem[] {
  const untasted = untastedCodes(answers);
  const given = new Set(answers.map(placeOfAnswer));
  return design.items.flatMap((item) => {
    const missing = wantedOf(item, serving, untasted)
      .filter(({ at }) => !given.has(at))
      .map(({ where }) => where);
    if (missing.length === 0) return [];
    return [{ field: `items.${item.id}`, message: `"${item.ask}" is still to be answered for ${missing.join('; ')}.` }];
  });
}

function wantedOf(
  item: BallotItem,
  serving: AskedBallot['serving'],
  untasted: ReadonlySet<string>,
): { at: string; where: string }[] {
  const kind = answerKindOf(item);
  switch (scopeOf(item)) {
    case 'sample':
      return countedCodes(serving)
        .filter((code) => !untasted.has(code))
        .map((code) => ({ at: `${kind} ${item.id} ${code}`, where: code }));
    case 'set':
      return serving.sets.flatMap(({ codes }, set) =>
        comparedCodes(item, codes, untasted) === null
          ? []
          : [{ at: `${kind} ${item.id} ${set}`, where: codes.join(', ') }],
      );
    default:
      return [];
  }
}

/**
 * The samples that a question about a set can still compare; null where too few of them were tasted. A choice needs all that were
 * made for it; an order or a best and worst two.
 */
export function comparedCodes(
  item: Pick<BallotItem, 'kind'>,
  set: readonly string[],
  untasted: ReadonlySet<string>,
): string[] | null {
  const kept = set.filter((code) => !untasted.has(code));
  const least = answerKindOf(item) === 'choice' ? set.length : Math.min(set.length, 2);
  return kept.length < least ? null : kept;
}

/** The answers that count: about each sample or set the latest, since corrections follow what they correct. */
export function currentAnswers<One extends AnswerValue>(answers: readonly One[]): One[] {
  return [...new Map(answers.map((answer) => [placeOfAnswer(answer), answer])).values()];
}

/**
 * Whether an answer is about something that was left behind: a later sample or set has an answer already. Where
 * nobody may go back, such an answer stays as it is. Samples that stand side by side are left behind together.
 */
export function isLeftBehind(
  answer: AnswerValue,
  given: readonly AnswerValue[],
  serving: Pick<Serving, 'sets'>,
  presentation: Presentation = 'sequential',
): boolean {
  const turn = turnOf(answer, serving, presentation);
  return turn !== null && given.some((one) => (turnOf(one, serving, presentation) ?? -1) > turn);
}

const WITHOUT_TURN: ReadonlySet<AnswerValue['kind']> = new Set([
  'rinse',
  'guess',
  'comment',
  'untasted',
  'agreed',
  'timed',
  'arrived',
  'typed',
]);

/** Where in the sitting something is answered: sample by sample, what compares a set after its samples; null for what has no turn. */
function turnOf(answer: AnswerValue, { sets }: Pick<Serving, 'sets'>, presentation: Presentation): number | null {
  if (WITHOUT_TURN.has(answer.kind)) return null;
  if (presentation === 'side-by-side')
    return 'code' in answer
      ? sets.findIndex((set) => set.codes.includes(answer.code))
      : 'set' in answer
        ? answer.set
        : null;
  const codes = countedCodes({ sets });
  if ('code' in answer) return codes.indexOf(answer.code);
  if (!('set' in answer)) return null;
  const { codes: own } = sets[answer.set];
  return codes.indexOf(own[own.length - 1]) + 0.5;
}
