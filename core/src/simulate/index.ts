export { simulateBallots, type PlannedTasting, type SimulatedTruth } from './panel';
export { rehearse, truthOf, type Outcomes, type Rehearsal, type RehearsalOptions } from './rehearsal';
