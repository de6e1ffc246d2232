import { scoreOf, type AnsweredSet, type Reading } from '../answers';
import type { BallotItem, Key, TastingBundle } from '../bundle';
import type { Chart } from '../charts';
import { SMALLEST_PANEL } from '../design';
import { holm, justAboutRight, type MeanDrop } from '../inference';
import { explored, factOf, nameIn, type SectionRecord, type SectionContext } from '../presentation';

/** What it costs that somebody found too little, or too much. */
export interface Cost {
  people: number;
  /** Mean liking of those who found it just right, less that of these; null where one of the two is nobody, or liking was not asked. */
  drop: number | null;
  interval: [number, number] | null;
  /** Welch's p, adjusted over all methods and both sides of the question; null where it cannot be tested. */
  adjustedP: number | null;
  /** Whether these are a fifth of the people or more; of fewer nothing is said. */
  isLarge: boolean;
  /** Whether it does cost liking, among so many. */
  isCostly: boolean;
}

export interface JustRightOf {
  /** Method id. */
  method: string;
  /** Servings by answer: much and a little too little, just right, a little and much too much. */
  counts: [number, number, number, number, number];
  servings: number;
  tooLittle: Cost;
  tooMuch: Cost;
}

/** A just-about-right question by method, with what being off costs; about the pieces that were eaten. */
export interface JustRightFinding {
  item: string;
  ask: string;
  /** How its two sides are called, such as "not crisp enough" and "too crisp", and its ends. */
  sides: Sides;
  methods: JustRightOf[];
  sentence: string;
}

/** Groups smaller than this share are common practice to leave alone. */
const FEWEST = 0.2;

/**
 * Every just-about-right question: who finds too little, just right or too much, and how much less those like it.
 *
 * All servings are counted; what being off costs is of each person's first serving of a method, so that people are the
 * unit. Costs are tested by Welch, with Holm's adjustment over methods and sides. That people who find it too salty like it less
 * is no proof that salting less would please them.
 */
export function justRightFindings({ bundle, key, sets }: Reading): JustRightFinding[] {
  const { items } = bundle.tasting.ballot;
  const asked = items.filter(({ kind }) => kind === 'just-right');
  if (asked.length === 0) return [];
  const liking = items.find(({ kind }) => kind === 'liking')?.id ?? null;
  return asked.flatMap((item) => {
    const found = justRightOf(item, liking, sets, bundle, key);
    return found.methods.some(({ servings }) => servings > 0) ? [found] : [];
  });
}

interface Said {
  panelist: string;
  answer: number;
  liking: number | null;
}

function justRightOf(
  item: BallotItem,
  liking: string | null,
  sets: readonly AnsweredSet[],
  { tasting, plan }: TastingBundle,
  key: Key,
): JustRightFinding {
  const alpha = plan?.alpha ?? tasting.alpha;
  const read = tasting.methods.map(({ id }, method) => {
    const said = saidOf(item.id, liking, sets, method);
    const firsts = said.filter(({ panelist }, at) => said.findIndex((one) => one.panelist === panelist) === at);
    const liked = firsts.flatMap((one) => (one.liking === null ? [] : [{ answer: one.answer, liking: one.liking }]));
    const test = justAboutRight(liked, alpha, `${key.seed} ${item.id} ${id}`);
    const off = (sign: number): number => firsts.filter(({ answer }) => Math.sign(answer) === sign).length;
    const sides = test.test === null ? [null, null] : [test.tooLittle, test.tooMuch];
    return { id, said, people: firsts.length, sides, off: [off(-1), off(1)] };
  });
  const adjusted = adjustedOver(read.map(({ sides }) => sides));
  const methods = read.map(({ id, said, people, sides, off }, at): JustRightOf => {
    const cost = (side: 0 | 1): Cost =>
      costOf(sides[side], { people: off[side], of: people, p: adjusted[at][side], alpha });
    return { method: id, counts: countsOf(said), servings: said.length, tooLittle: cost(0), tooMuch: cost(1) };
  });
  const names = new Map(tasting.methods.map(({ id, name }) => [id, name]));
  const nameOf = (id: string): string => names.get(id) ?? id;
  const sides = sidesOf(item);
  return {
    ...{ item: item.id, ask: item.ask, sides, methods },
    sentence: sentenceOf(methods, sides, nameOf),
  };
}

const saidOf = (item: string, liking: string | null, sets: readonly AnsweredSet[], method: number): Said[] =>
  sets.flatMap((set) =>
    set.samples
      .filter((sample) => sample.method === method)
      .flatMap(({ code }) => {
        const answer = scoreOf(set, item, code);
        if (answer === null) return [];
        return [{ panelist: set.panelist, answer, liking: liking === null ? null : scoreOf(set, liking, code) }];
      }),
  );

const countsOf = (said: readonly Said[]): JustRightOf['counts'] => {
  const of = (score: number): number => said.filter(({ answer }) => answer === score).length;
  return [of(-2), of(-1), of(0), of(1), of(2)];
};

/** Holm over every side of every method that has a test. */
function adjustedOver(sides: readonly (MeanDrop | null)[][]): (number | null)[][] {
  const adjusted = holm(sides.flat().flatMap((side) => side?.welch?.p ?? []));
  let at = 0;
  return sides.map((own) => own.map((side) => (side?.welch ? adjusted[at++] : null)));
}

function costOf(
  side: MeanDrop | null,
  { people, of, p, alpha }: { people: number; of: number; p: number | null; alpha: number },
): Cost {
  const drop = side?.meanDrop ?? null;
  const isLarge = of >= SMALLEST_PANEL && people >= FEWEST * of;
  const isCostly = isLarge && drop !== null && drop > 0 && p !== null && p <= alpha;
  return { people, drop, interval: side?.interval ?? null, adjustedP: p, isLarge, isCostly };
}

/** What the two sides, and their ends, are called. */
export interface Sides {
  tooLittle: string;
  tooMuch: string;
  ends: [string, string];
}

const sidesOf = ({ attribute: word, low, high }: BallotItem): Sides => ({
  tooLittle: word ? `not ${word} enough` : 'too little',
  tooMuch: word ? `too ${word}` : 'too much',
  ends: [low || 'much too little', high || 'much too much'],
});

function sentenceOf(methods: readonly JustRightOf[], sides: Sides, nameOf: (id: string) => string): string {
  const costly = methods.flatMap(({ method, ...own }) =>
    (['tooLittle', 'tooMuch'] as const).flatMap((side) =>
      own[side].isCostly
        ? [`${nameOf(method)} less by ${own[side].drop?.toFixed(1)} where it was ${sides[side]} for them`]
        : [],
    ),
  );
  if (costly.length > 0) return `People liked ${costly.join(', and ')}.`;
  const [right, all] = methods.reduce(([sum, of], { counts, servings }) => [sum + counts[2], of + servings], [0, 0]);
  const share = `${right} of ${all} answers were just about right`;
  const isKnown = methods.some(({ tooLittle, tooMuch }) => tooLittle.drop !== null || tooMuch.drop !== null);
  return isKnown ? `${share}; what was off did not show to cost liking.` : `${share}.`;
}

/** A line for each method: how many found what, and what that costs. */
export const justRightLines = (
  { sentence, sides, methods }: JustRightFinding,
  nameOf: (id: string) => string,
): string[] => [
  sentence,
  ...methods
    .filter(({ servings }) => servings > 0)
    .map(({ method, counts: [much, little, right, more, most], servings, ...own }) => {
      const costs = (['tooLittle', 'tooMuch'] as const).flatMap((side) => costText(own[side], sides[side]) ?? []);
      const found = [
        `${much} ${sides.ends[0]}`,
        `${little} ${sides.tooLittle}`,
        `${right} just about right`,
        `${more} ${sides.tooMuch}`,
        `${most} ${sides.ends[1]}`,
      ];
      return [`${nameOf(method)}: ${found.join(', ')}, of ${servings}`, ...costs].join('; ');
    }),
];

/** "too crisp costs 1.2 (0.3 to 2.1), p = 0.012 for as many tests"; null where nothing is known of it, or too few say so. */
export function costText({ people, drop, interval, adjustedP, isLarge }: Cost, side: string): string | null {
  // Of one person there is nothing to say how sure it is, and a few who happen to agree look surer than they are.
  if (people < 2 || !isLarge || drop === null || interval === null) return null;
  const within = ` (${interval[0].toFixed(1)} to ${interval[1].toFixed(1)})`;
  return `${side} costs ${drop.toFixed(1)}${within}${adjustedP === null ? '' : `, p = ${adjustedP.toPrecision(2)} for as many tests`}`;
}

export const justRightSection: SectionRecord<JustRightFinding[]> = {
  why: {
    how: 'Mean liking of those who found it just right, less that of those who found too little, or too much; each person once, by their first serving. p by Welch, adjusted by Holm over methods and sides; intervals by resampling.',
    source:
      'Lawless & Heymann, Sensory Evaluation of Food, chapter 14; Welch 1947, Biometrika 34, 28-35; leaving groups below a fifth alone is common practice',
  },
  lines: (all, context) => all.flatMap((one) => explored(one.ask, justRightLines(one, nameIn(context)))),
  blocks: (all, context) => all.map((one) => factOf(one.ask, justRightLines(one, nameIn(context)))),
  charts: (all, context) => all.map((one) => justRightChart(one, context)),
};

function justRightChart({ item, sentence, sides, methods }: JustRightFinding, context: SectionContext): Chart {
  return {
    ...{ kind: 'shares', id: `just-right-${item}`, title: sentence, status: 'explored' },
    parts: [sides.ends[0], sides.tooLittle, 'just about right', sides.tooMuch, sides.ends[1]],
    rows: methods.flatMap(({ method, counts, servings }) => {
      const place = context.methods.findIndex(({ id }) => id === method);
      return servings > 0 ? [{ place, name: context.methods[place].name, counts, note: `of ${servings}` }] : [];
    }),
  };
}
