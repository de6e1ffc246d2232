export {
  PLANNED,
  plannedAnswer,
  plannedVerdict,
  scalesAnswer,
  totalsAnswer,
  type Asking,
  type Planned,
  type PlannedData,
  type PlannedSection,
} from './planned';
export type { Answer, Conclusion, PlannedAnswer, PlannedTest } from './basis/answer';
export { likingFinding, type LikingFinding } from './basis/liking';
export type { NextFactor, NextMove, NextStep } from './basis/nextStep';
export { unlessTooFew } from './basis/rules';
export { panelLines, type PanelFinding } from './basis/panel';
export { rowsOfChoices, rowsOfPlaces, rowsOfScores, type SampleReader } from './basis/rows';
export type { Margins, Scored } from './basis/scored';
export type { SizedPlan } from './basis/sizedPlan';
export type { Chosen } from './bestWorst/choices';
export type { Telling, TellingResult } from './choice/outcome';
export { planPower, powerSource, smallestDifference, type PlanPower, type PowerSource } from './power';
export type { Profiled, WordTest } from './profile/profile';
export type { OrdersFinding } from './ranking/completeRanking';
export type { Ordered } from './ranking/incomplete';
export type { MethodFinding, PairFinding, RankSums } from './ranking/rankSums';
export type { StrengthFinding } from './ranking/strength';
export { PLANNED_SECTIONS } from './sections';
export { profileChart } from './profile/section';
export { MIXED, MIXED_SOURCE, PIECES } from './basis/whys';
