/**
 * How long a piece takes to be done at the core, and how much warmer it gets after it was taken
 * from the heat.
 *
 * Use it to plan when to start and when to take out, not on the day, when a probe in the piece knows better:
 * size, starting temperature and the coefficient are rarely known within 10 %. It says nothing of safety.
 *
 * Source: conduction as in `conduction.ts`; carry-over is the same piece left to rest in still air.
 *
 * @example
 * cookedTo({ body: { shape: 'slab', thickness: 0.03, at: () => ({ conductivity: 0.45, density: 1050, heatCapacity: 3400 }) }, start: 4, around: { celsius: 180, coefficient: 25 }, target: 54 }).minutesToTarget.toFixed(1) // '20.0'
 */
import {
  changeOfStep,
  coreOf,
  evenly,
  firstStep,
  largestChange,
  stepOnce,
  surfaceOf,
  type Around,
  type Body,
  type Warmth,
} from './conduction';

/** What is cooked, in what, and to what. */
export interface Cooking {
  body: Body;
  /** Temperature throughout when it goes in, °C. */
  start: number;
  around: Around;
  /** Core temperature at which it is taken out, °C. */
  target: number;
  /** Where it rests; default still air of a kitchen. */
  resting?: Around;
}

export interface CurveRow {
  minutes: number;
  core: number;
  surface: number;
}

/** Result of {@link cookedTo}. */
export interface Cooked {
  /** Null where the core never gets there. */
  minutesToTarget: number | null;
  /** Where the core settles if nobody takes it out, °C; null where it was taken out before. */
  settlesAt: number | null;
  /** From going in to the target, at even times and at the target. */
  curve: CurveRow[];
  /** Degrees that the core gets warmer after it was taken out at the target; null without a target reached. */
  carryOver: number | null;
  /** Minutes after taking out until the core is warmest. */
  carryOverMinutes: number | null;
  /** Core temperature to take it out at so that it ends at the target; null where none does. */
  pullAt: number | null;
}

/** Still air of a kitchen, with what is radiated; common practice, no source. */
export const AT_REST: Around = { celsius: 22, coefficient: 10 };
/** Cooking goes on no longer, s. */
const LONGEST = 7 * 24 * 3600;
/** A step in which nothing changes by more than this per hour is the end. */
const SETTLED = 0.02;
const MOST_ROWS = 120;

/** When the core gets there, in minutes; null where it never does. */
export function minutesToCore({ body, start, around, target }: Omit<Cooking, 'resting'>): number | null {
  const isThere = (core: number): boolean => (target >= start ? core >= target : core <= target);
  const moments = course(body, evenly(start), around, isThere);
  return isThere(moments[moments.length - 1].core) ? crossing(moments, target) / 60 : null;
}

/** @throws nothing; what cannot be reached is null */
export function cookedTo({ body, start, around, target, resting = AT_REST }: Cooking): Cooked {
  const rises = target >= start;
  const isThere = (core: number): boolean => (rises ? core >= target : core <= target);
  const moments = course(body, evenly(start), around, isThere);
  const last = moments[moments.length - 1];
  const isDone = isThere(last.core);
  const seconds = isDone ? crossing(moments, target) : last.seconds;
  const curve = rowsOf(moments, seconds, (warmth) => surfaceOf(body, warmth, around));
  if (!isDone) return { ...NEVER, settlesAt: last.core, curve };
  const peak = peakOf(body, last.warmth, resting);
  const carries = rises && around.celsius > target;
  return {
    minutesToTarget: seconds / 60,
    settlesAt: null,
    curve,
    carryOver: carries ? Math.max(0, peak.core - last.core) : 0,
    carryOverMinutes: carries ? peak.seconds / 60 : 0,
    pullAt: carries ? pullOf(moments, target, (warmth) => peakOf(body, warmth, resting).core) : target,
  };
}

const NEVER = { minutesToTarget: null, carryOver: null, carryOverMinutes: null, pullAt: null };

interface Moment {
  seconds: number;
  core: number;
  warmth: Warmth;
}

/** Step after step until the end is reached, nothing changes any more, or it takes too long. */
export function course(body: Body, start: Warmth, around: Around, isEnd: (core: number) => boolean): Moment[] {
  const moments: Moment[] = [{ seconds: 0, core: coreOf(start), warmth: start }];
  let now = moments[0];
  let step = firstStep(body, start);
  while (!isEnd(now.core) && now.seconds < LONGEST) {
    const warmth = stepOnce(body, now.warmth, around, step);
    const change = largestChange(now.warmth.layers, warmth.layers);
    const aim = changeOfStep(now.warmth, around);
    if (change > 2 * aim) {
      step /= 2;
      continue;
    }
    now = { seconds: now.seconds + step, core: coreOf(warmth), warmth };
    moments.push(now);
    if ((change / step) * 3600 < SETTLED) break;
    step *= Math.min(1.5, aim / Math.max(change, 1e-9));
  }
  return moments;
}

/** When the core passed a temperature between the last two moments. */
function crossing(moments: readonly Moment[], target: number): number {
  const [before, after] = [moments[moments.length - 2], moments[moments.length - 1]];
  if (!before || after.core === before.core) return after.seconds;
  return before.seconds + ((target - before.core) / (after.core - before.core)) * (after.seconds - before.seconds);
}

/** How warm the core gets at rest, and when. */
function peakOf(body: Body, start: Warmth, resting: Around): { core: number; seconds: number } {
  const falls = { most: -Infinity };
  const moments = course(body, { ...start, steps: 0 }, resting, (core) => {
    falls.most = Math.max(falls.most, core);
    return core < falls.most - 0.05;
  });
  return moments.reduce((best, one) => (one.core > best.core ? one : best));
}

/** The temperature at which it would have to be taken out to end at the target. */
function pullOf(moments: readonly Moment[], target: number, peak: (warmth: Warmth) => number): number | null {
  if (peak(moments[0].warmth) >= target) return null;
  let [low, high] = [0, moments.length - 1];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (peak(moments[middle].warmth) < target) low = middle;
    else high = middle;
  }
  const [below, above] = [peak(moments[low].warmth), peak(moments[high].warmth)];
  const share = above > below ? (target - below) / (above - below) : 0;
  return moments[low].core + share * (moments[high].core - moments[low].core);
}

/** At even times, and at the end. */
function rowsOf(moments: readonly Moment[], seconds: number, surface: (warmth: Warmth) => number): CurveRow[] {
  const every = everyOf(seconds);
  const rows: CurveRow[] = [];
  let at = 0;
  const times = Array.from({ length: Math.floor(seconds / every) + 1 }, (_, number) => number * every);
  if (seconds - times[times.length - 1] > 1e-6) times.push(seconds);
  for (const time of times) {
    while (at < moments.length - 2 && moments[at + 1].seconds < time) at++;
    const [one, other = one] = [moments[at], moments[at + 1]];
    const share = other.seconds > one.seconds ? (time - one.seconds) / (other.seconds - one.seconds) : 0;
    const between = (from: number, to: number): number => from + share * (to - from);
    rows.push({
      minutes: time / 60,
      core: between(one.core, other.core),
      // As the heat begins nothing has warmed yet: what flows in at once shows from the next moment on.
      surface: time === 0 ? one.core : between(surface(one.warmth), surface(other.warmth)),
    });
  }
  return rows;
}

/** Seconds from one row to the next: as many as people count by. */
function everyOf(seconds: number): number {
  const steps = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400];
  return steps.find((step) => seconds / step <= MOST_ROWS) ?? 14_400;
}
