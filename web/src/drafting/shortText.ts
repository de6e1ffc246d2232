import { SHORT_TEXT } from '@jacana/core/bundle';

/** The first half of a letter that takes two places in a text: alone it is none, and no server takes it. */
const HALF_A_LETTER = /[\uD800-\uDBFF]$/;

/** As much of a text as a short field holds, never cut within a letter. */
export const cutShort = (text: string, most = SHORT_TEXT): string =>
  text.length <= most ? text : text.slice(0, most).replace(HALF_A_LETTER, '');

/** A short text with an ending, which stays where both do not fit. */
export function withEnding(text: string, ending: string): string {
  const end = cutShort(ending, SHORT_TEXT / 2);
  return `${cutShort(text, SHORT_TEXT - end.length)}${end}`;
}
