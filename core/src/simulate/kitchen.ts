/**
 * A kitchen that is not there: what a probe in the core of a piece would show, by conduction, from what the log
 * says was done to the piece.
 *
 * Use it for devices that are simulated, in the demo and in tests, not to plan: what surrounds a piece is taken
 * from its step, and where the step does not say, from what is usual. One piece of a kitchen sits where it is
 * cooler, as one always does.
 *
 * Invented: starting temperatures and sizes by mass. What surrounds a piece is common practice, no source.
 *
 * @example
 * simulatedCore({ tag: 'A1', product: 'fish', grams: 180, chain: [], steps: new Map(), isCool: false }, 'seed', { from: 0, to: 10_000, everyMs: 5000 }).readings.map(({ at }) => at) // [0, 5000, 10000]
 */
import {
  aroundOf,
  coreOf,
  evenly,
  stepped,
  usualBody,
  type Body,
  type PieceState,
  type Reading,
  type Warmth,
  isCooking,
} from '../kitchen';
import { randomStream } from '../numeric';
import type { ChainStep, Product } from '../tasting';

/** A piece as a simulated kitchen knows it. */
export interface SimulatedPiece {
  tag: string;
  product: Product;
  /** Raw mass. */
  grams: number;
  chain: readonly ChainStep[];
  steps: PieceState['steps'];
  /** Whether it sits where the others do not. */
  isCool: boolean;
}

const OUT_OF_THE_REFRIGERATOR = 6;
/** Side of a flat piece over its thickness. */
const FLAT = 4;
/** A cool place is so much cooler than the others. */
const COOLER = 9;
function bodyOf({ product, grams }: SimulatedPiece): Body {
  const { shape, at } = usualBody(product);
  const volume = grams / 1000 / at(20).density;
  return shape === 'sphere'
    ? { shape: 'sphere', thickness: Math.cbrt((6 * volume) / Math.PI), at }
    : { shape: 'slab', thickness: Math.cbrt(volume / FLAT ** 2), at };
}

/** How far a simulated piece has come, so that it goes on from there. */
export interface SimulatedSoFar {
  warmth: Warmth;
  now: number;
  /** What was done to it until then: where that changes, such as by an undo, it is followed anew. */
  done: string;
}

/**
 * What a probe in the core shows, in tenths of a degree.
 *
 * @param when in milliseconds, both ends included; the piece is followed from before the first of its steps
 * @param before where an earlier call for the same piece has left it
 */
export function simulatedCore(
  piece: SimulatedPiece,
  seed: string,
  { from, to, everyMs }: { from: number; to: number; everyMs: number },
  before?: SimulatedSoFar,
): { readings: Reading[]; soFar: SimulatedSoFar } {
  const body = bodyOf(piece);
  const spans = spansOf(piece);
  const random = randomStream(seed, `probe in ${piece.tag}, ${from}`);
  const edgesUntil = (time: number): string =>
    JSON.stringify(spans.map(({ step, start, end }) => [step.id, Math.min(start, time), Math.min(end, time)]));
  const goesOn = before && before.now <= from && before.done === edgesUntil(before.now);
  let { warmth, now } = goesOn
    ? before
    : { warmth: evenly(OUT_OF_THE_REFRIGERATOR), now: Math.min(from, ...spans.map(({ start }) => start)) };
  const goTo = (time: number): void => {
    while (now < time) {
      const current = spans.findLast(({ start, end }) => start <= now && now < end);
      const edges = spans.flatMap(({ start, end }) => [start, end]).filter((edge) => edge > now);
      const next = Math.min(time, ...edges);
      const around = aroundOf(current?.step, piece.chain);
      const cooler = piece.isCool && current && isCooking(current.step) ? COOLER : 0;
      const isNew = edges.includes(next) && { steps: 0, next: undefined };
      warmth = stepped(body, warmth, { ...around, celsius: around.celsius - cooler }, (next - now) / 1000);
      if (isNew) warmth = { ...warmth, ...isNew };
      now = next;
    }
  };
  const readings: Reading[] = [];
  for (let at = from; at <= to; at += everyMs) {
    goTo(at);
    const shown = coreOf(warmth) + 0.08 * random.normal();
    readings.push({ at, value: Math.round(shown * 10) / 10 });
  }
  return { readings, soFar: { warmth, now, done: edgesUntil(now) } };
}

function spansOf({ chain, steps }: SimulatedPiece): { step: ChainStep; start: number; end: number }[] {
  return chain.flatMap((step) => {
    const { startedAt, doneAt } = steps.get(step.id) ?? { startedAt: null, doneAt: null };
    if (startedAt === null) return [];
    return [{ step, start: Date.parse(startedAt), end: doneAt === null ? Infinity : Date.parse(doneAt) }];
  });
}

/** The one piece that sits where it is cooler. */
export function coolOne(tags: readonly string[], seed: string): string | undefined {
  return tags.length > 0 ? tags[Math.floor(randomStream(seed, 'cool place').fraction() * tags.length)] : undefined;
}
