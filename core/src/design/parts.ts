import { TEST_FACTS } from '../questions';
import type { Plan, Tasting } from '../bundle';

/** A way in which a tasting falls into parts that its question is answered in, one by one. */
export interface WayApart {
  by: 'zone' | 'lot';
  parts: { id: string; name: string }[];
}

/** Zones, and lots, where there are at least two of them. */
export function waysApart({ zones, lots }: Pick<Tasting, 'zones' | 'lots'>): WayApart[] {
  const ways: WayApart[] = [
    { by: 'zone', parts: zones },
    { by: 'lot', parts: lots },
  ];
  return ways.filter(({ parts }) => parts.length > 1);
}

/** The level of one part of several, so that all of them together err as rarely as one test (Bonferroni). */
export const levelOfPart = (alpha: number, parts: number): number => alpha / parts;

/** "0.025". */
export const levelText = (alpha: number): string => String(Number(alpha.toPrecision(2)));

/** Whether a test is about a best, which may be another one from part to part. */
export const isOfBest = ({ test }: Pick<Tasting, 'test'>): boolean => TEST_FACTS[test].isOfBest;

/** What a plan asks of its parts, a sentence for each way. */
export const partsText = (tasting: Pick<Tasting, 'test' | 'zones' | 'lots' | 'alpha'>): string[] =>
  waysApart(tasting).map(({ by, parts }) => {
    const each = `Each ${by} is answered by itself too, at level ${levelText(levelOfPart(tasting.alpha, parts.length))}`;
    return isOfBest(tasting)
      ? `${each}, and so is whether methods compare differently from ${by} to ${by}, at ${levelText(tasting.alpha)}.`
      : `${each}.`;
  });

/** Plans say what they ask of their parts since this version of the computation; before, that was looked at afterwards. */
const SINCE = [0, 12];

/** Whether a plan said beforehand that its parts are asked. */
export function isAskedByPart({ engine }: Pick<Plan, 'engine'>): boolean {
  const [major, minor] = (/(\d+)\.(\d+)/.exec(engine) ?? ['', '0', '0']).slice(1).map(Number);
  return major > SINCE[0] || (major === SINCE[0] && minor >= SINCE[1]);
}
