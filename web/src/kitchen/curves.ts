import type { Curve, ExpectedEnd } from '@jacana/core/kitchen';
import { useMemo } from 'react';
import { api } from '../client/api';
import type { CurveView } from '../client/api.generated';
import { usePace } from './kitchenClock';
import type { Degrees } from '../shell/degrees';

/** How often the curves of a live kitchen are asked for. */
const EVERY_MS = 3000;

/** A curve of the contract as the core has it. */
export function curveOf({ seconds, mean, least, most, ...span }: CurveView): Curve {
  const from = Date.parse(span.from);
  const points = seconds.map((second, at) => ({
    ...{ at: from + 1000 * second, mean: mean[at], least: least[at], most: most[at], count: 1 },
  }));
  return { ...span, points };
}

/** What all probes showed while they were in pieces; asked for again and again where it is live. */
export function useCurves(id: string, { isLive = false, piece }: { isLive?: boolean; piece?: string } = {}): Curve[] {
  const pollingInterval = usePace(EVERY_MS);
  const { data } = api.useGetCurvesQuery({ id, piece }, isLive ? { pollingInterval } : {});
  return useMemo(() => (data?.curves ?? []).map(curveOf), [data]);
}

/** What a probe says of the end of a step, short. */
export function endText({ end, target, celsius }: ExpectedEnd, { text }: Degrees): string {
  const now = text(celsius, 1);
  switch (end.kind) {
    case 'there':
      return `${now}: it is there`;
    case 'expected':
      return `${now}, ${text(target)} in ${minutesText(end.minutes)}${spread(end.interval)}`;
    case 'plateau':
      return `${now}, on a plateau for ${minutesText(end.minutes)}: no time yet`;
    case 'levels-off':
      return `${now}, levels off short of ${text(target)}: no time`;
    case 'too-early':
      return `${now}: no time yet`;
  }
}

function spread([low, high]: readonly [number, number | null]): string {
  if (high === null) return `, at least ${minutesText(low)}`;
  // To the minute it may be all the same.
  return Math.round(low) === Math.round(high) ? '' : ` (${Math.round(low)} to ${Math.round(high)})`;
}

const minutesText = (minutes: number): string =>
  minutes >= 90 ? `${(minutes / 60).toFixed(1)} h` : minutes < 1 ? 'less than a minute' : `${Math.round(minutes)} min`;
