import { scoreOf, type AnsweredSet } from '../../answers';
import type { MarginTest, NoTest, PieceBlocks } from '../../inference';
import type { FoundSection } from '../../presentation';
import { aboutBites, type About } from '../../verdict';
import type { Answer, PlannedRules } from './answer';
import { likingFinding, type LikingFinding } from './liking';
import { rowsOfScores, testOfMethods, type SampleReader } from './rows';

/** Per method other than the reference, how much more it is liked, and the test against the margin. */
export type Margins = { method: string; difference: number; test: MarginTest }[];

/** Liking scores as the planned test, for a winner or against a margin. */
export interface Scored {
  of: 'liking';
  /** Bites as the unit. */
  liking: LikingFinding | null;
  /** Blocks of pieces as the unit; null where the plan tests no methods. */
  methodTest: PieceBlocks | NoTest | null;
  /** By method place, of what the verdict speaks of: two differ if they share none. Empty where nothing was found. */
  letters: string[];
  /** For a test against a margin: of every method other than the reference. */
  margins: Margins;
}

export type ScoresSection = FoundSection<'scores', Scored>;

/** Scores of liking, sample by sample. */
export const scoreReader: SampleReader = { of: 'scores', rows: (sets, item) => rowsOfScores(sets, item) };

/**
 * Reads liking scores as the planned test.
 *
 * @param concluded what follows, once there are scores to compare
 */
export function readScores(
  sets: readonly AnsweredSet[],
  rules: PlannedRules,
  concluded: (liking: LikingFinding, methodTest: Scored['methodTest']) => Answer<Scored>,
): Answer<Scored> {
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
    ...{ alpha: rules.alpha, seed: rules.seed, asymptotic: rules.asymptotic, alike: rules.alike },
  });
  const methodTest = rules.ofMethods ? testOfMethods(rowsOfScores(sets, rules.item), rules, 'scores') : null;
  const nothing = {
    planned: { of: 'liking' as const, liking, methodTest, letters: [], margins: [] },
    ...{ kind: 'cannot-say' as const, about: 'pieces' as const, leaders: [], support: '' },
  };
  if (!liking) return { ...nothing, sentence: 'Nobody gave scores yet.' };
  if (liking.test.test === null) return { ...nothing, sentence: liking.test.reason };
  return concluded(liking, methodTest);
}

/** Plans from before pieces were tested have them in the model: that speaks of methods where pieces are seen to vary. */
export const aboutModel = (liking: LikingFinding, rules: PlannedRules): About =>
  !rules.ofMethods && liking.variances.some(({ term, variance }) => term === 'piece' && variance > 0)
    ? 'methods'
    : aboutBites(rules);
