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
  const handled = new Map<string, number>();
  const rooms = appliances.map((appliance) => roomOf(appliance, minutes));
  const within = (start: number, length: number): boolean => start >= from && start + length <= to;
  const change = ({ start, hands: length, ...what }: Handling, by: 1 | -1): void => {
    const name = nameOf({ ...what, start });
    const sharing = (handled.get(name) ?? 0) + by;
    if (sharing > 0) handled.set(name, sharing);
    else handled.delete(name);
    if (sharing !== (by > 0 ? 1 : 0)) return;
    for (let at = start - from; at < start - from + length; at++) hands[at] += by;
  };
  return {
    handsFree: (one) => {
      if (one.hands === 0) return true;
      if (!within(one.start, one.hands)) return false;
      if (handled.has(nameOf(one))) return true;
      for (let at = one.start - from; at < one.start - from + one.hands; at++) if (hands[at] >= cooks) return false;
      return true;
    },
    isHandled: (one) => handled.has(nameOf(one)),
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

const nameOf = ({ method, step, start }: Pick<Inside, 'method' | 'step' | 'start'>): string =>
  `${method} ${step} ${start}`;

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
  const groups = new Map<string, number>();
  const placesFor = (pieces: number): number => Math.ceil(pieces / perPlace);
  return {
    isFree: (one) => {
      const pieces = groups.get(nameOf(one)) ?? 0;
      if (placesFor(pieces + 1) === placesFor(pieces)) return true;
      for (let at = one.start; at < one.start + one.minutes; at++) if (taken[at] >= places) return false;
      return true;
    },
    isFull: (minute) => taken[minute] >= places,
    change: (one, by) => {
      const before = groups.get(nameOf(one)) ?? 0;
      groups.set(nameOf(one), before + by);
      const more = placesFor(before + by) - placesFor(before);
      if (more !== 0) for (let at = one.start; at < one.start + one.minutes; at++) taken[at] += more;
    },
  };
}
