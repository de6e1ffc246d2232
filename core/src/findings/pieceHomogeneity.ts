import type { Reading } from '../answers';
import { pieceLikeness } from '../inference';
import { PLANNED } from '../planned';
import { mainItem } from '../questions';
import { howOften } from '../verdict';

/**
 * What the answers themselves say on pieces having been taken to be alike, as a sentence; empty
 * where there was one piece of each, or where the answers are choices or many words.
 */
export function homogeneitySentence({ bundle: { tasting }, sets, alpha }: Reading): string {
  const { samples } = PLANNED[tasting.test];
  if (tasting.piecesPerMethod < 2) return '';
  const test = pieceLikeness(samples?.rows(sets, mainItem(tasting)?.id ?? '') ?? [], tasting.methods.length);
  if (test.test === null) return '';
  const often = `were they alike, answers that differ so between them would come up ${howOften(test)}`;
  return test.p <= alpha
    ? `The pieces speak against it: ${often}. Read the answer as one about these pieces.`
    : `The pieces do not speak against it (${often}), which is no proof of it.`;
}
