import {
  AT_REST,
  COMPOSITIONS,
  cookedTo,
  coreOf,
  evenly,
  materialOf,
  propertiesOf,
  stepped,
  surfaceOf,
  wetBulb,
  type Body,
  type Shape,
} from '../../src/kitchen';

const FIXED = { conductivity: 0.45, density: 1050, heatCapacity: 3400 };
const diffusivity = FIXED.conductivity / FIXED.density / FIXED.heatCapacity;
const at = () => FIXED;
const meat = materialOf(COMPOSITIONS['red-meat']);
const slab = (thickness: number, of: Body['at'] = at): Body => ({ shape: 'slab', thickness, at: of });

/** Bessel functions of order 0 and 1, by their series. */
const bessel = (order: 0 | 1, x: number): number => {
  let [sum, term] = [0, order === 0 ? 1 : x / 2];
  for (let k = 0; k < 80; k++) {
    sum += term;
    term *= -(x * x) / 4 / ((k + 1) * (k + 1 + order));
  }
  return sum;
};

/** First root and coefficient of the series solution; Incropera & DeWitt, tables 5.1 and equations 5.39 to 5.51. */
function oneTerm(shape: Shape, biot: number): { zeta: number; c: number } {
  const excess = {
    slab: (z: number) => z * Math.tan(z) - biot,
    cylinder: (z: number) => z * bessel(1, z) - biot * bessel(0, z),
    sphere: (z: number) => 1 - z / Math.tan(z) - biot,
  }[shape];
  let [low, high] = [1e-9, { slab: Math.PI / 2, cylinder: 2.404825557695773, sphere: Math.PI }[shape] - 1e-9];
  for (let step = 0; step < 100; step++) {
    const middle = (low + high) / 2;
    if (excess(middle) < 0) low = middle;
    else high = middle;
  }
  const z = (low + high) / 2;
  const c = {
    slab: () => (4 * Math.sin(z)) / (2 * z + Math.sin(2 * z)),
    cylinder: () => ((2 / z) * bessel(1, z)) / (bessel(0, z) ** 2 + bessel(1, z) ** 2),
    sphere: () => (4 * (Math.sin(z) - z * Math.cos(z))) / (2 * z - Math.sin(2 * z)),
  }[shape]();
  return { zeta: z, c };
}

describe('the series solutions that conduction is held against', () => {
  it.each([
    ['slab', 1, 0.8603, 1.1191],
    ['slab', 1e6, 1.5708, 1.2732],
    ['cylinder', 1e6, 2.4048, 1.6018],
    ['sphere', 1e6, 3.1416, 2],
  ] as const)('%s, Bi %s: %s and %s (Incropera & DeWitt, table 5.1, from memory)', (shape, biot, zeta, c) => {
    const found = oneTerm(shape, biot);
    expect(found.zeta).toBeCloseTo(zeta, 3);
    expect(found.c).toBeCloseTo(c, 3);
  });
});

describe('conduction', () => {
  const cases = (['slab', 'cylinder', 'sphere'] as const).flatMap((shape) =>
    [0.1, 1, 10, 100].flatMap((biot) => [0.25, 0.5, 0.8].map((fourier) => [shape, biot, fourier] as const)),
  );

  it.each(cases)('%s, Bi %s, Fo %s: core within 1 %% of the series', (shape, biot, fourier) => {
    const half = 0.02;
    const body = { shape, thickness: 2 * half, at };
    const around = { celsius: 0, coefficient: (biot * FIXED.conductivity) / half };
    const { zeta, c } = oneTerm(shape, biot);
    const expected = 100 * c * Math.exp(-(zeta ** 2) * fourier);
    const core = coreOf(stepped(body, evenly(100), around, (fourier * half ** 2) / diffusivity));
    expect(Math.abs(core / expected - 1)).toBeLessThan(0.01);
  });

  it('takes four times as long through twice the thickness', () => {
    const minutes = (thickness: number): number =>
      cookedTo({ body: slab(thickness), start: 4, around: { celsius: 180, coefficient: 1e5 }, target: 54 })
        .minutesToTarget as number;
    expect(minutes(0.06) / minutes(0.03)).toBeCloseTo(4, 2);
  });

  it('keeps heat: what came in through the surface is what the piece holds more', () => {
    // Lumped: at a small Biot number the whole piece follows Newton's law.
    const around = { celsius: 80, coefficient: 2 };
    const [half, seconds] = [0.005, 3600];
    const core = coreOf(stepped(slab(2 * half), evenly(20), around, seconds));
    const rate = around.coefficient / (FIXED.density * FIXED.heatCapacity * half);
    expect(core).toBeCloseTo(80 - 60 * Math.exp(-rate * seconds), 0);
  });

  it('comes out the same in one go and in many', () => {
    const around = { celsius: 150, coefficient: 30 };
    let many = evenly(10);
    for (let minute = 0; minute < 10; minute++) many = stepped(slab(0.03, meat), many, around, 60);
    const once = stepped(slab(0.03, meat), evenly(10), around, 600);
    expect(coreOf(many)).toBeCloseTo(coreOf(once), 1);
    expect(surfaceOf(slab(0.03, meat), many, around)).toBeCloseTo(surfaceOf(slab(0.03, meat), once, around), 1);
  });
});

describe('a moist surface', () => {
  it.each([
    // Psychrometric chart (from memory), °C: air 30, dew point 10 is about 17.8; air 40, dew point 20 about 25.6.
    [30, 10, 17.8],
    [40, 20, 25.6],
    [20, 20, 20],
  ])('in air at %s with dew point %s tends to %s', (air, dewPoint, expected) => {
    expect(Math.abs(wetBulb(air, dewPoint) - expected)).toBeLessThan(0.6);
  });

  it('is held below the air, at the wet bulb as long as it stays moist', () => {
    const around = { celsius: 120, coefficient: 30, moist: { dewPoint: 30, dries: false } };
    const warm = stepped(slab(0.01), evenly(20), around, 3 * 3600);
    expect(surfaceOf(slab(0.01), warm, around)).toBeCloseTo(wetBulb(120, 30), 1);
    expect(wetBulb(120, 30)).toBeLessThan(55);
  });

  it('takes longer to cook than a dry one, longest where it is kept moist', () => {
    const cooked = (moist?: { dewPoint: number; dries: boolean }) =>
      cookedTo({ body: slab(0.03), start: 4, around: { celsius: 180, coefficient: 25, moist }, target: 54 });
    const dry = cooked().minutesToTarget as number;
    const drying = cooked({ dewPoint: 10, dries: true }).minutesToTarget as number;
    expect(drying).toBeGreaterThan(1.2 * dry);
    const moist = cooked({ dewPoint: 10, dries: false });
    expect(moist.minutesToTarget).toBeNull();
    expect(moist.settlesAt).toBeCloseTo(wetBulb(180, 10), 1);
  });

  it('is warmed faster by steam, which condenses on it, than by dry air as hot', () => {
    const minutes = (moist?: { dewPoint: number; dries: boolean }) =>
      cookedTo({ body: slab(0.03), start: 4, around: { celsius: 100, coefficient: 15, moist }, target: 70 })
        .minutesToTarget as number;
    expect(minutes({ dewPoint: 99, dries: true })).toBeLessThan(minutes() / 2);
  });
});

describe('cooking', () => {
  const roast = (thickness: number) =>
    cookedTo({
      body: slab(thickness, meat),
      start: 5,
      around: { celsius: 250, coefficient: 18, moist: { dewPoint: 15, dries: true } },
      target: 54.4,
    });

  it('keeps to rules of the trade: a thick steak at 250 °C takes 30 to 45 minutes (common practice, no source)', () => {
    for (const thickness of [0.038, 0.044]) {
      expect(roast(thickness).minutesToTarget).toBeGreaterThan(30);
      expect(roast(thickness).minutesToTarget).toBeLessThan(45);
    }
  });

  it('in a bath: the last few degrees are a third of the time, and 2 to 3 degrees hotter saves a fifth and more (common practice)', () => {
    const minutes = (bath: number, target: number) =>
      cookedTo({ body: slab(0.03, meat), start: 5, around: { celsius: bath, coefficient: 300 }, target })
        .minutesToTarget as number;
    const whole = minutes(57, 55.5);
    expect((whole - minutes(57, 51)) / whole).toBeGreaterThan(0.25);
    expect((whole - minutes(57, 51)) / whole).toBeLessThan(0.45);
    const saved = 1 - minutes(59.5, 55.5) / whole;
    expect(saved).toBeGreaterThan(0.18);
    expect(saved).toBeLessThan(0.35);
  });

  it('goes on after the heat stops, more after a fierce heat, and ends at the target when taken out in time', () => {
    const body = slab(0.035, meat);
    const [fierce, gentle] = [230, 75].map((celsius) =>
      cookedTo({ body, start: 5, around: { celsius, coefficient: 25 }, target: 54 }),
    );
    expect(fierce.carryOver).toBeGreaterThan(2 * (gentle.carryOver as number));
    expect(gentle.carryOver).toBeGreaterThan(0);
    // Stepped by hand: in until the target, then at rest until it falls.
    const heat = { celsius: 230, coefficient: 25 };
    let warmth = stepped(body, evenly(5), heat, (fierce.minutesToTarget as number) * 60);
    let [peak, core] = [0, coreOf(warmth)];
    while (core > peak) {
      peak = core;
      warmth = stepped(body, warmth, AT_REST, 10);
      core = coreOf(warmth);
    }
    expect((fierce.carryOver as number) + 54).toBeCloseTo(peak, 0);
    expect(fierce.carryOverMinutes).toBeGreaterThan(2);
    const early = cookedTo({
      ...{ body, start: 5, around: { celsius: 230, coefficient: 25 } },
      target: fierce.pullAt as number,
    });
    expect((fierce.pullAt as number) + (early.carryOver as number)).toBeCloseTo(54, 0);
  });

  it('says where it settles when it cannot get there, and cools as well as it heats', () => {
    const never = cookedTo({ body: slab(0.02), start: 5, around: { celsius: 50, coefficient: 20 }, target: 60 });
    expect(never).toMatchObject({ minutesToTarget: null, carryOver: null, pullAt: null });
    expect(never.settlesAt).toBeCloseTo(50, 0);
    const cooling = cookedTo({ body: slab(0.02), start: 60, around: { celsius: 20, coefficient: 10 }, target: 50 });
    expect(cooling.minutesToTarget).toBeGreaterThan(5);
    expect(cooling.carryOver).toBe(0);
    const done = cookedTo({ body: slab(0.02), start: 60, around: { celsius: 80, coefficient: 10 }, target: 60 });
    expect(done.minutesToTarget).toBe(0);
  });

  it('draws its curve at even times from the start to the target', () => {
    const { curve, minutesToTarget } = roast(0.04);
    expect(curve[0]).toEqual({ minutes: 0, core: 5, surface: 5 });
    expect(curve[curve.length - 1].minutes).toBeCloseTo(minutesToTarget as number, 9);
    expect(curve[curve.length - 1].core).toBeCloseTo(54.4, 6);
    expect(curve.length).toBeLessThanOrEqual(123);
    expect(
      curve.every(({ core, surface }, row) => surface >= core && (row === 0 || core >= curve[row - 1].core - 1e-6)),
    ).toBe(true);
  });
});

describe('properties of food', () => {
  it.each([
    // Water by itself, handbook values: 0.6 W/(m K) and 4180 J/(kg K) at 20 °C, 998 kg/m³.
    [{ water: 1 }, 20, [0.604, 995.7, 4176.6]],
    [{ fat: 1 }, 20, [0.1751, 917.2, 2011.7]],
  ] as const)('%j', (part, celsius, [conductivity, density, heatCapacity]) => {
    const none = { water: 0, protein: 0, fat: 0, carbohydrate: 0, fibre: 0, ash: 0 };
    const found = propertiesOf({ ...none, ...part }, celsius);
    expect(found.conductivity).toBeCloseTo(conductivity, 3);
    expect(found.density).toBeCloseTo(density, 0);
    expect(found.heatCapacity).toBeCloseTo(heatCapacity, 0);
  });

  it.each(Object.entries(COMPOSITIONS))('%s sums to one, and conducts between fat and water', (_, composition) => {
    expect(Object.values(composition).reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
    const { conductivity, density, heatCapacity } = propertiesOf(composition, 40);
    expect(conductivity).toBeGreaterThan(0.35);
    expect(conductivity).toBeLessThan(0.63);
    expect(density).toBeGreaterThan(980);
    expect(density).toBeLessThan(1150);
    expect(heatCapacity).toBeGreaterThan(2900);
    expect(heatCapacity).toBeLessThan(4180);
  });
});
