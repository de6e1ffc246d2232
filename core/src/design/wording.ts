import { hasPart, isScaleOfWord, type BallotItem } from '../bundle';
import { ATTRIBUTE_WORDS, neutralQuestion } from '../library';

/**
 * The names of methods that a text gives away, so that nothing a panelist reads names what
 * is being compared. Case, accents and punctuation do not hide a name.
 *
 * @example
 * namedMethods('Is slow-oven salmon better?', ['Slow oven', 'Steamed']) // ['Slow oven']
 */
export function namedMethods(text: string, methodNames: readonly string[]): string[] {
  const haystack = ` ${plain(text)} `;
  return methodNames.filter((name) => plain(name) !== '' && haystack.includes(` ${plain(name)} `));
}

const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Something in the wording of a question that can move the answers. */
export interface WordingConcern {
  /** Number of the question on the ballot, from 0. */
  item: number;
  rule: 'leading' | 'names-method' | 'gives-away' | 'double' | 'unbalanced';
  /** The words that are meant. */
  found: string;
  /** What is wrong, for the person who wrote it. */
  message: string;
  /** The question in neutral words, or the scale made even; two where one was two in one. */
  instead: BallotItem[];
  /** Whether the plan cannot be locked with it: it would break the blinding. */
  breaksBlinding: boolean;
}

/** Words that praise, blame or expect an answer. Common practice, no source. */
const LEADING = [
  /\b(?:is|are|was|does|do|did|would|should|could|has|have)(?:n't|n’t| (?:it |they |this |that )?not)\b/i,
  /\bhow (?:much )?(?:delicious|tasty|yummy|good|great|nice|bad|awful|wonderful|lovely|perfect|disgusting|appetising|appetizing|enjoyable)\b/i,
  /\bhow much (?:better|worse|more|less|tastier|nicer)\b/i,
  /\b(?:do|would) you (?:agree|admit|say it|think it is|not)\b/i,
  /\b(?:most|many|other|all) (?:people|guests|tasters|panelists|cooks)\b|\bexperts?\b|\b(?:we|our)\b/i,
  /\b(?:too|enough) \p{L}+|\b\p{L}+ enough\b|\b(?:over|under)(?:cooked|done|seasoned|salted)\b/iu,
  /\b(?:delicious(?:ly)?|tasty|tastier|yummy|wonderful(?:ly)?|lovely|perfect(?:ly)?|disgusting|improved|superior|inferior|obvious(?:ly)?|clearly|surely|of course)\b/i,
  /\bhow much do you (?:love|enjoy|dislike|hate)\b/i,
  /\bwhy do you (?:like|prefer)\b/i,
];

/** Words that tell what a sample is, or what it is worth. Common practice, no source. */
const GIVE_AWAY =
  /\b(?:new|old|original|traditional|classic|control|reference|standard|premium|cheap(?:er)?|expensive|organic|healthy|healthier|home-?made|industrial|frozen|recipe|brand|quick|slow|low[- ]fat|light version|treatment)\b/i;

/** Words in the name of a method that say nothing by themselves. */
const EMPTY_WORDS = new Set(
  'with without then only from into over under half not and the for one two three four five six way ways hour hours minute minutes degrees'.split(
    ' ',
  ),
);

/**
 * Looks through a ballot for wording that leads, names or gives away what is compared, asks
 * two things at once, or offers a scale that leans to one side; each with the neutral
 * alternative.
 *
 * Source: of the rules as such Lawless & Heymann, *Sensory Evaluation of Food*, chapter 15
 * (questionnaires), from memory; the word lists are common practice, no source.
 */
export function wordingConcerns(items: readonly BallotItem[], methodNames: readonly string[]): WordingConcern[] {
  return items.flatMap((item, at) =>
    [
      namesMethod(item, methodNames),
      leads(item),
      givesAway(item, methodNames),
      asksTwoThings(item),
      leansOver(item),
    ].flatMap((concern) => (concern ? [{ item: at, ...concern }] : [])),
  );
}

type Found = Omit<WordingConcern, 'item'> | null;

/** All that panelists read of a question. */
const textsOf = ({ ask, attribute, definition, low, high, options }: BallotItem): string[] => [
  ...[ask, attribute, definition, low, high],
  ...options.map((option) => option.text),
];

function namesMethod(item: BallotItem, methodNames: readonly string[]): Found {
  const [found] = namedMethods(textsOf(item).join(' | '), methodNames);
  if (!found) return null;
  return {
    rule: 'names-method',
    found,
    message: `This names the method ${found}; nobody at the table may read what is compared.`,
    instead: [neutral(item, methodNames)],
    breaksBlinding: true,
  };
}

function leads(item: BallotItem): Found {
  const found = LEADING.map((pattern) => pattern.exec(item.ask)?.[0]).find(Boolean);
  if (!found) return null;
  // A scale without a word of its own, asked how good it is, is a question of liking.
  const isLiking = ['line', 'category'].includes(item.kind) && neutral(item).attribute === '';
  return {
    rule: 'leading',
    found,
    message: `"${found}" suggests an answer. Ask so that liking and disliking are as easy to say.`,
    instead: [isLiking ? neutralQuestion(item.id, 'liking') : neutral(item)],
    breaksBlinding: false,
  };
}

function givesAway(item: BallotItem, methodNames: readonly string[]): Found {
  const text = textsOf(item).join(' | ');
  const words = new Set(
    methodNames.flatMap((name) => plain(name).split(' ')).filter((word) => word.length > 3 && !EMPTY_WORDS.has(word)),
  );
  const found =
    plain(text)
      .split(' ')
      .find((word) => words.has(word)) ?? GIVE_AWAY.exec(text)?.[0];
  // The whole name is the more serious finding, and is said there.
  if (!found || namedMethods(text, methodNames).length > 0) return null;
  return {
    rule: 'gives-away',
    found,
    message: `"${found}" gives away how a sample was made, or that one is special.`,
    instead: [neutral(item, methodNames)],
    breaksBlinding: false,
  };
}

const JOINED = /\b([\p{L}-]+)\s+(?:and|&|or)\s+([\p{L}-]+)\b|\b([\p{L}-]+)\s*\/\s*([\p{L}-]+)\b/iu;
/** What can be liked, and is not a strength. */
const SENSES = new Set(
  'appearance look looks colour color smell aroma taste flavour flavor texture aftertaste'.split(' '),
);

function asksTwoThings(item: BallotItem): Found {
  const isAboutSomething = hasPart(item, 'word') || item.kind === 'liking';
  const match = isAboutSomething ? JOINED.exec(item.ask) : null;
  if (!match) return null;
  const [first, second] = [match[1] ?? match[3], match[2] ?? match[4]];
  const about = (word: string, suffix: string): BallotItem => {
    const id = `${item.id}${suffix}`;
    if (SENSES.has(word.toLowerCase()))
      return { ...neutralQuestion(id, 'liking'), ask: `How much do you like its ${word.toLowerCase()}?` };
    return { ...neutralQuestion(id, item.kind, known(word) ?? { word }), ties: item.ties };
  };
  // A word that leads is not worth a question of its own.
  const words = [first, second].filter((word) => !LEADING.some((pattern) => pattern.test(`how ${word} is it`)));
  const isOfSenses = words.length === 2 && words.every((word) => SENSES.has(word.toLowerCase()));
  const isScale = isOfSenses || (words.length > 0 && isScaleOfWord(item));
  return {
    rule: 'double',
    found: match[0],
    message: `"${match[0]}" asks two things at once; one answer cannot be read as either.`,
    instead: isScale ? words.map((word, at) => about(word, at === 0 ? '' : '-2')) : [neutral(item)],
    breaksBlinding: false,
  };
}

const POSITIVE =
  /\b(?:good|great|excellent|like|liked|nice|tasty|delicious|wonderful|best|love|perfect|superb|pleasant|fine)\b/i;
const NEGATIVE = /\b(?:bad|poor|awful|dislike|disliked|terrible|worst|hate|unpleasant|disgusting|horrible)\b/i;

function leansOver(item: BallotItem): Found {
  if (!isScaleOfWord(item)) return null;
  const steps = hasPart(item, 'ends') ? [item.low, item.high] : item.options.map((option) => option.text);
  const sides = steps.map((step) => Number(POSITIVE.test(step)) - Number(NEGATIVE.test(step)));
  const lean = sides.reduce((sum, side) => sum + side, 0);
  if (lean === 0 || sides.every((side) => side === 0)) return null;
  return {
    rule: 'unbalanced',
    found: steps.join(', '),
    message: `The scale has ${lean > 0 ? 'more good than bad' : 'more bad than good'} steps, which pushes answers that way.`,
    instead: [balanced(item)],
    breaksBlinding: false,
  };
}

const EVEN_STEPS = ['very bad', 'bad', 'neither bad nor good', 'good', 'very good'];

function balanced(item: BallotItem): BallotItem {
  if (item.kind !== 'category') return { ...item, low: 'very bad', high: 'very good' };
  return { ...item, options: EVEN_STEPS.map((text, at) => ({ text, weight: at + 1 })) };
}

/** The question in the usual words, about the word from the library if one is meant. */
function neutral(item: BallotItem, methodNames: readonly string[] = []): BallotItem {
  const isNamed = (text: string): boolean => namedMethods(text, methodNames).length > 0;
  const word = isNamed(item.attribute) ? '' : item.attribute;
  const meant = word ? (known(word) ?? { word }) : wordIn(item.ask, methodNames);
  const plainItem = neutralQuestion(item.id, item.kind, meant);
  const options = item.options.filter((option) => !isNamed(option.text));
  return { ...plainItem, ties: item.ties, ...(options.length > 0 && { options }) };
}

const known = (word: string): (typeof ATTRIBUTE_WORDS)[number] | undefined =>
  ATTRIBUTE_WORDS.find((one) => one.word === word.toLowerCase());

/** The library's word that a question uses, if any. */
const wordIn = (text: string, methodNames: readonly string[]): (typeof ATTRIBUTE_WORDS)[number] | undefined =>
  ATTRIBUTE_WORDS.find(
    ({ word }) => ` ${plain(text)} `.includes(` ${plain(word)} `) && namedMethods(word, methodNames).length === 0,
  );
