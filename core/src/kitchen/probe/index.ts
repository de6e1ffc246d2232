export { timeToTarget, type TimeToTarget } from './timeToTarget';
