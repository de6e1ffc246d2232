import { useDegrees } from './degrees';

/** A temperature, in the units that this person reads. */
export function Temperature({ celsius, digits = 0 }: { celsius: number; digits?: number }) {
  return <span className="whitespace-nowrap">{useDegrees().text(celsius, digits)}</span>;
}
