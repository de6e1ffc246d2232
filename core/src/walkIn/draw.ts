/**
 * Servings for somebody who walks in on the day: orders that mend the balance, codes, and portions that are left.
 *
 * Use it while the plan is locked and sealed, in the seal; not to enlarge a panel before locking, where all orders
 * are drawn together.
 *
 * Common practice, no source: orders are those of somebody on the panel, so that they are valid for any test. Of
 * these it takes the one that adds least to the sum of squared counts of places and neighbours among the plates of
 * those who came: adding one to a count c raises its square by 2c + 1, so the smallest sum of counts is the best.
 *
 * @example
 * drawWalkIn(day, { panelist: { id: 'w1', seat: 17, name: '' }, sitting: 1 })?.body.servings.length // one a sitting
 */
import { codesServed } from '../questions';
import { walkInDigest, walkInsOf, type Amendment, type Key, type Panelist, type Serving } from '../bundle';
import { drawCodes } from '../design';
import { keyStream, type RandomStream } from '../numeric';
import { flights, servedPortions, type ServedPortion } from '../served';
import { hasPlace, type ReservedDay } from './reserved';
import { Room } from './room';

/** What is drawn: the amendment with its servings for all to see, the rest under the seal. */
export interface DrawnWalkIn {
  body: Extract<Amendment['body'], { kind: 'walk-in' }>;
  /** The methods of codes that nobody else has. */
  codes: Record<string, string>;
  portions: Key['portions'];
}

/** The whole of a locked day, with its key. */
export type Day = ReservedDay;

/** Who came, and to which sitting: they are served at it and at those that follow. */
interface Who {
  panelist: Panelist;
  sitting: number;
}

/**
 * Whose orders are served hangs on who came and, where codes are shared, on the plan alone: nothing that is done to a
 * plate changes what anybody sees of a guest.
 *
 * @returns null where the plan keeps no place
 * @throws RangeError where no codes are left
 */
export function drawWalkIn(day: Day, who: Who): DrawnWalkIn | null {
  const sittings = new Set(day.plan.servings.map(({ sitting }) => sitting).filter((own) => own >= who.sitting));
  const isPlaced = hasPlace(
    day,
    [...sittings].map((sitting) => ({ sitting })),
  );
  if (!isPlaced) return null;
  const random = keyStream(day.key.seed, `walk-in ${who.panelist.id}`);
  const portions = servedPortions(day);
  const trays = traysOf(portions.filter(({ sitting }) => sitting >= who.sitting));
  const features = sharesCodes(day.plan.servings) ? featuresByCode : featuresByMethod;
  const counts = countsOf([...trays.values()].flat(), features);
  const [{ panelist: like }] = random
    .shuffled([
      ...new Set(day.plan.servings.filter(({ sitting }) => sitting === who.sitting).map((one) => one.panelist)),
    ])
    .map((panelist) => ({ panelist, cost: costOf(features(trays.get(panelist) ?? []), counts) }))
    .sort((a, b) => a.cost - b.cost);
  const plates = trays.get(like) ?? [];
  const tags = new Room(day, portions).tagsFor(plates, flightmates(day, who, [...trays.values()]));
  return servingsLike(day, { who, like, plates, tags }, random);
}

/** Trays of the panel in the flight of a guest, whose pieces are ready then; all of them where that flight is nobody else's. */
function flightmates(day: Day, { panelist }: Who, trays: ServedPortion[][]): ServedPortion[][] {
  const flight = flights(day)(panelist);
  const guests = new Set(walkInsOf(day.amendments).map((guest) => guest.panelist.id));
  const near = trays.filter(([plate]) => (plate.planned ?? plate).flight === flight && !guests.has(plate.ballot));
  return near.length > 0 ? near : trays;
}

/** By panelist, as planned: what a repair did to a plate is no order. */
function traysOf(portions: readonly ServedPortion[]): Map<string, ServedPortion[]> {
  const trays = new Map<string, ServedPortion[]>();
  for (const portion of portions) trays.set(portion.ballot, [...(trays.get(portion.ballot) ?? []), portion]);
  return trays;
}

/** Where a plate stands, and what comes before it: what orders are balanced for. */
function featuresOf(tray: readonly ServedPortion[], nameOf: (plate: ServedPortion) => string): string[] {
  return tray.flatMap((plate, at) => {
    const { position, sitting, set, warmUp, planned } = plate;
    if (warmUp) return [];
    const own = nameOf(plate);
    const before = tray[at - 1];
    const isNext = before !== undefined && before.sitting === sitting && before.set === set;
    return [
      `${own} at ${planned?.position ?? position}`,
      ...(isNext ? [`${own} after ${before.warmUp ? '' : nameOf(before)}`] : []),
    ];
  });
}

type Features = (tray: readonly ServedPortion[]) => string[];

const featuresByMethod: Features = (tray) => featuresOf(tray, ({ method, planned }) => planned?.method ?? method);

/** Where codes are on several trays, everybody sees whose order a guest has: it is chosen by what everybody sees. */
const featuresByCode: Features = (tray) => featuresOf(tray, ({ sitting, zone, code }) => `${sitting} ${zone} ${code}`);

/** How often each place and each neighbour was on the trays of those who came. */
function countsOf(portions: readonly ServedPortion[], features: Features): Map<string, number> {
  const counts = new Map<string, number>();
  for (const tray of traysOf(portions.filter(({ absent }) => !absent)).values())
    for (const feature of features(tray)) counts.set(feature, (counts.get(feature) ?? 0) + 1);
  return counts;
}

const costOf = (features: readonly string[], counts: ReadonlyMap<string, number>): number =>
  features.reduce((sum, feature) => sum + (counts.get(feature) ?? 0), 0);

interface Like {
  who: Who;
  like: string;
  plates: readonly ServedPortion[];
  tags: readonly string[];
}

/** The servings of another panelist under another name, with codes of their own where everyone has those. */
function servingsLike(day: Day, { who, like, plates, tags }: Like, random: RandomStream): DrawnWalkIn {
  const own = day.plan.servings.filter(({ panelist, sitting }) => panelist === like && sitting >= who.sitting);
  const codes: Record<string, string> = {};
  const isShared = sharesCodes(day.plan.servings);
  const servings = own.map((serving): Serving => {
    const before = codesServed(serving);
    const drawn = isShared
      ? before
      : drawCodes(before.length, random, new Set([...Object.keys(day.key.codes), ...Object.keys(codes)]));
    const renamed = new Map(before.map((code, at) => [code, drawn[at]]));
    for (const [code, fresh] of renamed) if (code !== fresh) codes[fresh] = day.key.codes[code];
    const now = (code: string): string => renamed.get(code) as string;
    return {
      ...{ panelist: who.panelist.id, sitting: serving.sitting },
      warmUp: serving.warmUp === null ? null : now(serving.warmUp),
      sets: serving.sets.map((set) => ({ ...set, codes: set.codes.map(now) })),
    };
  });
  const portions = own.map(({ sitting }) => ({
    ...{ panelist: who.panelist.id, sitting },
    tags: tags.filter((_, at) => plates[at].sitting === sitting).map((tag) => asPlanned(tag, day)),
  }));
  const key = { ...day.key, codes: { ...day.key.codes, ...codes }, portions: [...day.key.portions, ...portions] };
  const digest = walkInDigest({ panelist: who.panelist, servings }, key);
  return { body: { kind: 'walk-in', panelist: who.panelist, servings, digest }, codes, portions };
}

/** Whether the plan has one code on several trays; how it was locked, whoever walked in since. */
function sharesCodes(servings: readonly Serving[]): boolean {
  const codes = servings.flatMap(codesServed);
  return new Set(codes).size < codes.length;
}

/** The piece of the plan that a tag goes back to: one that was cooked again stands in for it wherever it is cut. */
function asPlanned(tag: string, day: Pick<Day, 'kitchen'>): string {
  const before = (day.kitchen ?? []).flatMap(({ body }) =>
    body.kind === 'redone' && body.as === tag ? body.piece : [],
  );
  return before.length > 0 ? asPlanned(before[0], day) : tag;
}
