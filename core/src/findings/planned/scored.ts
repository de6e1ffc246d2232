import { countOf, kindsFor, scaleOf, type BallotItem } from '../../bundle';
import { attributeTable, withinMargin, type AttributeRow, type MarginTest } from '../../inference';
import { clamped, likingFinding, type LikingFinding } from '../liking';
import type { VerdictKind } from '../verdict';
import { counted, howOften, list } from '../wording';
import { scoreOf, type HeardSet } from './heard';
import type { Answer, PlannedRules } from './answer';

/** Liking scores as the planned test, for a winner or against a margin. */
export interface Scored {
  of: 'liking';
  liking: LikingFinding | null;
  /** For "good enough": per method other than the reference, how much more it is liked, and the test against the margin. */
  margins: { method: string; difference: number; test: MarginTest }[];
}

/** Scores on words, tested together. */
export interface Profiled {
  of: 'profile';
  rows: AttributeRow[];
}

/** Reads liking scores as the planned test. */
export function scored(sets: readonly HeardSet[], rules: PlannedRules): Answer<Scored> {
  const servings = sets.flatMap((set) =>
    set.samples.map(({ code, method, piece, position }) => ({
      ...{ panelist: set.panelist, method: rules.ids[method], piece, position, rank: 0 },
      liking: scoreOf(set, rules.item, code),
    })),
  );
  const reference = rules.reference >= 0 ? rules.ids[rules.reference] : undefined;
  const liking = likingFinding(servings, {
    status: 'planned',
    methods: rules.ids,
    reference,
    ...{ alpha: rules.alpha, seed: rules.seed, limitOnly: rules.limitOnly },
  });
  const nothing = { planned: { of: 'liking' as const, liking, margins: [] }, leaders: [], support: '' };
  if (!liking) return { ...nothing, kind: 'cannot-say', sentence: 'Nobody gave scores yet.' };
  if (liking.test.test === null) return { ...nothing, kind: 'cannot-say', sentence: liking.test.reason };
  return rules.test === 'non-inferiority' && reference !== undefined
    ? goodEnough(liking, reference, rules)
    : likedBest(liking, rules);
}

function likedBest(liking: LikingFinding, rules: PlannedRules): Answer<Scored> {
  const p = liking.test.test === 'F' ? liking.test.p : 1;
  const base = { planned: { of: 'liking' as const, liking, margins: [] } };
  const support = `${counted(liking.panelists, 'panelist')}, ${counted(liking.pieces, 'piece')}. With no difference, means this far apart come up ${howOften({ p })}.`;
  if (p > rules.alpha)
    return {
      ...base,
      kind: 'no-answer',
      leaders: [],
      sentence: 'No answer yet: means like these could well be chance.',
      support,
    };
  const best = liking.means[0];
  const leading = liking.means.filter(({ letters }) => [...letters].some((one) => best.letters.includes(one)));
  const name = ({ method }: { method: string }): string => rules.names[rules.ids.indexOf(method)];
  const sentence =
    leading.length === 1
      ? `${name(best)} is liked best.`
      : `${name(best)} has the highest mean, but is not shown to differ from ${list(leading.slice(1).map(name))}.`;
  return {
    ...base,
    kind: leading.length === 1 ? 'winner' : 'leading-set',
    leaders: leading.map(({ method }) => rules.ids.indexOf(method)),
    sentence,
    support,
  };
}

/** Each method against the margin, at a level shared out between them. */
function goodEnough(liking: LikingFinding, reference: string, rules: PlannedRules): Answer<Scored> {
  const level = rules.alpha / (rules.ids.length - 1);
  const margins = liking.pairs.flatMap(({ a, b, difference, se, df }) => {
    if (a !== reference && b !== reference) return [];
    const isSecond = b === reference;
    const better = isSecond ? difference : -difference;
    const test = withinMargin({ difference: better, se, df }, rules.margin, level);
    const interval = clamped(test.interval, [-8, 8]);
    return [{ method: isSecond ? a : b, difference: better, test: { ...test, interval } }];
  });
  const good = margins.filter(({ test }) => test.nonInferior);
  // The same level the other way round: even the upper end of the interval is beyond the margin.
  const worse = margins.filter(({ test }) => test.interval[1] < -rules.margin);
  const name = (id: string): string => rules.names[rules.ids.indexOf(id)];
  const points = `${rules.margin} ${rules.margin === 1 ? 'point' : 'points'}`;
  const are = (methods: readonly { method: string }[]): string =>
    `${list(methods.map(({ method }) => name(method)))} ${methods.length === 1 ? 'is' : 'are'}`;
  const [kind, sentence]: [VerdictKind, string] =
    good.length > 0
      ? ['good-enough', `${are(good)} good enough: less than ${points} below ${name(reference)}.`]
      : worse.length === rules.ids.length - 1
        ? ['too-great-a-loss', `${are(worse)} not good enough: more than ${points} below ${name(reference)}.`]
        : [
            'no-answer',
            `Not shown to be good enough: a loss of ${points} against ${name(reference)} cannot be ruled out.`,
          ];
  return {
    planned: { of: 'liking', liking, margins },
    kind,
    leaders: good.map(({ method }) => rules.ids.indexOf(method)),
    sentence,
    support: margins
      .map(({ method, test }) => {
        const [low, high] = test.interval;
        const sure = Number((100 * (1 - 2 * level)).toFixed(1));
        return `${name(method)} less ${name(reference)} lies between ${low.toFixed(2)} and ${high.toFixed(2)} points (${sure} % interval).`;
      })
      .join(' '),
  };
}

/** Reads scores on words. */
export function profiled(
  sets: readonly HeardSet[],
  items: readonly BallotItem[],
  rules: PlannedRules,
): Answer<Profiled> {
  const rows = sets.flatMap((set) => set.samples.map((sample) => ({ set, sample })));
  const words = items.filter((item) => kindsFor('profile').includes(item.kind));
  const scores = Object.fromEntries(
    words.map((item) => [
      item.attribute || item.ask,
      rows.map(({ set, sample }) => {
        const score = scoreOf(set, item.id, sample.code);
        return score === null ? null : countOf(item, score);
      }),
    ]),
  );
  const factors = {
    panelist: rows.map(({ set }) => set.panelist),
    sample: rows.map(({ sample }) => rules.ids[sample.method]),
    piece: rows.map(({ sample }) => sample.piece),
  };
  const steps = Object.fromEntries(words.map((item) => [item.attribute || item.ask, stepOf(item)]));
  const ranges = Object.fromEntries(words.map((item) => [item.attribute || item.ask, rangeOf(item)]));
  const table = (rows.length > 0 ? attributeTable(scores, factors, rules.alpha, steps) : []).map((row) => ({
    ...row,
    means: row.means.map((mean) => ({
      ...mean,
      interval: mean.interval && clamped(mean.interval, ranges[row.attribute]),
    })),
  }));
  const planned: Profiled = { of: 'profile', rows: table };
  const tested = table.filter((row) => row.adjustedP !== null);
  if (tested.length === 0)
    return { planned, kind: 'cannot-say', leaders: [], sentence: 'There are no scores to compare.', support: '' };
  const found = tested.filter((row) => (row.adjustedP as number) <= rules.alpha);
  const people = new Set(factors.panelist).size;
  return {
    planned,
    kind: found.length > 0 ? 'told-apart' : 'no-answer',
    leaders: [],
    sentence:
      found.length > 0
        ? `They differ in ${list(found.map((row) => row.attribute))}.`
        : 'No answer yet: in no word do they differ by more than could be chance.',
    support: `${counted(people, 'panelist')}, ${counted(tested.length, 'word')}; of the differences claimed, at most one in ${Math.round(1 / rules.alpha)} should be false.`,
  };
}

/** From the lowest to the highest that a score can count. */
function rangeOf(item: BallotItem): [number, number] {
  const { low, high, steps } = scaleOf(item);
  const counts = steps?.map((step) => step.counts) ?? [low, high];
  return [Math.min(...counts), Math.max(...counts)];
}

/** The least by which two scores can differ; nobody marks a line more finely than to about a point. */
function stepOf({ kind, options }: BallotItem): number {
  if (kind !== 'category') return 1;
  const weights = options.map(({ weight }) => weight).sort((a, b) => a - b);
  const gaps = weights.slice(1).flatMap((weight, at) => (weight > weights[at] ? [weight - weights[at]] : []));
  return gaps.length > 0 ? Math.min(...gaps) : 1;
}
