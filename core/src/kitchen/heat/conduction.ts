/**
 * Heat moving through a piece: temperatures from the core to the surface, step by step.
 *
 * A slab heated from both sides, a long cylinder or a sphere is cut into thin layers that
 * exchange heat with their neighbours, the outermost with what is around it. Time goes in
 * steps of half old, half new flows (Crank-Nicolson), which are small while temperatures change
 * fast; the first few go by new flows alone, since a sudden start would make the others swing.
 *
 * Use it for pieces of one material that keep their shape. Not for food with a bone in it or with
 * layers, that boils inside or runs apart, or is frozen. A long stage near 70 °C where a large piece
 * sweats as much as it is heated is only as good as what is assumed of its drying.
 *
 * Limits: what is called wet dries as water leaves it: vapour then has to come through a crust of
 * growing depth, whose diffusivity is an assumption (a fifth of that of free air), no source.
 *
 * Source: Crank & Nicolson 1947; checked against the series solutions of Incropera & DeWitt,
 * *Fundamentals of Heat and Mass Transfer*, chapter 5.
 *
 * @example
 * coreOf(evenly(20)) // 20
 * stepped({ shape: 'sphere', thickness: 0.05, at: () => ({ conductivity: 0.5, density: 1050, heatCapacity: 3500 }) }, evenly(20), { celsius: 100, coefficient: 1000 }, 60).layers[59] > 70 // true
 */
import { evaporation, latentHeat } from './moisture';
import type { Properties } from './substance';

export const SHAPES = ['slab', 'cylinder', 'sphere'] as const;
export type Shape = (typeof SHAPES)[number];

/** One thing that is heated. */
export interface Body {
  shape: Shape;
  /** Of a slab heated from both sides; else the diameter. In metres. */
  thickness: number;
  /** Of its material, at a temperature. */
  at: (celsius: number) => Properties;
}

/** What is around a body. */
export interface Around {
  celsius: number;
  /** Of heat transfer to the surface, W/(m² K). */
  coefficient: number;
  /** Where the surface is moist: dew point of the air, and whether it is kept moist or dries. */
  moist?: { dewPoint: number; dries: boolean };
}

/** How warm a body is. */
export interface Warmth {
  /** By layer, from the core outwards, °C. */
  layers: Float64Array;
  /** Water lost so far, kg/m² of surface. */
  lost: number;
  /** Steps taken since something changed suddenly, and the size that the next one may have, s. */
  steps: number;
  next?: number;
}

const LAYERS = 60;
const DIMENSIONS = { slab: 0, cylinder: 1, sphere: 2 } as const;
/** Steps after a sudden change that go by new flows alone. */
const STARTING_STEPS = 6;
/** Of water vapour through a crust, m²/s: a fifth of that in air. */
const CRUST_DIFFUSIVITY = 5e-6;
/** Water in a litre of what dries, kg/m³. */
const WATER_CONTENT = 700;
/** What air takes up to get a degree warmer, J/(m³ K): the link between transfer of heat and of mass. */
const AIR_HEAT = 1000;

/** A body that is as warm throughout. */
export const evenly = (celsius: number): Warmth => ({
  layers: new Float64Array(LAYERS).fill(celsius),
  lost: 0,
  steps: 0,
});

/** Temperature in the very middle, from a curve that is flat there. */
export const coreOf = ({ layers }: Warmth): number => layers[0] + (layers[0] - layers[1]) / 8;

/** Temperature at the surface, where what comes from outside goes on inwards. */
export function surfaceOf(body: Body, { layers, lost }: Warmth, around: Around): number {
  return surface(body, layers[LAYERS - 1], lost, around).celsius;
}

/** The same body a while later, in as many steps as its change asks for. */
export function stepped(body: Body, warmth: Warmth, around: Around, seconds: number): Warmth {
  let [now, left] = [warmth, seconds];
  let wanted = now.next ?? firstStep(body, now);
  while (left > 0) {
    const step = Math.min(wanted, left);
    const next = stepOnce(body, now, around, step);
    const change = largestChange(now.layers, next.layers);
    const aim = changeOfStep(now, around);
    if (change > 2 * aim && step > 1e-6) {
      wanted = step / 2;
      continue;
    }
    now = next;
    left -= step;
    // A step that was cut short by the end says nothing against a longer one.
    const larger = step * Math.min(1.5, Math.max(0.5, aim / Math.max(change, 1e-9)));
    wanted = step < wanted ? Math.max(wanted, larger) : larger;
  }
  return { ...now, next: wanted };
}

/** Degrees by which the layer that changes most should change in one step: few of those that are left. */
export function changeOfStep({ layers }: Warmth, around: Around): number {
  const left = Math.max(Math.abs(around.celsius - layers[0]), Math.abs(around.celsius - layers[LAYERS - 1]));
  return Math.min(0.4, Math.max(0.0005, 0.005 * left));
}

/** A step in which heat gets a tenth of a layer deep. */
export function firstStep({ thickness, at }: Body, { layers }: Warmth): number {
  const { conductivity, density, heatCapacity } = at(layers[LAYERS - 1]);
  return ((0.1 * (thickness / 2 / LAYERS) ** 2) / conductivity) * density * heatCapacity;
}

export function largestChange(before: Float64Array, after: Float64Array): number {
  let most = 0;
  for (let at = 0; at < before.length; at++) most = Math.max(most, Math.abs(after[at] - before[at]));
  return most;
}

/** One step of so many seconds. */
export function stepOnce(body: Body, { layers, lost, steps }: Warmth, around: Around, seconds: number): Warmth {
  const width = body.thickness / 2 / LAYERS;
  const power = DIMENSIONS[body.shape];
  const isNew = steps < STARTING_STEPS ? 1 : 0.5;
  const properties = Array.from(layers, (celsius) => body.at(celsius));
  const outer = surface(body, layers[LAYERS - 1], lost, around);
  // Flows between layers per degree, areas counted in powers of the radius.
  const link = new Float64Array(LAYERS + 1);
  for (let at = 1; at < LAYERS; at++) {
    const [one, other] = [properties[at - 1].conductivity, properties[at].conductivity];
    link[at] = ((at * width) ** power * ((2 * one * other) / (one + other))) / width;
  }
  link[LAYERS] = (LAYERS * width) ** power * outer.slope;
  const flow = (at: number): number =>
    (at > 0 ? link[at] * (layers[at - 1] - layers[at]) : 0) +
    (at < LAYERS - 1 ? link[at + 1] * (layers[at + 1] - layers[at]) : (LAYERS * width) ** power * outer.flux);
  const [lower, middle, upper, right] = [0, 1, 2, 3].map(() => new Float64Array(LAYERS));
  for (let at = 0; at < LAYERS; at++) {
    const volume = (((at + 1) * width) ** (power + 1) - (at * width) ** (power + 1)) / (power + 1);
    const held = (volume * properties[at].density * properties[at].heatCapacity) / seconds;
    lower[at] = -isNew * link[at];
    upper[at] = at < LAYERS - 1 ? -isNew * link[at + 1] : 0;
    middle[at] = held + isNew * (link[at] + link[at + 1]);
    right[at] = flow(at);
  }
  const change = solved({ lower, middle, upper, right });
  return {
    layers: layers.map((celsius, at) => celsius + change[at]),
    lost: Math.max(0, lost + outer.leaving * seconds),
    steps: steps + 1,
  };
}

/** The surface under the outermost layer: how warm, what comes in, and how that falls as the layer warms. */
function surface(body: Body, layer: number, lost: number, around: Around) {
  const inwards = body.at(layer).conductivity / (body.thickness / 2 / LAYERS / 2);
  const { coefficient, moist } = around;
  const crust = moist?.dries ? 1 + (coefficient / AIR_HEAT) * (lost / WATER_CONTENT / CRUST_DIFFUSIVITY) : 1;
  const leavingAt = (celsius: number): number => {
    if (!moist) return 0;
    const free = evaporation(celsius, moist.dewPoint, coefficient);
    return free > 0 ? free / crust : free;
  };
  const comingAt = (celsius: number): number =>
    coefficient * (around.celsius - celsius) - leavingAt(celsius) * latentHeat(Math.min(100, celsius));
  const celsius = moist ? balance(layer, around, (at) => comingAt(at) - inwards * (at - layer)) : dryAt(layer);
  const outwards = (comingAt(celsius) - comingAt(celsius + 0.01)) / 0.01;
  return {
    celsius,
    flux: inwards * (celsius - layer),
    slope: 1 / (1 / inwards + 1 / Math.max(coefficient, outwards)),
    leaving: leavingAt(celsius),
  };

  function dryAt(inner: number): number {
    return (coefficient * around.celsius + inwards * inner) / (coefficient + inwards);
  }
}

/** Where a falling function of the surface's temperature crosses 0. */
function balance(layer: number, around: Around, excess: (celsius: number) => number): number {
  const ends = [layer, around.celsius, around.moist?.dewPoint ?? layer];
  let [low, high] = [Math.min(...ends), Math.max(...ends)];
  for (let step = 0; step < 50 && high - low > 1e-9; step++) {
    const middle = (low + high) / 2;
    if (excess(middle) > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A tridiagonal system, by elimination. */
function solved({ lower, middle, upper, right }: Record<'lower' | 'middle' | 'upper' | 'right', Float64Array>) {
  const last = right.length - 1;
  const [ahead, value] = [new Float64Array(last + 1), new Float64Array(last + 1)];
  ahead[0] = upper[0] / middle[0];
  value[0] = right[0] / middle[0];
  for (let at = 1; at <= last; at++) {
    const pivot = middle[at] - lower[at] * ahead[at - 1];
    ahead[at] = upper[at] / pivot;
    value[at] = (right[at] - lower[at] * value[at - 1]) / pivot;
  }
  for (let at = last - 1; at >= 0; at--) value[at] -= ahead[at] * value[at + 1];
  return value;
}
