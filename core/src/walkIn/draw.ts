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
import {
  walkInDigest,
  type Amendment,
  type Key,
  type Panelist,
  type Plan,
  type Serving,
  type Tasting,
} from '../bundle';
import { drawCodes } from '../design';
import { keyStream, type RandomStream } from '../numeric';
import { servedPortions, type Served, type ServedPortion } from '../served';
import { Room } from './room';

/** What is drawn: the amendment with its servings for all to see, the rest under the seal. */
export interface DrawnWalkIn {
  body: Extract<Amendment['body'], { kind: 'walk-in' }>;
  /** The methods of codes that nobody else has. */
  codes: Record<string, string>;
  portions: Key['portions'];
}

/** The whole of a locked day, with its key. */
export type Day = Served & { tasting: Tasting; plan: Plan; key: Key };

/** Who came, and to which sitting: they are served at it and at those that follow. */
interface Who {
  panelist: Panelist;
  sitting: number;
}

/**
 * @returns null where too little is left to cut
 * @throws RangeError where no codes are left
 */
export function drawWalkIn(day: Day, who: Who): DrawnWalkIn | null {
  const random = keyStream(day.key.seed, `walk-in ${who.panelist.id}`);
  const portions = servedPortions(day);
  const trays = traysOf(portions.filter(({ sitting }) => sitting >= who.sitting));
  const counts = countsOf([...trays.values()].flat());
  const room = new Room(day, portions);
  const people = random
    .shuffled([
      ...new Set(day.plan.servings.filter(({ sitting }) => sitting === who.sitting).map((one) => one.panelist)),
    ])
    .map((panelist) => ({ panelist, cost: costOf(trays.get(panelist) ?? [], counts) }))
    .sort((a, b) => a.cost - b.cost);
  for (const { panelist } of people) {
    const like = trays.get(panelist) ?? [];
    const tags = room.tagsFor(like, [...trays.values()]);
    if (tags) return servingsLike(day, { who, like: panelist, plates: like, tags }, random);
  }
  return null;
}

/** By panelist, as planned: what a repair did to a plate is no order. */
function traysOf(portions: readonly ServedPortion[]): Map<string, ServedPortion[]> {
  const trays = new Map<string, ServedPortion[]>();
  for (const portion of portions) trays.set(portion.ballot, [...(trays.get(portion.ballot) ?? []), portion]);
  return trays;
}

/** Where a plate stands, and what comes before it: what orders are balanced for. */
function featuresOf(tray: readonly ServedPortion[]): string[] {
  return tray.flatMap(({ method, position, sitting, set, warmUp, planned }, at) => {
    if (warmUp) return [];
    const own = planned?.method ?? method;
    const before = tray[at - 1];
    const isNext = before !== undefined && before.sitting === sitting && before.set === set;
    return [
      `${own} at ${planned?.position ?? position}`,
      ...(isNext ? [`${own} after ${before.planned?.method ?? before.method}`] : []),
    ];
  });
}

/** How often each place and each neighbour was eaten, by those who came. */
function countsOf(portions: readonly ServedPortion[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const tray of traysOf(portions.filter(({ absent, eaten }) => eaten && !absent)).values())
    for (const feature of featuresOf(tray)) counts.set(feature, (counts.get(feature) ?? 0) + 1);
  return counts;
}

const costOf = (tray: readonly ServedPortion[], counts: ReadonlyMap<string, number>): number =>
  featuresOf(tray).reduce((sum, feature) => sum + (counts.get(feature) ?? 0), 0);

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
