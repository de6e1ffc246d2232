/** How figures and lists are written, on screen, on paper and in sentences alike. */

/** A p-value for people: never "0.0000". */
export const pText = (p: number | null | undefined): string =>
  p === null || p === undefined ? '–' : p < 0.0001 ? 'below 0.0001' : p.toFixed(4);

/** A number with so many decimals; a dash where there is none. */
export const decimal = (value: number | null | undefined, digits: number): string =>
  value === null || value === undefined || !Number.isFinite(value) ? '–' : value.toFixed(digits);

/** "a", "a and b", "a, b and c". */
export const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** "1 piece", "3 pieces". */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;
