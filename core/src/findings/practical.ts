import { decimal, list } from '../format';
import type { Effort, Tasting } from '../bundle';
import { midRanks, withinMargin } from '../inference';
import type { LikingFinding } from '../planned';
import { explored, nameIn, nothing, number, text, type Block, type SectionRecord } from '../presentation';
import type { KitchenFinding } from './kitchen';

/**
 * The largest loss of liking that is taken not to matter, in points of nine, where a
 * tasting states none of its own. Common practice, no source.
 */
export const PRACTICAL_MARGIN = 1;

/** Less is better in all of them. */
export const EFFORT_CRITERIA = ['handsOnMinutes', 'totalMinutes', 'cost', 'mess', 'skill'] as const;
export type EffortCriterion = (typeof EFFORT_CRITERIA)[number];
export type EffortWeights = Readonly<Record<EffortCriterion, number>>;

/** Each counts the same, unless somebody says otherwise. */
export const EQUAL_WEIGHTS: EffortWeights = { handsOnMinutes: 1, totalMinutes: 1, cost: 1, mess: 1, skill: 1 };

/** What a method takes, and its rank in each, 1 being least. */
export interface Ease {
  method: string;
  ranks: Record<EffortCriterion, number>;
  /** Mean of the ranks, all with the same weight. */
  meanRank: number;
  effort: Effort;
  /** Share of the mass lost in cooking, as it was weighed; null where nobody weighed it. */
  cookLoss: number | null;
}

/** For whom which method is the one, of those that come close to the best. */
export interface ForWhom {
  whom: 'least effort' | 'a large party' | 'a first-timer' | 'the smallest budget';
  /** Several where they take the same. */
  methods: string[];
  because: string;
}

/** The easiest method that is shown to be liked nearly as much as the best. */
export interface PracticalPick {
  status: 'explored';
  /** Method ids. */
  pick: string;
  best: string;
  margin: number;
  /** What the margin means, in the coordinator's words; empty where nobody said. */
  marginWords: string;
  /** Methods shown not to be worse than the best by the margin or more; the best is among them. */
  candidates: string[];
  /** Easiest first, all criteria with the same weight. */
  ease: Ease[];
  forWhom: ForWhom[];
  sentence: string;
}

/** What {@link practicalPick} weighs against each other. */
export interface Weighed {
  liking: LikingFinding | null;
  kitchen: KitchenFinding | null;
  alpha: number;
}

/** Null unless every method states its effort and liking was asked and tested. */
export function practicalPick(
  { methods, decision }: Pick<Tasting, 'methods' | 'decision'>,
  { liking, kitchen, alpha }: Weighed,
): PracticalPick | null {
  const efforts = methods.flatMap(({ effort }) => (effort ? [effort] : []));
  if (efforts.length < methods.length || !liking || liking.test.test === null) return null;
  const isStated = decision.kind === 'good-enough' || decision.kind === 'similar';
  const margin = isStated ? decision.margin : PRACTICAL_MARGIN;
  const marginWords = isStated ? decision.marginWords : '';
  const [{ method: best }] = liking.means;
  const candidates = [best, ...closeTo(best, liking, { margin, alpha })];
  const lossOf = (id: string): number | null =>
    kitchen?.methods.find(({ method }) => method === id)?.cookLoss?.mean ?? null;
  const ease = easeOf(
    methods.map(({ id }) => id),
    efforts,
    lossOf,
  );
  const pick = easiestOf({ ease, candidates, best }, EQUAL_WEIGHTS);
  const name = (id: string): string => methods.find((method) => method.id === id)?.name ?? id;
  return {
    ...{ status: 'explored', pick, best, margin, marginWords, candidates, ease },
    forWhom: forWhom(ease.filter(({ method }) => candidates.includes(method))),
    sentence:
      pick === best && !isAhead(liking)
        ? nothingShown(methods.find(({ reference }) => reference)?.name)
        : sentenceOf({ pick, best, margin }, name),
  };
}

/**
 * Easiest first by weights of one's own: looked at after unsealing, since nobody chose them before.
 *
 * @param weights not negative; where all are zero, all count the same
 */
export function byEase(ease: readonly Ease[], weights: EffortWeights): (Ease & { score: number })[] {
  const sum = EFFORT_CRITERIA.reduce((all, criterion) => all + weights[criterion], 0);
  const used = sum > 0 ? weights : EQUAL_WEIGHTS;
  const whole = sum > 0 ? sum : EFFORT_CRITERIA.length;
  return ease
    .map((one) => ({
      ...one,
      score: EFFORT_CRITERIA.reduce((all, criterion) => all + used[criterion] * one.ranks[criterion], 0) / whole,
    }))
    .sort((a, b) => a.score - b.score);
}

/** The easiest of those that come close to the best, by these weights. */
export const easiestOf = (
  { ease, candidates, best }: Pick<PracticalPick, 'ease' | 'candidates' | 'best'>,
  weights: EffortWeights,
): string => byEase(ease, weights).find(({ method }) => candidates.includes(method))?.method ?? best;

/** Methods that are not worse than the best by the margin: a one-sided test each, never a large p. */
function closeTo(best: string, { pairs }: LikingFinding, { margin, alpha }: { margin: number; alpha: number }) {
  return pairs.flatMap(({ a, b, difference, se, df }) => {
    if (a !== best && b !== best) return [];
    const other = a === best ? b : a;
    const behind = a === best ? -difference : difference;
    return withinMargin({ difference: behind, se, df }, margin, alpha).nonInferior ? [other] : [];
  });
}

function easeOf(ids: readonly string[], efforts: readonly Effort[], lossOf: (id: string) => number | null): Ease[] {
  const ranks = EFFORT_CRITERIA.map((criterion) => midRanks(efforts.map((effort) => effort[criterion])));
  return ids
    .map((method, at) => ({
      method,
      ranks: Object.fromEntries(EFFORT_CRITERIA.map((criterion, row) => [criterion, ranks[row][at]])) as Ease['ranks'],
      meanRank: ranks.reduce((sum, row) => sum + row[at] / ranks.length, 0),
      effort: efforts[at],
      cookLoss: lossOf(method),
    }))
    .sort((a, b) => a.meanRank - b.meanRank);
}

/** What each of them looks at first, and what then; common practice, no source. */
const LOOKED_AT: { whom: ForWhom['whom']; by: EffortCriterion[]; because: (effort: Effort) => string }[] = [
  { whom: 'least effort', by: ['handsOnMinutes', 'mess'], because: (own) => `${own.handsOnMinutes} min of hands` },
  {
    whom: 'a large party',
    by: ['handsOnMinutes', 'cost'],
    because: (own) => `${own.handsOnMinutes} min of hands, ${own.cost.toFixed(2)} a portion`,
  },
  { whom: 'a first-timer', by: ['skill', 'mess'], because: (own) => `skill ${own.skill} of 5, mess ${own.mess} of 5` },
  { whom: 'the smallest budget', by: ['cost'], because: (own) => `${own.cost.toFixed(2)} a portion` },
];

function forWhom(close: readonly Ease[]): ForWhom[] {
  if (close.length < 2) return [];
  return LOOKED_AT.map(({ whom, by, because }) => {
    const least = by.reduce((left, criterion) => {
      const smallest = Math.min(...left.map(({ effort }) => effort[criterion]));
      return left.filter(({ effort }) => effort[criterion] === smallest);
    }, close);
    return { whom, methods: least.map(({ method }) => method), because: because(least[0].effort) };
  });
}

/** A line each, such as "For a first-timer: Poached (skill 1 of 5, mess 1 of 5)". */
export const forWhomLines = ({ forWhom: all }: PracticalPick, nameOf: (id: string) => string): string[] =>
  all.map(({ whom, methods, because }) => `For ${whom}: ${list(methods.map(nameOf))} (${because}).`);

/** Whether the best liked is shown to be liked more than any other. */
const isAhead = ({ means: [best, ...others] }: LikingFinding): boolean =>
  others.some(({ letters }) => ![...letters].some((letter) => best.letters.includes(letter)));

/** Whoever comes out first where nothing is shown does so by chance: no reason to change anything. */
const nothingShown = (reference: string | undefined): string =>
  reference === undefined
    ? 'No method is shown to be liked more than another, nor an easier one to be as good: effort and cost may decide.'
    : `No method is shown to be liked more than another, nor an easier one to be as good. Stay with ${reference}, or let effort and cost decide.`;

function sentenceOf(
  { pick, best, margin }: Pick<PracticalPick, 'pick' | 'best' | 'margin'>,
  name: (id: string) => string,
): string {
  const sentence =
    pick === best
      ? `${name(best)} is the one to cook: nothing easier was shown to come within ${points(margin)} of it in liking.`
      : `${name(pick)} is the easy choice: less work, and shown to be at most ${points(margin)} below ${name(best)} in liking.`;
  return capitalised(sentence);
}

const points = (margin: number): string => (margin === 1 ? 'one point' : `${margin} points`);
const capitalised = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

export const practicalSection: SectionRecord<PracticalPick> = {
  why: {
    how: 'Close to the best: the interval of the loss of liking, one-sided, lies below the margin. Of those, the easiest: methods are ranked in each of five criteria, and the ranks averaged.',
    source:
      'one-sided test of non-inferiority from the same model as liking; the five criteria are common practice, with no source',
  },
  lines: (practical, told) =>
    explored('effort against liking', [practical.sentence, ...forWhomLines(practical, nameIn(told))]),
  blocks: (practical, told): Block[] => [
    { kind: 'text', text: practical.sentence, look: 'plain' },
    ...easeTable(practical, nameIn(told)),
    ...forWhomLines(practical, nameIn(told)).map(text),
  ],
  charts: nothing,
};

/** What each takes, easiest first. */
function easeTable({ ease, best, candidates }: PracticalPick, nameOf: (id: string) => string): Block[] {
  const close = (method: string): string =>
    method === best ? 'the best liked' : candidates.includes(method) ? 'close to it' : 'not shown to be close';
  return [
    {
      kind: 'table',
      above: 'Easiest first: mean of the ranks in five criteria, all with the same weight',
      columns: [
        { name: 'Method', isWide: true },
        ...['Hands on, min', 'In all, min', 'Cost', 'Mess', 'Skill', 'Lost, %', 'Rank', 'Liking'].map(number),
      ],
      rows: ease.map(({ method, effort, meanRank, cookLoss }) => [
        nameOf(method),
        ...[effort.handsOnMinutes, effort.totalMinutes].map(String),
        decimal(effort.cost, 2),
        ...[effort.mess, effort.skill].map(String),
        cookLoss === null ? '–' : decimal(100 * cookLoss, 1),
        decimal(meanRank, 1),
        close(method),
      ]),
    },
  ];
}
