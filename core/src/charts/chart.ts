/**
 * What a chart shows, before anyone draws it: every number on it is one of the findings. Drawn by {@link svgOf} for
 * paper and files.
 */
export type Chart = DotChart | ShareChart | MapChart;

interface Titled {
  /** Names its file. */
  id: string;
  /** The answer that it gives. */
  title: string;
  status: 'planned' | 'explored';
}

/** One estimate on a line. */
export interface Dot {
  /** Place of the method in the tasting; null for something else than a method. */
  place: number | null;
  at: number;
  interval: readonly [number, number] | null;
}

/** Estimates with their intervals along one axis, a line each, or several methods on a line. */
export interface DotChart extends Titled {
  kind: 'dots';
  unit: string;
  domain: readonly [number, number];
  rows: { name: string; dots: Dot[]; note: string }[];
  /** Values that the estimates are held against. */
  marks: { at: number; name: string }[];
  /** Names by place, where lines hold several methods. */
  legend: { place: number; name: string }[];
}

/** Shares of a whole, side by side on a line. */
export interface ShareChart extends Titled {
  kind: 'shares';
  parts: string[];
  rows: { place: number; name: string; counts: readonly number[]; note: string }[];
}

/** Methods and words on two axes: what lies near each other goes together. */
export interface MapChart extends Titled {
  kind: 'map';
  /** What its axes are, and how much of what differs lies along them. */
  caption: string;
  methods: {
    place: number;
    name: string;
    at: readonly [number, number];
    /** Where it might as well stand, had others been asked; null where that is not known. */
    ellipse: { halfAxes: readonly [number, number]; angle: number } | null;
  }[];
  words: { name: string; at: readonly [number, number]; isBold: boolean }[];
  /** Whether words point somewhere from the middle, or stand where they belong. */
  isPointing: boolean;
}

/** Round ends that hold all values, and round steps between them. */
export function domainOf(values: readonly number[]): [number, number] {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  if (low === high) return domainOf([low - 1, high + 1]);
  const step = stepOf([low, high]);
  const [from, to] = [Math.floor(low / step) * step, Math.ceil(high / step) * step];
  return [from, to];
}

/** 1, 2 or 5 times a power of ten, for some five steps. */
export function stepOf([low, high]: readonly [number, number]): number {
  const rough = Math.max(1e-9, (high - low) / 5);
  const ten = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 5, 10].map((times) => times * ten).find((step) => step >= rough) ?? 10 * ten;
}

/** Where the axis has its numbers. */
export function ticksOf(domain: readonly [number, number]): number[] {
  const step = stepOf(domain);
  const first = Math.ceil(domain[0] / step - 1e-9);
  const last = Math.floor(domain[1] / step + 1e-9);
  return Array.from({ length: last - first + 1 }, (_, at) => Number(((first + at) * step).toPrecision(12)));
}
