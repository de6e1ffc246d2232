/**
 * Whether an appliance is asked for more than it can hold, whatever is begun when: the proof that there is no sheet,
 * without looking for one.
 *
 * Each step has an earliest and a latest start, which follow from serving and waits. Of any stretch of time, the part
 * of each step that cannot lie outside is counted; where these parts together need more minutes of places than the
 * stretch has, nothing fits.
 *
 * Use it before a sheet is looked for, not to say that there is one: what it does not refuse may still not fit, for
 * hands and settings are not counted. On the day, when some steps stand where they are, it refuses nothing.
 *
 * Source: energetic reasoning, Erschler & Lopez 1990; Baptiste, Le Pape & Nuijten 1999 (from memory).
 *
 * @example
 * isTooMuch({ jobs: [], appliances: [], cooks: 1, seed: '1' }) // false
 */
import type { Job, Problem } from './model';

/** A step of several pieces that can lie in the same stretch. */
interface Part {
  earliest: number;
  latest: number;
  minutes: number;
  pieces: number;
}

export function isTooMuch({ jobs, appliances, now }: Problem): boolean {
  if (now !== undefined) return false;
  const kinds = [...new Set(appliances.map(({ kind }) => kind))];
  return kinds.some((kind) => {
    const held = appliances.filter((one) => one.kind === kind).reduce((sum, one) => sum + one.places * one.perPlace, 0);
    return isOverfull(partsOf(jobs, kind), held);
  });
}

/** Steps in appliances of one kind; those that are alike are counted together. */
function partsOf(jobs: readonly Job[], kind: string): Part[] {
  const parts = new Map<string, Part>();
  for (const job of jobs) {
    let [earliest, latest] = [job.due, job.due];
    for (const { equipment, minutes, waitLeast, waitMost } of [...job.tasks].reverse()) {
      [earliest, latest] = [earliest - waitMost - minutes, latest - waitLeast - minutes];
      if (equipment !== kind) continue;
      const part = { earliest, latest, minutes, pieces: 0 };
      const key = `${earliest} ${latest} ${minutes}`;
      const known = parts.get(key) ?? part;
      known.pieces++;
      parts.set(key, known);
    }
  }
  return [...parts.values()];
}

/** @param held pieces that the appliances hold at one time */
function isOverfull(parts: readonly Part[], held: number): boolean {
  const froms = [...new Set(parts.map(({ earliest }) => earliest))];
  const ends = [...new Set(parts.map(({ latest, minutes }) => latest + minutes))];
  return froms.some((from) =>
    ends.some((to) => {
      const needed = parts.reduce((sum, part) => sum + part.pieces * leastWithin(part, from, to), 0);
      return to > from && needed > held * (to - from);
    }),
  );
}

/** Minutes of a step that lie within a stretch, wherever the step is put. */
const leastWithin = ({ earliest, latest, minutes }: Part, from: number, to: number): number =>
  Math.max(0, Math.min(minutes, to - from, earliest + minutes - from, to - latest));
