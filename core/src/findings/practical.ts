import type { Effort, Method } from '../bundle';
import { midRanks, withinMargin } from '../inference';
import type { LikingFinding } from './liking';

/**
 * The largest loss of liking that is taken not to matter, in points of nine, until a
 * tasting states its own. Common practice, no source.
 */
export const PRACTICAL_MARGIN = 1;

/** The easiest method that is shown to be liked nearly as much as the best. */
export interface PracticalPick {
  status: 'explored';
  /** Method ids. */
  pick: string;
  best: string;
  margin: number;
  /** Methods shown not to be worse than the best by the margin or more; the best is among them. */
  candidates: string[];
  /** Easiest first: per method, the mean of its ranks over the criteria, all with the same weight. */
  ease: { method: string; meanRank: number; effort: Effort }[];
  sentence: string;
}

/** Each counts the same; less is better in all of them. */
export const EFFORT_CRITERIA = ['handsOnMinutes', 'totalMinutes', 'cost', 'mess', 'skill'] as const;

/** Null unless every method states its effort and liking was asked and tested. */
export function practicalPick(
  methods: readonly Method[],
  liking: LikingFinding | null,
  alpha: number,
): PracticalPick | null {
  const efforts = methods.flatMap(({ effort }) => (effort ? [effort] : []));
  if (efforts.length < methods.length || !liking || liking.test.test === null) return null;
  const ease = easiestFirst(methods, efforts);
  const [{ method: best }] = liking.means;
  const candidates = [best, ...closeTo(best, liking, alpha)];
  const pick = ease.find(({ method }) => candidates.includes(method))?.method ?? best;
  const name = (id: string): string => methods.find((method) => method.id === id)?.name ?? id;
  const sentence =
    pick === best
      ? `${name(best)} is the one to cook: nothing easier was shown to come within ${points(PRACTICAL_MARGIN)} of it in liking.`
      : `${name(pick)} is the easy choice: less work, and shown to be at most ${points(PRACTICAL_MARGIN)} below ${name(best)} in liking.`;
  return {
    status: 'explored',
    pick,
    best,
    margin: PRACTICAL_MARGIN,
    candidates,
    ease,
    sentence: capitalised(sentence),
  };
}

/** Methods that are not worse than the best by the margin: a one-sided test each, never a large p. */
function closeTo(best: string, { pairs }: LikingFinding, alpha: number): string[] {
  return pairs.flatMap(({ a, b, difference, se, df }) => {
    if (a !== best && b !== best) return [];
    const other = a === best ? b : a;
    const behind = a === best ? -difference : difference;
    return withinMargin({ difference: behind, se, df }, PRACTICAL_MARGIN, alpha).nonInferior ? [other] : [];
  });
}

function easiestFirst(methods: readonly Method[], efforts: readonly Effort[]): PracticalPick['ease'] {
  const ranks = EFFORT_CRITERIA.map((criterion) => midRanks(efforts.map((effort) => effort[criterion])));
  return methods
    .map((method, at) => ({
      method: method.id,
      meanRank: ranks.reduce((sum, row) => sum + row[at] / ranks.length, 0),
      effort: efforts[at],
    }))
    .sort((a, b) => a.meanRank - b.meanRank);
}

const points = (margin: number): string => (margin === 1 ? 'one point' : `${margin} points`);
const capitalised = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
