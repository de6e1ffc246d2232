/**
 * Why there is no run sheet: the smallest change that would make one.
 *
 * Use it where the solver found none; not as a list of everything that would help. Changes are tried one at a
 * time, the easier ones first: another cook, one more place, longer waits, a later flight.
 *
 * Common practice in what is the easier change, no source.
 *
 * @example
 * smallestChanges({ jobs: [], appliances: [], cooks: 1, seed: '1' }) // []
 */
import { anEquipment, EQUIPMENT_NAMES } from '../chain';
import type { Problem } from './model';
import { solve, type SolveOptions } from './solve';

interface Change {
  text: string;
  problem: Problem;
}

const LONGER = [15, 30, 60, 120];
const LATER = [15, 30, 60, 120];
/** Sheets are looked for quickly here: a change that is said does make one, but an easier one may be missed. */
const QUICK = { tries: 20, nodes: 5000, isAnyEnough: true };

/** What would make a sheet, one change a line, easiest first; at most so many. */
export function smallestChanges(
  problem: Problem,
  { most = 3, onProgress, isCancelled }: { most?: number } & Pick<SolveOptions, 'onProgress' | 'isCancelled'> = {},
): string[] {
  if (problem.jobs.length === 0) return [];
  const found: string[] = [];
  const kinds = ladders(problem);
  const works = (change: Change): boolean => solve(change.problem, { ...QUICK, isCancelled }).placed !== null;
  for (const [at, steps] of kinds.entries()) {
    if (found.length >= most || isCancelled?.()) break;
    // Where the largest does not help, none of its kind does.
    const least = works(steps[steps.length - 1]) ? steps.find(works) : undefined;
    if (least) found.push(least.text);
    onProgress?.((at + 1) / kinds.length);
  }
  return found;
}

/** Changes of one kind, the smallest first. */
function ladders(problem: Problem): Change[][] {
  const kinds = [...new Set(problem.jobs.flatMap(({ tasks }) => tasks.flatMap(({ equipment }) => equipment ?? [])))];
  const dues = [...new Set(problem.jobs.map(({ due }) => due))].sort((a, b) => a - b);
  return [
    [{ text: 'With one more cook there is a sheet.', problem: { ...problem, cooks: problem.cooks + 1 } }],
    ...kinds.map((kind): Change[] => [
      {
        text: `With one more place in ${anEquipment(kind)} there is a sheet.`,
        problem: withPlace(problem, kind),
      },
      { text: `With another ${EQUIPMENT_NAMES[kind]} there is a sheet.`, problem: withAnother(problem, kind) },
    ]),
    LONGER.map((minutes) => ({
      text: `If pieces may wait ${minutes} minutes longer there is a sheet.`,
      problem: withWaits(problem, minutes),
    })),
    ...(dues.length > 1
      ? [
          LATER.map((minutes) => ({
            text: `With every flight ${minutes} minutes further behind the one before there is a sheet.`,
            problem: spreadOut(problem, dues, minutes),
          })),
        ]
      : []),
  ];
}

const withPlace = (problem: Problem, kind: string): Problem => {
  const at = problem.appliances.findIndex((one) => one.kind === kind);
  return {
    ...problem,
    appliances: problem.appliances.map((one, other) => (other === at ? { ...one, places: one.places + 1 } : one)),
  };
};

const withAnother = (problem: Problem, kind: string): Problem => {
  const first = problem.appliances.find((one) => one.kind === kind);
  return first ? { ...problem, appliances: [...problem.appliances, { ...first, id: `${first.id} again` }] } : problem;
};

const withWaits = (problem: Problem, minutes: number): Problem => ({
  ...problem,
  jobs: problem.jobs.map((job) => ({
    ...job,
    tasks: job.tasks.map((task) => ({ ...task, waitMost: task.waitMost + minutes })),
  })),
});

const spreadOut = (problem: Problem, dues: readonly number[], minutes: number): Problem => ({
  ...problem,
  jobs: problem.jobs.map((job) => ({ ...job, due: job.due + minutes * dues.indexOf(job.due) })),
});
