export { celsiusOf, limitOf, PUBLISHED_LIMITS, type LimitRow, type PublishedLimit } from './tables';
export { minutesAt, towards, type TimedReading, type Towards } from './lethality';
