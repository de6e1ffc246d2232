import { SMALLEST_PANEL } from '../design';
import { friedman, letters, rankSumPairs, type FriedmanResult, type NoTest, type RankSumPair } from '../inference';

export type RankingVerdictKind = 'winner' | 'leading-set' | 'no-answer' | 'cannot-say';
/** Over all planned tests. */
export type VerdictKind = RankingVerdictKind | 'told-apart' | 'good-enough' | 'too-great-a-loss';

/** The answer to "which is liked best?", before it is put into words. */
export interface Verdict {
  kind: RankingVerdictKind;
  /** Methods (by position) that lead: the one with the lowest rank sum and all not shown to differ from it. */
  leaders: number[];
  overall: FriedmanResult | NoTest;
  pairs: RankSumPair[];
  /** Letters by method position: two methods differ if they share none. */
  letters: string[];
  /** Why nothing can be said; empty unless `kind` is 'cannot-say'. */
  reason: string;
}

/** What {@link decide} needs beside the ranks. */
export interface DecisionRules {
  alpha: number;
  seed: string;
  /** The limit in place of enumerations and drawings, for the many panels of a rehearsal. */
  limitOnly?: boolean;
  onProgress?: (fraction: number) => void;
}

/**
 * Decides which methods lead. Pairs are compared only under a Friedman test that came out
 * at alpha or below; the letters and leaders rest on Holm-adjusted p-values.
 *
 * @param rows one row of mid-ranks per taster
 */
export function decide(rows: readonly (readonly number[])[], rules: DecisionRules): Verdict {
  const overall = friedman(rows, rules);
  const nothing = { leaders: [], overall, pairs: [], letters: rows[0]?.map(() => 'a') ?? [], reason: '' };
  if (overall.test === null) return { ...nothing, kind: 'cannot-say', reason: overall.reason };

  const pairs = rankSumPairs(rows);
  const tooFew = rows.length < SMALLEST_PANEL;
  if (tooFew) return { ...nothing, pairs, kind: 'cannot-say', reason: tooFewReason(rows.length) };
  if (overall.probability.p > rules.alpha) return { ...nothing, pairs, kind: 'no-answer' };

  const order = overall.rankSums.map((_, method) => method).sort((a, b) => overall.rankSums[a] - overall.rankSums[b]);
  const different = pairs.filter((pair) => pair.adjustedP <= rules.alpha);
  const places = order.map((_, place) => place);
  const placeOf = (method: number): number => order.indexOf(method);
  const groups = letters(
    places.length,
    different.map((pair) => [placeOf(pair.a), placeOf(pair.b)] as const),
  );
  const best = order[0];
  const beaten = new Set(different.flatMap((pair) => (pair.a === best ? [pair.b] : pair.b === best ? [pair.a] : [])));
  const leaders = order.filter((method) => !beaten.has(method));
  const kind = leaders.length === 1 ? 'winner' : 'leading-set';
  return { kind, leaders, overall, pairs, letters: order.map((_, method) => groups[placeOf(method)]), reason: '' };
}

function tooFewReason(tasters: number): string {
  const people = tasters === 1 ? 'One taster is' : `${tasters} tasters are`;
  return `${people} too few for a verdict: below ${SMALLEST_PANEL}, even complete agreement on two samples may well be chance.`;
}

/** Whether two verdicts tell the reader the same. */
export function sameVerdict(one: Verdict, other: Verdict): boolean {
  return one.kind === other.kind && [...one.leaders].sort().join() === [...other.leaders].sort().join();
}
