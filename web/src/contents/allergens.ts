import { ALLERGENS, type Allergen } from '@jacana/core/bundle';
import { ALLERGEN_NAMES } from '@jacana/core/library';

/** All that can be named, wherever the house is: what makes somebody ill does not hang on a country's list. */
export const ALLERGEN_OPTIONS = ALLERGENS.map((value) => ({ value, text: ALLERGEN_NAMES[value] }));

/** Names of allergens, within a sentence. */
export const allergensText = (allergens: readonly Allergen[]): string =>
  allergens.map((one) => ALLERGEN_NAMES[one]).join(', ');
