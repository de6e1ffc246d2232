export {
  celsiusOf,
  limitOf,
  LIMITS_OF,
  LOCALES,
  PUBLISHED_LIMITS,
  type LimitRow,
  type Locale,
  type PublishedLimit,
} from './tables';
export { minutesAt, towards, type TimedReading, type Towards } from './lethality';
