export { simulateBallots, type PlannedTasting, type SimulatedTruth } from './panel';
export {
  joined,
  rehearse,
  rehearsePart,
  rulesOut,
  truthOf,
  type Outcomes,
  type Rehearsal,
  type RehearsalOptions,
  type RehearsalPart,
} from './rehearsal';
export { coolOne, simulatedCore, type SimulatedPiece, type SimulatedSoFar } from './kitchen';
