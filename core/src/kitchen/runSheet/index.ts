export { broken } from './check';
export {
  handsOf,
  isTogether,
  waitingOf,
  waitsOf,
  type Appliance,
  type Job,
  type Kitchen,
  type Placed,
  type Problem as RunSheetProblem,
  type Task,
  type Wait,
} from './model';
export { givenOut } from './place';
export { problemOf, type Cooking as ToBeCooked, type ToCook } from './problem';
export { smallestChanges } from './relax';
export { factsOf, logOfSheet } from './replan';
export { piecesToCome, piecesToCook, runSheetOf, type CookingSheet, type SheetStep, type SheetWait } from './sheet';
export { solve, type RunSheet, type SolveOptions } from './solve';
export { usageOf } from './usage';
export { bestOf } from './exhaust';
