import { decimal } from '../format';
import { scoreOf, type AnsweredSet, type Reading } from '../answers';
import { answerKindOf, kindsFor, mainItem, scaleOf, scopeOf, type BallotItem, type TastingBundle } from '../bundle';
import { dash, factOf, nameIn, nothing, type NameOfSeat, type SectionRecord } from '../presentation';
import { commentsOf, wordCounts, type Comment, type Count } from './comments';

/** What was answered about one method, as it is. */
export interface CollectedOf {
  /** Method id. */
  method: string;
  answers: number;
  counts: Count[];
  /** Mean of a line scale; null for everything that is counted. */
  mean: number | null;
}

/** A question of the ballot as it was answered: that no analysis reads, or a category, whose words a mean does not say. */
export interface Collected {
  item: string;
  ask: string;
  kind: BallotItem['kind'];
  methods: CollectedOf[];
  /** Comments with the seat that they came from. */
  comments: Comment[];
}

/** What the questions that are not analysed collected, so that nothing that people answered is silent. */
export function collected(reading: Reading, isRead: (item: BallotItem) => boolean): Collected[] {
  const { sets } = reading;
  const { tasting } = reading.bundle;
  return tasting.ballot.items
    .filter((item) => !isRead(item) && scopeOf(item) !== 'afterwards')
    .map((item) => ({
      ...{ item: item.id, ask: item.ask, kind: item.kind },
      methods: tasting.methods.map(({ id }, method) => answersAbout(item, sets, method, id)),
      comments: item.kind === 'comment' ? commentsOf(item, reading) : [],
    }))
    .filter(({ methods, comments }) => comments.length > 0 || methods.some(({ answers }) => answers > 0));
}

/** Whether the planned analysis, or one that is shown beside it, goes by a question; words and just about right have sections of their own. */
export const isAnalysed = ({ tasting }: Pick<TastingBundle, 'tasting'>, item: BallotItem): boolean => {
  if (item.id === mainItem(tasting)?.id || item.kind === 'check-all' || item.kind === 'just-right') return true;
  if (tasting.test === 'profile') return kindsFor('profile').includes(item.kind);
  const firstLiked = tasting.ballot.items.find(({ kind }) => kind === 'liking');
  return tasting.test === 'ranking' && item.id === firstLiked?.id;
};

function answersAbout(item: BallotItem, sets: readonly AnsweredSet[], method: number, id: string): CollectedOf {
  const own = sets.flatMap((set) =>
    set.samples.filter((sample) => sample.method === method).flatMap(({ code }) => said(item, set, code)),
  );
  const isLine = answerKindOf(item) === 'score' && scaleOf(item).steps === null;
  const counts = new Map<string, number>();
  if (!isLine) for (const word of own.flat()) counts.set(word, (counts.get(word) ?? 0) + 1);
  return {
    method: id,
    answers: own.length,
    counts: [...counts].map(([answer, times]) => ({ answer, times })).sort((a, b) => b.times - a.times),
    mean:
      isLine && own.length > 0
        ? own
            .flat()
            .map(Number)
            .reduce((sum, value) => sum + value, 0) / own.length
        : null,
  };
}

/** What one panelist said of a sample: nothing, or the words that count, one answer a list. */
function said(item: BallotItem, set: AnsweredSet, code: string): string[][] {
  if (scopeOf(item) === 'sample') {
    const words = set.answers.find((one) => one.kind === 'words' && one.item === item.id && one.code === code);
    if (words?.kind === 'words') return [words.words.length > 0 ? words.words : ['none']];
    const score = scoreOf(set, item.id, code);
    return score === null ? [] : [[nameOfScore(item, score)]];
  }
  const answer = set.answers.find(
    (one) => 'set' in one && one.set === set.set && 'item' in one && one.item === item.id,
  );
  switch (answer?.kind) {
    case 'choice':
      return [[answer.choice.includes(code) ? 'chosen' : 'not chosen']];
    case 'best-worst':
      return [[answer.best === code ? 'best' : answer.worst === code ? 'worst' : 'neither']];
    case 'ranking':
      return [[`rank ${answer.ranking.findIndex((group) => group.includes(code)) + 1}`]];
    default:
      return [];
  }
}

/** A step by the words that people read on the phone. */
const nameOfScore = (item: BallotItem, score: number): string =>
  scaleOf(item).steps?.find((step) => step.score === score)?.text ?? String(score);

export const collectedSection: SectionRecord<Collected[]> = {
  why: null,
  lines: (all, told) =>
    all.flatMap((one) => [
      `Also asked: ${one.ask}`,
      ...answerLines(one, nameIn(told), (mean) => dash(mean, 1)).map((line) => `  ${line}`),
      ...one.comments.map(
        ({ seat, text, liked }) => `  seat ${seat}${liked ? `, liked ${nameIn(told)(liked)} best` : ''}: ${text}`,
      ),
    ]),
  blocks: (all, told, nameOfSeat) =>
    all.map((one) =>
      factOf(one.ask, [
        ...answerLines(one, nameIn(told), (mean) => decimal(mean, 1)),
        ...commentLines(one.comments, nameIn(told), nameOfSeat),
      ]),
    ),
  charts: nothing,
};

/** What was answered of each method, as it is. */
const answerLines = (
  { methods }: Collected,
  nameOf: (id: string) => string,
  said: (mean: number) => string,
): string[] =>
  methods
    .filter(({ answers }) => answers > 0)
    .map(({ method, answers, counts, mean }) => {
      const what =
        mean === null ? counts.map(({ answer, times }) => `${answer} ${times}`).join(', ') : `mean ${said(mean)}`;
      return `${nameOf(method)}: ${what} (of ${answers})`;
    });

/** Comments as they are, with what somebody liked best; and the words that come in several. */
function commentLines(comments: readonly Comment[], nameOf: (id: string) => string, nameOfSeat: NameOfSeat): string[] {
  const words = wordCounts(comments.map(({ text: said }) => said));
  return [
    ...comments.map(
      ({ seat, text: said, liked }) => `${nameOfSeat(seat)}${liked ? `, liked ${nameOf(liked)} best` : ''}: ${said}`,
    ),
    ...(words.length > 0 ? [`In several: ${words.map(({ answer, times }) => `${answer} ${times}`).join(', ')}.`] : []),
  ];
}
