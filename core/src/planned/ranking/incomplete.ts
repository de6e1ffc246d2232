import { counted } from '../../format';
import { setAnswer, type AnsweredSet } from '../../answers';
import { ranksByCode } from '../../bundle';
import {
  plackettLuce,
  skillingsMack,
  type NoTest,
  type PieceBlocks,
  type PlackettLuceResult,
  type Ranking,
  type SkillingsMackResult,
} from '../../inference';
import { chancesOfStrengths, howOften, winnerText, type BestChances } from '../../verdict';
import type { Answer, PlannedRules } from '../basis/answer';
import { answerByPlaces, leadingByWorth, noLeader, sameSamples } from '../basis/places';
import { rowsOfPlaces, testOfMethods } from '../basis/rows';

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

/** Reads incomplete rankings. */
export function readIncomplete(sets: readonly AnsweredSet[], rules: PlannedRules): Answer<Ordered> {
  const methods = rules.ids.length;
  const rankings = ownRankings(sets, rules.item);
  const blocks = rankings.map((ranking) => {
    const places = ranking.flatMap((group, at) => group.map((method) => ({ method, at })));
    return { samples: places.map(({ method }) => method), values: places.map(({ at }) => at) };
  });
  const overall = skillingsMack(blocks, methods, { seed: rules.seed, asymptotic: rules.asymptotic });
  const isFound = overall.test !== null && overall.probability.p <= rules.alpha;
  // A rehearsal only asks who leads, and only where anything was found.
  const fit = rules.asymptotic && !isFound ? UNFITTED : plackettLuce(rankings, methods);
  const methodTest = rules.ofMethods ? testOfMethods(rowsOfPlaces(sets, rules.item), rules, 'places') : null;
  const together = Math.max(2, ...blocks.map(({ samples }) => samples.length));
  const planned: Ordered = {
    of: 'ranking',
    overall,
    strength: fit,
    chanceOfBest:
      fit.test === null || rules.asymptotic ? null : chancesOfStrengths(fit, together, { ...rules, methodTest }),
    means: meanRanks(rankings, methods),
    methodTest,
  };
  if (overall.test === null)
    return { planned, kind: 'cannot-say', about: 'pieces', leaders: [], sentence: overall.reason, support: '' };
  const served =
    !isFound || fit.test === null ? noLeader(methods) : leadingByWorth(fit.logWorth, fit.covariance, rules.alpha);
  const answer = answerByPlaces(planned, served, rules, {
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

/**
 * The rankings, one for each panelist and group of samples: who ranks the same samples several
 * times (replicates, zones) is heard once, by the mean of the places.
 */
function ownRankings(sets: readonly AnsweredSet[], item: string): Ranking[] {
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

const UNFITTED: NoTest = { test: null, reason: 'Nothing was found, so nothing was fitted.' };

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
