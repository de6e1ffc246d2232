import { list } from '../format';
import type { Probability } from '../inference';
import type { About, Standing } from './verdict';

/** How a verdict says what a ranking was about: liking, or how much there is of a word. */
interface Trait {
  best: string;
  were: string;
  less: string;
  alike: string;
  first: string;
}

const LIKED: Trait = {
  ...{ best: 'is liked best', were: 'were liked best', less: 'liked less', alike: 'liked alike' },
  first: 'best',
};

const TOTALLED: Trait = {
  ...{ best: 'has the highest total', were: 'have the highest total', less: 'lower in total', alike: 'alike in total' },
  first: 'highest in total',
};

/** @param word the word that the question asks about; empty where it is liking */
export const traitOf = (word: string, isTotal = false): Trait =>
  isTotal
    ? TOTALLED
    : word
      ? {
          best: `is the most ${word}`,
          were: `were the most ${word}`,
          less: `less ${word}`,
          alike: `equally ${word}`,
          first: `the most ${word}`,
        }
      : LIKED;

/** What a sentence speaks of, and of what people gave. */
export interface Speaking {
  about: About;
  /** Whether pieces were taken to be alike. */
  alike: boolean;
  given: string;
  /** The word that the question asks about; empty where it is liking. */
  word: string;
  /** Whether it is about a total of several scales; default false. */
  isTotal?: boolean;
}

/** The verdict in one plain sentence. */
export function verdictSentence(verdict: Standing, names: readonly string[], speaking: Speaking): string {
  const { about, alike, given, word, isTotal } = speaking;
  const trait = traitOf(word, isTotal);
  if (verdict.kind === 'no-answer') return `No answer yet: ${given} like these could well be chance.`;
  if (verdict.kind === 'cannot-say') return verdict.reason;
  const said = about === 'pieces' ? ofPieces(verdict, names, trait) : ofMethods(verdict, names, trait);
  return alike ? ifAlike(said) : said;
}

/** A claim, with the assumption that it rests on. */
export const ifAlike = (claim: string): string => `${claim.replace(/\.$/, '')}${AS_ASSUMED}`;

const AS_ASSUMED = ', if pieces cooked alike taste alike, as was assumed.';

/** A claim without the assumption, where several claims share it. */
export const withoutAssumption = (claim: string): string =>
  claim.endsWith(AS_ASSUMED) ? `${claim.slice(0, -AS_ASSUMED.length)}.` : claim;

function ofMethods(verdict: Standing, names: readonly string[], trait: Trait): string {
  const { leaders, behind } = apart(verdict, names);
  if (verdict.kind === 'winner') return sentence(`${leaders[0]} ${trait.best}`);
  if (behind.length === 0) return `The methods are not all ${trait.alike}, but which is ${trait.first} cannot be told.`;
  const are = behind.length === 1 ? 'is' : 'are';
  return leadTogether(verdict, names)
    ? sentence(`${few(leaders, 'methods')} lead together; ${few(behind)} ${are} ${trait.less}`)
    : sentence(`${leaders[0]} is ahead of ${few(behind)}, but not shown to differ from ${few(leaders.slice(1))}`);
}

/** The same of the pieces that were eaten, which is all that holds where they may have made the difference. */
function ofPieces(verdict: Standing, names: readonly string[], trait: Trait): string {
  const of = (methods: readonly string[]): string =>
    methods.length > MOST_NAMED
      ? `those of ${few(methods, 'methods')}`
      : list(methods.map((name) => `those of ${name}`));
  const { leaders, behind } = apart(verdict, names);
  if (verdict.kind === 'winner') return `Of these pieces, ${of(leaders)} ${trait.were}.`;
  if (behind.length === 0)
    return `These pieces are not all ${trait.alike}, but which are ${trait.first} cannot be told.`;
  return leadTogether(verdict, names)
    ? `Of these pieces, ${of(leaders)} lead together; ${of(behind)} were ${trait.less}.`
    : `Of these pieces, ${of(leaders.slice(0, 1))} are ahead of ${of(behind)}, but not shown to differ from ${of(leaders.slice(1))}.`;
}

const apart = ({ leaders }: Standing, names: readonly string[]): { leaders: string[]; behind: string[] } => ({
  leaders: leaders.map((method) => names[method]),
  behind: names.filter((_, method) => !leaders.includes(method)),
});

/** More names than this make no sentence. */
const MOST_NAMED = 4;
const few = (names: readonly string[], many = 'others'): string =>
  names.length > MOST_NAMED ? `${names.length} ${many}` : list(names);

/** Leaders that all stand clear of the rest lead together; otherwise only the first one's lead is claimed. */
function leadTogether({ leaders, letters }: Standing, names: readonly string[]): boolean {
  const share = (a: number, b: number): boolean => [...letters[a]].some((letter) => letters[b].includes(letter));
  const rest = names.map((_, method) => method).filter((method) => !leaders.includes(method));
  return leaders.every((leader) => rest.every((other) => !share(leader, other)));
}

/** How often chance alone would do this, in words. */
export function howOften({ p }: Pick<Probability, 'p'>): string {
  if (p >= 0.995) return 'practically always';
  if (p >= 0.095) return `${Math.round(p * 100)} times in 100`;
  const tries = Math.round(1 / p);
  const round = 10 ** Math.max(0, Math.floor(Math.log10(tries)) - 1);
  if (tries >= 100_000) return 'less than once in 100,000 tries';
  return `about once in ${(Math.round(tries / round) * round).toLocaleString('en-GB')} tries`;
}

const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
