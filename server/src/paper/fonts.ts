import { dirname, join } from 'node:path';

/** A face in its two weights, for the letters of most European languages. */
const face = (
  family: string,
  subset: string,
): { normal: string; bold: string; italics: string; bolditalics: string } => {
  const folder = join(dirname(require.resolve(`@fontsource/${family}/package.json`)), 'files');
  const file = (weight: number): string => join(folder, `${family}-${subset}-${weight}-normal.woff`);
  const bold = file(family === 'newsreader' ? 500 : 700);
  return { normal: file(400), bold, italics: file(400), bolditalics: bold };
};

/** The faces that ship with Jacana; letters beyond the usual ones come from a second file of the same face. */
export const FONTS = {
  Text: face('atkinson-hyperlegible-next', 'latin'),
  TextMore: face('atkinson-hyperlegible-next', 'latin-ext'),
  Code: face('atkinson-hyperlegible-mono', 'latin'),
  Answer: face('newsreader', 'latin'),
  AnswerMore: face('newsreader', 'latin-ext'),
};

/** Letters that only the second file of a face has. */
const MORE =
  /[\u0100-\u0130\u0132-\u0151\u0154-\u02BA\u02BD-\u02C5\u02C7-\u02D9\u1E00-\u1EFF\u20A0-\u20AB\u20AD-\u20C0\u2113]+/u;

/** A text cut into runs that one file of its face can draw. */
export function runs(text: string, face: 'Text' | 'Answer'): { text: string; font: string }[] {
  const parts = text.split(new RegExp(`(${MORE.source})`, 'u')).filter((part) => part !== '');
  return parts.map((part) => ({ text: part, font: MORE.test(part) ? `${face}More` : face }));
}
