import { setApart, type Label } from './apart';
import type { MapChart } from './chart';
import { methodLook } from './look';

/** A map laid out for drawing: everything in the units of the picture, upwards being less. */
export interface MapLayout {
  width: number;
  height: number;
  /** Methods, by their middle; numbered where names would not fit. */
  points: { x: number; y: number; colour: string; place: number }[];
  ellipses: { x: number; y: number; rx: number; ry: number; degrees: number; colour: string }[];
  /** Ends of the words, where they point somewhere. */
  arrows: { x: number; y: number }[];
  labels: (Label & { isBold: boolean; isMethod: boolean })[];
  isNumbered: boolean;
}

const [WIDE, HIGH, EDGE] = [640, 340, 60];
/** More methods, or longer names, are numbered on the picture and named below it. */
const [MOST_NAMED, LONGEST_NAMED] = [6, 20];
/** A name stands so far below its point, and a word so far beyond its arrow, half a letter more for each of its letters. */
const [BELOW, BEYOND, HALF_LETTER] = [20, 10, 3.4];

/** Places every point, ellipse, arrow and name; none of the names stands over another where there is room. */
export function mapLayout({ methods, words, isPointing }: MapChart): MapLayout {
  const scale = scaleOf([
    ...methods.flatMap(({ at, ellipse }) => (ellipse ? cornersOf(at, ellipse) : [at])),
    ...words.map(({ at }) => at),
  ]);
  const to = ([x, y]: readonly [number, number]) => ({ x: WIDE / 2 + scale * x, y: HIGH / 2 - scale * y });
  const isNumbered = methods.length > MOST_NAMED || methods.some(({ name }) => name.length > LONGEST_NAMED);
  const points = methods.map(({ at, place }) => ({ ...to(at), place, colour: methodLook(place).colour }));
  const ends = words.map(({ at }) => to(at));
  const texts = [
    ...points.map(({ x, y }, one) => ({ x, y: y + BELOW, text: isNumbered ? String(one + 1) : methods[one].name })),
    ...ends.map((end, one) => ({ ...(isPointing ? beyond(end, words[one].name) : end), text: words[one].name })),
  ];
  return {
    ...{ width: WIDE, height: HIGH, points, isNumbered, arrows: isPointing ? ends : [] },
    ellipses: methods.flatMap(({ at, ellipse, place }) =>
      ellipse
        ? [
            {
              ...to(at),
              rx: scale * ellipse.halfAxes[0],
              ry: scale * ellipse.halfAxes[1],
              // Upwards is less in a picture, so that turning goes the other way round.
              degrees: (-180 * ellipse.angle) / Math.PI,
              colour: methodLook(place).colour,
            },
          ]
        : [],
    ),
    labels: setApart(texts, [14, HIGH - 4], points).map((label, one) => ({
      ...label,
      isMethod: one < points.length,
      isBold: one < points.length || words[one - points.length].isBold,
    })),
  };
}

/** One scale for both axes, so that distances are what they seem. */
function scaleOf(places: readonly (readonly [number, number])[]): number {
  const reach = (axis: 0 | 1): number => Math.max(1e-9, ...places.map((place) => Math.abs(place[axis])));
  return Math.min((WIDE / 2 - EDGE) / reach(0), (HIGH / 2 - EDGE / 3) / reach(1));
}

/** How far an ellipse reaches along each axis, as opposite corners. */
function cornersOf(
  [x, y]: readonly [number, number],
  { halfAxes: [long, short], angle }: NonNullable<MapChart['methods'][number]['ellipse']>,
): [number, number][] {
  const across = Math.hypot(long * Math.cos(angle), short * Math.sin(angle));
  const upwards = Math.hypot(long * Math.sin(angle), short * Math.cos(angle));
  return [
    [x - across, y - upwards],
    [x + across, y + upwards],
  ];
}

/** A little further out than the end of an arrow, and on the line of the letters. */
function beyond({ x, y }: { x: number; y: number }, text: string): { x: number; y: number } {
  const [dx, dy] = [x - WIDE / 2, y - HIGH / 2];
  const length = Math.hypot(dx, dy) || 1;
  const sideways = BEYOND + HALF_LETTER * text.length;
  return { x: x + (sideways * dx) / length, y: y + (BEYOND * dy) / length + 4 };
}

/** What the axes of a map are, and how much of what differs lies along them. */
export const captionOf = (what: string, shares: readonly number[]): string =>
  `${what} Across ${Math.round(100 * shares[0])} % of what differs, upwards ${Math.round(100 * (shares[1] ?? 0))} %.`;
