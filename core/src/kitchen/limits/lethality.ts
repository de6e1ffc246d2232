/**
 * How far a recorded curve goes towards a published limit.
 *
 * Of a limit that counts reductions, each moment adds what it would take a constant temperature to
 * add: all of them in the time that the table gives for it. Between rows time runs along a straight
 * line of its logarithm. Below the coldest row nothing counts, and nothing is made up beyond it;
 * from the temperature on that the table calls immediate, the limit is met at once.
 *
 * Between two readings the temperature is taken to go along a straight line; across a gap that is
 * longer than allowed nothing counts.
 *
 * Use it for the coldest point, where a probe was in it. It does not say that food is safe: only whether a
 * published limit was recorded as met.
 *
 * Source: the general method (Bigelow 1920): the integral of lethal rates; tables as in `tables.ts`.
 *
 * @example
 * towards([0, 12].map((minutes) => ({ minutes, celsius: 60 })), limitOf('appendix-a-beef')).logReductions.toFixed(1) // '6.5'
 */
import type { LimitRow, PublishedLimit } from './tables';

export interface TimedReading {
  minutes: number;
  celsius: number;
}

/** Result of {@link towards}. */
export interface Towards {
  /** Decimal reductions added up; null for a limit that is reached and kept. */
  logReductions: number | null;
  /** When the limit was met, in minutes of the readings' own clock; null while it was not. */
  limitMetAt: number | null;
  /** Highest reading. */
  peak: number;
  /** Longest gap between readings, and how many were too long to count. */
  longestGap: number;
  gapsLeftOut: number;
}

/** Straight pieces of a curve are looked at this finely, °C. */
const FINE = 0.02;
const MOST_SLICES = 5000;

/**
 * @param readings in the order of time
 * @param mostGap minutes between readings beyond which nothing counts
 */
export function towards(
  readings: readonly TimedReading[],
  { rule }: Pick<PublishedLimit, 'rule'>,
  mostGap = Infinity,
): Towards {
  const gaps = readings.slice(1).map(({ minutes }, at) => minutes - readings[at].minutes);
  const known = {
    peak: Math.max(...readings.map(({ celsius }) => celsius)),
    longestGap: Math.max(0, ...gaps),
    gapsLeftOut: gaps.filter((gap) => gap > mostGap).length,
  };
  return rule.kind === 'sum'
    ? { ...summed(readings, rule, mostGap), ...known }
    : { logReductions: null, limitMetAt: kept(readings, rule, mostGap), ...known };
}

type Sum = Extract<PublishedLimit['rule'], { kind: 'sum' }>;

function summed(readings: readonly TimedReading[], rule: Sum, mostGap: number) {
  let [sum, metAt] = [0, null as number | null];
  const first = readings[0];
  if (first && first.celsius >= rule.atOnce - SHOWN) metAt = first.minutes;
  for (let at = 1; at < readings.length; at++) {
    const [from, to] = [readings[at - 1], readings[at]];
    const gap = to.minutes - from.minutes;
    if (gap > mostGap) {
      if (to.celsius >= rule.atOnce - SHOWN) metAt ??= to.minutes;
      continue;
    }
    const slices = Math.min(MOST_SLICES, Math.max(1, Math.ceil(Math.abs(to.celsius - from.celsius) / FINE)));
    for (let slice = 0; slice < slices; slice++) {
      const along = (slice + 0.5) / slices;
      const celsius = from.celsius + along * (to.celsius - from.celsius);
      const rate = rule.reductions / minutesAt(celsius, rule);
      const added = (rate * gap) / slices;
      const began = from.minutes + (slice / slices) * gap;
      if (metAt === null && celsius >= rule.atOnce - SHOWN) metAt = began;
      if (metAt === null && sum + added >= rule.reductions - ROUNDING) metAt = began + (rule.reductions - sum) / rate;
      sum += added;
    }
  }
  return { logReductions: sum, limitMetAt: metAt };
}

/** Digits lost in adding up. */
const ROUNDING = 1e-9;
/** Probes show tenths: 54.4 °C stands for 130 °F, which is 54.44. */
const SHOWN = 0.05;

/** Minutes at a constant temperature for all reductions; without end below the coldest row. */
export function minutesAt(celsius: number, { rows }: { rows: readonly LimitRow[] }): number {
  if (celsius < rows[0].celsius - SHOWN) return Infinity;
  const next = rows.findIndex((row) => row.celsius > celsius);
  const to = next < 0 ? rows.length - 1 : Math.max(1, next);
  const [low, high] = [rows[to - 1], rows[to]];
  const along = (celsius - low.celsius) / (high.celsius - low.celsius);
  return low.minutes * (high.minutes / low.minutes) ** along;
}

/** When a temperature had been kept long enough without a break. */
function kept(readings: readonly TimedReading[], { celsius, minutes }: LimitRow, mostGap: number): number | null {
  let since: number | null = null;
  for (let at = 0; at < readings.length; at++) {
    const [now, before] = [readings[at], readings[at - 1]];
    const isBroken = before !== undefined && now.minutes - before.minutes > mostGap;
    if (isBroken) since = null;
    const isUp = now.celsius >= celsius - SHOWN;
    if (isUp && since === null)
      since = before === undefined || isBroken ? now.minutes : crossing(before, now, celsius - SHOWN);
    const until = isUp || since === null ? now.minutes : crossing(before, now, celsius - SHOWN);
    if (since !== null && until - since >= minutes - ROUNDING) return since + minutes;
    if (!isUp) since = null;
  }
  return null;
}

function crossing(from: TimedReading, to: TimedReading, celsius: number): number {
  const rise = to.celsius - from.celsius;
  return rise === 0 ? to.minutes : from.minutes + ((celsius - from.celsius) / rise) * (to.minutes - from.minutes);
}
