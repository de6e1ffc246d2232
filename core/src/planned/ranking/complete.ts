import type { PanelistPreferences } from '../../answers';
import { pieceBlocks, type BlockRow, type NoTest, type PieceBlocks } from '../../inference';
import { claimed, decide, verdictSentence, type About, type Verdict } from '../../verdict';
import type { PlannedRules } from '../basis/answer';
import { noLeader } from '../basis/places';

/** The answer of a complete ranking. */
export interface RankedAnswer extends Verdict {
  about: About;
  /** The test of the methods; null where the plan has none, since there is one piece of each or it is older. */
  methodTest: PieceBlocks | NoTest | null;
  sentence: string;
}

/**
 * Reads a complete ranking. What is claimed of the methods rests on blocks of pieces; where
 * that shows nothing, or was not planned, what is claimed is about the pieces that were
 * eaten, by the rank sums of the people who ate them.
 */
export function readComplete(panelists: readonly PanelistPreferences[], rules: PlannedRules): RankedAnswer {
  const { names, attribute: word, alike } = rules;
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

/** What a rehearsal asks of a plan that tests methods: whether they are shown to differ. */
export const methodsOnly = (panelists: readonly PanelistPreferences[], rules: PlannedRules) =>
  claimed(noLeader(rules.ids.length), testOfMethods(panelists, rules), rules);

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
  { names, alpha, seed, asymptotic }: PlannedRules,
): PieceBlocks | NoTest =>
  pieceBlocks(rowsOfRankings(panelists), { methods: names.length, alpha, seed, asymptotic, ranked: true });
