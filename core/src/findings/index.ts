export { ENGINE } from '../engine';
export { findings, NotUnsealed, unsealed, type Findings, type FoundMethod } from './findings';
export {
  ANSWER_SECTIONS,
  chartsOf,
  headlineFirst,
  sectionBlocks,
  sectionLines,
  sectionOf,
  SECTIONS,
  type Section,
  type SectionData,
  type SectionId,
  type Why,
} from './sections';
export type { Collected, CollectedOf } from './collected';
export {
  attributesChart,
  driverLines,
  mapLines,
  type AttributesMap,
  type Driver,
  type DriversFinding,
} from './attributes';
export { wordCounts, type Comment, type Count } from './comments';
export { costText, justRightLines, type Cost, type JustRightFinding, type JustRightOf } from './justRight';
export { scalesLines, type ScalesFinding } from './scales';
export { wordsLines, wordsMapChart, type WordFinding, type WordsFinding } from './words';
export { plannedView, rankingView, type PlannedView, type RankingView } from './views';
export { hastyText, paperText, platesText, serviceLines, type ServiceFinding } from './service';
export { guessLines, type GuessFinding } from './guesses';
export { gateLines, type CookedPiece, type KitchenFinding } from './kitchen';
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
export { measuredSpreads, type Spreads } from './measuredSpreads';
export { panelistLines, type PanelistsFinding, type PanelistWork } from './panelists';
export type { Limit } from './limits';
export { answersWithout, NOTHING_OUT, partsOf, type AnswerWithout, type LeaveOut, type Parts } from './leaveOut';
export { sourceServings, type SourceServings } from './sourceServings';
export { whyOf } from './why';
export {
  criteriaOf,
  plannedWeights,
  correlatedScales,
  weightedFinding,
  weightedLines,
  weightsText,
  type Criterion,
  type Weight,
  type WeightedFinding,
} from './weighted';
export type { WholeKind } from './wholeAnswer';
export { levelLines, partLines, type PartAnswer, type PartsFinding } from './byPart';
