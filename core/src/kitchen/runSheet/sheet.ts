/**
 * The run sheet of a tasting, with clock times and names: what the screen, the printed sheets, the
 * calendar and the command line show.
 *
 * Use it wherever a sheet is shown, not the solver by itself: this shows none that the checker refuses.
 *
 * Common practice, no source.
 *
 * @example
 * runSheetOf({ methods: [], pieces: [], range: { equipment: [], cooks: [], served: [] }, seed: '1' }).isFeasible // false
 */
import type { Range } from '../../tasting';
import type { ToCook } from './problem';
import { chainOf, MINUTES_TO_START, stepText } from '../chain';
import { broken } from './check';
import { waitsOf } from './model';
import { problemOf, type Cooking } from './problem';
import { smallestChanges } from './relax';
import { solve, type SolveOptions } from './solve';

export interface SheetStep {
  piece: string;
  method: string;
  step: string;
  name: string;
  /** All that is said of it. */
  text: string;
  start: string;
  end: string;
  equipment: string | null;
  place: number | null;
  hands: string | null;
  /** Until when it takes hands; null where it takes nobody's. */
  handsUntil: string | null;
}

export interface SheetWait {
  piece: string;
  step: string;
  minutes: number;
  least: number;
  most: number;
}

export interface CookingSheet {
  isFeasible: boolean;
  /** Whether no sheet waits less; of a kitchen without a sheet, whether there is none. */
  isProvenBest: boolean;
  steps: SheetStep[];
  waits: SheetWait[];
  /** Minutes that pieces wait beyond what they have to. */
  waiting: number;
  /** Why there is no sheet: what is missing, or what would make one. */
  why: string[];
}

const none = (why: string[], isProvenBest = false): CookingSheet => ({
  ...{ isFeasible: false, isProvenBest, steps: [], waits: [], waiting: 0, why },
});

export function runSheetOf(cooking: Cooking, options: SolveOptions = {}): CookingSheet {
  const { problem, from, missing } = problemOf(cooking);
  if (problem === null) return none(missing);
  const { placed, waiting, isProven } = solve(problem, options);
  if (placed === null) {
    const changes = options.isCancelled?.() ? [] : smallestChanges(problem);
    return none([isProven ? NO_WAY : NONE_FOUND, ...changes], isProven);
  }
  const wrong = broken(problem, placed);
  if (wrong.length > 0) return none(wrong);
  const methods = new Map(cooking.methods.map((method) => [method.id, method]));
  const clock = (minute: number): string => new Date(from.getTime() + minute * 60_000).toISOString();
  return {
    ...{ isFeasible: true, isProvenBest: isProven, waiting, why: [], waits: waitsOf(problem.jobs, placed) },
    steps: placed.map(({ piece, method, step, start, end, appliance, place, cook }) => {
      const own = methods.get(method);
      const chainStep = own && chainOf(own).find(({ id }) => id === step);
      return {
        ...{ piece, method: own?.name ?? method, step, name: chainStep?.name ?? step },
        text: chainStep ? stepText(chainStep) : '',
        ...{ start: clock(start), end: clock(end), place },
        equipment: cooking.range.equipment.find(({ id }) => id === appliance)?.name ?? null,
        hands: cook === null ? null : cooking.range.cooks[cook],
        handsUntil: cook === null ? null : clock(chainStep?.hands === 'start' ? start + MINUTES_TO_START : end),
      };
    }),
  };
}

const NO_WAY = 'There is no way to have every piece ready within its limits.';
const NONE_FOUND = 'No sheet was found that has every piece ready within its limits.';

/** The pieces of a tasting that is not locked yet, under names that say so, shared out over its flights. */
export const piecesToCome = (
  methods: readonly { id: string }[],
  piecesPerMethod: number,
  { served }: Range,
): ToCook[] =>
  methods.flatMap(({ id }, at) =>
    Array.from({ length: piecesPerMethod }, (_, piece) => ({
      ...{ tag: `${at + 1}.${piece + 1}`, method: id },
      flights: served.slice(Math.floor((piece * served.length) / piecesPerMethod)).slice(0, 1),
    })),
  );
