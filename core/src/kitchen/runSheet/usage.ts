/**
 * What of a kitchen is taken when, minute by minute, while a sheet is being made: whose hands, which places,
 * and how an appliance is set.
 *
 * Use it to ask whether one more step fits and to book it, not to check a finished sheet.
 *
 * Source: counting of intervals: where at no minute more is in use than there is, places and cooks
 * can be given out in the order of starting (interval graphs, Golumbic 1980).
 *
 * @example
 * usageOf({ appliances: [], cooks: 1 }, { from: 0, to: 10 }).handsFree({ method: 'a', step: 's', start: 2, hands: 3 }) // true
 */
import type { Appliance, Kitchen } from './model';

/** Some hands, from a minute on. */
export interface Handling {
  method: string;
  step: string;
  start: number;
  /** Minutes. */
  hands: number;
}

/** Something in an appliance. */
export interface Inside {
  method: string;
  step: string;
  start: number;
  minutes: number;
  setting: string | null;
}

export interface Usage {
  handsFree: (one: Handling) => boolean;
  /** Whether somebody is at it already, who can do one more. */
  isHandled: (one: Handling) => boolean;
  /** Whether all hands are taken in a minute, and whether an appliance is full. */
  isBusy: (minute: number) => boolean;
  isFull: (appliance: number, minute: number) => boolean;
  takeHands: (one: Handling) => void;
  leaveHands: (one: Handling) => void;
  placeFree: (appliance: number, one: Inside) => boolean;
  takePlace: (appliance: number, one: Inside) => void;
  leavePlace: (appliance: number, one: Inside) => void;
}

/** @param span minutes that it is about, the end not included */
export function usageOf({ appliances, cooks }: Kitchen, { from, to }: { from: number; to: number }): Usage {
  const minutes = Math.max(0, to - from);
  const hands = new Int16Array(minutes);
  /** How many pieces share a pair of hands. */
  const handled = counts();
  const rooms = appliances.map((appliance) => roomOf(appliance, minutes));
  const within = (start: number, length: number): boolean => start >= from && start + length <= to;
  const change = ({ start, hands: length, ...what }: Handling, by: 1 | -1): void => {
    const sharing = handled.of({ ...what, start }) + by;
    handled.set({ ...what, start }, sharing);
    if (sharing !== (by > 0 ? 1 : 0)) return;
    for (let at = start - from; at < start - from + length; at++) hands[at] += by;
  };
  return {
    handsFree: (one) => {
      if (one.hands === 0) return true;
      if (!within(one.start, one.hands)) return false;
      if (handled.of(one) > 0) return true;
      for (let at = one.start - from; at < one.start - from + one.hands; at++) if (hands[at] >= cooks) return false;
      return true;
    },
    isHandled: (one) => handled.of(one) > 0,
    isBusy: (minute) => hands[minute - from] >= cooks,
    isFull: (appliance, minute) => rooms[appliance].isFull(minute - from),
    takeHands: (one) => one.hands > 0 && change(one, 1),
    leaveHands: (one) => one.hands > 0 && change(one, -1),
    placeFree: (appliance, one) =>
      within(one.start, one.minutes) && rooms[appliance].isFree({ ...one, start: one.start - from }),
    takePlace: (appliance, one) => rooms[appliance].change({ ...one, start: one.start - from }, 1),
    leavePlace: (appliance, one) => rooms[appliance].change({ ...one, start: one.start - from }, -1),
  };
}

type Doing = Pick<Inside, 'method' | 'step' | 'start'>;

/** How many pieces do the same at the same time: asked for every minute of every step, so no names are put together. */
function counts() {
  const methods = new Map<string, Map<string, Map<number, number>>>();
  return {
    of: ({ method, step, start }: Doing): number => methods.get(method)?.get(step)?.get(start) ?? 0,
    set: ({ method, step, start }: Doing, count: number): void => {
      const steps = methods.get(method) ?? new Map<string, Map<number, number>>();
      const starts = steps.get(step) ?? new Map<number, number>();
      if (count > 0) starts.set(start, count);
      else starts.delete(start);
      steps.set(step, starts);
      methods.set(method, steps);
    },
  };
}

interface Room {
  isFree: (one: Inside) => boolean;
  isFull: (minute: number) => boolean;
  change: (one: Inside, by: 1 | -1) => void;
}

const roomOf = (appliance: Appliance, minutes: number): Room =>
  appliance.shared ? sharedRoom(appliance, minutes) : ownRoom(appliance, minutes);

/** All places at one setting: pieces come and go, as long as they want the same. */
function sharedRoom({ places, perPlace }: Appliance, minutes: number): Room {
  const pieces = new Int16Array(minutes);
  const set = Array.from({ length: minutes }, () => new Map<string, number>());
  return {
    isFree: ({ start, minutes: length, setting }) => {
      for (let at = start; at < start + length; at++) {
        if (pieces[at] >= places * perPlace) return false;
        if (setting !== null && set[at].size > 0 && !set[at].has(setting)) return false;
      }
      return true;
    },
    // One that is set to something is full for whatever wants it otherwise.
    isFull: (minute) => pieces[minute] >= places * perPlace || set[minute].size > 0,
    change: ({ start, minutes: length, setting }, by) => {
      for (let at = start; at < start + length; at++) {
        pieces[at] += by;
        if (setting === null) continue;
        const count = (set[at].get(setting) ?? 0) + by;
        if (count > 0) set[at].set(setting, count);
        else set[at].delete(setting);
      }
    },
  };
}

/** Each place by itself: pieces share one where they are one thing to do, as far as they fit. */
function ownRoom({ places, perPlace }: Appliance, minutes: number): Room {
  const taken = new Int16Array(minutes);
  const groups = counts();
  const placesFor = (pieces: number): number => Math.ceil(pieces / perPlace);
  return {
    isFree: (one) => {
      const pieces = groups.of(one);
      if (placesFor(pieces + 1) === placesFor(pieces)) return true;
      for (let at = one.start; at < one.start + one.minutes; at++) if (taken[at] >= places) return false;
      return true;
    },
    isFull: (minute) => taken[minute] >= places,
    change: (one, by) => {
      const before = groups.of(one);
      groups.set(one, before + by);
      const more = placesFor(before + by) - placesFor(before);
      if (more !== 0) for (let at = one.start; at < one.start + one.minutes; at++) taken[at] += more;
    },
  };
}
