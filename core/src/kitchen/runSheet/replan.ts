/**
 * The same kitchen, planned anew from a moment of the day on: what was begun stands, the rest is left as
 * near to what people were told as it can, and a flight is served later only where it has to be.
 *
 * Use it when a step runs late, not to make a first sheet. A step that was begun is taken to last as long as it usually
 * does, and one that should be over to be over in a minute.
 *
 * Common practice, no source.
 *
 * @example
 * factsOf({ jobs: [], appliances: [], cooks: 1, seed: '1' }, [], { state: kitchenState([]), now: 5, minuteOf: Date.parse }).now // 5
 */
import { holding } from '../../log';
import type { KitchenEntry } from '../../tasting';
import { pieceOf, stepOf, type KitchenState } from '../day/state';
import type { Job, Placed, Problem, Task } from './model';

/**
 * The part of a log that a sheet hangs on: all up to the last time that it was planned anew, or a piece begun anew;
 * nothing where it never was.
 */
export function logOfSheet(log: readonly KitchenEntry[]): KitchenEntry[] {
  const standing = holding(log);
  // A piece that is cooked in the place of another has to be put somewhere.
  const last = standing.findLastIndex(({ body }) => body.kind === 'replanned' || body.kind === 'redone');
  return standing.slice(0, last + 1);
}

/** The kitchen as it stands at a minute. */
export interface Standing {
  state: KitchenState;
  now: number;
  minuteOf: (moment: string) => number;
}

/** Waits after what was begun are what they are. */
const ANY_WAIT = 100_000;

/** What is still to be done, with what was begun as facts, and what people were told. */
export function factsOf(problem: Problem, told: readonly Placed[], standing: Standing): Problem {
  const spots = new Map(told.map((one) => [`${one.piece} ${one.step}`, one]));
  const jobs = problem.jobs.flatMap((job): Job[] => {
    if (pieceOf(standing.state, job.piece).gate?.decision === 'withdrawn') return [];
    const tasks = tasksNow(job, spots, standing);
    // A piece that is through is in nobody's way.
    return tasks.every(({ begun, minutes }) => begun && begun.start + minutes <= standing.now)
      ? []
      : [{ ...job, tasks }];
  });
  return { ...problem, jobs: inTime(jobs, standing.now), now: standing.now };
}

function tasksNow(
  { piece, tasks }: Job,
  spots: ReadonlyMap<string, Placed>,
  { state, now, minuteOf }: Standing,
): Task[] {
  const last = tasks.findLastIndex(({ step }) => stepOf(state, piece, step).startedAt !== null);
  const kept = tasks.flatMap((task, turn): Task[] => {
    const { startedAt, doneAt, skipped } = stepOf(state, piece, task.step);
    const spot = spots.get(`${piece} ${task.step}`);
    if (skipped !== null) return [];
    // What was passed over is not done any more.
    if (startedAt === null) return turn < last ? [] : [{ ...task, told: spot }];
    const start = minuteOf(startedAt);
    const minutes = doneAt === null ? Math.max(task.minutes, now + 1 - start) : Math.max(0, minuteOf(doneAt) - start);
    const where = { appliance: spot?.appliance ?? null, place: spot?.place ?? null, cook: spot?.cook ?? null };
    return [
      {
        ...task,
        minutes,
        waitLeast: task.waitLeast,
        waitMost: ANY_WAIT,
        begun: { start, ...where, waitMost: task.waitMost },
      },
    ];
  });
  return kept.map((task, turn) => {
    const next = kept[turn + 1];
    if (!task.begun || !next?.begun) return task;
    // Two tablets may have said that one began before the other ended.
    return { ...task, minutes: Math.max(0, Math.min(task.minutes, next.begun.start - task.begun.start)), waitLeast: 0 };
  });
}

/** Flights are put off to the first minute at which each of their pieces by itself could be there. */
function inTime(jobs: readonly Job[], now: number): Job[] {
  const soonest = new Map<number, number>();
  for (const job of jobs) soonest.set(job.due, Math.max(soonest.get(job.due) ?? job.due, soonestOf(job, now)));
  return jobs.map((job) => ({ ...job, due: soonest.get(job.due) as number }));
}

function soonestOf({ tasks }: Job, now: number): number {
  let at = -Infinity;
  for (const { begun, minutes, waitLeast } of tasks)
    at = (begun ? begun.start : Math.max(at, now)) + minutes + waitLeast;
  return at;
}

/** Some flights so many minutes later. */
export const putOff = (problem: Problem, minutes: number, which: (job: Job) => boolean): Problem => ({
  ...problem,
  jobs: problem.jobs.map((job) => (which(job) ? { ...job, due: job.due + minutes } : job)),
});
