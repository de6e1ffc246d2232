/**
 * What there is to cook, out of a tasting: every piece with the steps of its method, and the time of
 * the flight that it is served to first.
 *
 * Use it with whatever is known: what is missing for a sheet is said in words, and not made up. A piece
 * of which nobody knows the flight (the key is sealed) is ready for the first one.
 *
 * Common practice, no source.
 *
 * @example
 * problemOf({ methods: [], pieces: [], range: { equipment: [], cooks: [], served: [] }, seed: '1' }).problem // null
 */
import type { KitchenEntry, Method, Range } from '../../tasting';
import { anEquipment, chainOf, usualMinutes } from '../chain';
import type { Job, Problem, Task } from './model';

/** A piece to be cooked, and to whom it is served. */
export interface ToCook {
  tag: string;
  method: string;
  flights: readonly { sitting: number; flight: number }[];
}

export interface Cooking {
  methods: readonly Pick<Method, 'id' | 'name' | 'chain' | 'steps'>[];
  pieces: readonly ToCook[];
  range: Range;
  /** Source of the lot that gives out places; no secret. */
  seed: string;
  /** What happened so far; the sheet is planned anew at each entry that says so. */
  log?: readonly KitchenEntry[];
}

/** A problem in minutes from a moment, or what is missing for one. */
export type Posed = { problem: Problem; from: Date; missing: [] } | { problem: null; from: null; missing: string[] };

/** How long a piece may wait where nobody said: common practice, no source. */
const WAIT_UNSAID = 240;

export function problemOf({ methods, pieces, range, seed }: Cooking): Posed {
  const missing = [
    ...(pieces.length === 0 ? ['There is nothing to cook yet: list methods, and pieces of each.'] : []),
    ...(range.served.length === 0 ? ['Say when the first flight is served.'] : []),
    ...(range.cooks.length === 0 ? ['Say who cooks.'] : []),
    ...methods.flatMap((method) => missingOf(method, range)),
  ];
  if (missing.length > 0) return { problem: null, from: null, missing };
  const from = new Date(Math.min(...range.served.map(({ at }) => Date.parse(at))));
  const minuteOf = (at: string): number => Math.floor((Date.parse(at) - from.getTime()) / 60_000);
  const tasks = new Map(methods.map((method) => [method.id, tasksOf(method)]));
  return {
    problem: {
      jobs: pieces.map(({ tag, method, flights }): Job => ({
        ...{ piece: tag, method, tasks: tasks.get(method) ?? [] },
        due: Math.min(...servedTo(flights, range).map(({ at }) => minuteOf(at))),
      })),
      appliances: range.equipment,
      cooks: range.cooks.length,
      seed,
    },
    from,
    missing: [],
  };
}

/** The times of a piece's flights; of one that is served to nobody known, all. */
function servedTo(flights: ToCook['flights'], { served }: Range): Range['served'] {
  const own = served.filter((one) =>
    flights.some(({ sitting, flight }) => one.sitting === sitting && one.flight === flight),
  );
  return own.length > 0 ? own : served;
}

function missingOf({ name, chain, steps }: Cooking['methods'][number], { equipment }: Range): string[] {
  const own = chainOf({ chain, steps });
  if (own.length === 0) return [`${name} has no steps yet.`];
  const open = own.filter((step) => usualMinutes(step) === null).map((step) => step.name);
  const kinds = [...new Set(own.flatMap((step) => step.equipment ?? []))];
  const without = kinds.filter((kind) => !equipment.some((one) => one.kind === kind));
  return [
    ...(open.length > 0 ? [`${name}: say how long it takes to ${open.map(inSentence).join(' and to ')}.`] : []),
    ...without.map((kind) => `${name} needs ${anEquipment(kind)}, and the range has none.`),
  ];
}

const inSentence = (name: string): string => `“${name.toLowerCase()}”`;

const tasksOf = (method: Pick<Method, 'chain' | 'steps'>): Task[] =>
  chainOf(method).map((step): Task => {
    const minutes = Math.max(1, Math.ceil(usualMinutes(step) ?? 0));
    const setting = [step.celsius === undefined ? '' : `${step.celsius} °C`, step.setting].filter(Boolean).join(', ');
    return {
      ...{ step: step.id, name: step.name, minutes, equipment: step.equipment ?? null, setting: setting || null },
      ...{ hands: step.hands, waitLeast: Math.ceil(step.wait?.least ?? 0) },
      waitMost: Math.max(Math.ceil(step.wait?.least ?? 0), Math.floor(step.wait?.most ?? WAIT_UNSAID)),
    };
  });
