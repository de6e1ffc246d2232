import { useAppSelector } from '../store/store';

/** Temperatures in the units that this person reads; stored and computed in °C. */
export interface Degrees {
  unit: '°C' | '°F';
  /** With its unit. */
  text: (celsius: number, digits?: number) => string;
  shown: (celsius: number) => number;
  celsius: (shown: number) => number;
}

const METRIC: Degrees = {
  unit: '°C',
  text: (celsius, digits = tenths(celsius)) => `${celsius.toFixed(digits)} °C`,
  shown: (celsius) => celsius,
  celsius: (shown) => shown,
};

const US: Degrees = {
  unit: '°F',
  text: (celsius, digits = 0) => `${US.shown(celsius).toFixed(digits)} °F`,
  shown: (celsius) => Math.round((celsius * 9) / 5 + 32),
  celsius: (shown) => Math.round(((shown - 32) * 50) / 9) / 10,
};

/** Tenths only where there are some. */
const tenths = (celsius: number): number => (Math.round(celsius * 10) % 10 === 0 ? 0 : 1);

export const useDegrees = (): Degrees =>
  useAppSelector((state) => state.preferences.units === 'metric') ? METRIC : US;
