export { simulateBallots, type PlannedTasting, type SimulatedTruth } from './panel';
export {
  joined,
  rehearse,
  rehearsePart,
  truthOf,
  type Outcomes,
  type Rehearsal,
  type RehearsalOptions,
  type RehearsalPart,
} from './rehearsal';
