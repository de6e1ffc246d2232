import type { Key, TastingBundle } from '../bundle';
import { pieceLikeness, type BlockRow } from '../inference';
import { mainItem } from '../questions';
import { heardSets, rowsOfChoices, rowsOfPlaces, rowsOfScores } from './planned';
import { howOften } from './wording';

/**
 * What the answers themselves say on pieces having been taken to be alike, as a sentence; empty
 * where there was one piece of each, or where the answers are choices or many words.
 */
export function likenessSentence(bundle: TastingBundle, key: Key): string {
  const { tasting, plan } = bundle;
  if (tasting.piecesPerMethod < 2) return '';
  const test = pieceLikeness(rowsOf(bundle, key), tasting.methods.length);
  if (test.test === null) return '';
  const often = `were they alike, answers that differ so between them would come up ${howOften(test)}`;
  return test.p <= (plan?.alpha ?? tasting.alpha)
    ? `The pieces speak against it: ${often}. Read the answer as one about these pieces.`
    : `The pieces do not speak against it (${often}), which is no proof of it.`;
}

function rowsOf(bundle: TastingBundle, key: Key): BlockRow[] {
  const { sets } = heardSets(bundle, key);
  const item = mainItem(bundle.tasting)?.id ?? '';
  switch (bundle.tasting.test) {
    case 'ranking':
      return rowsOfPlaces(sets, item);
    case 'best-worst':
      return rowsOfChoices(sets, item);
    case 'liking':
    case 'non-inferiority':
    case 'equivalence':
      return rowsOfScores(sets, item);
    default:
      return [];
  }
}
