import { ranksByCode } from '../../bundle';
import {
  bestWorst,
  manyToOneUpperP,
  plackettLuce,
  skillingsMack,
  type BestWorstResult,
  type NoTest,
  type PieceBlocks,
  type PlackettLuceResult,
  type Ranking,
  type SkillingsMackResult,
} from '../../inference';
import { chancesOfStrengths, winnerText, type BestChances } from '../chances';
import { claimed, methodSupport, type Given } from '../claim';
import type { Standing } from '../verdict';
import { counted, howOften, verdictSentence } from '../wording';
import type { Answer, PlannedRules } from './answer';
import { setAnswer, type HeardSet } from './heard';
import { rowsOfChoices, rowsOfPlaces, testOfMethods } from './rows';

/** Rankings of some of the methods each. */
export interface Ordered {
  of: 'ranking';
  overall: SkillingsMackResult | NoTest;
  strength: Pick<PlackettLuceResult, 'test' | 'logWorth' | 'se' | 'penalised' | 'rankings'> | NoTest;
  /** How likely each method is the best; null in a rehearsal, which has no time for it. */
  chanceOfBest: BestChances | null;
  /** Per method, its mean rank within what it was tasted beside, and by how many. */
  means: { meanRank: number | null; times: number }[];
  /** Blocks of pieces as the unit; null where the plan tests no methods. */
  methodTest: PieceBlocks | NoTest | null;
}

/** Best and worst of sets. */
export interface Chosen {
  of: 'best-worst';
  result: BestWorstResult | NoTest;
  /** Blocks of pieces as the unit, on places from best over the others to worst; null where the plan tests no methods. */
  methodTest: PieceBlocks | NoTest | null;
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
  const methodTest = rules.ofMethods ? testOfMethods(rowsOfPlaces(sets, rules.item), rules, 'places') : null;
  const together = Math.max(2, ...blocks.map(({ samples }) => samples.length));
  const planned: Ordered = {
    of: 'ranking',
    overall,
    strength: fit,
    chanceOfBest:
      fit.test === null || rules.limitOnly ? null : chancesOfStrengths(fit, together, { ...rules, methodTest }),
    means: meanRanks(rankings, methods),
    methodTest,
  };
  if (overall.test === null)
    return { planned, kind: 'cannot-say', about: 'pieces', leaders: [], sentence: overall.reason, support: '' };
  const eaten = !isFound || fit.test === null ? nobody(methods) : leading(fit.logWorth, fit.covariance, rules.alpha);
  const answer = said(planned, eaten, rules, {
    given: 'rankings',
    size: `${counted(rankings.length, 'ranking')} of some of ${methods} methods each.`,
    bites: `Shuffled at random, rankings this far apart come up ${howOften(overall.probability)}.`,
  });
  const chances = planned.chanceOfBest?.about === answer.about ? planned.chanceOfBest : null;
  return {
    ...answer,
    support: `${answer.support}${answer.kind === 'winner' && chances ? winnerText(chances.chances, answer.leaders) : ''}`,
  };
}

/** The answer in words, of the methods where their test shows something. */
function said<Found extends Ordered | Chosen>(
  planned: Found,
  eaten: Standing,
  rules: PlannedRules,
  { given, size, bites }: { given: Given; size: string; bites: string },
): Answer<Found> {
  const { kind, about, leaders, ...rest } = claimed(eaten, planned.methodTest, rules);
  const words = { about, alike: rules.alike, given, word: rules.attribute };
  const sure =
    planned.methodTest?.test === 'piece-blocks'
      ? methodSupport(planned.methodTest, { about, given, bites: eaten.kind === 'no-answer' ? '' : bites })
      : bites;
  return {
    ...{ planned, kind, about, leaders },
    sentence: verdictSentence({ kind, leaders, ...rest }, rules.names, words),
    support: `${size} ${sure}`,
  };
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
  const methodTest = rules.ofMethods ? testOfMethods(rowsOfChoices(answered, rules.item), rules, 'places') : null;
  const planned: Chosen = { of: 'best-worst', result, methodTest };
  if (result.test === null)
    return { planned, kind: 'cannot-say', about: 'pieces', leaders: [], sentence: result.reason, support: '' };
  const { p } = result.likelihoodRatio;
  const eaten = p > rules.alpha ? nobody(rules.ids.length) : leading(result.logWorth, result.covariance, rules.alpha);
  return said(planned, eaten, rules, {
    given: 'choices',
    size: `${counted(choices.length, 'choice')} of best and worst.`,
    bites: `Chosen at random, choices this uneven come up ${howOften({ p })}.`,
  });
}

const UNFITTED: NoTest = { test: null, reason: 'Nothing was found, so nothing was fitted.' };

const nobody = (methods: number): Standing => ({
  ...{ kind: 'no-answer', leaders: [], reason: '' },
  letters: new Array<string>(methods).fill('a'),
});

/**
 * The strongest, and all that are not shown to be weaker. The strongest was picked out for being it, so
 * others are held against the best by Hsu's comparison: of methods that hardly differ the truly best is
 * left out at most as often as alpha says.
 */
function leading(logWorth: readonly number[], covariance: readonly (readonly number[])[], alpha: number): Standing {
  const best = logWorth.indexOf(Math.max(...logWorth));
  const others = logWorth.map((_, at) => at).filter((at) => at !== best);
  const variance = (at: number): number => covariance[best][best] + covariance[at][at] - 2 * covariance[best][at];
  const weights = others.map(() => Math.SQRT1_2);
  const p = others.map((at) => {
    const apart = (logWorth[best] - logWorth[at]) / Math.sqrt(Math.max(1e-12, variance(at)));
    return manyToOneUpperP(apart, weights, Infinity);
  });
  const tied = others.filter((_, at) => p[at] > alpha).sort((a, b) => logWorth[b] - logWorth[a]);
  // Only the best was held against the others: those tied with it are not shown to differ from any of the rest.
  const letterOf = (at: number): string => (at === best ? 'a' : tied.includes(at) ? 'ab' : 'b');
  return {
    kind: tied.length === 0 ? 'winner' : 'leading-set',
    leaders: [best, ...tied],
    letters: logWorth.map((_, at) => letterOf(at)),
    reason: '',
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
