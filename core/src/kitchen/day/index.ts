export { actionsOf, chainName, type Action, type PlannedStep } from './actions';
export { cautionsFor, type Caution } from './cautions';
export { checksOf, thawedWarm, type Check } from './checks';
export {
  coreAt,
  cores,
  curvesOf,
  dueByProbe,
  expectedEnds,
  isLimitMet,
  peakOfCore,
  type Curve,
  type ExpectedEnd,
} from './curves';
export { gateCheck, isLetThrough, limitFor, needsText, type GateCheck, type GateRules } from './gate';
export { LOOKS, maskingAdvice } from './looks';
export { endOfHeat, highestOf, measuresOf, type MethodMeasures } from './measures';
export { freeTag, piecesNow, standsFor, type PieceNow, type PiecesState } from './pieces';
export { proposalsOf, type Planned as PlannedDay, type Proposal } from './proposals';
export { entryText, GATE_WORDS } from './say';
export {
  cookLossOf,
  isOver,
  kitchenState,
  pieceOf,
  stepOf,
  type KitchenState,
  type Measured,
  type PieceState,
  type ProbeSpan,
  type StepState,
} from './state';
export { toleranceOf, type Tolerance } from './tolerance';
export { unlikeOthers } from './unlike';
export { judged, type Doubt, type Judged, type ProbedPiece } from './credible';
export { credibleCurve, credibleCurves, isCredibleSpot, type CredibleCurve } from './probed';
