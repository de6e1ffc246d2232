export {
  answerKindOf,
  CHOICE_WORDS,
  codesServed,
  countedCodes,
  hasRightAnswer,
  isOfTwoSamples,
  kindsFor,
  mainItem,
  placeOfAnswer,
  scopeOf,
  scoreRange,
  type Scope,
} from './kinds';
export { answerProblems, currentAnswers, missingAnswers, rankingProblems, type AskedBallot } from './ballotRules';
export { ranksByCode } from './ranks';
