import { countingAnswers, type Reading } from '../answers';
import { matches, type Matches } from '../inference';
import { factOf, nameIn, nothing, under, type SectionRecord } from '../presentation';
import { guessedCode, inPercent } from '../questions';
import { plateName, trayName } from '../service';

/** Whether people knew which method they had: what each took the last sample for, against chance. */
export interface GuessFinding extends Matches {
  ask: string;
  /** People who said that they have no idea. */
  noIdea: number;
  /** By method: people who had it last and named one, who named it, and who did both. */
  methods: { method: string; had: number; named: number; right: number }[];
  /** Those who named it rightly, by id; chance is among them. */
  rightly: string[];
  isMore: boolean;
  sentence: string;
}

/** One person's guess, and what it was. */
interface Guess {
  panelist: string;
  named: string | null;
  was: string;
}

/**
 * What was guessed after handing in, of what was really on the plate. Who was not blind is left out: whether the
 * others knew is the question.
 *
 * @returns null where it was not asked
 */
export function guessFinding(reading: Reading): GuessFinding | null {
  const { bundle } = reading;
  const item = bundle.tasting.ballot.items.find(({ kind }) => kind === 'guess');
  if (!item || !bundle.plan) return null;
  const guesses = guessesOf(reading, item.id);
  const named = guesses.filter((guess): guess is Guess & { named: string } => guess.named !== null);
  const { alpha } = bundle.plan;
  const result = matches(
    named.map((guess) => guess.named),
    named.map(({ was }) => was),
    alpha,
  );
  const isMore = result.p <= alpha;
  const noIdea = guesses.length - named.length;
  return {
    ...{ ask: item.ask, ...result, noIdea, isMore },
    methods: bundle.tasting.methods.map(({ id }) => ({
      method: id,
      had: named.filter(({ was }) => was === id).length,
      named: named.filter((guess) => guess.named === id).length,
      right: named.filter((guess) => guess.named === id && guess.was === id).length,
    })),
    rightly: named.filter((guess) => guess.named === guess.was).map(({ panelist }) => panelist),
    sentence: sentenceOf(result, { noIdea, isMore, alpha }),
  };
}

function guessesOf({ bundle, portions, ledger }: Reading, item: string): Guess[] {
  const { plan, ballots } = bundle;
  const seeing = new Set(ledger.notBlind.map(({ panelist }) => panelist));
  const eaten = new Map(
    portions
      .filter((portion) => portion.eaten && !portion.absent)
      .map((portion) => [plateName({ ...portion, panelist: portion.ballot }), portion]),
  );
  const servings = new Map((plan?.servings ?? []).map((one) => [trayName(one), one]));
  return ballots.flatMap(({ panelist: ballot, sitting, answers }): Guess[] => {
    const serving = servings.get(trayName({ sitting, panelist: ballot }));
    const code = serving && guessedCode(serving);
    const portion = code && eaten.get(plateName({ sitting, panelist: ballot, code }));
    const answer = countingAnswers({ answers }).find((one) => one.kind === 'guess' && one.item === item);
    if (!portion || answer?.kind !== 'guess' || seeing.has(portion.panelist)) return [];
    return [{ panelist: portion.panelist, named: answer.method, was: portion.method }];
  });
}

function sentenceOf(
  { n, right, expected, p, knowing, knowingInterval }: Matches,
  { noIdea, isMore, alpha }: { noIdea: number; isMore: boolean; alpha: number },
): string {
  const none = noIdea > 0 ? ` ${noIdea} had no idea.` : '';
  if (n === 0) return `Nobody named a method.${none}`;
  const counts = `Asked afterwards which method their last sample was, ${right} of ${n} who named one were right, where ${expected.toFixed(1)} would be by chance (p ${p < 0.0001 ? 'below 0.0001' : p.toFixed(4)}).${none}`;
  const sure = `interval of ${inPercent(1 - alpha)}`;
  const whole = (share: number): string => `${Math.round(100 * share)} %`;
  const [low, high] = knowingInterval.map(whole);
  return isMore
    ? `${counts} Some could tell, about ${whole(knowing)} of them (${low} to ${high}, ${sure}): what they expect of a method may be part of what they answered.`
    : `${counts} That is no sign that people knew; up to ${high} of them may have (${sure}).`;
}

/** What the report and the command line say of it: the sentence, and a line for each method. */
export function guessLines({ sentence, methods }: GuessFinding, nameOf: (id: string) => string): string[] {
  return [
    sentence,
    ...methods
      .filter(({ had, named }) => had + named > 0)
      .map(({ method, had, named, right }) => `${nameOf(method)}: ${had} had it, ${named} named it, ${right} rightly`),
  ];
}

export const guessesSection: SectionRecord<GuessFinding> = {
  why: {
    how: 'How many named the method of their last sample rightly, of all ways to deal out the same samples to the same people: the share of ways with as many right names or more.',
    source:
      'Greville 1941, Annals of Mathematical Statistics 12, 350-354 (from memory); Clopper & Pearson 1934, Biometrika 26, 404-413',
  },
  lines: (guesses, told) => under('Was it blind?', guessLines(guesses, nameIn(told))),
  blocks: (guesses, told) => [factOf('Was it blind?', guessLines(guesses, nameIn(told)))],
  charts: nothing,
};
