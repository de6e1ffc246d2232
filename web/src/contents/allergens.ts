import { ALLERGENS, type Allergen } from '@jacana/core/bundle';
import { ALLERGEN_NAMES } from '@jacana/core/library';
import { api } from '../client/api';

/** The allergens that the house has to name, and any other that was named already. */
export function useAllergens(chosen: readonly Allergen[]): { value: Allergen; text: string }[] {
  const { data: house } = api.useGetHouseQuery();
  const isOfNine = house?.locale === 'us';
  return ALLERGENS.filter((one) => !isOfNine || ALLERGEN_NAMES[one].isOfNine || chosen.includes(one)).map((value) => ({
    value,
    text: ALLERGEN_NAMES[value].name,
  }));
}

/** Names of allergens, within a sentence. */
export const allergensText = (allergens: readonly Allergen[]): string =>
  allergens.map((one) => ALLERGEN_NAMES[one].name).join(', ');
