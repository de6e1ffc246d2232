import { countedCodes, type TastingBundle } from '../bundle';

/**
 * The codes under which a method was served and counted. Those of answers from elsewhere were drawn here, and nobody
 * ever saw them.
 */
export function shownCodes(id: string, { tasting, plan, key }: TastingBundle): string[] {
  if (tasting.brought || !plan || !key) return [];
  return [...new Set(plan.servings.flatMap(countedCodes))].filter((code) => key.codes[code] === id);
}
