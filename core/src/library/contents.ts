import { ALLERGENS, type Allergen, type Ingredient } from '../tasting';
import { ALLERGEN_NAMES, likelyAllergens, meantAllergens, wordsOf } from './allergens';

/** What somebody must not eat: of the listed allergens, and whatever else in words, such as "kiwi". */
export interface Exclusion {
  allergens: readonly Allergen[];
  /** Separated by commas. */
  others: string;
}

/** What is in one or more of the samples, in the order of the alphabet: says nothing of which. */
export interface Contents {
  ingredients: string[];
  allergens: Allergen[];
}

type Made = Pick<Ingredient, 'name' | 'allergens'>;

export function contentsOf(ingredients: readonly Made[]): Contents {
  const names = new Set(ingredients.map(({ name }) => name.trim()).filter(Boolean));
  const within = new Set(ingredients.flatMap(({ allergens }) => allergens));
  return {
    ingredients: [...names].sort((a, b) => a.localeCompare(b, 'en')),
    allergens: ALLERGENS.filter((allergen) => within.has(allergen)),
  };
}

/** What one method is made of, with the allergens of each in brackets: for whoever cooks. */
export const ingredientsOf = (ingredients: readonly Ingredient[], method: string): string[] =>
  ingredients
    .filter(({ methods }) => methods.length === 0 || methods.includes(method))
    .map(({ name, allergens }) =>
      allergens.length > 0
        ? `${name} (${allergens.map((allergen) => ALLERGEN_NAMES[allergen].toLowerCase()).join(', ')})`
        : name,
    );

/** Ingredients of the methods that stay: what was in those alone that go, goes with them. */
export const madeOf = (ingredients: readonly Ingredient[], staying: readonly string[]): Ingredient[] =>
  ingredients.flatMap((one) => {
    const methods = one.methods.filter((id) => staying.includes(id));
    return one.methods.length > 0 && methods.length === 0 ? [] : [{ ...one, methods }];
  });

/** The list that a panelist agrees to: names of allergens, then of ingredients. */
export const contentsInWords = ({ ingredients, allergens }: Contents): string[] => [
  ...allergens.map((allergen) => ALLERGEN_NAMES[allergen]),
  ...ingredients,
];

/** What somebody must not eat, as it was found in the samples. */
export interface Conflicting<One> {
  ingredient: One;
  /** What of the listed is in it by its name alone, though nobody has named it; empty where it is said, or meant by its name. */
  likely: Allergen[];
}

/**
 * The ingredients that somebody must not eat: by the allergens that were ticked and those that their words mean, each
 * held against what an ingredient is said to contain and what is likely in it; and by their words themselves, found in
 * its name as whole words, so that "pea" is not found in "peanut butter". What goes under another name is not found, so
 * people are asked besides.
 *
 * @example
 * conflicting([{ name: 'Stock', allergens: ['celery'] }], { allergens: [], others: 'celery, kiwis' }).length // 1
 */
export function conflicting<One extends Made>(
  ingredients: readonly One[],
  { allergens, others }: Exclusion,
): Conflicting<One>[] {
  const phrases = others
    .split(SEPARATORS)
    .map((one) => wordsOf(one).join(' '))
    .filter(Boolean);
  const excluded = new Set([...allergens, ...meantAllergens(others)]);
  return ingredients.flatMap((ingredient): Conflicting<One>[] => {
    const name = ` ${wordsOf(ingredient.name).join(' ')} `;
    const isSaid = ingredient.allergens.some((allergen) => excluded.has(allergen));
    if (isSaid || phrases.some((phrase) => name.includes(` ${phrase} `))) return [{ ingredient, likely: [] }];
    const likely = likelyAllergens(ingredient.name).filter((allergen) => excluded.has(allergen));
    return likely.length > 0 ? [{ ingredient, likely }] : [];
  });
}

const SEPARATORS = /[,;/\n&+]| (?:and|or|und|oder|et|ou) /i;

/** What is likely in the samples by the names of ingredients, and was not named. */
export const unnamedAllergens = (ingredients: readonly Made[]): Allergen[] => {
  const likely = new Set(
    ingredients.flatMap(({ name, allergens }) => likelyAllergens(name).filter((one) => !allergens.includes(one))),
  );
  return ALLERGENS.filter((allergen) => likely.has(allergen));
};
