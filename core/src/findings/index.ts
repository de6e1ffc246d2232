export { claimOf, methodTestText, similarityText } from './claim';
export { ENGINE } from '../engine';
export { findings, NotUnsealed, plannedVerdict, type Findings, type FoundMethod } from './findings';
export {
  sectionOf,
  type MethodFinding,
  type PairFinding,
  type RankSums,
  type Section,
  type SectionData,
  type SectionId,
  type SectionStatus,
} from './sections';
export type { Collected, CollectedOf } from './collected';
export { driverLines, mapLines, type AttributesMap, type Driver, type DriversFinding } from './attributes';
export { wordCounts, type Comment, type Count } from './comments';
export { costText, justRightLines, type Cost, type JustRightFinding, type JustRightOf } from './justRight';
export { scalesLines, type ScalesFinding } from './scales';
export { wordsLines, type WordFinding, type WordsFinding } from './words';
export { plannedView, rankingView, type PlannedView, type RankingView } from './views';
export {
  plannedAnswer,
  type Planned,
  type PlannedAnswer,
  type Profiled,
  type WordTest,
  type Scored,
  type Telling,
  type Ordered,
  type Chosen,
  type TellingResult,
} from './planned';
export { hastyText, paperText, serviceLines, type ServiceFinding } from './service';
export { guessLines, type GuessFinding } from './guesses';
export { gateLines, type CookedPiece, type KitchenFinding } from './kitchen';
export type { LikingFinding } from './liking';
export type { NextFactor, NextMove, NextStep } from './nextStep';
export {
  byEase,
  easiestOf,
  EFFORT_CRITERIA,
  EQUAL_WEIGHTS,
  forWhomLines,
  PRACTICAL_MARGIN,
  type EffortCriterion,
  type EffortWeights,
  type PracticalPick,
} from './practical';
export type { Sensitivity } from './sensitivity';
export type { StrengthFinding } from './strength';
export { panelLines, type PanelFinding } from './panel';
export { panelistLines, type PanelistsFinding, type PanelistWork } from './panelists';
export { KINDS_LEFT_OUT, leftOutText, type LeftOut } from './leftOut';
export type { Limit } from './limits';
export type { PanelistPreferences } from './preferences';
export type { About, VerdictKind } from './verdict';
export { howOften } from './wording';
export { answersWithout, NOTHING_OUT, partsOf, type AnswerWithout, type Parts, type Without } from './without';
export { servingsBehind, type Behind } from './behind';
export { whyOf, type Why } from './why';
export {
  criteriaOf,
  plannedWeights,
  twinLines,
  weightedFinding,
  weightedLines,
  weightsText,
  type Criterion,
  type Weight,
  type WeightedFinding,
} from './weighted';
export { interactionText, partLines, type PartAnswer, type PartsFinding } from './byPart';
