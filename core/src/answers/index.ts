export {
  answeredSets,
  blockOf,
  countingAnswers,
  peopleIn,
  scoreOf,
  setAnswer,
  type AnsweredSample,
  type AnsweredSet,
  type Wanted,
} from './answeredSets';
export { inSeatOrder, KINDS_LEFT_OUT, leftOutSentences, leftOutText, type LeftOut } from './leftOut';
export { isRankedByAll, readPreferences, type PanelistPreferences } from './preferences';
export { peopleAtBallots, readingOf, readingWithout, type Reading } from './reading';
export { tastedServings, type TastedServing } from './servings';
export { piecesEaten } from './piecesEaten';
export { shownCodes } from './shownCodes';
