import { useAppSelector } from '../store/store';

/** A temperature, in the units that this person reads. Stored and computed in °C. */
export function Temperature({ celsius, digits = 0 }: { celsius: number; digits?: number }) {
  const isMetric = useAppSelector((state) => state.preferences.units === 'metric');
  return (
    <span className="whitespace-nowrap">
      {isMetric ? `${celsius.toFixed(digits)} °C` : `${((celsius * 9) / 5 + 32).toFixed(digits)} °F`}
    </span>
  );
}
