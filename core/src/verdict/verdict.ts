import { SMALLEST_PANEL } from '../design';
import {
  friedman,
  letters,
  rankSumPairs,
  shaffer,
  type FriedmanResult,
  type NoTest,
  type RankSumPair,
} from '../inference';

export type RankingVerdictKind = 'winner' | 'leading-set' | 'no-answer' | 'cannot-say';
/** Over all planned tests. */
export type VerdictKind =
  | RankingVerdictKind
  | 'told-apart'
  | 'good-enough'
  | 'too-great-a-loss'
  | 'similar'
  | 'too-different';

/** What a verdict speaks of: the methods, or only the pieces that were eaten. */
export type About = 'methods' | 'pieces';

/** Who leads, before it is put into words. */
export interface Standing {
  kind: RankingVerdictKind;
  /** Methods (by position) that lead: the best one, and all not shown to differ from it. */
  leaders: number[];
  /** Letters by method position: two methods differ if they share none. */
  letters: string[];
  /** Why nothing can be said; empty unless `kind` is 'cannot-say'. */
  reason: string;
}

/** The answer to "which is liked best?" of a complete ranking, by the people who ate. */
export interface Verdict extends Standing {
  overall: FriedmanResult | NoTest;
  pairs: RankSumPair[];
}

/** What {@link decide} needs beside the ranks. */
export interface DecisionRules {
  alpha: number;
  seed: string;
  /** The limit in place of enumerations and drawings, for the many panels of a rehearsal. */
  asymptotic?: boolean;
  onProgress?: (fraction: number) => void;
}

/**
 * Decides which methods lead. Pairs are compared only under a Friedman test that came out
 * at alpha or below; the letters and leaders rest on p-values adjusted under it (Shaffer).
 *
 * @param rows one row of mid-ranks per panelist
 */
export function decide(rows: readonly (readonly number[])[], rules: DecisionRules): Verdict {
  const overall = friedman(rows, rules);
  const nothing = { leaders: [], overall, pairs: [], letters: rows[0]?.map(() => 'a') ?? [], reason: '' };
  if (overall.test === null) return { ...nothing, kind: 'cannot-say', reason: overall.reason };

  const own = rankSumPairs(rows);
  const adjusted = shaffer(
    own.map(({ probability }) => probability.p),
    rows[0].length,
  );
  const pairs = own.map((pair, at) => ({ ...pair, adjustedP: adjusted[at] }));
  const tooFew = rows.length < SMALLEST_PANEL;
  if (tooFew) return { ...nothing, pairs, kind: 'cannot-say', reason: tooFewReason(rows.length) };
  if (overall.probability.p > rules.alpha) return { ...nothing, pairs, kind: 'no-answer' };

  const different = pairs.filter((pair) => pair.adjustedP <= rules.alpha);
  return { ...nothing, pairs, ...standing(overall.rankSums, different) };
}

/**
 * Who leads: the best, and all that are not shown to differ from it.
 *
 * @param means mean ranks or sums of ranks by method, less being better
 * @param different pairs shown to differ
 */
export function standing(
  means: readonly number[],
  different: readonly { a: number; b: number }[],
): Pick<Standing, 'leaders' | 'letters'> & { kind: 'winner' | 'leading-set' } {
  const order = means.map((_, method) => method).sort((a, b) => means[a] - means[b]);
  const placeOf = (method: number): number => order.indexOf(method);
  const groups = letters(
    order.length,
    different.map((pair) => [placeOf(pair.a), placeOf(pair.b)] as const),
  );
  const best = order[0];
  const beaten = new Set(different.flatMap((pair) => (pair.a === best ? [pair.b] : pair.b === best ? [pair.a] : [])));
  const leaders = order.filter((method) => !beaten.has(method));
  const kind = leaders.length === 1 ? 'winner' : 'leading-set';
  return { kind, leaders, letters: order.map((_, method) => groups[placeOf(method)]) };
}

function tooFewReason(panelists: number): string {
  const people = panelists === 1 ? 'One panelist is' : `${panelists} panelists are`;
  return `${people} too few for a verdict: below ${SMALLEST_PANEL}, even complete agreement on two samples may well be chance.`;
}
