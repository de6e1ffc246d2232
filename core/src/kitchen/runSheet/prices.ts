/**
 * Prices of minutes that are in short supply, while a sheet is being made.
 *
 * Use them to send those elsewhere who can wait, not as anything that is shown.
 *
 * Source: negotiated congestion, McMurchie & Ebeling 1995: what is wanted by too many gets dearer until
 * only those want it who have no other way.
 *
 * @example
 * noPrices({ appliances: [] }, { from: 0, to: 10 }).ofHands(2, 3) // 0
 */
import { type Job, type Kitchen } from './model';
import type { Usage } from './usage';

/**
 * What a minute costs beside the waiting: of hands, and of each appliance. It rises where a piece found no room, so
 * that others make room that can wait elsewhere, and falls once all fit.
 */
export interface Prices {
  ofHands: (start: number, minutes: number) => number;
  ofRoom: (appliance: number, start: number, minutes: number) => number;
  rise: (failed: Job, usage: Usage) => void;
  fall: () => void;
}

/** Minutes of waiting that a minute costs more for each time that it was missing; by how much prices fall. */
const RISE = 0.3;
const FALL = 0.7;

export function noPrices(
  { appliances }: Pick<Kitchen, 'appliances'>,
  { from, to }: { from: number; to: number },
): Prices {
  const size = to - from;
  const prices = [...appliances, null].map(() => new Float64Array(size));
  const sums = prices.map(() => new Float64Array(size + 1));
  const hands = appliances.length;
  const sumUp = (): void =>
    prices.forEach((own, which) => own.forEach((price, at) => (sums[which][at + 1] = sums[which][at] + price)));
  const between = (which: number, start: number, minutes: number): number =>
    sums[which][start - from + minutes] - sums[which][start - from];
  return {
    ofHands: (start, minutes) => between(hands, start, minutes),
    // What stays in for hours should not cost hours.
    ofRoom: (appliance, start, minutes) => between(appliance, start, minutes) / minutes,
    rise: ({ due, tasks }, usage) => {
      const long = tasks.reduce((sum, { minutes, waitLeast }) => sum + minutes + waitLeast, 0);
      for (let minute = Math.max(from, due - long - WINDOW); minute < due; minute++) {
        if (usage.isBusy(minute)) prices[hands][minute - from] += RISE;
        appliances.forEach((_, at) => {
          if (usage.isFull(at, minute)) prices[at][minute - from] += RISE;
        });
      }
      sumUp();
    },
    fall: () => {
      for (const own of prices) own.forEach((price, at) => (own[at] = FALL * price));
      sumUp();
    },
  };
}

/** Minutes before a piece could begin at the latest in which others are in its way. */
const WINDOW = 30;
