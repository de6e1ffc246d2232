import type { MethodMeasures } from '@jacana/core/kitchen';
import { useDegrees } from '../shell/degrees';

type Mean = MethodMeasures['cookLoss'];

/** A mean over pieces with its interval; of one piece it says so. */
function inWords(found: Mean, written: (value: number) => string): string {
  if (found === null) return '–';
  const { mean, interval, n } = found;
  if (interval) return `${written(mean)} (${written(interval[0])} to ${written(interval[1])})`;
  return `${written(mean)}${n === 1 ? ' (one piece)' : ''}`;
}

/** What was measured, as it stands in a table: shares in percent, degrees without their unit, whole minutes. */
export function useMeasured() {
  const { text, unit } = useDegrees();
  return {
    unit,
    share: (found: Mean): string => inWords(found, (value) => (100 * value).toFixed(1)),
    degrees: (found: Mean): string =>
      inWords(found, (value) => text(value, unit === '°C' ? 1 : 0).replace(/ °[CF]$/, '')),
    minutes: (found: Mean): string => inWords(found, (value) => value.toFixed(0)),
  };
}
