import type { Tasting } from '@jacana/core/bundle';
import { rulesOut, type Rehearsal } from '@jacana/core/simulate';

const times = (share: number): string => `${Math.round(share * 100)} times in 100`;

/** What the rehearsal comes to, in a sentence. */
export function rehearsalSentence({ withDifference: found, best }: Rehearsal, tasting: Tasting): string {
  const { test, methods } = tasting;
  const { panels, right, wrong, bestLeads } = found;
  const errs = `and is wrong ${times(wrong / panels)}`;
  if (test === 'non-inferiority') return `It shows what is truly good enough ${times(right / panels)}`;
  if (rulesOut(tasting)) return `It shows what is truly similar ${times(right / panels)}`;
  const ranks = test === 'ranking' || test === 'liking' || test === 'best-worst';
  if (!ranks || best === null || methods.length === 2)
    return `It finds the difference ${times(right / panels)}, ${errs}`;
  return `The truly best wins ${times(right / panels)} and leads ${times(bestLeads / panels)}; a wrong one ${times(wrong / panels)}`;
}
