import type { BallotItem, ItemKind, Test } from '../bundle';
import { isOfTwoSamples, kindsFor, scopeOf, TEST_FACTS } from '../questions';
import type { AttributeWord } from './words';

type About = Partial<AttributeWord>;

/** A kind of question, as the ballot builder offers it and in neutral words. */
interface Wording {
  name: string;
  /** When to use it, in half a sentence. */
  use: string;
  ask: (word: string) => string;
  /** The ends or steps that it begins with. */
  scale?: (about: About) => Partial<BallotItem>;
}

const howStrong = (word: string): string => (word ? `How ${word} is it?` : 'How strong is it?');
const asOptions = (texts: readonly string[], weight: (at: number) => number): Partial<BallotItem> => ({
  options: texts.map((text, at) => ({ text, weight: weight(at) })),
});

const WORDINGS: Readonly<Record<ItemKind, Wording>> = {
  ranking: {
    name: 'Ranking',
    use: 'puts all samples in order',
    ask: (word) => `Put the samples in order, the ${word ? `most ${word} one` : 'one you like most'} first.`,
    scale: ({ word }) =>
      word ? { low: `Least ${word}`, high: `Most ${word}` } : { low: 'Least liked', high: 'Most liked' },
  },
  liking: { name: 'Liking, 1 to 9', use: 'how much each sample is liked', ask: () => 'How much do you like it?' },
  line: {
    name: 'Line scale',
    use: 'how strong a word is, on a line without a mark',
    ask: howStrong,
    scale: ({ word, low, high }) => ({ low: low ?? `not ${word || 'at all'}`, high: high ?? `very ${word || 'much'}` }),
  },
  category: {
    name: 'Category scale',
    use: 'a few named steps, each with its weight',
    ask: howStrong,
    scale: ({ word = '' }) =>
      asOptions(
        ['not', 'somewhat', 'very'].map((step) => `${step} ${word}`.trim()),
        (at) => at + 1,
      ),
  },
  'just-right': {
    name: 'Just about right',
    use: 'too little, just right or too much',
    ask: (word) => (word ? `Is it ${word} as you like it?` : 'Is there as much of it as you like?'),
    scale: () => ({ low: 'Much too little', high: 'Much too much' }),
  },
  'check-all': {
    name: 'Check all that apply',
    use: 'which words fit the sample',
    ask: () => 'Which words fit this sample?',
    scale: () => asOptions(['crisp', 'soft', 'juicy', 'dry', 'sweet', 'bitter'], () => 0),
  },
  'best-worst': {
    name: 'Best and worst',
    use: 'the most and the least liked of a set',
    ask: () => 'Which do you like most, and which least?',
  },
  'paired-preference': {
    name: 'Paired preference',
    use: 'which of two is preferred',
    ask: () => 'Which do you prefer?',
  },
  triangle: {
    name: 'Triangle',
    use: 'which of three is the odd one',
    ask: () => 'Two of these are the same. Which one is different?',
  },
  'duo-trio': {
    name: 'Duo-trio',
    use: 'which of two is like the reference',
    ask: () => 'Which of the other two is the same as the first?',
  },
  '2-afc': {
    name: '2-AFC',
    use: 'which of two has more of a word',
    ask: (word) => `Which one is more ${word || 'intense'}?`,
  },
  '3-afc': {
    name: '3-AFC',
    use: 'which of three has most of a word',
    ask: (word) => `Which one is the most ${word || 'intense'}?`,
  },
  tetrad: {
    name: 'Tetrad',
    use: 'which two of four belong together',
    ask: () => 'These are two pairs. Which two belong together?',
  },
  'a-not-a': {
    name: 'A or not A',
    use: 'whether a sample is the one learnt before',
    ask: () => 'Is this the sample that you learnt to know as A?',
  },
  'same-different': {
    name: 'Same or different',
    use: 'whether two samples are the same',
    ask: () => 'Are these two the same or different?',
  },
  guess: {
    name: 'Guess of the method',
    use: 'after handing in: which method the last sample was, to see whether people knew',
    ask: () => 'Which do you think this was?',
  },
  comment: { name: 'Comment', use: 'a free line at the end', ask: () => 'Anything you want to say?' },
};

/** A kind of question by its name, and when to use it. */
export interface QuestionKind {
  kind: ItemKind;
  name: string;
  use: string;
}

export const QUESTION_KINDS: readonly QuestionKind[] = Object.entries(WORDINGS).map(([kind, { name, use }]) => ({
  kind: kind as ItemKind,
  name,
  use,
}));

const bare = { attribute: '', definition: '', low: '', high: '', options: [], ties: false };

/** A neutral question of a kind, about a word where the kind asks about one. */
export function neutralQuestion(id: string, kind: ItemKind, about: About = {}): BallotItem {
  const { word = '', definition = '' } = about;
  const { ask, scale } = WORDINGS[kind];
  return { ...bare, id, kind, attribute: word, definition, ask: ask(word), ...scale?.(about) };
}

/** The questions that a test is usually asked with. Ids are the kinds, which are unique in it. */
export function usualBallot(test: Test, attribute: string): BallotItem[] {
  const about = attribute ? { word: attribute } : undefined;
  const asked = TEST_FACTS[test].asks.filter(({ unless }) => unless !== 'word' || !about);
  return [
    ...asked.map(({ kind, about: of }) => neutralQuestion(kind, kind, of === 'word' ? about : undefined)),
    neutralQuestion('comment', 'comment'),
  ];
}

/**
 * The ballot after a test was chosen: what cannot be asked with it goes, what it needs comes
 * first, and everything else stays as it was written.
 */
export function adaptedBallot(items: readonly BallotItem[], test: Test, attribute: string): BallotItem[] {
  const wanted = kindsFor(test);
  const kept = items.filter(
    (item) => wanted.includes(item.kind) || !(isOfTwoSamples(item.kind) || isOtherComparison(item, test)),
  );
  if (kept.some((item) => wanted.includes(item.kind) && (!attribute || item.attribute === attribute))) return kept;
  const rest = kept.filter((item) => !wanted.includes(item.kind));
  const usual = usualBallot(test, attribute).filter((item) => !rest.some((other) => other.kind === item.kind));
  const [comments, questions] = [true, false].map((isComment) =>
    usual.filter((item) => (item.kind === 'comment') === isComment),
  );
  return [...questions, ...rest, ...comments];
}

/**
 * A ranking or best-and-worst does not fit sets of two or three; and whoever is to tell
 * samples apart is not asked for liking beside it, which draws attention elsewhere (ISO 4120
 * says so of the triangle; from memory).
 */
const isOtherComparison = (item: BallotItem, test: Test): boolean =>
  isOfTwoSamples(test) ? scopeOf(item) === 'set' || item.kind === 'liking' : test === 'profile' && isLiking(item);

/** A panel that describes is not asked what it likes: that is for people who have not been trained to look. */
const isLiking = ({ kind, attribute }: BallotItem): boolean =>
  kind === 'liking' || ((kind === 'ranking' || kind === 'best-worst') && attribute === '');
