export {
  answerKindOf,
  choicesOf,
  codesServed,
  countedCodes,
  guessedCode,
  countOf,
  hasPart,
  hasRightAnswer,
  isOfTwoSamples,
  isScaleOfWord,
  placeOfAnswer,
  scaleOf,
  scopeOf,
  type Part,
  type Scope,
} from './kinds';
export { ANALYSIS_FACTS, TEST_FACTS, type Sequence, type TestFacts } from './testFacts';
export { HASTY_SECONDS, isHasty, isOneByOne, pausesOf, type Pause } from './pauses';
export {
  answerProblems,
  comparedCodes,
  currentAnswers,
  isLeftBehind,
  missingAnswers,
  rankingProblems,
  untastedCodes,
  type AskedBallot,
} from './ballotRules';
export { type Scale, type Step } from './scales';
export { inPercent } from './percent';
export { ranksByCode } from './ranks';
export { isAgainstMargin, kindsFor, mainItem, seeksSimilarity, showsSimilarity, sidesOf } from './tests';
