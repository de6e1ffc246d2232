export {
  answerKindOf,
  CHOICE_WORDS,
  codesServed,
  countedCodes,
  kindsFor,
  mainItem,
  placeOfAnswer,
  scopeOf,
  scoreRange,
  type Scope,
} from './kinds';
