import { mainItem, type Key, type TastingBundle } from '../bundle';
import { SMALLEST_PANEL } from '../design';
import { pieceBlocks, type BlockRow, type NoTest, type PieceBlocks } from '../inference';
import { claimed, claimOf, type Claim } from './claim';
import type { PanelistPreferences } from './preferences';
import { decide, type About, type DecisionRules, type Standing, type Verdict } from './verdict';
import { verdictSentence } from './wording';

/** The answer of a complete ranking. */
export interface RankedAnswer extends Verdict {
  about: About;
  /** The test of the methods; null where the plan has none, since there is one piece of each or it is older. */
  methodTest: PieceBlocks | NoTest | null;
  sentence: string;
}

export interface RankedRules extends DecisionRules, Claim {
  names: readonly string[];
  /** The word that the ranking is about; empty where it is liking. */
  word: string;
}

/** The rules of a bundle's plan. */
export const rankedRules = ({ plan, tasting }: Pick<TastingBundle, 'plan' | 'tasting'>, key: Key): RankedRules => ({
  ...claimOf(plan, tasting),
  names: tasting.methods.map(({ name }) => name),
  word: mainItem(tasting)?.attribute ?? '',
  alpha: plan?.alpha ?? tasting.alpha,
  seed: key.seed,
});

/**
 * Reads a complete ranking. What is claimed of the methods rests on blocks of pieces; where
 * that shows nothing, or was not planned, what is claimed is about the pieces that were
 * eaten, by the rank sums of the people who ate them.
 */
export function rankedAnswer(panelists: readonly PanelistPreferences[], rules: RankedRules): RankedAnswer {
  const { names, word, alike } = rules;
  const eaten = decide(
    panelists.map((panelist) => panelist.ranks),
    rules,
  );
  const methodTest = rules.ofMethods ? testOfMethods(panelists, rules) : null;
  const answer = claimed(eaten, methodTest, rules);
  return {
    ...answer,
    methodTest,
    sentence: verdictSentence(answer, names, { about: answer.about, alike, given: 'rankings', word }),
  };
}

/** What a rehearsal asks of a complete ranking: p-values from their limits, and only of methods where the plan tests them. */
export function rehearsedRanking(
  panelists: readonly PanelistPreferences[],
  rules: RankedRules,
): Pick<RankedAnswer, 'kind' | 'about' | 'leaders'> {
  const quick = { ...rules, limitOnly: true };
  if (!rules.ofMethods) return rankedAnswer(panelists, quick);
  const nothing: Standing = { kind: 'no-answer', leaders: [], letters: [], reason: '' };
  if (panelists.length < SMALLEST_PANEL) return { ...nothing, kind: 'cannot-say', about: 'pieces' };
  return claimed(nothing, testOfMethods(panelists, quick), quick);
}

/** Every ranking of everyone, in the block that it was eaten from; everyone counts once. */
export const rowsOfRankings = (panelists: readonly PanelistPreferences[]): BlockRow[] =>
  panelists.flatMap(({ id, rankings: own }) =>
    own.map(({ block, ranks }) => ({
      ...{ panelist: id, block, values: ranks, weight: 1 / own.length },
      samples: ranks.map((_, method) => method),
    })),
  );

const testOfMethods = (
  panelists: readonly PanelistPreferences[],
  { names, alpha, seed, limitOnly }: RankedRules,
): PieceBlocks | NoTest =>
  pieceBlocks(rowsOfRankings(panelists), { methods: names.length, alpha, seed, limitOnly, ranked: true });

/** Whether two answers tell the reader the same. */
export const sameAnswer = (one: RankedAnswer, other: RankedAnswer): boolean =>
  one.kind === other.kind &&
  one.about === other.about &&
  [...one.leaders].sort().join() === [...other.leaders].sort().join();
