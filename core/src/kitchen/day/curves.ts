/**
 * What probes showed while they were in pieces: when a step will have reached its end point, how far a recorded
 * curve goes towards a published limit, and the temperatures that are reported.
 *
 * Use it with thinned curves: of each part of the time the coldest reading counts towards a limit, and the warmest
 * as a peak. Not for a probe that lies beside the piece; only those in the core are looked at.
 *
 * Source: as in `probe/timeToTarget.ts` and `limits/lethality.ts`.
 *
 * @example
 * expectedEnds([], kitchenState([]), new Map(), 0).size // 0
 */
import type { ChainStep, ReadingMinute } from '../../tasting';
import { towards, type PublishedLimit, type TimedReading } from '../limits';
import { timeToTarget, type TimeToTarget } from '../probe';
import { readingsOf, thinned, type CurvePoint } from '../readings';
import { isOver, pieceOf, type KitchenState, type ProbeSpan } from './state';

/** What a probe showed while it was in a piece; gaps have no points. */
export interface Curve extends ProbeSpan {
  points: readonly CurvePoint[];
}

/** Points of a curve that is made from readings. */
const POINTS = 600;

/** What probes showed while they were in pieces, out of all that was measured. */
export function curvesOf(readings: readonly ReadingMinute[], spans: readonly ProbeSpan[]): Curve[] {
  const channels = new Map<string, ReadingMinute[]>();
  for (const minute of readings) {
    const name = `${minute.device} ${minute.channel}`;
    const own = channels.get(name) ?? [];
    own.push(minute);
    channels.set(name, own);
  }
  return spans.map((span) => {
    const [from, to] = [Date.parse(span.from), span.to === null ? Infinity : Date.parse(span.to)];
    const own = (channels.get(`${span.device} ${span.channel}`) ?? [])
      .flatMap(readingsOf)
      .filter(({ at }) => at >= from && at <= to)
      .sort((one, other) => one.at - other.at);
    return { ...span, points: thinned(own, POINTS) };
  });
}

export interface ExpectedEnd {
  piece: string;
  step: string;
  target: number;
  /** Of the last reading, in milliseconds: what is expected counts from there. */
  at: number;
  /** Temperature then, and how fast it rises, °C a minute; null with too few readings. */
  celsius: number;
  rising: number | null;
  end: TimeToTarget;
}

/** Readings older than this say nothing of now. */
const STALE_MS = 2 * 60_000;
/** Between readings further apart nothing counts towards a limit. */
export const MOST_GAP_MINUTES = 5;

export const cores = (curves: readonly Curve[], piece: string): Curve[] =>
  curves.filter((curve) => curve.piece === piece && curve.where === 'core' && curve.points.length > 0);

/**
 * For each piece with a probe in its core and a step that ends at a temperature: when that will be.
 *
 * @param chains of each piece, by its tag
 * @param now in milliseconds
 */
export function expectedEnds(
  curves: readonly Curve[],
  state: KitchenState,
  chains: ReadonlyMap<string, readonly ChainStep[]>,
  now: number,
): Map<string, ExpectedEnd> {
  const found = new Map<string, ExpectedEnd>();
  for (const curve of curves) {
    const expected = expectedEnd(curve, state, chains.get(curve.piece) ?? [], now);
    const known = found.get(curve.piece);
    // Of two probes in one piece the one that is behind counts: the core is where it is coldest.
    if (expected && (!known || minutesOf(known.end) < minutesOf(expected.end))) found.set(curve.piece, expected);
  }
  return found;
}

function expectedEnd(
  { piece, where, to, points }: Curve,
  state: KitchenState,
  chain: readonly ChainStep[],
  now: number,
): ExpectedEnd | null {
  const last = points.at(-1);
  if (where !== 'core' || to !== null || last === undefined || now - last.at > STALE_MS) return null;
  const step = chain.find(({ id }) => isRunning(state, piece, id));
  const target = step?.until?.celsius;
  if (!step || target === undefined) return null;
  const since = Date.parse(pieceOf(state, piece).steps.get(step.id)?.startedAt ?? '');
  const readings = points.filter(({ at }) => at >= since).map(({ at, mean }) => timed(at, mean));
  const { at, mean: celsius } = last;
  return { piece, step: step.id, target, at, celsius, rising: risingOf(readings), end: timeToTarget(readings, target) };
}

const timed = (at: number, celsius: number): TimedReading => ({ minutes: at / 60_000, celsius });

function isRunning(state: KitchenState, piece: string, step: string): boolean {
  const now = pieceOf(state, piece).steps.get(step);
  return now !== undefined && now.startedAt !== null && !isOver(now);
}

const minutesOf = (end: TimeToTarget): number =>
  end.kind === 'there' ? 0 : end.kind === 'expected' ? end.minutes : Infinity;

const RISE_MINUTES = 2;

function risingOf(readings: readonly TimedReading[]): number | null {
  const last = readings.at(-1);
  const before = last && readings.findLast(({ minutes }) => minutes <= last.minutes - RISE_MINUTES);
  return last && before ? (last.celsius - before.celsius) / (last.minutes - before.minutes) : null;
}

/** When the step of each expected end will be over, by piece and step; plateaus and the like have no time. */
export function dueByProbe(expected: ReadonlyMap<string, ExpectedEnd>): Map<string, number> {
  const due = new Map<string, number>();
  for (const { piece, step, end, at } of expected.values())
    if (end.kind === 'there') due.set(`${piece} ${step}`, at);
    else if (end.kind === 'expected') due.set(`${piece} ${step}`, at + end.minutes * 60_000);
  return due;
}

/** Whether each probe of the core recorded the limit as met; null without any. */
export function isLimitMet(curves: readonly Curve[], limit: PublishedLimit): boolean | null {
  const probes = new Map<string, TimedReading[]>();
  for (const { device, channel, points } of curves) {
    const name = `${device} ${channel}`;
    probes.set(name, [...(probes.get(name) ?? []), ...points.map(({ at, least }) => timed(at, least))]);
  }
  if (probes.size === 0) return null;
  return [...probes.values()].every((readings) => towards(readings, limit, MOST_GAP_MINUTES).limitMetAt !== null);
}

/** Warmest that a core was; null where no probe was in it. */
export function peakOfCore(curves: readonly Curve[], piece: string, since = -Infinity): number | null {
  const values = cores(curves, piece).flatMap(({ points }) => points.filter(({ at }) => at >= since));
  return values.length > 0 ? Math.max(...values.map(({ most }) => most)) : null;
}

/** Temperature of the core at a moment, by the reading nearest to it; null where none is near. */
export function coreAt(curves: readonly Curve[], piece: string, at: number): number | null {
  const points = cores(curves, piece).flatMap((curve) => curve.points);
  const near = points.filter((point) => Math.abs(point.at - at) <= STALE_MS);
  if (near.length === 0) return null;
  return near.reduce((best, one) => (Math.abs(one.at - at) < Math.abs(best.at - at) ? one : best)).mean;
}
