export { heardSets, scoreOf, type HeardSample, type HeardSet, type Wanted } from './heard';
export { plannedAnswer, scalesAnswer, totalsAnswer, type Planned, type PlannedAnswer } from './planned';
export type { Chosen, Ordered } from './ordered';
export type { Profiled, WordTest } from './profiled';
export { rowsOfChoices, rowsOfPlaces, rowsOfScores } from './rows';
export type { Scored } from './scored';
export type { Telling, TellingResult } from './told';
