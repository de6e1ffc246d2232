/**
 * A run sheet, built backward from serving times: pieces wait as little as can be.
 *
 * One piece at a time is put into what the others leave free, each in the way that waits least (by
 * dynamic programming over its steps). Which piece comes first decides how well that goes, so
 * many orders are tried, those first that did not fit. Where there are few pieces, every other
 * way is then ruled out one by one (branch and bound), and the sheet is called the best.
 *
 * Use it for durations as they usually are, not as a promise: the day differs, and is planned anew.
 *
 * Limits: whole minutes; no piece is begun earlier than ten hours before it has to be. Beyond a few pieces
 * a sheet may exist that is not found.
 *
 * Source: list scheduling with priorities learnt from failures ("squeaky wheel", Joslin & Clements 1999);
 * branch and bound, Land & Doig 1960.
 *
 * @example
 * solve({ jobs: [{ piece: 'A1', method: 'a', due: 20, tasks: [{ step: 's', name: 'Boil', minutes: 9, equipment: null, setting: null, hands: 'none', waitLeast: 0, waitMost: 5 }] }], appliances: [], cooks: 1, seed: '1' }).placed[0].start // 11
 */
import { randomStream } from '../../numeric';
import { isTooMuch } from './bound';
import { bestOf } from './exhaust';
import { earliestOf, fitted, MOVED, SLACK } from './fit';
import { handsOf, waitingOf, waitsOf, type Job, type Placed, type Problem } from './model';
import { givenOut, type Started } from './place';
import { noPrices, type Prices } from './prices';
import { usageOf, type Usage } from './usage';

/** Result of {@link solve}. */
export interface RunSheet {
  /** Null where none was found. */
  placed: Placed[] | null;
  /** Minutes that pieces wait beyond what they have to. */
  waiting: number;
  /** Whether no sheet waits less; of a problem without a sheet, whether there is none. */
  isProven: boolean;
}

export interface SolveOptions {
  /** Orders of pieces that are tried. */
  tries?: number;
  /** Ways that are looked at to prove a sheet the best. */
  nodes?: number;
  /** Whether any sheet will do. */
  isAnyEnough?: boolean;
  onProgress?: (fraction: number) => void;
  /** Asked between tries. */
  isCancelled?: () => boolean;
}

export function solve(problem: Problem, options: SolveOptions = {}): RunSheet {
  return isTooMuch(problem) ? asFound(null, true) : searched(problem, options);
}

function searched(problem: Problem, options: SolveOptions): RunSheet {
  const { isAnyEnough, onProgress, isCancelled } = options;
  const tries = Math.min(options.tries ?? Infinity, triesFor(problem));
  const nodes = isMany(problem) ? 0 : (options.nodes ?? nodesFor(problem));
  const found = tried(problem, { tries, isAnyEnough, onProgress, isCancelled });
  if (found && (problem.now !== undefined || isAnyEnough)) return asFound(found, false);
  if (found?.waiting === 0) return asFound(found, true);
  if (nodes === 0) return asFound(found, false);
  const limit = found?.waiting ?? Infinity;
  const best = bestOf(problem, { span: spanOf(problem), below: limit, nodes });
  return best.started ? { ...finished(problem, best.started), isProven: best.isWhole } : asFound(found, best.isWhole);
}

const asFound = (found: Finished | null, isProven: boolean): RunSheet => ({
  ...{ placed: found?.placed ?? null, waiting: found?.waiting ?? 0, isProven },
});

/** Of many pieces no sheet is ever proven the best: nothing is spent on it. */
const isMany = ({ jobs }: Problem): boolean => jobs.length > MANY;
const MANY = 40;

const nodesFor = ({ jobs, now }: Problem): number =>
  now !== undefined ? 0 : jobs.length <= MOST_PROVEN ? 150_000 : 2000;
const MOST_PROVEN = 12;

/** Orders that are tried: fewer of many pieces, so that a sheet takes seconds and not minutes. */
const triesFor = ({ jobs }: Problem): number =>
  Math.max(8, Math.min(60, Math.round(MOST_FITTED / Math.max(1, jobs.length))));
/** Pieces that are put somewhere, over all tries. */
const MOST_FITTED = 2400;

/** From the first minute at which anything can begin to the last serving. */
export function spanOf({ jobs }: Pick<Problem, 'jobs'>): { from: number; to: number } {
  const earliest = jobs.flatMap((job) => [earliestOf(job), ...job.tasks.flatMap((task) => task.begun?.start ?? [])]);
  return { from: Math.min(0, ...earliest) - SLACK, to: Math.max(0, ...jobs.map(({ due }) => due)) };
}

interface Finished {
  placed: Placed[];
  waiting: number;
}

function finished(problem: Problem, started: readonly Started[]): Finished {
  const placed = givenOut(started, problem);
  return { placed, waiting: waitingOf(waitsOf(problem.jobs, placed)) };
}

/** Minutes by which steps lie apart from when people were told. */
function movedIn(placed: readonly Placed[], { jobs }: Problem): number {
  const told = new Map(
    jobs.flatMap(({ piece, tasks }) =>
      tasks.flatMap(({ step, told: spot }) => (spot ? [[`${piece} ${step}`, spot.start] as const] : [])),
    ),
  );
  return placed.reduce(
    (sum, { piece, step, start }) => sum + Math.abs(start - (told.get(`${piece} ${step}`) ?? start)),
    0,
  );
}

const isAsTold = (placed: readonly Placed[], problem: Problem): boolean =>
  problem.now !== undefined && movedIn(placed, problem) === 0;

/** The best of many orders of pieces. */
function tried(
  problem: Problem,
  { tries, isAnyEnough, onProgress, isCancelled }: Required<Pick<SolveOptions, 'tries'>> & SolveOptions,
) {
  const random = randomStream(problem.seed, 'run sheet');
  const span = spanOf(problem);
  const prices = noPrices(problem, span);
  let best: (Finished & { cost: number }) | null = null;
  let order = byNeed(problem.jobs);
  for (let turn = 0; turn < tries && !isCancelled?.(); turn++) {
    const { started, failed, usage } = inTurn(problem, order, span, prices);
    if (failed === null) {
      const done = finished(problem, started);
      const found = { ...done, cost: done.waiting + MOVED * movedIn(done.placed, problem) };
      if (best === null || found.cost < best.cost) best = found;
      if (isAnyEnough || best.cost === 0 || isAsTold(best.placed, problem)) break;
      order = turn % 2 === 0 ? worstFirst(order, found.placed, problem) : shuffledGroups(order, random);
      prices.fall();
    } else {
      order = turn % 8 === 7 ? shuffledGroups(order, random) : groupFirst(order, failed);
      prices.rise(failed, usage);
    }
    onProgress?.((turn + 1) / tries);
  }
  return best;
}

const groupOf = ({ method, due }: Job): string => `${method} ${due}`;

/** Pieces of one method and serving together; those first that need most of what is scarce. */
function byNeed(jobs: readonly Job[]): Job[] {
  const need = ({ tasks }: Job): number =>
    tasks.reduce((sum, task) => sum + handsOf(task) + (task.equipment === null ? 0 : task.minutes / 4), 0);
  return [...jobs].sort((a, b) => need(b) - need(a) || groupOf(a).localeCompare(groupOf(b)) || a.due - b.due);
}

/** The pieces that are one thing to do with the one that did not fit come first. */
function groupFirst(order: readonly Job[], failed: Job): Job[] {
  const isOf = (job: Job): boolean => groupOf(job) === groupOf(failed);
  return [...order.filter(isOf), ...order.filter((job) => !isOf(job))];
}

/** The group that waits most comes first. */
function worstFirst(order: readonly Job[], placed: readonly Placed[], { jobs }: Problem): Job[] {
  const waits = waitsOf(jobs, placed);
  const worst = [...order].sort((a, b) => waitingFor(b) - waitingFor(a))[0];
  return groupFirst(order, worst);

  function waitingFor({ piece }: Job): number {
    return waitingOf(waits.filter((one) => one.piece === piece));
  }
}

function shuffledGroups(order: readonly Job[], random: ReturnType<typeof randomStream>): Job[] {
  const names = random.shuffled([...new Set(order.map(groupOf))]);
  return names.flatMap((name) => order.filter((job) => groupOf(job) === name));
}

/** Pieces one after the other; where one does not fit, which. */
function inTurn(problem: Problem, order: readonly Job[], span: { from: number; to: number }, prices: Prices) {
  const usage = usageOf(problem, span);
  const started: Started[] = [];
  // What was begun stands where it is, whatever comes.
  for (const { piece, method, tasks } of order)
    for (const task of tasks)
      if (task.begun) {
        const { start, appliance } = task.begun;
        book({ piece, method, step: task.step, start, end: start + task.minutes, appliance, task }, problem, usage);
      }
  for (const job of order) {
    const own = fitted(job, { problem, usage, span, prices });
    if (own === null) return { started, failed: job, usage };
    for (const step of own) if (!step.task.begun) book(step, problem, usage);
    started.push(...own);
  }
  return { started, failed: null, usage };
}

function book(step: Started, { appliances }: Problem, usage: Usage): void {
  const { method, step: name, start, task } = step;
  usage.takeHands({ method, step: name, start, hands: handsOf(task) });
  const at = appliances.findIndex(({ id }) => id === step.appliance);
  if (at >= 0) usage.takePlace(at, { method, step: name, start, minutes: task.minutes, setting: task.setting });
}
