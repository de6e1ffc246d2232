import { counted } from '../format';
import { isSince } from '../engine';
import { TEST_FACTS } from '../questions';
import { SMALLEST_PANEL } from './panelSize';
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

/**
 * The level at which methods are said to compare differently from part to part, beside a whole that was tested first.
 *
 * What the whole shows hands its level on to the parts (a fallback procedure); where it shows nothing, they have a tenth
 * of it, so that a headline made of both claims something in at most 5.5 of 100 tastings with nothing to find, as far as
 * either keeps its level of 5.
 * Several ways apart share the level.
 *
 * Source: Wiens 2003, *Pharmaceutical Statistics* 2, 211-215; the tenth is a choice of this program.
 *
 * @example
 * levelOfInteraction(0.05, { isWholeShown: false, ways: 1 }) // 0.005
 */
export const levelOfInteraction = (
  alpha: number,
  { isWholeShown, ways }: { isWholeShown: boolean; ways: number },
): number => alpha / (isWholeShown ? 1 : 10) / ways;

/** "0.025". */
export const levelText = (alpha: number): string => String(Number(alpha.toPrecision(2)));

/** Whether a test is about a best, which may be another one from part to part. */
export const isOfBest = ({ test }: Pick<Tasting, 'test'>): boolean => TEST_FACTS[test].isOfBest;

type Asked = Pick<Tasting, 'test' | 'zones' | 'lots' | 'alpha' | 'piecesPerMethod'> & {
  panel: readonly unknown[];
  service: Pick<Tasting['service'], 'replicates'>;
};

/** What a plan asks of its parts, a sentence for each way, and what it cannot answer of them. */
export const partsText = (tasting: Asked): string[] =>
  waysApart(tasting).map(({ by, parts }, _, { length: ways }) =>
    [askedText(tasting, { by, parts: parts.length, ways }), ...(by === 'lot' ? lotsInVain(tasting) : [])].join(' '),
  );

function askedText(
  tasting: Pick<Tasting, 'test' | 'alpha'>,
  { by, parts, ways }: { by: string; parts: number; ways: number },
): string {
  const own = levelText(levelOfPart(tasting.alpha, parts));
  if (!isOfBest(tasting)) return `Each ${by} is answered by itself too, at level ${own}.`;
  const [shown, alone] = [true, false].map((isWholeShown) =>
    levelText(levelOfInteraction(tasting.alpha, { isWholeShown, ways })),
  );
  return `Whether methods compare differently from ${by} to ${by} is tested at level ${shown} where the whole shows a difference, else at ${alone}. Where they do, each ${by} has an answer of its own, at ${own}.`;
}

/** What cannot be told of lots: everyone eats from one lot at a time, and a lot of one piece is that piece. */
function lotsInVain({ test, lots, piecesPerMethod, panel, service }: Asked): string[] {
  const people = Math.round(panel.length * Math.min(1, service.replicates / lots.length));
  return [
    ...(isOfBest({ test }) && piecesPerMethod <= lots.length
      ? [
          `But ${counted(piecesPerMethod, 'piece')} of each method in ${lots.length} lots cannot tell a lot from the piece that came of it: cook more pieces than lots, or take the lots together.`,
        ]
      : []),
    ...(people < SMALLEST_PANEL
      ? [
          `Only about ${people} of ${counted(panel.length, 'person', 'people')} judge each lot, and an answer takes ${SMALLEST_PANEL}: no lot will have one of its own.`,
        ]
      : []),
  ];
}

/** Whether a plan said beforehand that its parts are asked; before 0.12, that was looked at afterwards. */
export const isAskedByPart = (plan: Pick<Plan, 'engine'>): boolean => isSince(plan, [0, 12]);
