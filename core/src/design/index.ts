export { askedItems } from './askedOrder';
export { orderBalance, orderReport, type OrderBalance, type OrderReport } from './balance';
export { codeSittings, drawCodes, isMemorableCode, MOST_CODES, MOST_CODES_AT_ONCE, type CodedSitting } from './codes';
export { evenBlocks, incompleteBlocks, type BlockPlan } from './incompleteBlocks';
export { incompleteOrders } from './incompleteOrders';
export { analysisOf, isOfMethods, lockPlan, type LockedPlan, type LockInputs } from './lock';
export { SMALL_PANEL, SMALLEST_PANEL } from './panelSize';
export {
  isAskedByPart,
  isOfBest,
  levelOfInteraction,
  levelOfPart,
  levelText,
  partsText,
  waysApart,
  type WayApart,
} from './parts';
export { dealPortions, tagPieces } from './pieces';
export { plannedSittings } from './plannedSittings';
export {
  bitesPerSitting,
  isComplete,
  type PlannedSet,
  type PlannedSitting,
  type Sample,
  type ServingDesign,
} from './servingDesign';
export { codeSharing, isSharingChosen } from './sharing';
export { propose, trade, type Alternative, type Proposal, type ProposalInput } from './proposal';
export {
  portionsPerPiece,
  quantities,
  servingsPerMethod,
  sittingMinutes,
  type LotQuantities,
  type MethodQuantities,
  type ShoppingList,
} from './quantities';
export { lockProblems } from './readiness';
export { isOfTwoSamples } from '../questions';
export { dealBlocks } from './blocks';
export { clusterBlocks, clusterTest, leastPieces } from './clusters';
export { dealCodedSets, dealSequences, testSequences } from './sequences';
export { sittingOrders, type SittingPlan } from './sittingOrders';
export { servingOrders, williamsDesign } from './williams';
export { namedMethods, wordingConcerns, type WordingConcern } from './wording';
