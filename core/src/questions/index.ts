export {
  answerKindOf,
  CHOICE_WORDS,
  codesServed,
  countedCodes,
  isOfTwoSamples,
  kindsFor,
  mainItem,
  placeOfAnswer,
  scopeOf,
  scoreRange,
  type Scope,
} from './kinds';
