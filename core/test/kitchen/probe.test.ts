import {
  COMPOSITIONS,
  cookedTo,
  coreOf,
  evenly,
  expectedRise,
  materialOf,
  SHAPES,
  stepped,
  timeToTarget,
  usualBody,
  type Around,
  type Body,
} from '../../src/kitchen';
import { randomStream } from '../../src/numeric';

const MATERIALS = Object.values(COMPOSITIONS).map((one) => materialOf(one));

/** Readings of a noisy probe in a piece, every twenty seconds up to some minute, or until the core truly is at a target. */
function probed(
  cook: { body: Body; around: Around; start: number; noise: number; seed: string },
  until: number,
  target = Infinity,
) {
  const random = randomStream(cook.seed, 'probe-test');
  const seconds = 20;
  const readings: { minutes: number; celsius: number }[] = [];
  let warmth = evenly(cook.start);
  for (let at = 0; at <= until * 60; at += seconds) {
    const celsius = coreOf(warmth) + cook.noise * random.normal();
    readings.push({ minutes: at / 60, celsius: Math.round(10 * celsius) / 10 });
    if (coreOf(warmth) >= target) break;
    warmth = stepped(cook.body, warmth, cook.around, seconds);
  }
  return readings;
}

describe('time to target', () => {
  it('is right within its interval in 70 to 90 of 100 simulated cooks', () => {
    let [said, right] = [0, 0];
    for (let at = 0; at < 200; at++) {
      const random = randomStream(`cook ${at}`, 'probe-test');
      const between = (low: number, high: number): number => low + (high - low) * random.fraction();
      const body = { shape: SHAPES[at % 3], thickness: between(0.02, 0.1), at: MATERIALS[at % MATERIALS.length] };
      const moist = random.fraction() < 0.5 ? { dewPoint: 15, dries: true } : undefined;
      const around = { celsius: between(100, 230), coefficient: between(12, 42), moist };
      const [start, target] = [between(4, 20), between(52, 72)];
      const cook = { body, around, start, noise: between(0.1, 0.3), seed: `noise ${at}` };
      const whole = probed(cook, 8 * 60, target);
      const minutesToTarget = whole[whole.length - 1].minutes;
      if (minutesToTarget > 8 * 60 - 1) continue;
      const until = minutesToTarget * between(0.35, 0.95);
      const readings = whole.filter(({ minutes }) => minutes <= until);
      const found = timeToTarget(readings, target);
      if (found.kind !== 'expected') continue;
      const left = minutesToTarget - readings[readings.length - 1].minutes;
      said++;
      if (left >= found.interval[0] && left <= (found.interval[1] ?? Infinity)) right++;
    }
    expect(said).toBeGreaterThan(180);
    expect(right / said).toBeGreaterThan(0.7);
    expect(right / said).toBeLessThan(0.9);
  });

  const large: Body = { shape: 'cylinder', thickness: 0.08, at: MATERIALS[0] };
  const sweating = { celsius: 107, coefficient: 15, moist: { dewPoint: 55, dries: false } };

  it('calls a plateau a plateau, and not the end', () => {
    const readings = probed({ body: large, around: sweating, start: 5, noise: 0.1, seed: 'plateau' }, 600);
    const settled = readings[readings.length - 1].celsius;
    expect(settled).toBeLessThan(75);
    const found = timeToTarget(readings, 93);
    expect(found.kind).toBe('plateau');
    if (found.kind === 'plateau') expect(found.minutes).toBeGreaterThan(60);
    // As it slows down no time is made up either.
    const slowing = timeToTarget(
      readings.filter(({ minutes }) => minutes < 150),
      93,
    );
    expect(slowing.kind).toBe('levels-off');
  });

  it('takes no plateau for it where the core is at its target in a bath, or nearly', () => {
    const bath = { celsius: 56, coefficient: 300 };
    const cook = { body: { ...large, thickness: 0.04 }, around: bath, start: 5, noise: 0.05, seed: 'bath' };
    expect(timeToTarget(probed(cook, 240), 56.2).kind).not.toBe('plateau');
    expect(timeToTarget(probed(cook, 240), 55.5).kind).toBe('there');
  });

  it('follows a straight line to where it leads', () => {
    const line = Array.from({ length: 61 }, (_, at) => ({ minutes: at / 2, celsius: 10 + at / 2 }));
    const found = timeToTarget(line, 50);
    if (found.kind !== 'expected') throw new Error(found.kind);
    expect(found.minutes).toBeCloseTo(10, 0);
    expect(found.interval[0]).toBeGreaterThan(7);
    expect(found.interval[1]).toBeLessThan(14);
  });

  it('says when it is too early, there, or cooling down', () => {
    const few = [0, 1, 2].map((minutes) => ({ minutes, celsius: 20 + minutes }));
    expect(timeToTarget([], 50).kind).toBe('too-early');
    expect(timeToTarget(few, 50).kind).toBe('too-early');
    expect(timeToTarget(few, 22).kind).toBe('there');
    const cooling = Array.from({ length: 40 }, (_, at) => ({ minutes: at, celsius: 20 + 60 * Math.exp(-at / 30) }));
    const found = timeToTarget(cooling, 25);
    if (found.kind !== 'expected') throw new Error(found.kind);
    // 60 exp(-t / 30) = 5 at 74.5 minutes.
    expect(found.minutes).toBeGreaterThan(0.8 * (74.5 - 39));
    expect(found.minutes).toBeLessThan(1.25 * (74.5 - 39));
    // Heated from 80, and falling: it never comes.
    expect(
      timeToTarget(
        cooling.map((one) => ({ ...one })),
        90,
      ).kind,
    ).not.toBe('expected');
  });
});

describe('how much warmer it gets once it is out', () => {
  const heats = [
    { product: 'fish' as const, around: { celsius: 110, coefficient: 28 }, thickness: 0.03, target: 50 },
    { product: 'red-meat' as const, around: { celsius: 200, coefficient: 28 }, thickness: 0.06, target: 54 },
    { product: 'vegetable' as const, around: { celsius: 100, coefficient: 700 }, thickness: 0.07, target: 85 },
  ];
  const curveOf = ({ product, around, thickness, target }: (typeof heats)[number], times: number, share = 0.6) => {
    const body = { ...usualBody(product), thickness };
    const heat = { ...around, coefficient: around.coefficient * times };
    const truth = cookedTo({ body, start: 5, around: heat, target });
    const upTo = share * (truth.minutesToTarget ?? NaN);
    const readings = truth.curve.filter(({ minutes }) => minutes <= upTo);
    return { truth, readings: readings.map(({ minutes, core }) => ({ minutes, celsius: core })) };
  };

  it.each(heats)('is found from the curve alone where the heat is as usual: $product', (heat) => {
    const { truth, readings } = curveOf(heat, 1);
    const said = expectedRise({ readings, around: heat.around, body: usualBody(heat.product), target: heat.target });
    expect(Math.abs((said?.rise ?? NaN) - (truth.carryOver ?? NaN))).toBeLessThan(0.3);
    expect(Math.abs((said?.pullAt ?? NaN) - (truth.pullAt ?? NaN))).toBeLessThan(0.3);
  });

  it.each([0.67, 1.5])('is between half of it and twice it where heat comes %f times as fast as usual', (times) => {
    for (const heat of heats) {
      const { truth, readings } = curveOf(heat, times);
      const said = expectedRise({ readings, around: heat.around, body: usualBody(heat.product), target: heat.target });
      const rise = truth.carryOver ?? NaN;
      expect((said?.rise ?? NaN) / rise).toBeGreaterThan(0.5);
      expect((said?.rise ?? NaN) / rise).toBeLessThan(2);
    }
  });

  it('is not said early, nor of what is not heated', () => {
    const [heat] = heats;
    const { readings } = curveOf(heat, 1, 0.3);
    const body = usualBody(heat.product);
    expect(expectedRise({ readings, around: heat.around, body, target: 50 })).toBeNull();
    expect(
      expectedRise({ readings: curveOf(heat, 1).readings, around: { celsius: 40, coefficient: 28 }, body, target: 50 }),
    ).toBeNull();
  });
});
