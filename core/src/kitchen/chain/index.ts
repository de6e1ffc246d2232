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
export { readStep, readSteps } from './read';
export { anEquipment, EQUIPMENT_NAMES, minutesText, spanText, stepText } from './say';
