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
import { holding } from '../../log';
import type { KitchenEntry, Piece, Range } from '../../tasting';
import type { PlannedStep } from '../day/actions';
import { piecesNow } from '../day/pieces';
import { kitchenState, stepOf, type KitchenState } from '../day/state';
import type { ToCook } from './problem';
import { chainOf, MINUTES_TO_START, stepText } from '../chain';
import { broken } from './check';
import { waitsOf, type Job, type Placed, type Problem } from './model';
import { problemOf, type Cooking } from './problem';
import { smallestChanges } from './relax';
import { factsOf, putOff } from './replan';
import { solve, type SolveOptions } from './solve';

export interface SheetStep extends PlannedStep {
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
  /** When it was planned anew; null for the sheet of before the day. */
  replannedAt: string | null;
  /** Serving times that could not be kept. */
  putOff: { from: string; to: string }[];
}

const none = (why: string[], isProvenBest = false): CookingSheet => ({
  ...{ isFeasible: false, isProvenBest, steps: [], waits: [], waiting: 0, why, replannedAt: null, putOff: [] },
});

export function runSheetOf(cooking: Cooking, options: SolveOptions = {}): CookingSheet {
  const { problem, from, missing } = problemOf(cooking);
  if (problem === null) return none(missing);
  const { onProgress, isCancelled } = options;
  const { placed, waiting, isProven } = solve(problem, {
    ...options,
    onProgress: (fraction) => onProgress?.(fraction * SOLVING),
  });
  if (placed === null) {
    const changes = smallestChanges(problem, {
      isCancelled,
      onProgress: (fraction) => onProgress?.(SOLVING + fraction * (1 - SOLVING)),
    });
    return none([isProven ? NO_WAY : NONE_FOUND, ...changes], isProven);
  }
  const wrong = broken(problem, placed);
  if (wrong.length > 0) return none(wrong);
  const first = { ...shown(placed, problem, cooking, from), isProvenBest: isProven, waiting };
  const anew = holding(cooking.log ?? []).filter(({ body }) => body.kind === 'replanned');
  return anew.length > 0 ? plannedAnew({ problem, placed, from, cooking }, anew, first) : first;
}

/** Of the time that it takes, what the sheet itself takes where none is found; the rest goes into what would make one. */
const SOLVING = 0.25;

/** As it is shown, with clock times and names. */
function shown(placed: readonly Placed[], { jobs }: Problem, cooking: Cooking, from: Date): CookingSheet {
  const methods = new Map(cooking.methods.map((method) => [method.id, method]));
  const clock = (minute: number): string => new Date(from.getTime() + minute * 60_000).toISOString();
  const steps = placed.map(({ piece, method, step, start, end, appliance, place, cook }): SheetStep => {
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
  });
  return { ...none([]), isFeasible: true, waits: waitsOf(jobs, placed), steps };
}

interface SectionContext {
  problem: Problem;
  placed: Placed[];
  from: Date;
  cooking: Cooking;
}

/** The sheet after each time that the day was planned anew, one on top of the other. Where no other is found, the last one stands. */
function plannedAnew(
  { problem, placed, from, cooking }: SectionContext,
  anew: readonly { id: string; at: string }[],
  first: CookingSheet,
): CookingSheet {
  const log = cooking.log ?? [];
  const minuteOf = (moment: string): number => Math.floor((Date.parse(moment) - from.getTime()) / 60_000);
  let [context, sheet] = [placed, first];
  for (const { id, at } of anew) {
    const before = log.slice(
      0,
      log.findIndex((entry) => entry.id === id),
    );
    const state = kitchenState(before);
    const facts = factsOf(problem, context, { state, now: minuteOf(at), minuteOf });
    const found = laterAndLater(facts, problem);
    if (found === null) continue;
    const own = new Set(found.placed.map(({ piece, step }) => `${piece} ${step}`));
    const rest = sheet.steps
      .filter(({ piece, step }) => !own.has(`${piece} ${step}`))
      .map((step) => asDone(step, state));
    const next = shown(found.placed, found.problem, cooking, from);
    const steps = [...rest, ...next.steps].sort((a, b) => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0));
    const putOff = putOffIn(problem, found.problem, from);
    sheet = { ...next, ...{ steps, waiting: found.waiting, replannedAt: at, putOff } };
    context = [...context.filter(({ piece, step }) => !own.has(`${piece} ${step}`)), ...found.placed];
  }
  return sheet;
}

/** A step that is over, at the minutes that it really took. */
function asDone(step: SheetStep, state: KitchenState): SheetStep {
  const { startedAt, doneAt } = stepOf(state, step.piece, step.step);
  if (startedAt === null) return step;
  const minute = (moment: string): string => new Date(Math.floor(Date.parse(moment) / 60_000) * 60_000).toISOString();
  return { ...step, start: minute(startedAt), end: minute(doneAt ?? step.end) };
}

/** Minutes by which flights are put off, until there is a sheet. */
const LATER = [0, 1, 2, 3, 5, 8, 12, 20, 30, 45, 60, 90];
const QUICK = { tries: 20 };

function laterAndLater(
  facts: Problem,
  before: Problem,
): { placed: Placed[]; waiting: number; problem: Problem } | null {
  if (facts.jobs.length === 0) return { placed: [], waiting: 0, problem: facts };
  const due = new Map(before.jobs.map((job) => [job.piece, job.due]));
  const isLate = (job: Job): boolean => job.due > (due.get(job.piece) ?? job.due);
  for (const minutes of LATER)
    // The flights that are late by themselves first; the others only where that does not do.
    for (const which of minutes > 0 && facts.jobs.some(isLate) ? [isLate, () => true] : [() => true]) {
      const problem = putOff(facts, minutes, which);
      const { placed, waiting } = solve(problem, QUICK);
      if (placed && broken(problem, placed).length === 0) return { placed, waiting, problem };
    }
  return null;
}

/** Serving times that moved, each once. */
function putOffIn(before: Problem, after: Problem, from: Date): CookingSheet['putOff'] {
  const clock = (minute: number): string => new Date(from.getTime() + minute * 60_000).toISOString();
  const due = new Map(before.jobs.map((job) => [job.piece, job.due]));
  const moved = new Map(
    after.jobs.flatMap((job): [number, number][] => {
      const was = due.get(job.piece) ?? job.due;
      return was === job.due ? [] : [[was, job.due]];
    }),
  );
  return [...moved].sort(([a], [b]) => a - b).map(([was, is]) => ({ from: clock(was), to: clock(is) }));
}

const NO_WAY = 'There is no way to have every piece ready within its limits.';
const NONE_FOUND = 'No sheet was found that has every piece ready within its limits.';

/** The pieces that are on the sheet by now: one that was given up for another is not, and that other is. */
export const piecesToCook = (
  planned: readonly Piece[],
  log: readonly KitchenEntry[],
  flights: ReadonlyMap<string, ToCook['flights']>,
): ToCook[] =>
  piecesNow(planned, kitchenState(log))
    .filter(({ standing }) => standing !== 'redone')
    .map(({ tag, method }) => ({ tag, method, flights: flights.get(tag) ?? [] }));

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
