import { counted, list } from '../format';
import { scoreOf, type AnsweredSet, type Reading } from '../answers';
import { answerKindOf, countOf, scaleOf, type BallotItem, type TastingBundle } from '../bundle';
import { dots, higherFirst, rowsOf } from '../charts';
import { MIXED, MIXED_SOURCE, PIECES, totalsAnswer } from '../planned';
import { factOf, nameIn, under, type SectionRecord } from '../presentation';
import { type About, type VerdictKind } from '../verdict';

/** How many times a scale counts in a total; below 0 the less, the better. */
export interface Weight {
  item: string;
  weight: number;
}

/** One scale of a total. */
export interface Criterion extends Weight {
  name: string;
}

/** Scales added up by their weights, from 0 to 100. */
export interface WeightedFinding {
  criteria: Criterion[];
  kind: VerdictKind;
  about: About;
  /** Method ids. */
  leaders: string[];
  sentence: string;
  support: string;
  /** By method id, best first. */
  means: { method: string; mean: number | null; interval: [number, number] | null; letters: string }[];
  /** Scales that people answer so much alike that one thing counts twice; from -1 to 1 within people. */
  twins: { a: string; b: string; correlation: number }[];
  people: number;
}

/** From here on two scales say the same; common practice, no source. */
const TWIN = 0.9;
/** Totals are read as scores of liking are, and told from 0 to 100. */
const [LOW, HIGH] = [1, 9];

/** Scales that may count in a total: how much of something, where more of it, or less, may be wanted. */
export const criteriaOf = ({ ballot }: Pick<TastingBundle['tasting'], 'ballot'>): BallotItem[] =>
  ballot.items.filter((item) => answerKindOf(item) === 'score' && item.kind !== 'just-right');

/** All of them with their names, and the weights of the plan. */
export function allCriteria(tasting: Pick<TastingBundle['tasting'], 'ballot'>): Criterion[] {
  const items = criteriaOf(tasting);
  const names = namesOf(items);
  const planned = plannedWeights(tasting);
  return items.map(({ id }, at) => ({
    ...{ item: id, name: names[at] },
    weight: planned.find(({ item }) => item === id)?.weight ?? 0,
  }));
}

/** The weights that a plan was locked with; nothing where fewer than two scales count. */
export function plannedWeights(tasting: Pick<TastingBundle['tasting'], 'ballot'>): Weight[] {
  const own = criteriaOf(tasting).flatMap(({ id, weight = 0 }) => (weight === 0 ? [] : [{ item: id, weight }]));
  return own.length > 1 ? own : [];
}

/**
 * Every serving by the weighted mean of its scales, each from its lowest to its highest step; read by the
 * same tests as scores of liking. A serving that lacks one of the scores has no total.
 *
 * @param weights of scales that the ballot asks; others count for nothing
 * @returns null where fewer than two scales count, or nobody answered them all
 */
export function weightedFinding(reading: Reading, weights: readonly Weight[]): WeightedFinding | null {
  const { tasting } = reading.bundle;
  const items = criteriaOf(tasting).flatMap((item) => {
    const weight = weights.find((one) => one.item === item.id)?.weight ?? 0;
    return weight === 0 ? [] : [{ item, weight }];
  });
  if (items.length < 2) return null;
  const all = items.reduce((sum, { weight }) => sum + Math.abs(weight), 0);
  const total = (set: AnsweredSet, code: string): number | null => {
    const parts = items.map(({ item, weight }) => partOf(set, item, code, weight));
    if (parts.some((part) => part === null)) return null;
    return LOW + ((HIGH - LOW) * (parts as number[]).reduce((sum, part) => sum + part, 0)) / all;
  };
  const { planned, kind, about, leaders, sentence, support } = totalsAnswer(reading, total);
  if (!planned.liking) return null;
  const names = namesOf(items.map(({ item }) => item));
  return {
    criteria: items.map(({ item, weight }, at) => ({ item: item.id, weight, name: names[at] })),
    ...{ kind, about, sentence, support, leaders: leaders.map((method) => tasting.methods[method].id) },
    means: planned.liking.means.map(({ method, mean, interval, letters }) => {
      const letter = planned.letters[tasting.methods.findIndex(({ id }) => id === method)] ?? letters;
      const ends = interval && ([ofHundred(interval[0]), ofHundred(interval[1])] as [number, number]);
      return { method, mean: mean === null ? null : ofHundred(mean), interval: ends, letters: letter };
    }),
    twins: twinsOf(reading, { items: items.map(({ item }) => item), names }),
    people: planned.liking.panelists,
  };
}

const ofHundred = (score: number): number => (100 * (score - LOW)) / (HIGH - LOW);

/** What a scale brings to the total of a serving, between nothing and its weight; null without a score. */
function partOf(set: AnsweredSet, item: BallotItem, code: string, weight: number): number | null {
  const score = scoreOf(set, item.id, code);
  if (score === null) return null;
  const share = shareOf(item, score) ?? 0;
  return weight > 0 ? weight * share : -weight * (1 - share);
}

/** Where a score lies between the lowest and the highest that its scale can count, from 0 to 1; null where those are one. */
export function shareOf(item: BallotItem, score: number): number | null {
  const { low, high, steps } = scaleOf(item);
  const counts = steps?.map((step) => step.counts) ?? [low, high];
  const [least, most] = [Math.min(...counts), Math.max(...counts)];
  return most > least ? (countOf(item, score) - least) / (most - least) : null;
}

function namesOf(items: readonly BallotItem[]): string[] {
  return items.map(({ attribute, kind, ask }) => attribute || (kind === 'liking' ? 'liking' : ask));
}

/** Pairs of scales that go together within people, or ask about one word: one thing would count twice. */
function twinsOf(
  { sets }: Reading,
  { items, names }: { items: readonly BallotItem[]; names: readonly string[] },
): WeightedFinding['twins'] {
  const people = new Map<string, number[][]>();
  for (const set of sets) {
    for (const { code } of set.samples) {
      const scores = items.map((item) => scoreOf(set, item.id, code));
      if (scores.every((score) => score !== null))
        people.set(set.panelist, [...(people.get(set.panelist) ?? []), scores]);
    }
  }
  const rows = [...people.values()].flatMap(aboutOwnMean);
  return items.flatMap((one, a) =>
    items.slice(a + 1).flatMap((other, at) => {
      const b = a + 1 + at;
      const correlation = correlationOf(rows, a, b);
      const isSameWord = one.attribute !== '' && one.attribute.toLowerCase() === other.attribute.toLowerCase();
      return isSameWord || Math.abs(correlation) >= TWIN ? [{ a: names[a], b: names[b], correlation }] : [];
    }),
  );
}

function aboutOwnMean(rows: readonly (readonly number[])[]): number[][] {
  const means = rows[0].map((_, at) => rows.reduce((sum, row) => sum + row[at], 0) / rows.length);
  return rows.map((row) => row.map((value, at) => value - means[at]));
}

/** Of columns with mean 0; 0 where one of them does not vary. */
function correlationOf(rows: readonly (readonly number[])[], a: number, b: number): number {
  const sum = (one: number, other: number): number => rows.reduce((total, row) => total + row[one] * row[other], 0);
  const spread = Math.sqrt(sum(a, a) * sum(b, b));
  return spread > 0 ? sum(a, b) / spread : 0;
}

/** The weights in words: "liking 2, juicy 1, dry −1 (the less, the better)". */
export const weightsText = (criteria: readonly Criterion[]): string =>
  list(criteria.map(({ name, weight }) => `${name} ${Math.abs(weight)}${weight < 0 ? ' (the less, the better)' : ''}`));

/** That one thing counts twice, a sentence for each pair. */
export const correlatedScales = ({ twins }: Pick<WeightedFinding, 'twins'>): string[] =>
  twins.map(({ a, b, correlation }) =>
    a.toLowerCase() === b.toLowerCase()
      ? `“${a}” is asked twice, and counts twice.`
      : `“${a}” and “${b}” go together (${correlation.toFixed(2)} within people): one thing may count twice.`,
  );

/** A line for the answer, one for each method, one for the weights. */
export const weightedLines = (found: WeightedFinding, nameOf: (id: string) => string): string[] => [
  `${found.sentence} ${found.support}`,
  ...found.means.map(
    ({ method, mean, interval, letters }) =>
      `${nameOf(method)}: ${mean === null ? 'none' : mean.toFixed(1)}${interval ? ` (${interval[0].toFixed(1)} to ${interval[1].toFixed(1)})` : ''}, ${letters}`,
  ),
  `Of 100; weights: ${weightsText(found.criteria)}; ${counted(found.people, 'panelist')}.`,
  ...correlatedScales(found),
];

export const weightedSection: SectionRecord<WeightedFinding> = {
  why: {
    how: `Every serving is the mean of its scales, each from its lowest to its highest step, by their weights; then as scores of liking are read: ${MIXED} Of the methods: F of the means of blocks of pieces, or re-assignment within them.`,
    source: `weights are the coordinator’s own, and adding scales up is common practice, with no source; ${MIXED_SOURCE}; ${PIECES}`,
  },
  lines: (weighted, told) => under('Weighted total:', weightedLines(weighted, nameIn(told))),
  blocks: (weighted, told) => [factOf('Weighted total', weightedLines(weighted, nameIn(told)))],
  charts: (weighted, told, status) =>
    dots({
      ...{ id: 'weighted', title: weighted.sentence, status, unit: 'total of 100', domain: [0, 100] },
      rows: rowsOf(told, ({ id }) => {
        const mean = weighted.means.find(({ method }) => method === id);
        return { at: mean?.mean ?? null, interval: mean?.interval ?? null, note: mean?.letters ?? '' };
      }).sort(higherFirst),
    }),
};
