import { ALLERGENS, type Allergen, type Ingredient } from '../tasting';
import { ALLERGEN_NAMES, wordsOf } from './allergens';

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
        ? `${name} (${allergens.map((allergen) => ALLERGEN_NAMES[allergen].name.toLowerCase()).join(', ')})`
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
  ...allergens.map((allergen) => ALLERGEN_NAMES[allergen].name),
  ...ingredients,
];

/**
 * The ingredients that somebody must not eat. A word of theirs is found in the name of an ingredient as whole words,
 * so "pea" is not found in "peanut butter"; what goes under another name is not found, so people are asked besides.
 *
 * @example
 * conflicting([{ name: 'Kiwi purée', allergens: [] }], { allergens: [], others: 'kiwis' }).length // 1
 */
export function conflicting<One extends Made>(ingredients: readonly One[], { allergens, others }: Exclusion): One[] {
  const phrases = others
    .split(',')
    .map((one) => wordsOf(one).join(' '))
    .filter(Boolean);
  return ingredients.filter((ingredient) => {
    const name = ` ${wordsOf(ingredient.name).join(' ')} `;
    return (
      ingredient.allergens.some((allergen) => allergens.includes(allergen)) ||
      phrases.some((phrase) => name.includes(` ${phrase} `))
    );
  });
}
