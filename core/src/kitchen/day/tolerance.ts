/**
 * How closely something is held constant, read out of what the coordinator typed: "± 5 %", "± 2 min".
 *
 * Use it where a measured value is held against a target, not where a tolerance is only words ("same
 * part of the fish"): those are left to eyes.
 *
 * Common practice, no source.
 *
 * @example
 * toleranceOf('± 5 %').by // 5
 */
export interface Tolerance {
  by: number;
  /** As typed: %, °C, min, g, mm, and so on. */
  unit: string;
}

const WRITTEN = /(?:±|\+\/-|within)\s*(\d+(?:[.,]\d+)?)\s*(%|°?\s*[CF]\b|min\b|s\b|h\b|g\/kg\b|g\b|mm\b)/i;

/** Null where no number with a unit is in it. */
export function toleranceOf(text: string): Tolerance | null {
  const found = WRITTEN.exec(text);
  if (!found) return null;
  const unit = found[2].replace(/\s/g, '');
  return {
    by: Number(found[1].replace(',', '.')),
    unit: /^°?[CF]$/i.test(unit) ? `°${unit.slice(-1).toUpperCase()}` : unit.toLowerCase(),
  };
}
