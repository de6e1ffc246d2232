/**
 * How much warmer a piece gets after it is taken out, from the curve that its probe has shown so far.
 *
 * What surrounds it, and what it is made of, are taken as usual; its size is the one with which conduction
 * comes to the temperature that was read, in the time that it took. Of that piece the rise at rest follows.
 *
 * Use it for one piece in steady heat that is well on its way, not where it was turned, moved or opened: then the
 * gradient in it is another. It is an estimate: half of it or twice it is possible (simulated cooks whose
 * surroundings were misjudged by half, core/test/kitchen/probe.test.ts).
 *
 * Source: conduction as in `heat/conduction.ts`.
 *
 * @example
 * expectedRise({ readings: [], around: { celsius: 110, coefficient: 25 }, body: usualBody('fish'), target: 50 }) // null
 */
import { cookedTo, minutesToCore, type Around, type Body } from '../heat';
import type { TimedReading } from '../limits';

export interface ExpectedRise {
  /** Degrees that the core gets warmer after it was taken out at the target, and minutes until it is warmest. */
  rise: number;
  minutes: number;
  /** To end at the target it is taken out at this, °C; null where it has passed that. */
  pullAt: number | null;
}

interface Rising {
  /** Of one probe in the core, in the order of time, since the heat began. */
  readings: readonly TimedReading[];
  around: Around;
  body: Omit<Body, 'thickness'>;
  target: number;
}

/** Metres between which sizes are looked for, and how often the way between is halved. */
const SIZES = { least: 0.004, most: 0.4 };
const HALVINGS = 9;
/** Before the core has come this far of the way nothing is said. */
const FAR_ENOUGH = 0.3;

export function expectedRise({ readings, around, body, target }: Rising): ExpectedRise | null {
  const [first, last] = [readings[0], readings.at(-1)];
  if (!first || !last || around.celsius <= target || target <= first.celsius) return null;
  const now = Math.min(last.celsius, target);
  if (now - first.celsius < FAR_ENOUGH * (target - first.celsius)) return null;
  const reached = readings.find(({ celsius }) => celsius >= now) ?? last;
  const took = reached.minutes - first.minutes;
  const minutesWith = (thickness: number): number =>
    minutesToCore({ body: { ...body, thickness }, start: first.celsius, around, target: now }) ?? Infinity;
  let [low, high] = [SIZES.least, SIZES.most];
  for (let step = 0; step < HALVINGS; step++) {
    const middle = Math.sqrt(low * high);
    if (minutesWith(middle) < took) low = middle;
    else high = middle;
  }
  const thickness = Math.sqrt(low * high);
  const { carryOver, carryOverMinutes, pullAt } = cookedTo({
    ...{ body: { ...body, thickness }, start: first.celsius, around, target },
  });
  if (carryOver === null || carryOverMinutes === null) return null;
  return {
    rise: carryOver,
    minutes: carryOverMinutes,
    pullAt: pullAt !== null && pullAt > last.celsius ? pullAt : null,
  };
}
