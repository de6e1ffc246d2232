import { useEffect } from 'react';
import { api } from '../client/api';
import { useNow } from '../ui/useNow';

/** How the kitchen's time follows from this device's: the same, unless a demo is made to run faster. */
let clock = { start: 0, asOf: 0, pace: 1 };

/** The kitchen's time, in milliseconds. */
export const kitchenNow = (): number =>
  clock.pace === 1 ? Date.now() : clock.start + clock.pace * (Date.now() - clock.asOf);

/** Of so many milliseconds in the kitchen, ours: a demo that runs faster is looked at more often. */
const ours = (ms: number): number => Math.max(Math.min(ms, 600), ms / clock.pace);

/** How often to ask for what a live kitchen does not tell by itself. */
export function usePace(everyMs: number): number {
  api.useGetClockQuery();
  return ours(everyMs);
}

/** The same, renewed every so many milliseconds. */
export function useKitchenNow(everyMs: number): number {
  const { data, fulfilledTimeStamp } = api.useGetClockQuery();
  useEffect(() => {
    if (data && fulfilledTimeStamp) clock = { start: Date.parse(data.now), asOf: fulfilledTimeStamp, pace: data.pace };
  }, [data, fulfilledTimeStamp]);
  useNow(ours(everyMs));
  return kitchenNow();
}
