/**
 * How much of a salt, cure or flavouring a piece gets, by its own mass.
 *
 * Use it with the mass of the piece as weighed, raw, on the day, not as ordered. Spoons are no measure: equal spoons
 * of different salts differ in mass.
 *
 * Source: arithmetic; nitrite at most 156 ppm ingoing in comminuted meat, 9 CFR 424.21 (from memory).
 *
 * @example
 * doseOf({ perKilogram: 2.5, active: 0.0625 }, 800).grams // 2
 */

export interface Dosing {
  /** Grams to a kilogram of the piece. */
  perKilogram: number;
  /** For a curing salt: share of it that is nitrite. */
  active?: number;
}

export interface Dose {
  grams: number;
  /** Of nitrite in the meat, by mass; null for anything but a curing salt. */
  ppm: number | null;
  /** Whether that is above the published limit. */
  isOver: boolean;
}

/** Ingoing nitrite in comminuted meat, parts in a million. */
export const MOST_NITRITE_PPM = 156;

/** @param pieceGrams mass of the piece that gets it */
export function doseOf({ perKilogram, active }: Dosing, pieceGrams: number): Dose {
  const ppm = active === undefined ? null : perKilogram * active * 1000;
  return {
    grams: (perKilogram * pieceGrams) / 1000,
    ppm,
    // 2.5 g/kg of a 6.25 % cure is 156.25: the limit is stated in whole parts.
    isOver: ppm !== null && Math.round(ppm) > MOST_NITRITE_PPM,
  };
}
