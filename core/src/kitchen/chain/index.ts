export {
  chainEffort,
  chainOf,
  handsMinutes,
  MINUTES_TO_START,
  servingWindow,
  stepProblem,
  usualMinutes,
} from './chain';
export { differences, differenceText, type StepDifference } from './differences';
export { anEquipment, EQUIPMENT_NAMES } from './equipment';
export { readStep, readSteps } from './read';
export { isCooking, STEP_FACTS } from './stepFacts';
export { minutesText, spanText, stepText } from './say';
