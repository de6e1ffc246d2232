import { pText } from '../format';
import type { Plan, Tasting } from '../bundle';
import { saysHow, type NoTest, type PieceBlocks, type PieceClusters, type SimilarityTest } from '../inference';
import { ANALYSIS_FACTS, inPercent } from '../questions';
import { standing, type About, type Standing } from './verdict';
import { howOften } from './wording';

/** What a locked plan lets its answer speak of. */
export interface Claim {
  /** Whether it tests methods by their pieces; else what bites say is all there is. */
  ofMethods: boolean;
  /** Whether pieces cooked alike were taken to taste alike, so that bites speak of the methods. */
  alike: boolean;
}

export const claimOf = (plan: Pick<Plan, 'analysis'> | null, { takenAlike }: Pick<Tasting, 'takenAlike'>): Claim => ({
  ofMethods: plan !== null && ANALYSIS_FACTS[plan.analysis].ofMethods,
  alike: takenAlike !== '',
});

/** What bites speak of by themselves. */
export const aboutBites = ({ alike }: Pick<Claim, 'alike'>): About => (alike ? 'methods' : 'pieces');

/**
 * What is said in the end: what the test of methods shows, where it shows something; else what
 * holds of the pieces that were eaten.
 *
 * @param eaten what bites say
 * @param isMore whether more is better, as in scores
 */
export function claimed<V extends Standing>(
  eaten: V,
  methodTest: PieceBlocks | NoTest | null,
  { alpha, alike, isMore = false }: Pick<Claim, 'alike'> & { alpha: number; isMore?: boolean },
): V & { about: About } {
  if (eaten.kind === 'cannot-say' || methodTest?.test !== 'piece-blocks' || methodTest.probability.p > alpha)
    return { ...eaten, about: aboutBites({ alike }) };
  const means = methodTest.means.map((mean) => (isMore ? -mean : mean));
  const different = methodTest.pairs.filter((pair) => pair.adjustedP <= alpha);
  return { ...eaten, ...standing(means, different), about: 'methods' };
}

/** What people gave: "rankings", "scores". */
export type Given = 'rankings' | 'scores' | 'choices';

/**
 * How sure a test of methods is, in words, beside what bites say.
 *
 * @param bites how sure the pieces that were eaten are, as a sentence; empty where they show nothing
 */
export function methodSupport(
  test: PieceBlocks | PieceClusters,
  { about, given, bites }: { about: About; given: Given; bites: string },
): string {
  const [p, isDrawn] =
    test.test === 'piece-blocks' ? [test.probability.p, test.by === 'relabelling'] : [test.p, test.by === 'swaps'];
  const asIf = isDrawn ? 'Had these pieces been given to methods at random' : 'With no difference between methods';
  const often = howOften({ p });
  if (about === 'methods') return `${asIf}, ${given} this far apart would come up ${often}.`;
  if (bites === '') return `${asIf}, ${given} as far apart as these would come up ${often}.`;
  return `${bites} But pieces cooked alike differ too: ${asIf.charAt(0).toLowerCase()}${asIf.slice(1)}, this would come up ${often}, so it says nothing yet of the methods.`;
}

/** A test of the methods in figures, as a sentence; empty where the plan has none. */
export function methodTestText(test: PieceBlocks | PieceClusters | NoTest | null): string {
  if (test === null) return '';
  if (test.test === null) return `Of the methods: ${test.reason}`;
  if (test.test === 'piece-clusters') {
    const by = test.by === 'swaps' ? 'by all swaps of the methods' : `by Student’s t on ${test.df} df`;
    const limit = test.limit === 0 ? '' : ` where ${test.limit.toFixed(3)} is to be ruled out,`;
    return `Of the methods: ${test.clusters} groups of people who shared no piece, on average ${test.mean.toFixed(3)} above guessing (standard error ${test.se.toFixed(3)}),${limit} p ${pText(test.p)} ${by}.`;
  }
  const by = test.by === 'F' ? 'from F' : `by re-assigning methods within blocks (${saysHow(test.probability)})`;
  const of = test.scale === 'odds' ? ' (of the log odds of being placed behind another)' : '';
  return `Of the methods: F${of} ${test.F === null ? 'beyond any number' : test.F.toFixed(3)} on ${test.df1} and ${test.df2} df in ${test.blocks} blocks of pieces${test.joined > 0 ? ` (${test.joined} of them joined from several, for too few people ate from each)` : ''}, p ${pText(test.probability.p)} ${by}.`;
}

/** What a test of similarity ruled out, in figures. */
export function similarityText({ pd, p, mostPd, criticalCorrect }: SimilarityTest): string {
  const critical =
    criticalCorrect === null
      ? 'no number of right answers is few enough'
      : `${criticalCorrect} right answers or fewer rule it out`;
  return `Fewer than ${inPercent(pd)} who can tell: p ${pText(p)} (exact binomial, one-sided); ${critical}. Not ruled out: up to ${(100 * mostPd).toFixed(1)} %.`;
}
