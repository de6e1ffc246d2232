import { ranksByCode } from '../../bundle';
import {
  bestWorst,
  chanceOfBest,
  holm,
  plackettLuce,
  skillingsMack,
  type BestWorstResult,
  type NoTest,
  type PlackettLuceResult,
  type Ranking,
  type SkillingsMackResult,
} from '../../inference';
import { normalTwoSided } from '../../numeric';
import { counted, howOften, list, traitOf } from '../wording';
import { setAnswer, type HeardSet } from './heard';
import type { Answer, PlannedRules } from './answer';

/** Rankings of some of the methods each. */
export interface Ordered {
  of: 'ranking';
  overall: SkillingsMackResult | NoTest;
  strength: Pick<PlackettLuceResult, 'test' | 'logWorth' | 'se' | 'penalised' | 'rankings'> | NoTest;
  /** Per method how often it would come out best; null in a rehearsal, which has no time for it. */
  chanceOfBest: number[] | null;
  /** Per method, its mean rank within what it was tasted beside, and by how many. */
  means: { meanRank: number | null; times: number }[];
}

/** Best and worst of sets. */
export interface Chosen {
  of: 'best-worst';
  result: BestWorstResult | NoTest;
}

/** Reads incomplete rankings. */
export function ordered(sets: readonly HeardSet[], rules: PlannedRules): Answer<Ordered> {
  const methods = rules.ids.length;
  const rankings = ownRankings(sets, rules.item);
  const blocks = rankings.map((ranking) => {
    const places = ranking.flatMap((group, at) => group.map((method) => ({ method, at })));
    return { samples: places.map(({ method }) => method), values: places.map(({ at }) => at) };
  });
  const overall = skillingsMack(blocks, methods, { seed: rules.seed, limitOnly: rules.limitOnly });
  const isFound = overall.test !== null && overall.probability.p <= rules.alpha;
  // A rehearsal only asks who leads, and only where anything was found.
  const fit = rules.limitOnly && !isFound ? UNFITTED : plackettLuce(rankings, methods);
  const planned: Ordered = {
    of: 'ranking',
    overall,
    strength: fit,
    chanceOfBest: fit.test === null || rules.limitOnly ? null : chanceOfBest(rankings, fit, rules).chances,
    means: meanRanks(rankings, methods),
  };
  if (overall.test === null) return { planned, kind: 'cannot-say', leaders: [], sentence: overall.reason, support: '' };
  const { p } = overall.probability;
  const support = `${counted(rankings.length, 'ranking')} of some of ${methods} methods each. Shuffled at random, rankings this far apart come up ${howOften({ p })}.`;
  if (!isFound || fit.test === null)
    return {
      planned,
      kind: 'no-answer',
      leaders: [],
      sentence: 'No answer yet: rankings like these could well be chance.',
      support,
    };
  const variance = (a: number, b: number): number =>
    fit.covariance[a][a] + fit.covariance[b][b] - 2 * fit.covariance[a][b];
  return { planned, ...leading(fit.logWorth, variance, rules), support };
}

/**
 * The rankings, one for each panelist and group of samples: who ranks the same samples several
 * times (replicates, zones) is heard once, by the mean of the places.
 */
function ownRankings(sets: readonly HeardSet[], item: string): Ranking[] {
  const heard = new Map<string, Map<number, number>>();
  for (const set of sets) {
    const ranking = setAnswer(set, item, 'ranking')?.ranking;
    if (!ranking) continue;
    const places = heard.get(sameSamples(set)) ?? new Map<number, number>();
    heard.set(sameSamples(set), places);
    const rankOf = ranksByCode(ranking);
    for (const { code, method } of set.samples)
      places.set(method, (places.get(method) ?? 0) + (rankOf.get(code) as number));
  }
  return [...heard.values()].map((places) => {
    const levels = [...new Set(places.values())].sort((a, b) => a - b);
    return levels.map((level) => [...places.keys()].filter((method) => places.get(method) === level));
  });
}

const sameSamples = ({ panelist, samples }: HeardSet): string =>
  [panelist, ...samples.map(({ method }) => method).sort((a, b) => a - b)].join(' ');

/** Reads best-and-worst choices; who chooses from the same samples several times counts once in all. */
export function chosen(sets: readonly HeardSet[], rules: PlannedRules): Answer<Chosen> {
  const answered = sets.filter((set) => setAnswer(set, rules.item, 'best-worst'));
  const times = new Map<string, number>();
  for (const set of answered) times.set(sameSamples(set), (times.get(sameSamples(set)) ?? 0) + 1);
  const choices = answered.flatMap((set) => {
    const answer = setAnswer(set, rules.item, 'best-worst');
    const methodOf = (code: string): number => set.samples.find((sample) => sample.code === code)?.method ?? -1;
    const shown = set.samples.map(({ method }) => method);
    const weight = 1 / (times.get(sameSamples(set)) ?? 1);
    return answer ? [{ shown, best: methodOf(answer.best), worst: methodOf(answer.worst), weight }] : [];
  });
  const result = bestWorst(choices, rules.ids.length);
  const planned: Chosen = { of: 'best-worst', result };
  if (result.test === null) return { planned, kind: 'cannot-say', leaders: [], sentence: result.reason, support: '' };
  const { p } = result.likelihoodRatio;
  const support = `${counted(choices.length, 'choice')} of best and worst. Chosen at random, choices this uneven come up ${howOften({ p })}.`;
  if (p > rules.alpha)
    return {
      ...{ planned, kind: 'no-answer', leaders: [], support },
      sentence: 'No answer yet: choices like these could well be chance.',
    };
  const { covariance: v } = result;
  return { planned, ...leading(result.logWorth, (a, b) => v[a][a] + v[b][b] - 2 * v[a][b], rules), support };
}

const UNFITTED: NoTest = { test: null, reason: 'Nothing was found, so nothing was fitted.' };

/** The strongest, and all that are not shown to be weaker (Wald tests, Holm-adjusted). */
function leading(
  logWorth: readonly number[],
  variance: (a: number, b: number) => number,
  { alpha, names, attribute }: PlannedRules,
): Pick<Answer<unknown>, 'kind' | 'leaders' | 'sentence'> {
  const trait = traitOf(attribute);
  const best = logWorth.indexOf(Math.max(...logWorth));
  const others = logWorth.map((_, at) => at).filter((at) => at !== best);
  const p = holm(
    others.map((at) =>
      normalTwoSided((logWorth[best] - logWorth[at]) / Math.sqrt(Math.max(1e-12, variance(best, at)))),
    ),
  );
  const tied = others.filter((_, at) => p[at] > alpha).sort((a, b) => logWorth[b] - logWorth[a]);
  if (tied.length === 0) return { kind: 'winner', leaders: [best], sentence: `${names[best]} ${trait.best}.` };
  if (tied.length === others.length)
    return {
      kind: 'leading-set',
      leaders: [best, ...tied],
      sentence: `They are not all ${trait.alike}, but which is ${trait.first} cannot be told.`,
    };
  const few = tied.length <= 4 ? list(tied.map((at) => names[at])) : `${tied.length} others`;
  return {
    kind: 'leading-set',
    leaders: [best, ...tied],
    sentence: `${names[best]} is ahead, but not shown to differ from ${few}.`,
  };
}

function meanRanks(rankings: readonly Ranking[], methods: number): Ordered['means'] {
  const sums = new Array<number>(methods).fill(0);
  const times = new Array<number>(methods).fill(0);
  for (const ranking of rankings) {
    let before = 0;
    for (const group of ranking) {
      for (const method of group) {
        sums[method] += before + (group.length + 1) / 2;
        times[method]++;
      }
      before += group.length;
    }
  }
  return sums.map((sum, at) => ({ meanRank: times[at] > 0 ? sum / times[at] : null, times: times[at] }));
}
