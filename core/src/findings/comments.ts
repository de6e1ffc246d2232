import { countingAnswers, scoreOf, setAnswer, type AnsweredSet, type Reading } from '../answers';
import { mainItem, type BallotItem, type TastingBundle } from '../bundle';

/** How often something was answered. */
export interface Count {
  answer: string;
  times: number;
}

/** What somebody wrote at the end of a ballot, with what they liked best there. */
export interface Comment {
  seat: number;
  text: string;
  /** Id of the one method that they ranked first, or scored highest; null where there is no single one. */
  liked: string | null;
}

/** Comments as they were written, in the order of the seats. */
export function commentsOf(item: BallotItem, { bundle, sets }: Reading): Comment[] {
  const { tasting, ballots } = bundle;
  return tasting.panel.flatMap(({ id, seat }) =>
    ballots
      .filter((ballot) => ballot.panelist === id && ballot.handedInAt !== null)
      .flatMap((ballot) =>
        countingAnswers(ballot).flatMap((answer): Comment[] => {
          if (answer.kind !== 'comment' || answer.item !== item.id || answer.text.trim() === '') return [];
          const own = sets.filter((set) => set.panelist === id && set.sitting === ballot.sitting);
          return [{ seat, text: answer.text, liked: likedIn(own, bundle) }];
        }),
      ),
  );
}

function likedIn(sets: readonly AnsweredSet[], { tasting }: TastingBundle): string | null {
  // A ranking of how crisp something is says nothing of what was liked.
  const main = mainItem(tasting);
  const ranked = main?.attribute ? '' : (main?.id ?? '');
  const liked = tasting.ballot.items.find(({ kind }) => kind === 'liking')?.id ?? '';
  const firsts = sets.map((set) => {
    const codes = setAnswer(set, ranked, 'ranking')?.ranking[0] ?? highest(set, liked);
    const method = codes.length === 1 ? set.samples.find(({ code }) => code === codes[0])?.method : undefined;
    return method === undefined ? null : tasting.methods[method].id;
  });
  return new Set(firsts).size === 1 ? firsts[0] : null;
}

function highest(set: AnsweredSet, item: string): string[] {
  const scores = set.samples.flatMap(({ code }) => {
    const score = scoreOf(set, item, code);
    return score === null ? [] : [{ code, score }];
  });
  const most = Math.max(...scores.map(({ score }) => score));
  return scores.filter(({ score }) => score === most).map(({ code }) => code);
}

/** Words that say nothing by themselves, in the languages of the ballot. */
const SMALL = new Set(
  (
    'the and was were with that this for but not too very one all had has have its than then them they are more most ' +
    'der die das und war waren mit nicht sehr ein eine den dem auch aber ist les des une est pas trop très avec pour mais'
  ).split(' '),
);
const [LEAST_PEOPLE, MOST_WORDS] = [2, 12];

/** The words that come in the most comments, in two at least; each comment counts a word once. */
export function wordCounts(texts: readonly string[]): Count[] {
  const times = new Map<string, number>();
  for (const text of texts)
    for (const word of new Set(text.toLowerCase().match(/\p{L}{3,}/gu) ?? []))
      if (!SMALL.has(word)) times.set(word, (times.get(word) ?? 0) + 1);
  return [...times]
    .filter(([, count]) => count >= LEAST_PEOPLE)
    .sort(([one, a], [other, b]) => b - a || one.localeCompare(other))
    .slice(0, MOST_WORDS)
    .map(([answer, count]) => ({ answer, times: count }));
}
