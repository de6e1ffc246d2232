/**
 * When a probe will show its target, from what it has shown so far, and how sure that is.
 *
 * A core that comes up in steady heat nears its end by a fixed share of the way that is left in each
 * minute. Curves of that kind are fitted to the last part of what was read, for many shares; each says
 * when the target is passed, and counts as much as it fits. The interval is what they say together, widened by what simulated cooks were missed by: 8 in 10 of them lie in it.
 *
 * Use it while heat, place and probe stay as they are, not across a turn, a move or a lid. Where
 * the curve has levelled off, as a large cut does while it sweats, no time is made up: it says so.
 *
 * Source: least squares; the widening is fitted to simulated cooks (core/test/kitchen/probe.test.ts).
 *
 * @example
 * timeToTarget(Array.from({ length: 60 }, (_, minute) => ({ minutes: minute / 2, celsius: 20 + minute / 2 })), 55).kind // 'expected'
 */
import { randomStream } from '../../numeric';
import type { TimedReading } from '../limits';

export type TimeToTarget =
  /** Minutes from the last reading, most likely and the interval of 8 in 10; the upper end is null where it may never come. */
  | { kind: 'expected'; minutes: number; interval: readonly [number, number | null] }
  /** It is there, or beyond. */
  | { kind: 'there' }
  /** Hardly changing, short of the target; for about so many minutes. */
  | { kind: 'plateau'; minutes: number }
  /** It would settle short of the target if nothing changes, or goes the other way. */
  | { kind: 'levels-off' }
  /** Too few readings yet, or still taking up speed. */
  | { kind: 'too-early' };

/** Share of the curve so far that is fitted, and at least so many minutes. */
const WINDOW = { share: 0.3, minutes: 4 };
const FEWEST = 8;
/** Slower than this, °C a minute, is a plateau: 2 degrees an hour. */
const STANDS_STILL = 2 / 60;
/** Not called a plateau nearer to the target than this, °C. */
const NEARLY = 0.5;
const DRAWS = 400;
/**
 * Standard deviation of what simulated cooks were missed by, as a share of the time that was left: so much
 * of itself, and more the further it is beyond what the fitted part of the curve has covered.
 */
const MISSED_BY = { always: 0.03, beyond: 0.04, most: 0.4 };
/** Further ahead than this nobody can say, minutes. */
const LONGEST = 48 * 60;

/**
 * @param readings of one probe in the order of time, since the heat was last changed
 * @param target core temperature, °C; above what it began with where it is heated
 */
export function timeToTarget(readings: readonly TimedReading[], target: number): TimeToTarget {
  const last = readings.at(-1);
  if (last === undefined) return { kind: 'too-early' };
  const rises = target >= readings[0].celsius;
  const window = windowOf(readings);
  const fitted = fit(window, last.minutes);
  if (fitted === null) return isBeyond(last.celsius, target, rises) ? { kind: 'there' } : { kind: 'too-early' };
  const { level } = fitted;
  if (isBeyond(level, target, rises)) return { kind: 'there' };
  const sign = rises ? 1 : -1;
  const away = sign * (target - level);
  const fastest = sign * fitted.slope + 1.3 * fitted.slopeError;
  if (fastest < STANDS_STILL && away > NEARLY)
    return { kind: 'plateau', minutes: standsStillFor(readings, level, sign) };
  const covered = Math.max(NEARLY, sign * (level - window[0].celsius));
  const missedBy = Math.min(MISSED_BY.most, MISSED_BY.always + MISSED_BY.beyond * (away / covered));
  const times = drawnTimes(fitted, { target, sign, missedBy });
  const median = quantile(times, 0.5);
  if (median > LONGEST) return { kind: fitted.speedsUp ? 'too-early' : 'levels-off' };
  const upper = quantile(times, 0.9);
  return { kind: 'expected', minutes: median, interval: [quantile(times, 0.1), upper > LONGEST ? null : upper] };
}

const isBeyond = (celsius: number, target: number, rises: boolean): boolean =>
  rises ? celsius >= target : celsius <= target;

function windowOf(readings: readonly TimedReading[]): TimedReading[] {
  const [first, last] = [readings[0].minutes, readings[readings.length - 1].minutes];
  const since = last - Math.max(WINDOW.minutes, WINDOW.share * (last - first));
  return readings.filter(({ minutes }) => minutes >= since);
}

/** Curves that fit the window: by how fast the way that is left gets shorter, and how well each fits. */
interface Fitted {
  /** Temperature at the last reading, its change a minute, of the best curve. */
  level: number;
  slope: number;
  slopeError: number;
  /** Whether the best curve still takes up speed. */
  speedsUp: boolean;
  curves: Curve[];
}

interface Curve {
  /** Share by which the slope falls in a minute; below 0 it rises. */
  share: number;
  level: number;
  slope: number;
  /** Lower triangle of the covariance of level and slope. */
  root: readonly [number, number, number];
  weight: number;
}

/** Shares that are tried, in parts of the window. */
const SHARES = Array.from({ length: 61 }, (_, at) => -1 + at / 10);

function fit(window: readonly TimedReading[], end: number): Fitted | null {
  const long = end - window[0].minutes;
  if (window.length < FEWEST || long < WINDOW.minutes / 2) return null;
  const tried = SHARES.map((parts) => line(window, end, parts / long));
  const least = Math.min(...tried.map(({ left }) => left));
  // A probe that shows whole degrees or tenths is never surer than its last digit.
  const variance = RUNS_ON * Math.max(SHOWN ** 2 / 12, least / (window.length - 3));
  const curves = tried.map(({ share, level, slope, spread: [ofLevel, both, ofSlope], left }): Curve => {
    const first = Math.sqrt(variance * ofLevel);
    const second = (variance * both) / first;
    const rest = Math.sqrt(Math.max(0, variance * ofSlope - second ** 2));
    return { share, level, slope, root: [first, second, rest], weight: Math.exp((least - left) / (2 * variance)) };
  });
  const best = curves.reduce((one, other) => (other.weight > one.weight ? other : one));
  const slopeError = Math.hypot(best.root[1], best.root[2]);
  return { level: best.level, slope: best.slope, slopeError, speedsUp: best.share < 0, curves };
}

/** Smallest digit of a usual probe, °C. */
const SHOWN = 0.1;
/** Errors of neighbouring readings go together: so many readings say as much as one. */
const RUNS_ON = 1.5;

/** Least squares of level and slope at the end, for one share. */
function line(window: readonly TimedReading[], end: number, share: number) {
  const x = window.map(({ minutes }) => wayIn(minutes - end, share));
  const size = window.length;
  const meanX = x.reduce((sum, one) => sum + one, 0) / size;
  const meanY = window.reduce((sum, { celsius }) => sum + celsius, 0) / size;
  const squares = x.reduce((sum, one) => sum + (one - meanX) ** 2, 0);
  const slope = window.reduce((sum, { celsius }, at) => sum + (x[at] - meanX) * (celsius - meanY), 0) / squares;
  const level = meanY - slope * meanX;
  const left = window.reduce((sum, { celsius }, at) => sum + (celsius - level - slope * x[at]) ** 2, 0);
  const spread = [1 / size + meanX ** 2 / squares, -meanX / squares, 1 / squares] as const;
  return { share, level, slope, spread, left };
}

/** Way along a curve whose slope is 1 now and falls by a share of itself a minute. */
const wayIn = (minutes: number, share: number): number =>
  Math.abs(share * minutes) < 1e-9 ? minutes : -Math.expm1(-share * minutes) / share;

/** Times to the target of curves that fit about as well, in order. */
function drawnTimes(
  { curves }: Fitted,
  { target, sign, missedBy }: { target: number; sign: number; missedBy: number },
): Float64Array {
  const random = randomStream('time to target', 'probe');
  const total = curves.reduce((sum, { weight }) => sum + weight, 0);
  const times = new Float64Array(DRAWS);
  for (let draw = 0; draw < DRAWS; draw++) {
    let rest = random.fraction() * total;
    const curve = curves.find(({ weight }) => (rest -= weight) <= 0) ?? curves[curves.length - 1];
    const [a, b] = [random.normal(), random.normal()];
    const away = sign * (target - curve.level - curve.root[0] * a);
    const slope = sign * (curve.slope + curve.root[1] * a + curve.root[2] * b);
    times[draw] = minutesTo(away, slope, curve.share) * Math.exp(missedBy * random.normal());
  }
  return times.sort();
}

/** Minutes along a curve that nears its end by a share of what is left; without end where it stops short. */
function minutesTo(away: number, slope: number, share: number): number {
  if (away <= 0) return 0;
  if (slope <= 0) return Infinity;
  // One that still takes up speed is followed as a straight line.
  if (share <= 1e-9) return away / slope;
  const left = 1 - (away * share) / slope;
  return left > 0 ? -Math.log(left) / share : Infinity;
}

const quantile = (sorted: Float64Array, share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];

/** Since when the curve has been within half a degree of where it is. */
function standsStillFor(readings: readonly TimedReading[], level: number, sign: number): number {
  const end = readings[readings.length - 1].minutes;
  const before = readings.findLast(({ celsius }) => sign * (level - celsius) > NEARLY);
  return end - (before?.minutes ?? readings[0].minutes);
}
