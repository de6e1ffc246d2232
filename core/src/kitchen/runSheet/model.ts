/**
 * What a run sheet is about: pieces with their steps, the range that they are cooked on, and when
 * they are served. Time is counted in whole minutes from some moment; a step that takes 45 s
 * takes a minute here.
 *
 * Use it between the plan and the solver, not to store anything: all of it follows from chains,
 * pieces, range and serving times.
 *
 * Common practice in what may share a place or a cook, no source: pieces of one method that start
 * the same step together go into one pot, and take one pair of hands.
 *
 * @example
 * isTogether({ method: 'a', step: 's', start: 3 }, { method: 'a', step: 's', start: 3 }) // true
 */
import type { EquipmentKind, Hands } from '../../tasting';
import { MINUTES_TO_START } from '../chain';

/** One step of one piece. */
export interface Task {
  step: string;
  name: string;
  /** Whole minutes, at least 1. */
  minutes: number;
  equipment: EquipmentKind | null;
  /** How the equipment has to be set: null where it does not matter. */
  setting: string | null;
  hands: Hands;
  /** Minutes that the piece has to wait after it, and may. */
  waitLeast: number;
  waitMost: number;
  /** Where and when it was begun, on the day: a fact, which nothing moves. */
  begun?: Spot & { waitMost: number };
  /** Where and when people were told to do it: it stays so where it can. */
  told?: Spot;
}

/** When, where and by whom a step is done. */
export interface Spot {
  start: number;
  appliance: string | null;
  place: number | null;
  cook: number | null;
}

/** One piece from its first step to the plate. */
export interface Job {
  piece: string;
  method: string;
  /** Minute at which it is served. */
  due: number;
  tasks: readonly Task[];
}

/** One appliance. */
export interface Appliance {
  id: string;
  name: string;
  kind: EquipmentKind;
  places: number;
  /** Pieces that fit on one place. */
  perPlace: number;
  /** Whether all places have one setting, as racks of an oven have, or each its own, as burners have. */
  shared: boolean;
}

export interface Kitchen {
  appliances: readonly Appliance[];
  cooks: number;
}

export interface Problem extends Kitchen {
  jobs: readonly Job[];
  /** Source of the lot that gives out places. */
  seed: string;
  /** On the day: the minute before which nothing more can be begun. */
  now?: number;
}

/** When, where and by whom a step of a piece is done. */
export interface Placed {
  piece: string;
  method: string;
  step: string;
  /** Minutes; the end is when it is over. */
  start: number;
  end: number;
  appliance: string | null;
  /** From 1, within the appliance. */
  place: number | null;
  /** From 0; null where it takes nobody's hands. */
  cook: number | null;
}

export interface Wait {
  piece: string;
  /** The step that it waits after. */
  step: string;
  minutes: number;
  least: number;
  most: number;
}

/** Minutes of hands that a step takes. */
export const handsOf = ({ hands, minutes }: Pick<Task, 'hands' | 'minutes'>): number =>
  hands === 'none' ? 0 : hands === 'start' ? MINUTES_TO_START : minutes;

/** Whether two steps are one thing to do: the same step of one method, begun together. */
export const isTogether = (
  one: Pick<Placed, 'method' | 'step' | 'start'>,
  other: Pick<Placed, 'method' | 'step' | 'start'>,
): boolean => one.method === other.method && one.step === other.step && one.start === other.start;

/** All waits of a sheet. */
export function waitsOf(jobs: readonly Job[], placed: readonly Placed[]): Wait[] {
  const at = new Map(placed.map((one) => [`${one.piece} ${one.step}`, one]));
  return jobs.flatMap(({ piece, due, tasks }) =>
    tasks.flatMap(({ step, waitLeast, waitMost, begun }, turn): Wait[] => {
      const own = at.get(`${piece} ${step}`);
      const next = tasks[turn + 1];
      const until = next ? at.get(`${piece} ${next.step}`)?.start : due;
      return own && until !== undefined
        ? [{ piece, step, minutes: until - own.end, least: waitLeast, most: begun?.waitMost ?? waitMost }]
        : [];
    }),
  );
}

/** Minutes that pieces wait beyond what they have to. */
export const waitingOf = (waits: readonly Wait[]): number =>
  waits.reduce((sum, { minutes, least }) => sum + minutes - least, 0);
