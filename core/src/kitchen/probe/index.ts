export { expectedRise, type ExpectedRise } from './carryOver';
export { timeToTarget, type TimeToTarget } from './timeToTarget';
