import {
  answerKindOf,
  codesServed,
  scaleOf,
  scopeOf,
  type AnswerValue,
  type Ballot,
  type BallotItem,
  type Key,
  type Plan,
  type Serving,
  type Tasting,
} from '../bundle';
import { callsDifferent, chosenPlaces } from '../inference';
import type { RandomStream } from '../numeric';
import { trayName } from '../service';

/** The truth that a simulated panel tastes. */
export interface SimulatedTruth {
  /** How much each method is liked, on the 1 to 9 scale. */
  liking: readonly number[];
  /** Standard deviation of taste between people, per method. */
  disagreement: number;
  /** Standard deviation of one person's impression of one portion. */
  noise: number;
  /** Standard deviation between people in how high they score everything; default 0. */
  height?: number;
  /** Standard deviation between pieces cooked alike; default 0. */
  pieceSpread?: number;
  /** How much more each method is liked in a zone, by the id of the zone; default no more. */
  byZone?: Readonly<Record<string, readonly number[]>>;
  /** Points that the first sample of a set is liked more for being first; default 0. */
  firstEdge?: number;
  /** Share of panelists who do not come; default 0. */
  noShows?: number;
  /** Share of panelists who perceive any difference between methods; default all. */
  tellers?: number;
}

/** A plan to be simulated, with its key. */
export interface PlannedTasting {
  tasting: Pick<Tasting, 'methods' | 'ballot'>;
  plan: Pick<Plan, 'servings'>;
  key: Pick<Key, 'codes' | 'portions'>;
}

/** Impressions closer than this seem the same, where sameness may be said. */
const CLOSE = 0.15;

/**
 * Lets a simulated panel taste a locked plan and fill in its ballots, whatever they ask.
 *
 * Impression of a portion = liking of its method + own height and taste + the piece's luck +
 * an edge for coming first + noise, the random parts all normal. Every answer follows from the
 * impressions by the rule that its question is usually modelled with: scores are
 * impressions rounded, the odd one of a triangle is the one left over by the closest pair,
 * and so on.
 *
 * @param at ISO 8601 time that all answers carry
 * @returns one ballot per panelist who comes and sitting, all handed in
 */
export function simulateBallots(
  { tasting, plan, key }: PlannedTasting,
  truth: SimulatedTruth,
  random: RandomStream,
  at: string,
): Ballot[] {
  const place = new Map(tasting.methods.map((method, number) => [method.id, number]));
  const tags = new Map(key.portions.map((portion) => [trayName(portion), portion.tags]));
  const saysA = boundaryOf(tasting, truth);
  const luck = lazily(() => (truth.pieceSpread ?? 0) * random.normal());
  const height = lazily(() => (truth.height ? truth.height * random.normal() : 0));
  const taste = lazily(() => truth.disagreement * random.normal());
  const tells = lazily(() => (truth.tellers === undefined || random.fraction() < truth.tellers ? 1 : 0));
  const alike = truth.liking.reduce((sum, value) => sum + value, 0) / Math.max(1, truth.liking.length);
  const comes = lazily(() => (random.fraction() < (truth.noShows ?? 0) ? 0 : 1));
  return plan.servings.flatMap((serving) => {
    const { panelist, sitting } = serving;
    if (comes(panelist) === 0) return [];
    const codes = codesServed(serving);
    const first = new Set(serving.sets.filter((set) => set.codes.length > 1).map((set) => set.codes[0]));
    const own = tags.get(trayName(serving)) ?? [];
    const zoneOf = new Map(serving.sets.flatMap((set) => set.codes.map((code) => [code, set.zone ?? ''] as const)));
    const impressions = new Map(
      codes.map((code, number) => {
        const method = place.get(key.codes[code]) ?? 0;
        const edge = first.has(code) ? (truth.firstEdge ?? 0) : 0;
        const inZone = truth.byZone?.[zoneOf.get(code) ?? '']?.[method] ?? 0;
        const felt = tells(panelist) ? truth.liking[method] + inZone : alike;
        const impression = felt + height(panelist) + taste(`${panelist} ${method}`) + luck(own[number] ?? '') + edge;
        return [code, impression + truth.noise * random.normal()] as const;
      }),
    );
    const values = tasting.ballot.items.flatMap((item) => answersTo(item, serving, { impressions, saysA }, random));
    const answers = values.map((value, number) => ({
      ...value,
      id: `${panelist}-${sitting}-${number}`,
      at,
      by: 'panelist',
      reason: '',
    }));
    return [{ panelist, sitting, openedAt: at, handedInAt: at, answers }];
  });
}

/** A is learnt as the reference: impressions on its side of the middle between the methods are taken for it. */
function boundaryOf({ methods }: PlannedTasting['tasting'], { liking }: SimulatedTruth): Senses['saysA'] {
  const middle = liking.reduce((sum, value) => sum + value, 0) / Math.max(1, liking.length);
  const reference = Math.max(
    0,
    methods.findIndex((method) => method.reference),
  );
  const isAbove = liking[reference] >= middle;
  return (impression) => impression > middle === isAbove;
}

/** A value drawn once for each name. */
function lazily(draw: () => number): (name: string) => number {
  const drawn = new Map<string, number>();
  return (name) => {
    const known = drawn.get(name) ?? draw();
    drawn.set(name, known);
    return known;
  };
}

type Impressions = ReadonlyMap<string, number>;

function answersTo(
  item: BallotItem,
  serving: Serving,
  { impressions, saysA }: { impressions: Impressions; saysA: Senses['saysA'] },
  random: RandomStream,
): AnswerValue[] {
  switch (scopeOf(item)) {
    case 'ballot':
    case 'afterwards':
      return [];
    case 'sample':
      return serving.sets.flatMap(({ codes }) =>
        codes.map((code) => aboutSample(item, code, impressions.get(code) ?? 5, random)),
      );
    case 'set':
      return serving.sets.map(({ codes }, set) =>
        aboutSet(item, set, codes, { saysA, taste: (code) => impressions.get(code) ?? 5 }),
      );
  }
}

function aboutSample(item: BallotItem, code: string, impression: number, random: RandomStream): AnswerValue {
  if (answerKindOf(item) === 'words') {
    // Each word fits about as often as the sample is liked; which words is chance.
    const chance = Math.min(0.95, Math.max(0.05, impression / 10));
    const words = item.options.filter(() => random.fraction() < chance).map((option) => option.text);
    return { kind: 'words', item: item.id, code, words };
  }
  const { low, high, steps } = scaleOf(item);
  const value = low + ((impression - 1) / 8) * (high - low);
  const score = Math.min(high, Math.max(low, steps ? Math.round(value) : Math.round(value * 10) / 10));
  return { kind: 'score', item: item.id, code, score };
}

type Taste = (code: string) => number;

/** How a panelist perceives samples, and from where on an impression is taken for A. */
interface Senses {
  taste: Taste;
  saysA: (impression: number) => boolean;
}

function aboutSet(item: BallotItem, set: number, codes: readonly string[], senses: Senses): AnswerValue {
  const { taste } = senses;
  const order = [...codes].sort((a, b) => taste(b) - taste(a));
  const base = { item: item.id, set };
  switch (answerKindOf(item)) {
    case 'ranking':
      return { ...base, kind: 'ranking', ranking: rankingOf(order, taste, item.ties) };
    case 'best-worst':
      return { ...base, kind: 'best-worst', best: order[0], worst: order[order.length - 1] };
    default:
      return { ...base, kind: 'choice', choice: choiceOf(item, codes, order, senses) };
  }
}

function rankingOf(order: readonly string[], taste: Taste, ties: boolean): string[][] {
  const ranking: string[][] = [];
  order.forEach((code, place) => {
    const isClose = place > 0 && taste(order[place - 1]) - taste(code) < CLOSE;
    if (ties && isClose) ranking[ranking.length - 1].push(code);
    else ranking.push([code]);
  });
  return ranking;
}

function choiceOf(
  item: BallotItem,
  codes: readonly string[],
  order: readonly string[],
  { taste, saysA }: Senses,
): string[] {
  switch (item.kind) {
    case 'triangle':
    case 'duo-trio':
    case 'tetrad':
      return chosenPlaces(item.kind, codes.map(taste)).map((place) => codes[place]);
    case 'same-different':
      return [callsDifferent(taste(codes[0]), taste(codes[1])) ? 'different' : 'same'];
    case 'a-not-a':
      return [saysA(taste(codes[0])) ? 'a' : 'not-a'];
    case 'paired-preference':
      return item.ties && taste(order[0]) - taste(order[1]) < CLOSE ? [] : [order[0]];
    default:
      return [order[0]];
  }
}
