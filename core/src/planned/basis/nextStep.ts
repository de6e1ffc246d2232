import type { Tasting } from '../../bundle';
import { seeksSimilarity } from '../../questions';
import type { About, Claim, VerdictKind } from '../../verdict';

/** What to do next, and how many panelists it would take. */
export interface NextStep {
  text: string;
  /** Panelists with whom the first two, alone, would be told apart about 7 times in 10; null where that is no help. */
  panel: number | null;
  /** The same in pieces of each; null where the answer is not about methods. */
  pieces: number | null;
  /** Ids of these two; null where nothing was calculated. */
  pair: [string, string] | null;
}

/** One thing to change about the method that leads, and what speaks for it. */
export interface NextFactor {
  /** Method id. */
  method: string;
  /** Said after "make it", or after the name of the method: "less salty". */
  change: string;
  because: string;
}

/** What the answer leaves to do: a next tasting, methods that need no more of it, and the one thing to try. */
export interface NextMove extends NextStep {
  /** Ids of methods that are shown to be behind. */
  drop: string[];
  factor: NextFactor | null;
}

export const step = (text: string): NextStep => ({ text, panel: null, pieces: null, pair: null });

/**
 * What to do after an answer that says nothing of how large a next tasting would have to be.
 *
 * @param whenLeading what to do with several that lead
 */
export function nextStepAfter(
  { kind, about }: { kind: VerdictKind; about: About },
  tasting: Pick<Tasting, 'test' | 'decision'>,
  { ofMethods, whenLeading = TASTE_LEADERS }: Pick<Claim, 'ofMethods'> & { whenLeading?: string },
): NextStep {
  const isSimilarity = seeksSimilarity(tasting);
  if (ofMethods && kind === 'no-answer') return step(isSimilarity ? MORE_PIECES_OF_SIMILAR : MORE_PIECES);
  if (ofMethods && kind !== 'cannot-say' && about === 'pieces')
    return step(isSimilarity ? NOT_YET_SIMILAR : NOT_YET_METHODS);
  if (kind === 'leading-set') return step(whenLeading);
  return step(NEXT[kind](isSimilarity));
}

export const MORE_PIECES =
  'Cook more pieces of each method, or ways that differ more, and do not read this as "all the same".';
const MORE_PIECES_OF_SIMILAR =
  'More pieces of each method, and more people, would narrow it down. Do not read this as "different" either.';
const NOT_YET_SIMILAR =
  'This holds for these pieces. Whether it does for the methods, more pieces of each would show; more people alone would not.';
export const NOT_YET_METHODS =
  'These pieces differ. Whether the methods do, more pieces of each would show; more people alone would not.';

const TASTE_LEADERS = 'Taste those that lead alone, or choose between them by effort and cost.';
/** After rankings of some of the methods each. */
export const FINAL_OF_LEADERS =
  'Take those that lead into a final of their own, with fresh codes, where everyone tastes all of them.';

const NEXT: Readonly<Record<Exclude<VerdictKind, 'leading-set'>, (isSimilarity: boolean) => string>> = {
  winner: () =>
    'Cook it again from another lot, with at least three pieces, to see that it was the method and not the day.',
  'told-apart': () => 'They are not the same. Which one is liked better is another question: plan a paired preference.',
  'good-enough': () => 'Take the easier one, and write the margin down beside it.',
  similar: () => 'Take the easier one, and write down beside it what was ruled out.',
  'too-different': () => 'They are not similar enough. Stay with what you have, or ask which one is liked better.',
  'too-great-a-loss': () => 'Stay with the reference, or change the other way of cooking and taste again.',
  'no-answer': (isSimilarity) =>
    isSimilarity
      ? 'Do not read this as "different" either. The Plan stage shows how many people it takes to rule that out.'
      : 'Do not read this as "no difference". The Plan stage shows how many people a difference that matters would take.',
  'cannot-say': () => 'Bring in more panelists, and lock a new plan before they taste.',
};
