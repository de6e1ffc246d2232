import { dirname, join } from 'node:path';
import { letterRuns } from '@jacana/core/charts';

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

/** A text cut into runs that one file of its face can draw. */
export const runs = (text: string, face: 'Text' | 'Answer'): { text: string; font: string }[] =>
  letterRuns(text).map((run) => ({ text: run.text, font: run.isMore ? `${face}More` : face }));
