import type { Probability } from '../inference';
import type { Verdict } from './verdict';

/** The verdict in one plain sentence. */
export function verdictSentence(verdict: Verdict, names: readonly string[]): string {
  const leaders = verdict.leaders.map((method) => names[method]);
  const behind = names.filter((_, method) => !verdict.leaders.includes(method));
  switch (verdict.kind) {
    case 'winner':
      return sentence(`${leaders[0]} is liked best`);
    case 'leading-set':
      if (behind.length === 0) return 'The methods are not all liked alike, but which is best cannot be told.';
      return leadingSentence(verdict, names, behind);
    case 'no-answer':
      return 'No answer yet: rankings like these could well be chance.';
    case 'cannot-say':
      return verdict.reason;
  }
}

/** Leaders that all stand clear of the rest lead together; otherwise only the first one's lead is claimed. */
function leadingSentence({ leaders, letters }: Verdict, names: readonly string[], behind: readonly string[]): string {
  const are = behind.length === 1 ? 'is' : 'are';
  const share = (a: number, b: number): boolean => [...letters[a]].some((letter) => letters[b].includes(letter));
  const rest = names.map((_, method) => method).filter((method) => !leaders.includes(method));
  const stand = leaders.map((method) => names[method]);
  if (leaders.every((leader) => rest.every((other) => !share(leader, other))))
    return sentence(`${list(stand)} lead together; ${list(behind)} ${are} liked less`);
  return sentence(`${stand[0]} is ahead of ${list(behind)}, but not shown to differ from ${list(stand.slice(1))}`);
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
