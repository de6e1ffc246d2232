/**
 * Which readings of a probe could be of the core that it is meant for. A probe that fell into the oven, that is still
 * warm from the piece before, or that gave one wild value, says nothing of a core, and counts for nothing.
 *
 * Use it wherever a reading is held against a limit or an end point; not to draw a curve, which shows all that came.
 * What counts is never shown to be the core: only that nothing in the curve speaks against it.
 *
 * Source: the centre of a slab, cylinder or sphere after a step in surface temperature (Incropera & DeWitt, one-term
 * series): its steepest rise is about 1.9, 3.5 and 6 times the step in one Fourier time, half the thickness squared
 * over the diffusivity; so no core is at the temperature of what is around it sooner than that allows. The diffusivity is that of moist food, 1.4e-7 m²/s; the probe's own time constant, where nobody has
 * said it, 20 s. What is allowed beyond is common practice, tried on simulated cooks (core/test/kitchen/credible.test.ts).
 *
 * @example
 * judged({ points: [], from: '2026-11-26T16:00:00Z' }, { millimetres: null, isRound: false, around: [] }).doubtful // []
 */
import type { CurvePoint } from '../readings';

export type Doubt = 'settling' | 'jump' | 'hotter' | 'too-soon';

/** What is around a piece from a moment on, in milliseconds; °C, or null where nobody can say. */
export interface AroundFrom {
  from: number;
  celsius: number | null;
  /** Whether a core may get hotter than what is said of it: under pressure, in a microwave, in fat. */
  isOpenEnded: boolean;
}

/** What is known of the piece that a probe is in. */
export interface ProbedPiece {
  /** Thickness; null where nobody measured it. */
  millimetres: number | null;
  /** Whether it is as thick as it is wide, so that heat comes from all sides. */
  isRound: boolean;
  /** In the order of time. */
  around: readonly AroundFrom[];
}

export interface Judged {
  /** Those that count. */
  points: CurvePoint[];
  /** Stretches that do not, in milliseconds, each with its reason. */
  doubtful: { from: number; to: number; why: Doubt }[];
}

/** Seconds: the probe's own time constant, how many of them settle it, and the longest that it is waited for. */
const SETTLING = { constant: 20, times: 5, most: 600 };
/** A core in the heat does not fall faster than this, °C a minute: what does is a probe that cools. */
const FALLING = 1.5;
/** Noise of a probe, °C. */
const NOISE = 1.5;
/** Half the thickness where nobody measured it: thin, so that little is doubted. */
const THIN_MM = 10;
const DIFFUSIVITY = 1.4e-7;
const STEEPEST = { slab: 4.5, round: 7 };
/** °C between a core and what is around it where that is not known. */
const ANY_STEP = 100;
/** After so many minutes a curve is held against itself: so many times its steepest rise, and this many °C a minute. */
const HISTORY = { minutes: 5, times: 3, atLeast: 4, window: 1 };
/** A wild value is over within so many seconds, or with the next reading. */
const SPIKE_S = 90;
/** A probe that ended where no core can be may have been on its way for so long. */
const MISLED_MS = 10 * 60_000;
/** A core is not hotter than anything it has been in, beyond so many °C of error. */
const AT_IT = 2;
/** What a piece has before it comes into the heat, at most, and from where on it is called heat; °C. */
const [ROOM, WARM] = [22, 40];
/** Moist food does not get hotter than this, °C; under pressure and the like somewhat. */
const HOTTEST = { usual: 105, open: 130 };

export function judged({ points, from }: { points: readonly CurvePoint[]; from: string }, piece: ProbedPiece): Judged {
  const judge = new Judge(Date.parse(from), piece);
  const found: Judged = { points: [], doubtful: [] };
  let before: Doubt | null = null;
  for (const [turn, point] of points.entries()) {
    const why = isWild(points[turn - 1], point, points[turn + 1]) ? 'jump' : judge.doubtOf(point);
    const last = found.doubtful.at(-1);
    const { misled } = judge;
    if (misled !== null) drop(found, misled);
    if (why === null) found.points.push(point);
    else if (last && before === why) last.to = point.at;
    else found.doubtful.push({ from: point.at, to: point.at, why });
    before = why;
  }
  return found;
}

/** High above the readings before and after it: a core does not fall that fast. */
const isWild = (before: CurvePoint | undefined, point: CurvePoint, after: CurvePoint | undefined): boolean =>
  before !== undefined &&
  after !== undefined &&
  point.mean - Math.max(before.mean, after.mean) > 2 * NOISE + FALLING * minutes(point, after);

/** A probe that came to where no core can be had left it before it was there: what it showed on the way counts for nothing. */
function drop(found: Judged, from: number): void {
  const gone = found.points.filter(({ at }) => at >= from);
  if (gone.length === 0) return;
  found.points = found.points.filter(({ at }) => at < from);
  found.doubtful.push({ from: gone[0].at, to: gone[gone.length - 1].at, why: 'jump' });
}

/** The hottest that a core can be at a moment, by what it has been in. */
export function hottestAt(around: readonly AroundFrom[], at: number): number {
  const been = around.filter((one) => one.from <= at);
  if (been.some(({ isOpenEnded }) => isOpenEnded)) return HOTTEST.open;
  if (been.length === 0 || been.some(({ celsius }) => celsius === null)) return HOTTEST.usual;
  return Math.min(HOTTEST.usual, Math.max(...been.map(({ celsius }) => celsius as number)) + AT_IT);
}

/** Goes along a curve. What it has let through is what the next reading is held against. */
class Judge {
  private readonly fourierTime: number;
  private base: CurvePoint | null = null;
  private last: CurvePoint | null = null;
  /** Readings that were let through within the last minute, and the one before: many small steps are a large one. */
  private lately: CurvePoint[] = [];
  private isSettled = false;
  private settlesFrom: number;
  /** When the probe left the core, and the reading before. */
  private off: { at: number; base: CurvePoint; isFirst: boolean; why: Doubt } | null = null;
  private lostBy: Doubt | null = null;
  /** From when on what was let through was not of the core after all; for the reading at hand. */
  misled: number | null = null;
  /** Of the present surroundings: since when there is history, and its steepest rise in °C a minute. */
  private history: { from: number; window: CurvePoint; steepest: number } | null = null;

  constructor(
    private readonly from: number,
    private readonly piece: ProbedPiece,
  ) {
    this.settlesFrom = from;
    const half = (piece.millimetres === null ? THIN_MM : piece.millimetres / 2) / 1000;
    this.fourierTime = half ** 2 / DIFFUSIVITY;
  }

  doubtOf(point: CurvePoint): Doubt | null {
    const why = this.doubt(point);
    this.last = point;
    return why;
  }

  private doubt(point: CurvePoint): Doubt | null {
    this.misled = null;
    if (this.lostBy) return this.lostBy;
    const isTooHot = point.mean > hottestAt(this.piece.around, point.at);
    if (!this.isSettled) {
      if (isTooHot) return 'hotter';
      if (this.isSettling(point)) return 'settling';
      this.isSettled = true;
      return this.isTooSoon(point) ? this.lost('too-soon') : this.through(point);
    }
    if (this.off) return this.whileOff(point, this.off);
    const base = this.base as CurvePoint;
    if (isTooHot) {
      this.off = { at: point.at, base, isFirst: true, why: 'hotter' };
      return 'hotter';
    }
    const allowed = NOISE + this.steepestAt(point) * minutes(base, point);
    const isSteep = [base, ...this.lately.slice(0, 1)].some(
      (one) => point.mean - one.mean > NOISE + this.steepestAt(point) * minutes(one, point),
    );
    if (isSteep) {
      this.off = { at: point.at, base, isFirst: true, why: 'jump' };
      return 'jump';
    }
    // One wild value among others of the same moment.
    if (point.most - point.least > 2 * allowed) return 'jump';
    if (this.isTooSoon(point)) return this.lost('too-soon');
    if (base.mean - point.mean > NOISE + Math.max(FALLING, this.steepestAt(point)) * minutes(base, point)) {
      // It was pulled out, or into something colder: lower than the core, until it has come to rest.
      this.isSettled = false;
      this.settlesFrom = point.at;
      this.base = null;
      this.lately = [];
      this.history = null;
      return 'jump';
    }
    return this.through(point);
  }

  private through(point: CurvePoint): null {
    const before = this.base?.mean ?? Infinity;
    this.base = point;
    this.lately = [
      ...this.lately.filter((one, at) => at === this.lately.length - 1 || minutes(one, point) <= 1),
      point,
    ];
    const around = this.aroundAt(point.at);
    // In what is colder than it is, a core rises no faster than it did.
    const isCooling = around?.celsius != null && !around.isOpenEnded && around.celsius <= before;
    const since = isCooling ? -Infinity : (around?.from ?? this.from);
    if (this.history === null || this.history.from < since)
      this.history = { from: point.at, window: point, steepest: 0 };
    const { window } = this.history;
    if (minutes(window, point) >= HISTORY.window) {
      const rise = (point.mean - window.mean) / minutes(window, point);
      this.history = { ...this.history, window: point, steepest: Math.max(this.history.steepest, rise) };
    }
    return null;
  }

  /** Falling as a probe does that was warmer, or rising as one does that was colder. */
  private isSettling(point: CurvePoint): boolean {
    const seconds = (point.at - this.settlesFrom) / 1000;
    if (seconds < SETTLING.constant * SETTLING.times) return true;
    if (seconds > SETTLING.most || this.last === null) return false;
    const rate = (point.mean - this.last.mean) / Math.max(1 / 60, minutes(this.last, point));
    return rate < -FALLING || rate > this.steepestAt(point);
  }

  private whileOff(point: CurvePoint, off: NonNullable<Judge['off']>): Doubt | null {
    const isSoon = off.isFirst || point.at - off.at <= SPIKE_S * 1000;
    off.isFirst = false;
    const usual = Math.max(HISTORY.atLeast, 1.5 * (this.history?.steepest ?? 0));
    const isBack = Math.abs(point.mean - off.base.mean) <= 2 * NOISE + usual * minutes(off.base, point);
    if (isSoon && isBack) {
      this.off = null;
      return this.through(point);
    }
    if (!isSoon) {
      this.lost(off.why);
      if (off.why === 'hotter') this.misled = off.at - MISLED_MS;
    }
    return off.why;
  }

  /** It lies somewhere else: whatever it comes to is not the core, until somebody puts it in again. */
  private lost(why: Doubt): Doubt {
    this.lostBy = why;
    return why;
  }

  /** °C a minute that a core may rise by. */
  private steepestAt({ at, mean }: CurvePoint): number {
    const lately = this.aroundLately(at);
    const own = this.base?.mean ?? mean;
    const isKnown = lately.length > 0 && lately.every(({ celsius, isOpenEnded }) => celsius !== null && !isOpenEnded);
    const step = isKnown ? Math.max(...lately.map(({ celsius }) => celsius as number)) - own : ANY_STEP;
    const most = this.perMinute(Math.max(NOISE, step));
    if (this.history === null || at - this.history.from < HISTORY.minutes * 60_000) return most;
    return Math.min(most, Math.max(HISTORY.atLeast, HISTORY.times * this.history.steepest));
  }

  /** Warmer than heat can have made the middle of a piece by then, had it risen at its steepest since it came into the heat. */
  private isTooSoon({ at, mean }: CurvePoint): boolean {
    const heat = this.piece.around.find(({ celsius }) => celsius === null || celsius > WARM);
    if (heat === undefined || heat.from > at) return false;
    const been = this.piece.around.filter(({ from }) => from <= at);
    const isKnown = been.every(({ celsius, isOpenEnded }) => celsius !== null && !isOpenEnded);
    const step = isKnown ? Math.max(...been.map(({ celsius }) => celsius as number)) - ROOM : ANY_STEP;
    return mean > ROOM + 2 * NOISE + (this.perMinute(step) * (at - heat.from)) / 60_000;
  }

  /** The steepest rise of a core, °C a minute, so many degrees below what is around it. */
  private perMinute(step: number): number {
    return ((this.piece.isRound ? STEEPEST.round : STEEPEST.slab) * step * 60) / this.fourierTime;
  }

  /** What it is in, and was in within the last Fourier time: heat that is on its way to the middle goes on. */
  private aroundLately(at: number): AroundFrom[] {
    const { around } = this.piece;
    const since = at - 1000 * this.fourierTime;
    return around.filter(({ from }, turn) => from <= at && (around[turn + 1]?.from ?? Infinity) >= since);
  }

  private aroundAt(at: number): AroundFrom | undefined {
    return this.piece.around.findLast((one) => one.from <= at);
  }
}

const minutes = (from: CurvePoint, to: CurvePoint): number => (to.at - from.at) / 60_000;
