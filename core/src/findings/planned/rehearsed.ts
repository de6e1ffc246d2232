import type { BallotItem } from '../../bundle';
import type { NoTest, PieceBlocks } from '../../inference';
import { isAgainstMargin } from '../../questions';
import { claimed } from '../claim';
import type { Standing } from '../verdict';
import type { Answer, PlannedRules } from './answer';
import type { HeardSet } from './heard';
import { wordsOf, wordTests, type Profiled } from './profiled';
import { rowsOfChoices, rowsOfPlaces, rowsOfScores, testOfMethods } from './rows';
import { againstMargin, marginsOf } from './margins';
import type { Scored } from './scored';

/**
 * What a rehearsal asks of a plan that tests methods: whether they are shown to differ. Nothing is
 * reckoned of the pieces that were eaten, which would be no answer to such a plan.
 */
export function rehearsed(
  sets: readonly HeardSet[],
  items: readonly BallotItem[],
  rules: PlannedRules,
): Answer<Scored | Profiled> {
  if (rules.test === 'profile') {
    const methodTests = wordTests(sets, wordsOf(items), rules);
    const isFound = methodTests.some(({ adjustedP }) => adjustedP !== null && adjustedP <= rules.alpha);
    return answer(
      { kind: isFound ? 'told-apart' : 'no-answer', leaders: [] },
      { of: 'profile', rows: [], methodTests },
    );
  }
  const isPlaced = rules.test === 'ranking' || rules.test === 'best-worst';
  const methodTest = testOfMethods(rowsOf(sets, rules), rules, isPlaced ? 'places' : 'scores');
  const planned: Scored = { of: 'liking', liking: null, methodTest, letters: [], margins: [] };
  if (isAgainstMargin(rules.test) && rules.reference >= 0) return answer(ofMargins(methodTest, rules), planned);
  const nothing: Standing = { kind: 'no-answer', leaders: [], letters: [], reason: '' };
  return answer(claimed(nothing, methodTest, { ...rules, isMore: rules.test === 'liking' }), planned);
}

function rowsOf(sets: readonly HeardSet[], { test, item }: PlannedRules) {
  switch (test) {
    case 'ranking':
      return rowsOfPlaces(sets, item);
    case 'best-worst':
      return rowsOfChoices(sets, item);
    default:
      return rowsOfScores(sets, item);
  }
}

const ofMargins = (methodTest: PieceBlocks | NoTest, rules: PlannedRules) =>
  methodTest.test === null
    ? { kind: 'no-answer' as const, leaders: [] }
    : againstMargin(marginsOf(methodTest.pairs, rules), 'methods', rules);

const answer = <Found>({ kind, leaders }: Pick<Answer<Found>, 'kind' | 'leaders'>, planned: Found): Answer<Found> => ({
  ...{ planned, kind, about: 'methods', leaders, sentence: '', support: '' },
});
