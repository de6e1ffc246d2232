import { list } from '../format';
import { scoreOf, type AnsweredSet, type Reading } from '../answers';
import { answerKindOf, scaleOf, type BallotItem, type TastingBundle } from '../bundle';
import { captionOf, type MapChart } from '../charts';
import { SMALLEST_PANEL } from '../design';
import { drivers, preferenceMap, principalComponents, type Ellipse } from '../inference';
import { explored, factOf, nothing, type SectionRecord, type SectionContext } from '../presentation';

/** How methods differ in several scales at once, as a picture; about the pieces that were eaten. */
export interface AttributesMap {
  /** Scales, by their names. */
  attributes: string[];
  /** Shares of what differs, along each axis. */
  shares: number[];
  /** By method, and by scale: places on two axes. */
  methods: [number, number][];
  words: [number, number][];
  /** By method: where it might as well stand, had others been asked. */
  ellipses: Ellipse[];
  people: number;
  /** By method, the share of people whose liking points towards it; null where liking was not asked, or there are too few methods. */
  likedBy: number[] | null;
  sentence: string;
}

/** How a scale and liking go together, within people. */
export interface Driver {
  attribute: string;
  /** Points of liking for ten points of a line, or one step of a category; alone, and beside all other scales. */
  alone: number;
  together: number | null;
  per: 10 | 1;
  /** How closely: from -1 to 1, each person's own level taken out. */
  correlation: number;
}

/** What goes with liking; no proof of cause, and about these pieces. */
export interface DriversFinding {
  drivers: Driver[];
  people: number;
  servings: number;
  /** Share of the liking within people that all scales together go along with. */
  rSquared: number;
  sentence: string;
}

/** Scales that say how something is, not how well it is liked. */
const attributesOf = ({ tasting }: TastingBundle): BallotItem[] =>
  tasting.ballot.items.filter(
    (item) => answerKindOf(item) === 'score' && item.kind !== 'liking' && item.kind !== 'just-right',
  );

const nameOf = (item: BallotItem): string => item.attribute || item.ask;

/** Draws for the ellipses: a picture needs no more. */
const DRAWS = 300;

/** @returns null for fewer than two scales or three methods, or too few people who scored everything */
export function attributesMap({ bundle, key, alpha, sets }: Reading): AttributesMap | null {
  const items = attributesOf(bundle);
  const { methods, ballot } = bundle.tasting;
  if (items.length < 2 || methods.length < 3) return null;
  const people = byPerson(sets);
  const whole = people.flatMap((sets) => {
    const profile = methods.map((_, method) => items.map((item) => meanOf(sets, item, method)));
    return profile.every((row) => row.every((mean) => mean !== null)) ? [{ sets, profile: profile }] : [];
  });
  if (whole.length < SMALLEST_PANEL) return null;
  const found = principalComponents(
    whole.map(({ profile }) => profile),
    { alpha, seed: `${key.seed} map`, draws: DRAWS },
  );
  if (found.test === null) return null;
  const onTwo = (places: readonly (readonly number[])[]): [number, number][] =>
    places.map(([across, upwards]) => [across ?? 0, upwards ?? 0]);
  const liking = ballot.items.find(({ kind }) => kind === 'liking');
  const places = onTwo(found.samples);
  return {
    attributes: items.map(nameOf),
    shares: [found.shares[0] ?? 0, found.shares[1] ?? 0],
    methods: places,
    words: onTwo(found.attributes),
    ellipses: found.ellipses,
    people: whole.length,
    likedBy: liking
      ? likedBy(
          places,
          whole.map(({ sets }) => sets),
          liking,
        )
      : null,
    sentence: mapSentence(items.map(nameOf), found.attributes, found.shares[0] ?? 0),
  };
}

function likedBy(
  places: readonly [number, number][],
  people: readonly AnsweredSet[][],
  liking: BallotItem,
): number[] | null {
  const scores = people.flatMap((sets) => {
    const own = places.map((_, method) => meanOf(sets, liking, method));
    return own.every((score) => score !== null) ? [own] : [];
  });
  const map = preferenceMap(places, scores);
  return map.test === null || scores.length < SMALLEST_PANEL ? null : map.likedBy;
}

/** A scale that goes with an axis by so much is said to lie along it; common practice, no source. */
const ALONG = 0.7;

function mapSentence(names: readonly string[], attributes: readonly (readonly number[])[], share: number): string {
  const along = names.filter((_, at) => Math.abs(attributes[at][0] ?? 0) >= ALONG).map((name) => `“${name}”`);
  const most = `${Math.round(100 * share)} % of what differs`;
  return along.length > 0
    ? `${most} between these pieces lies along ${list(along)}.`
    : `${most} lies along no one scale.`;
}

/** @returns null where liking was not asked beside scales, or too few answered both */
export function driversFinding({ bundle, sets }: Reading): DriversFinding | null {
  const items = attributesOf(bundle);
  const liking = bundle.tasting.ballot.items.find(({ kind }) => kind === 'liking');
  if (!liking || items.length === 0) return null;
  const servings = sets.flatMap((set) =>
    set.samples.flatMap(({ code }) => {
      const [liked, scores] = [scoreOf(set, liking.id, code), items.map((item) => scoreOf(set, item.id, code))];
      return liked === null || scores.includes(null)
        ? []
        : [{ panelist: set.panelist, liking: liked, attributes: scores as number[] }];
    }),
  );
  const found = drivers(servings);
  if (found.test === null || found.panelists < SMALLEST_PANEL) return null;
  const spreadOf = (value: (serving: (typeof servings)[number]) => number): number => {
    const people = new Map<string, number[]>();
    for (const one of servings) people.set(one.panelist, [...(people.get(one.panelist) ?? []), value(one)]);
    const squares = [...people.values()].flatMap((own) => {
      const mean = own.reduce((sum, score) => sum + score, 0) / own.length;
      return own.map((score) => (score - mean) ** 2);
    });
    return Math.sqrt(squares.reduce((sum, square) => sum + square, 0));
  };
  const ofLiking = spreadOf((one) => one.liking);
  const own = items.flatMap((item, at): Driver[] => {
    const per = scaleOf(item).steps === null ? 10 : 1;
    const spread = spreadOf((one) => one.attributes[at]);
    const alone = found.alone[at].slope;
    // Scored the same by everyone for everything, it goes with nothing.
    if (spread === 0 || !Number.isFinite(alone)) return [];
    const together = found.together[at]?.slope;
    return [
      {
        ...{ attribute: nameOf(item), per, alone: per * alone },
        together: together === undefined || !Number.isFinite(together) ? null : per * together,
        correlation: ofLiking > 0 ? (alone * spread) / ofLiking : 0,
      },
    ];
  });
  if (own.length === 0) return null;
  const sorted = own.sort((a, b) => Math.abs(b.correlation) - Math.abs(a.correlation));
  const { panelists: people, rSquared } = found;
  return { drivers: sorted, people, servings: servings.length, rSquared, sentence: driverSentence(sorted[0]) };
}

/** Weaker than this is not worth a sentence; common practice, no source. */
const WORTH_SAYING = 0.3;

function driverSentence({ attribute, alone, correlation, per }: Driver): string {
  if (Math.abs(correlation) < WORTH_SAYING) return 'No scale goes along with liking to speak of.';
  const how = alone > 0 ? 'more' : 'less';
  const size = Math.abs(alone).toFixed(1);
  return `What somebody found more “${attribute}” they liked ${how}: by ${size} for ${per === 10 ? 'ten points' : 'a step'} of it.`;
}

/** A line for each scale. */
export const driverLines = ({ sentence, drivers: all, people, servings, rSquared }: DriversFinding): string[] => [
  sentence,
  ...all.map(
    ({ attribute, alone, together, per, correlation }) =>
      `${attribute}: ${signed(alone)} of liking for ${per === 10 ? 'ten points' : 'a step'}${together === null ? '' : `, beside the others ${signed(together)}`}; correlation ${signed(correlation)}`,
  ),
  `Within people, ${people} of them, ${servings} servings; all scales together go along with ${Math.round(100 * rSquared)} % of it. No proof of cause.`,
];

/** A line for the axes, and one for each method. */
export const mapLines = (map: AttributesMap, nameOfMethod: (place: number) => string): string[] => [
  map.sentence,
  ...map.methods.map(([across, upwards], place) => {
    const liked = map.likedBy ? `; towards it points the liking of ${Math.round(100 * map.likedBy[place])} %` : '';
    return `${nameOfMethod(place)}: across ${signed(across)}, upwards ${signed(upwards)}${liked}`;
  }),
  `Scales: ${map.attributes.map((name, at) => `${name} ${signed(map.words[at][0])}, ${signed(map.words[at][1])}`).join('; ')}.`,
];

const signed = (value: number): string => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(2)}`;

function byPerson(sets: readonly AnsweredSet[]): AnsweredSet[][] {
  const people = new Map<string, AnsweredSet[]>();
  for (const set of sets) people.set(set.panelist, [...(people.get(set.panelist) ?? []), set]);
  return [...people.values()];
}

function meanOf(sets: readonly AnsweredSet[], item: BallotItem, method: number): number | null {
  const scores = sets.flatMap((set) =>
    set.samples.filter((sample) => sample.method === method).flatMap(({ code }) => scoreOf(set, item.id, code) ?? []),
  );
  return scores.length === 0 ? null : scores.reduce((sum, score) => sum + score, 0) / scores.length;
}

export const mapSection: SectionRecord<AttributesMap> = {
  why: {
    how: 'Mean scores by method, each scale with its mean taken out and of the same weight, turned so that the first axis holds as much of what differs as one can, and the second as much of the rest. Where a method might as well stand: panelists are drawn anew, and each map turned to fit the first. Liking points towards a method where somebody’s scores, laid along the map, say more than their own average.',
    source:
      'Jolliffe, Principal Component Analysis, chapters 2 and 3; Husson, Lê & Pagès 2005, Food Quality and Preference 16, 245-250; Lawless & Heymann, Sensory Evaluation of Food, chapter 18',
  },
  lines: (map, context) =>
    explored(
      'scales at once',
      mapLines(map, (place) => context.methods[place].name),
    ),
  blocks: (map, context) => [
    factOf(
      'Scales at once',
      mapLines(map, (place) => context.methods[place].name),
    ),
  ],
  charts: (map, context) => [attributesChart(map, context)],
};

/** How methods differ in all scales at once. */
export function attributesChart(
  map: AttributesMap,
  { methods, alpha }: Pick<SectionContext, 'methods' | 'alpha'>,
): MapChart {
  // Scales are correlations with the axes, methods are places: each is drawn as far out as the other.
  const reach = Math.max(1e-9, ...map.methods.flat().map(Math.abs));
  return {
    ...{ kind: 'map', id: 'map', title: map.sentence, status: 'explored', isPointing: true },
    caption: captionOf(
      `Principal components of the means: a scale points to the methods that have more of it. Within a ring a method might as well stand, had other people been asked (${Math.round(100 * (1 - alpha))} %).`,
      map.shares,
    ),
    methods: methods.map(({ name }, place) => ({
      ...{ name, place, at: map.methods[place] },
      ellipse: map.ellipses[place] ?? null,
    })),
    words: map.attributes.map((name, at) => ({
      ...{ name, isBold: false },
      at: [reach * map.words[at][0], reach * map.words[at][1]] as const,
    })),
  };
}

export const driversSection: SectionRecord<DriversFinding> = {
  why: {
    how: 'Each person’s own level is taken out of liking and of each scale; the slope is how liking changes where the scale does, alone and with all other scales held. No test is made of it: samples differ in much besides, and few samples make many scales go together.',
    source: 'Lawless & Heymann, Sensory Evaluation of Food, chapter 18',
  },
  lines: (drivers) => explored('what goes with liking', driverLines(drivers)),
  blocks: (drivers) => [factOf('What goes with liking', driverLines(drivers))],
  charts: nothing,
};
