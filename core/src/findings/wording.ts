import type { Probability } from '../inference';
import type { About, Verdict } from './verdict';

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

/** @param word the word that the question asks about; empty where it is liking */
export const traitOf = (word: string): Trait =>
  word
    ? {
        best: `is the most ${word}`,
        were: `were the most ${word}`,
        less: `less ${word}`,
        alike: `equally ${word}`,
        first: `the most ${word}`,
      }
    : LIKED;

/** The verdict in one plain sentence. */
export function verdictSentence(verdict: Verdict, names: readonly string[], about: About, word = ''): string {
  const trait = traitOf(word);
  if (about === 'pieces') return piecesSentence(verdict, names, trait);
  const leaders = verdict.leaders.map((method) => names[method]);
  const behind = names.filter((_, method) => !verdict.leaders.includes(method));
  switch (verdict.kind) {
    case 'winner':
      return sentence(`${leaders[0]} ${trait.best}`);
    case 'leading-set':
      if (behind.length === 0)
        return `The methods are not all ${trait.alike}, but which is ${trait.first} cannot be told.`;
      return leadingSentence(verdict, names, behind, trait);
    case 'no-answer':
      return NO_ANSWER;
    case 'cannot-say':
      return verdict.reason;
  }
}

/** The same of the pieces that were eaten, which is all that holds where they may have made the difference. */
function piecesSentence(verdict: Verdict, names: readonly string[], trait: Trait): string {
  const of = (methods: readonly string[]): string => list(methods.map((name) => `those of ${name}`));
  const leaders = verdict.leaders.map((method) => names[method]);
  const behind = names.filter((_, method) => !verdict.leaders.includes(method));
  if (verdict.kind === 'winner') return `Of these pieces, ${of(leaders)} ${trait.were}.`;
  if (verdict.kind !== 'leading-set') return verdict.kind === 'cannot-say' ? verdict.reason : NO_ANSWER;
  if (behind.length === 0)
    return `These pieces are not all ${trait.alike}, but which are ${trait.first} cannot be told.`;
  return leadTogether(verdict, names)
    ? `Of these pieces, ${of(leaders)} lead together; ${of(behind)} were ${trait.less}.`
    : `Of these pieces, ${of(leaders.slice(0, 1))} are ahead of ${of(behind)}, but not shown to differ from ${of(leaders.slice(1))}.`;
}

const NO_ANSWER = 'No answer yet: rankings like these could well be chance.';

/** Leaders that all stand clear of the rest lead together; otherwise only the first one's lead is claimed. */
function leadingSentence(verdict: Verdict, names: readonly string[], behind: readonly string[], trait: Trait): string {
  const { leaders } = verdict;
  const are = behind.length === 1 ? 'is' : 'are';
  const stand = leaders.map((method) => names[method]);
  if (leadTogether(verdict, names))
    return sentence(`${list(stand)} lead together; ${list(behind)} ${are} ${trait.less}`);
  return sentence(`${stand[0]} is ahead of ${list(behind)}, but not shown to differ from ${list(stand.slice(1))}`);
}

function leadTogether({ leaders, letters }: Verdict, names: readonly string[]): boolean {
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

/** "a", "a and b", "a, b and c". */
export function list(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}

/** "1 piece", "3 pieces". */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
