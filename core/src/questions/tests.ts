import type { BallotItem, Decision, ItemKind, Tasting, Test } from '../tasting';
import { TEST_FACTS } from './testFacts';

/** The kinds of question that a planned test can read. */
export const kindsFor = (test: Test): readonly ItemKind[] => TEST_FACTS[test].reads;

export const showsSimilarity = (test: Test): boolean => TEST_FACTS[test].showsSimilarity;

/** Tests of liking scores against the margin that was stated. */
export const isAgainstMargin = (test: Test): boolean => TEST_FACTS[test].margin !== null;

/** A loss lies to one side of the margin; a difference may lie either way. */
export const sidesOf = (test: Test): 1 | 2 => TEST_FACTS[test].margin?.sides ?? 1;

/** Whether a difference is to be ruled out, not found. */
export const seeksSimilarity = ({
  decision,
  test,
}: Pick<Tasting, 'test'> & { decision: Pick<Decision, 'kind'> }): boolean =>
  decision.kind === 'similar' && showsSimilarity(test);

/** The question that the planned test goes by: the first of a kind that it can read. */
export function mainItem({ test, ballot }: Pick<Tasting, 'test' | 'ballot'>): BallotItem | undefined {
  return ballot.items.find((item) => kindsFor(test).includes(item.kind));
}
