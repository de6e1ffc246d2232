/**
 * Whether a run sheet can be cooked: every limit that it breaks, in words. It shares no code with
 * what makes sheets, so that a mistake there is found here.
 *
 * Use it on every sheet before it is shown; not to find one.
 *
 * Common practice, no source: minute by minute, what is in use is counted.
 *
 * @example
 * broken({ jobs: [], appliances: [], cooks: 1, seed: '1' }, []) // []
 */
import type { Appliance, Job, Placed, Problem, Task } from './model';

type Step = Placed & { task: Task };

/** What a sheet breaks; nothing where it can be cooked. */
export function broken(problem: Problem, placed: readonly Placed[]): string[] {
  const steps: Step[] = [];
  const wrong: string[] = [];
  for (const job of problem.jobs) {
    const own = placed.filter(({ piece }) => piece === job.piece);
    if (own.length !== job.tasks.length) wrong.push(`${job.piece} has ${own.length} of ${job.tasks.length} steps.`);
    for (const task of job.tasks) {
      const found = own.filter(({ step }) => step === task.step);
      if (found.length === 1) steps.push({ ...found[0], task });
      else wrong.push(`${job.piece} does “${task.name}” ${found.length} times.`);
    }
  }
  if (wrong.length > 0) return wrong;
  const strangers = placed.filter(({ piece }) => !problem.jobs.some((job) => job.piece === piece));
  wrong.push(...strangers.map(({ piece }) => `${piece} is not to be cooked.`));
  for (const job of problem.jobs) wrong.push(...orderOf(job, steps));
  for (const step of steps)
    wrong.push(...(step.task.begun ? factOf(step) : [...placeOf(step, problem), ...timeOf(step, problem)]));
  for (const appliance of problem.appliances) wrong.push(...crowdIn(appliance, steps, problem.now));
  for (let cook = 0; cook < problem.cooks; cook++) wrong.push(...handsOfCook(cook, steps));
  return wrong;
}

/** Durations, order, waits and serving time of one piece. */
function orderOf({ piece, due, tasks }: Job, steps: readonly Step[]): string[] {
  const own = tasks.map((task) => steps.find((one) => one.piece === piece && one.step === task.step) as Step);
  return own.flatMap(({ start, end, task }, turn): string[] => {
    const wrong: string[] = [];
    if (!Number.isInteger(start) || end - start !== task.minutes)
      wrong.push(`${piece}: “${task.name}” lasts ${end - start}, not ${task.minutes} min.`);
    const next = own[turn + 1];
    const wait = (next ? next.start : due) - end;
    const what = next ? `waits ${wait} min after “${task.name}”` : `is ready ${wait} min before it is served`;
    if (wait < task.waitLeast || wait > task.waitMost) wrong.push(`${piece} ${what}.`);
    return wrong;
  });
}

/** Whether a step has the place and the hands that it needs, and no others. */
function placeOf({ piece, task, appliance, place, cook }: Step, { appliances, cooks }: Problem): string[] {
  const at = appliances.find(({ id }) => id === appliance);
  const wrong: string[] = [];
  if (task.equipment === null ? appliance !== null : at?.kind !== task.equipment)
    wrong.push(`${piece}: “${task.name}” is in the wrong place.`);
  if (at && (place === null || place < 1 || place > at.places))
    wrong.push(`${piece}: ${at.name} has no place ${place}.`);
  const needs = task.hands !== 'none';
  if (needs ? cook === null || cook < 0 || cook >= cooks : cook !== null)
    wrong.push(`${piece}: “${task.name}” has the wrong hands.`);
  return wrong;
}

/** What was begun stands where and when it was. */
function factOf({ piece, task, start, appliance, place, cook }: Step): string[] {
  const { begun } = task;
  const isSo =
    begun && begun.start === start && begun.appliance === appliance && begun.place === place && begun.cook === cook;
  return isSo ? [] : [`${piece}: “${task.name}” was begun otherwise.`];
}

const timeOf = ({ piece, task, start }: Step, { now = -Infinity }: Problem): string[] =>
  start < now ? [`${piece}: “${task.name}” begins before now.`] : [];

/** Minutes in which an appliance holds too much, or has to be set two ways. */
function crowdIn({ id, name, perPlace, shared }: Appliance, steps: readonly Step[], since = -Infinity): string[] {
  const inside = steps.filter(({ appliance }) => appliance === id);
  // What was done before is done: nothing that is planned can mend it.
  const moments = [...new Set(inside.filter(({ task }) => !task.begun).map(({ start }) => start))].filter(
    (minute) => minute >= since,
  );
  return moments.flatMap((minute): string[] => {
    const now = inside.filter(({ start, end }) => start <= minute && minute < end);
    const settings = new Set(now.flatMap(({ task }) => (task.setting === null ? [] : [task.setting])));
    const wrong = shared && settings.size > 1 ? [`${name} has to be at ${[...settings].join(' and ')} at once.`] : [];
    for (const place of new Set(now.map((one) => one.place))) {
      const here = now.filter((one) => one.place === place);
      if (here.length > perPlace) wrong.push(`${name}, place ${place} holds ${here.length} pieces.`);
      const [first] = here;
      const isMixed = here.some(
        (one) => one.method !== first.method || one.step !== first.step || one.start !== first.start,
      );
      if (!shared && isMixed) wrong.push(`${name}, place ${place} holds two different things.`);
    }
    return wrong;
  });
}

/** Minutes in which a cook would need more than two hands. */
function handsOfCook(cook: number, steps: readonly Step[]): string[] {
  const own = steps
    .filter((one) => one.cook === cook)
    .map((one) => ({ ...one, until: one.task.hands === 'start' ? one.start + 1 : one.end }));
  return own.flatMap((one, at) =>
    own.slice(at + 1).flatMap((other): string[] => {
      const isAtOnce = one.start < other.until && other.start < one.until;
      const isFact = one.task.begun !== undefined && other.task.begun !== undefined;
      const isOneThing = one.method === other.method && one.step === other.step && one.start === other.start;
      return isAtOnce && !isOneThing && !isFact
        ? [
            `Cook ${cook + 1} does “${one.task.name}” of ${one.piece} and “${other.task.name}” of ${other.piece} at once.`,
          ]
        : [];
    }),
  );
}
