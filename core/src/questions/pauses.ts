/**
 * Where in a sitting there are pauses, and how long they were planned: a rinse before everything that is tasted
 * after something else, and a longer one after every so many samples.
 *
 * Use it for what the plan asks for; how long a pause took is an answer of kind 'rinse'.
 *
 * Common practice, no source.
 *
 * @example
 * pausesOf({ warmUp: null, sets: [{ codes: ['101', '202'] }] }, { isOneByOne: true, rinseSeconds: 30, pauseAfter: 0, pauseSeconds: 180 }).get('202') // { seconds: 30, isLong: false }
 */
import type { BallotItem, Presentation, Service } from '../tasting';
import { scopeOf } from './kinds';

export interface Pause {
  /** As long as was planned. */
  seconds: number;
  /** Whether it is more than a rinse. */
  isLong: boolean;
}

type Served = { warmUp: string | null; sets: readonly { codes: readonly string[] }[] };
type Planned = Pick<Service, 'rinseSeconds' | 'pauseAfter' | 'pauseSeconds'>;

/** Questions for which samples are tasted one by one first, and compared afterwards. */
const TASTED_FIRST: ReadonlySet<BallotItem['kind']> = new Set(['ranking', 'best-worst']);

/** Whether each sample of a set is tasted, or judged, before the next; otherwise they stand side by side. */
export const isOneByOne = (items: readonly BallotItem[], presentation: Presentation): boolean =>
  presentation === 'sequential' && items.some((item) => scopeOf(item) === 'sample' || TASTED_FIRST.has(item.kind));

/** The pause before a sample, by its code; where a set stands side by side, before its first. */
export function pausesOf(
  { warmUp, sets }: Served,
  { isOneByOne: isEach, rinseSeconds, pauseAfter, pauseSeconds }: Planned & { isOneByOne: boolean },
): Map<string, Pause> {
  const groups = [
    ...(warmUp === null ? [] : [{ codes: [warmUp], counts: 0 }]),
    ...sets.flatMap(({ codes }) =>
      isEach ? codes.map((code) => ({ codes: [code], counts: 1 })) : [{ codes, counts: codes.length }],
    ),
  ];
  const pauses = new Map<string, Pause>();
  const tasted = new Set<string>();
  let since = 0;
  for (const { codes, counts } of groups) {
    const [first] = codes;
    const isLong = pauseAfter > 0 && since >= pauseAfter;
    const seconds = isLong ? Math.max(pauseSeconds, rinseSeconds) : rinseSeconds;
    if (tasted.size > 0 && !tasted.has(first) && seconds > 0) pauses.set(first, { seconds, isLong });
    since = isLong ? counts : since + counts;
    for (const code of codes) tasted.add(code);
  }
  return pauses;
}

/** Less than this for a sample, tasting and answering, is tapping through. */
export const HASTY_SECONDS = 5;

/** Whether somebody tapped through: two samples at least, and half of what was served. */
export const isHasty = (hasty: number, served: number): boolean => hasty >= 2 && 2 * hasty >= served;
