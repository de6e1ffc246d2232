import { dictionary } from '@zxcvbn-ts/language-common';

/** Tried first by whoever guesses; 49,000 of them. */
const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common']);

/** What is left of a password beside login and name has to be so long. */
const LEAST_OF_ITS_OWN = 8;

/**
 * Why a password that is long enough is still easily guessed, and what to do; null where nothing speaks against it.
 */
export function whyWeak(password: string, { login, name }: { login: string; name: string }): string | null {
  const typed = password.normalize('NFKC').toLowerCase();
  const withoutEnds = typed.replace(/^[^\p{L}]+|[^\p{L}]+$/gu, '');
  if (COMMON.has(typed) || COMMON.has(withoutEnds))
    return 'Many people use this password, so it is tried first. Choose a few words that have nothing to do with each other.';
  if (/^(.{1,4}?)\1+$/u.test(typed))
    return 'The same again and again is quickly guessed. Choose a few different words.';
  const own = [login, ...name.split(/\s+/)]
    .map((part) => part.normalize('NFKC').toLowerCase())
    .filter((part) => part.length > 2)
    .reduce((left, part) => left.replaceAll(part, ''), typed);
  return own.length < LEAST_OF_ITS_OWN ? 'Leave name and login out of it: they are tried first.' : null;
}
