import { ALLERGENS, MOST_INGREDIENTS, SHORT_TEXT, type Allergen } from '@jacana/core/bundle';
import { Choices, ListOf, Said, Text, Whole } from '../fields/fields';
import { IngredientInput } from '../tastings/design.dto';

/** What the samples of a locked plan are made of, corrected. */
export class CorrectedIngredients {
  /** Of the tasting that was read: somebody else may have corrected it meanwhile. */
  @Whole({ least: 1, most: 1_000_000_000 }) version: number;
  @ListOf(() => IngredientInput, MOST_INGREDIENTS) ingredients: IngredientInput[];
}

/** What somebody must not eat; nothing at all takes it back. */
export class ExclusionInput {
  @Choices(ALLERGENS, 'Allergen') allergens: Allergen[];
  /** Whatever else, separated by commas. */
  @Text(SHORT_TEXT) others: string;
}

/** For the coordinator alone: it is about somebody's health. */
export class ExclusionView extends ExclusionInput {
  @Said('string') panelistId: string;
}
