import { methodLook, type MethodLook } from '@jacana/core/charts';
import type { RankingView } from '@jacana/core/findings';
import type { MethodFinding } from '@jacana/core/planned';

/** A method with its look, in the order it is shown. */
export interface ShownMethod extends MethodFinding {
  place: number;
  look: MethodLook;
}

/** Methods from best to worst rank sum; the look stays with the method's own place. */
export function bestFirst({ methods }: RankingView): ShownMethod[] {
  return methods
    .map((method, place) => ({ ...method, place, look: methodLook(place) }))
    .sort((a, b) => (a.rankSum ?? Infinity) - (b.rankSum ?? Infinity));
}

export const percent = (value: number): string => `${Math.round(value * 100)} %`;

const ENDINGS: Readonly<Record<string, string>> = { one: 'st', two: 'nd', few: 'rd', other: 'th' };
const ordinals = new Intl.PluralRules('en', { type: 'ordinal' });
const ordinal = (place: number): string => `${place}${ENDINGS[ordinals.select(place)]}`;

/** Headings of the places, from most to least liked, or most to least of a word. */
export function placeNames(samples: number, word: string): string[] {
  const ends = word ? [`most ${word}`, `least ${word}`] : ['most liked', 'least liked'];
  return Array.from({ length: samples }, (_, at) =>
    at === 0 ? ends[0] : at === samples - 1 ? ends[1] : ordinal(at + 1),
  );
}
