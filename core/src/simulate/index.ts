export { simulateBallots, type PlannedTasting, type SimulatedTruth } from './panel';
export { rankingPower, type RankingPlan, type RankingPower } from './rankingPower';
export { incompleteRankingPower, type IncompleteRankingPlan } from './incompletePower';
export {
  isForcedChoice,
  planPower,
  powerInPieces,
  powerSource,
  smallestDifference,
  type PlanPower,
  type PowerSource,
  type SizedPlan,
} from './planPower';
export { marginPower, piecePower, scorePower, type Pieces, type ScorePlan } from './scorePower';
export { screening, type Screening, type ScreeningPlan } from './screening';
export { rehearse, truthOf, type Outcomes, type Rehearsal, type RehearsalOptions } from './rehearsal';
