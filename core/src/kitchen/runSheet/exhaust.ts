/**
 * Every way to cook a few pieces, until none is left that waits less: the proof that a sheet is the
 * best, or that there is none.
 *
 * Use it after a good sheet was found, which rules most ways out at once; not for many pieces. It stops
 * after so many ways, and says so.
 *
 * Source: branch and bound, Land & Doig 1960.
 *
 * @example
 * bestOf({ jobs: [], appliances: [], cooks: 1, seed: '1' }, { span: { from: 0, to: 1 }, below: 1, nodes: 10 }).isWhole // true
 */
import { handsOf, type Problem } from './model';
import type { Started } from './place';
import { usageOf } from './usage';

interface Exhausted {
  /** A sheet that waits less than was asked; null where none was found. */
  started: Started[] | null;
  /** Whether all ways were looked at. */
  isWhole: boolean;
}

/** @param limits looks for less waiting than `below`, in at most so many nodes */
export function bestOf(
  problem: Problem,
  { span, below, nodes }: { span: { from: number; to: number }; below: number; nodes: number },
): Exhausted {
  const { jobs, appliances } = problem;
  const usage = usageOf(problem, span);
  const stack: Started[] = [];
  let [best, limit, left] = [null as Started[] | null, below, nodes];

  /** Steps of one piece from the last to the first, then the next piece. */
  function deeper(at: number, turn: number, waiting: number): void {
    if (left-- <= 0) return;
    const job = jobs[at];
    if (job === undefined) {
      [best, limit] = [[...stack], waiting];
      return;
    }
    if (turn < 0) return deeper(at + 1, (jobs[at + 1]?.tasks.length ?? 0) - 1, waiting);
    const task = job.tasks[turn];
    const until = turn === job.tasks.length - 1 ? job.due : stack[stack.length - 1].start;
    const { method, piece } = job;
    const longest = Math.min(task.waitMost, task.waitLeast + limit - waiting - 1, until - task.minutes - span.from);
    for (let wait = task.waitLeast; wait <= longest && left > 0; wait++) {
      if (waiting + wait - task.waitLeast >= limit) break;
      const start = until - wait - task.minutes;
      const handling = { method, step: task.step, start, hands: handsOf(task) };
      if (!usage.handsFree(handling)) continue;
      const inside = { method, step: task.step, start, minutes: task.minutes, setting: task.setting };
      const rooms =
        task.equipment === null
          ? [null]
          : appliances.flatMap(({ kind }, room) => (kind === task.equipment ? [room] : []));
      for (const room of rooms) {
        if (room !== null && !usage.placeFree(room, inside)) continue;
        usage.takeHands(handling);
        if (room !== null) usage.takePlace(room, inside);
        stack.push({
          ...{ piece, method, step: task.step, start, end: start + task.minutes, task },
          appliance: room === null ? null : appliances[room].id,
        });
        deeper(at, turn - 1, waiting + wait - task.waitLeast);
        stack.pop();
        if (room !== null) usage.leavePlace(room, inside);
        usage.leaveHands(handling);
      }
    }
  }

  deeper(0, (jobs[0]?.tasks.length ?? 0) - 1, 0);
  return { started: best, isWhole: left > 0 };
}
