/**
 * A kitchen that is not there: what a probe in the core of a piece would show, by conduction, from what the log
 * says was done to the piece.
 *
 * Use it for devices that are simulated, in the demo and in tests, not to plan: what surrounds a piece is taken
 * from its step, and where the step does not say, from what is usual. One piece of a kitchen sits where it is
 * cooler, as one always does.
 *
 * Invented: starting temperatures, sizes by mass, and how fast heat is passed on by each kind of equipment.
 *
 * @example
 * simulatedCore({ tag: 'A1', product: 'fish', grams: 180, chain: [], steps: new Map(), isCool: false }, 'seed', { from: 0, to: 10_000, everyMs: 5000 }).readings.map(({ at }) => at) // [0, 5000, 10000]
 */
import {
  AT_REST,
  COMPOSITIONS,
  coreOf,
  evenly,
  materialOf,
  stepped,
  type Around,
  type Body,
  type PieceState,
  type Reading,
  type Warmth,
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
const ROUND: readonly Product[] = ['vegetable', 'potato-rice', 'sweet', 'other'];
/** Side of a flat piece over its thickness. */
const FLAT = 4;
const BOILING = 100;
/** A cool place is so much cooler than the others. */
const COOLER = 9;
/** W/(m² K), and °C where the step does not say. */
const USUAL: Partial<Record<NonNullable<ChainStep['equipment']>, Around>> = {
  oven: { celsius: 180, coefficient: 28 },
  hob: { celsius: 175, coefficient: 180 },
  bath: { celsius: 56, coefficient: 250 },
  grill: { celsius: 230, coefficient: 60 },
  smoker: { celsius: 110, coefficient: 20 },
  fryer: { celsius: 175, coefficient: 400 },
  cabinet: { celsius: 60, coefficient: 12 },
  refrigerator: { celsius: 4, coefficient: 10 },
  freezer: { celsius: -18, coefficient: 10 },
};
/** What is said in words of a step at the hob. */
const WET: readonly (readonly [RegExp, number])[] = [
  [/pressure/i, 118],
  [/steam|boil/i, 100],
  [/simmer/i, 95],
  [/poach/i, 78],
];

/** What keeps a surface from drying. */
const COVERED = /foil|salt|wrap|cover|lid|paper/i;

/** What is around a piece in a step of its chain. */
export function aroundOf(step: ChainStep | undefined, chain: readonly ChainStep[] = []): Around {
  if (!step || step.equipment === undefined) return AT_REST;
  const wet = WET.find(([word]) => word.test(`${step.name} ${step.setting}`));
  if (wet) return { celsius: step.celsius ?? wet[1], coefficient: 700 };
  const usual = USUAL[step.equipment];
  if (!usual) return AT_REST;
  const around = { ...usual, celsius: step.celsius ?? usual.celsius };
  const upToIt = chain.slice(0, chain.findIndex(({ id }) => id === step.id) + 1);
  const isOpen = step.kind === 'heat' && (step.equipment === 'oven' || step.equipment === 'smoker');
  const isCovered = [...upToIt, step].some(({ name, setting }) => COVERED.test(`${name} ${setting}`));
  if (!isOpen) return around;
  // Under a cover it is its own steam that cooks it.
  if (isCovered) return { celsius: BOILING + 0.08 * Math.max(0, around.celsius - BOILING), coefficient: 45 };
  return { ...around, moist: { dewPoint: 15, dries: true } };
}

function bodyOf({ product, grams }: SimulatedPiece): Body {
  const kinds = COMPOSITIONS as Partial<Record<Product, (typeof COMPOSITIONS)['vegetable']>>;
  const at = materialOf(kinds[product] ?? COMPOSITIONS.vegetable);
  const volume = grams / 1000 / at(20).density;
  return ROUND.includes(product)
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
      const cooler = piece.isCool && current?.step.kind === 'heat' ? COOLER : 0;
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
