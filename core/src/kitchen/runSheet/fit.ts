/**
 * The way of one piece through what others leave free that waits least.
 *
 * Use it for one piece at a time, not for several at once: what it takes has to be booked before the next.
 *
 * Source: dynamic programming over the steps from the last to the first (Bellman 1957), with the least of a
 * sliding window (Lemire 2006).
 *
 * @example
 * handsOf({ hands: 'start', minutes: 9 }) // 1
 */
import { handsOf, type Job, type Problem, type Task } from './model';
import type { Started } from './place';
import type { Prices } from './prices';
import type { Usage } from './usage';

/** Minutes before which nothing is begun, beyond what steps and waits take. */
export const SLACK = 600;

/** When a piece would begin that waits no longer than it has to. */
export const earliestOf = ({ due, tasks }: Job): number =>
  tasks.reduce((at, { minutes, waitLeast }) => at - minutes - waitLeast, due);

/** What a piece has to fit into. */
export interface Room {
  problem: Problem;
  usage: Usage;
  span: { from: number; to: number };
  prices: Prices;
}

/** Minutes before the earliest in which a way is looked for, the next only where the one before is not enough. */
const WITHIN = [40, 160, SLACK];

/**
 * The way of one piece that waits least in what is left free, prices counted; the latest of those.
 *
 * Whoever begins more than so many minutes earlier than it has to waits more than so many; so a way that costs
 * no more than that, found within them, is the best of all.
 */
export function fitted(job: Job, room: Room): Started[] | null {
  for (const slack of WITHIN) {
    const found = fittedWithin(job, room, slack);
    if (found !== null && (found.cost <= slack || slack === SLACK)) return found.started;
  }
  return null;
}

function fittedWithin(job: Job, room: Room, slack: number): { started: Started[]; cost: number } | null {
  const begun = job.tasks.flatMap((task) => task.begun?.start ?? []);
  const from = Math.max(room.span.from, Math.min(earliestOf(job) - slack, ...begun));
  const size = job.due - from + 1;
  // Least waiting from the start of each step on, by its minute; and the start of the next step that gives it.
  let later: Float64Array | null = null;
  const next: Int32Array[] = [];
  for (let turn = job.tasks.length - 1; turn >= 0; turn--) {
    const task = job.tasks[turn];
    const cost = new Float64Array(size).fill(Infinity);
    next[turn] = new Int32Array(size).fill(-1);
    const follow = later === null ? servedAt(job.due - from, task) : least(later, task);
    for (let at = size - 1; at >= 0; at--) {
      const { waiting, start } = follow(at + task.minutes);
      if (waiting === Infinity) continue;
      const price = priceAt(job, task, at + from, room);
      if (price === null) continue;
      cost[at] = waiting + price;
      next[turn][at] = start;
    }
    later = cost;
  }
  return later === null ? { started: [], cost: 0 } : traced(job, { cost: later, next, from }, room);
}

/** What a step costs beside the waiting; null where it cannot be done then. */
function priceAt(job: Job, task: Task, start: number, { problem, usage, prices }: Room): number | null {
  if (task.begun) return task.begun.start === start ? 0 : null;
  if (start < (problem.now ?? -Infinity)) return null;
  const appliance = applianceFor(job, task, start, problem, usage);
  if (appliance === undefined) return null;
  const hands = handsOf(task);
  const isHandled = usage.isHandled({ method: job.method, step: task.step, start, hands });
  const at = problem.appliances.findIndex(({ id }) => id === appliance);
  const moved = task.told ? MOVED * Math.abs(start - task.told.start) : 0;
  return moved + (isHandled ? 0 : prices.ofHands(start, hands)) + (at < 0 ? 0 : prices.ofRoom(at, start, task.minutes));
}

/** Minutes of waiting that it is worth to leave a step a minute nearer to when people were told. */
export const MOVED = 2;

type Follow = (end: number) => { waiting: number; start: number };

/** After the last step comes the plate. */
const servedAt =
  (due: number, { waitLeast, waitMost }: Task): Follow =>
  (end) => {
    const wait = due - end;
    return wait >= waitLeast && wait <= waitMost
      ? { waiting: wait - waitLeast, start: -1 }
      : { waiting: Infinity, start: -1 };
  };

/** The start of the next step that waits least; asked from the latest end to the earliest. */
function least(later: Float64Array, { waitLeast, waitMost }: Task): Follow {
  // Starts in order of time, each waiting less than all that come before it in the list: a window that slides.
  const window: number[] = [];
  let reached = later.length;
  return (end) => {
    for (let start = Math.min(reached - 1, later.length - 1); start >= end + waitLeast && start >= 0; start--) {
      while (window.length > 0 && start + later[start] <= window[window.length - 1] + later[window[window.length - 1]])
        window.pop();
      if (later[start] < Infinity) window.push(start);
    }
    reached = Math.min(reached, Math.max(0, end + waitLeast));
    while (window.length > 0 && window[0] > end + waitMost) window.shift();
    const start = window[0];
    return start === undefined
      ? { waiting: Infinity, start: -1 }
      : { waiting: start - end - waitLeast + later[start], start };
  };
}

function traced(
  job: Job,
  { cost, next, from }: { cost: Float64Array; next: readonly Int32Array[]; from: number },
  { problem, usage }: Room,
): { started: Started[]; cost: number } | null {
  const least = cost.reduce((low, one) => Math.min(low, one), Infinity);
  if (least === Infinity) return null;
  let at = cost.lastIndexOf(least);
  const started = job.tasks.map((task, turn): Started => {
    const start = at + from;
    at = next[turn][at];
    return {
      ...{ piece: job.piece, method: job.method, step: task.step, start, end: start + task.minutes, task },
      appliance: task.begun ? task.begun.appliance : (applianceFor(job, task, start, problem, usage) ?? null),
    };
  });
  return { started, cost: least };
}

/** An appliance that has room, null where none is needed, undefined where it cannot be done then. */
function applianceFor(
  { method }: Pick<Job, 'method'>,
  task: Task,
  start: number,
  { appliances }: Pick<Problem, 'appliances'>,
  usage: Usage,
): string | null | undefined {
  const { step, equipment, minutes, setting, told } = task;
  if (!usage.handsFree({ method, step, start, hands: handsOf(task) })) return undefined;
  if (equipment === null) return null;
  const inside = { method, step, start, minutes, setting };
  // Asked for every minute of every step: the first that has room, unless people were told of another.
  let first: string | undefined;
  for (let at = 0; at < appliances.length; at++) {
    const { kind, id } = appliances[at];
    if (kind !== equipment || !usage.placeFree(at, inside)) continue;
    if (!told || id === told.appliance) return id;
    first ??= id;
  }
  return first;
}
