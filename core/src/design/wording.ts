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
