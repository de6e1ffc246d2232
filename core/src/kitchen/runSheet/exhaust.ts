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
import { handsOf, type Job, type Problem, type Task } from './model';
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
    if (job === undefined) [best, limit] = [[...stack], waiting];
    else if (turn < 0) deeper(at + 1, (jobs[at + 1]?.tasks.length ?? 0) - 1, waiting);
    else {
      const { waitLeast, waitMost, minutes } = job.tasks[turn];
      const until = turn === job.tasks.length - 1 ? job.due : stack[stack.length - 1].start;
      const room = until - minutes - span.from;
      for (let wait = waitLeast; wait <= Math.min(waitMost, room) && left > 0; wait++) {
        if (waiting + wait - waitLeast >= limit) break;
        everywhere(job, job.tasks[turn], until - wait - minutes, () =>
          deeper(at, turn - 1, waiting + wait - waitLeast),
        );
      }
    }
  }

  /** One step at one time, in each appliance that has room, and what follows from it. */
  function everywhere({ piece, method }: Job, task: Task, start: number, follow: () => void): void {
    const { step, minutes, setting, equipment } = task;
    const handling = { method, step, start, hands: handsOf(task) };
    if (!usage.handsFree(handling)) return;
    const inside = { method, step, start, minutes, setting };
    usage.takeHands(handling);
    const put = (appliance: string | null): void => {
      stack.push({ piece, method, step, start, end: start + minutes, task, appliance });
      follow();
      stack.pop();
    };
    if (equipment === null) put(null);
    appliances.forEach(({ id, kind }, room) => {
      if (kind !== equipment || !usage.placeFree(room, inside)) return;
      usage.takePlace(room, inside);
      put(id);
      usage.leavePlace(room, inside);
    });
    usage.leaveHands(handling);
  }

  deeper(0, (jobs[0]?.tasks.length ?? 0) - 1, 0);
  return { started: best, isWhole: left > 0 };
}
