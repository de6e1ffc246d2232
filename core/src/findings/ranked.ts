import type { Plan } from '../bundle';
import { pieceBlocks, type NoTest, type PieceBlocks } from '../inference';
import type { PanelistPreferences } from './preferences';
import { decide, standing, type About, type DecisionRules, type Verdict } from './verdict';
import { verdictSentence } from './wording';

/** The answer of a complete ranking. */
export interface RankedAnswer extends Verdict {
  about: About;
  /** The test of the methods; null where the plan has none, since there is one piece of each or it is older. */
  methodTest: PieceBlocks | NoTest | null;
  sentence: string;
}

export interface RankedRules extends DecisionRules {
  plan: Pick<Plan, 'analysis'>;
  names: readonly string[];
  /** The word that the ranking is about; empty where it is liking. */
  word: string;
}

/**
 * Reads a complete ranking. What is claimed of the methods rests on blocks of pieces; where
 * that shows nothing, or was not planned, what is claimed is about the pieces that were
 * eaten, by the rank sums of the people who ate them.
 */
export function rankedAnswer(
  panelists: readonly PanelistPreferences[],
  { plan, names, word, ...rules }: RankedRules,
): RankedAnswer {
  const eaten = decide(
    panelists.map((panelist) => panelist.ranks),
    rules,
  );
  const methodTest = plan.analysis === 'piece-blocks-then-tukey' ? testOfMethods(panelists, rules) : null;
  const isShown =
    eaten.kind !== 'cannot-say' && methodTest?.test === 'piece-blocks' && methodTest.probability.p <= rules.alpha;
  const verdict = isShown
    ? {
        ...eaten,
        ...standing(
          methodTest.meanRanks,
          methodTest.pairs.filter((pair) => pair.adjustedP <= rules.alpha),
        ),
      }
    : eaten;
  const about = isShown ? 'methods' : 'pieces';
  return { ...verdict, about, methodTest, sentence: verdictSentence(verdict, names, about, word) };
}

/** Everyone counts once, over however many rankings. */
function testOfMethods(panelists: readonly PanelistPreferences[], { alpha, seed, limitOnly }: DecisionRules) {
  const rankings = panelists.flatMap(({ id, rankings: own }) =>
    own.map(({ block, ranks }) => ({ panelist: id, block, ranks, weight: 1 / own.length })),
  );
  return pieceBlocks(rankings, { alpha, seed, limitOnly });
}

/** Whether two answers tell the reader the same. */
export const sameAnswer = (one: RankedAnswer, other: RankedAnswer): boolean =>
  one.kind === other.kind &&
  one.about === other.about &&
  [...one.leaders].sort().join() === [...other.leaders].sort().join();
