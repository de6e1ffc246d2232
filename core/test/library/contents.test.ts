import fc from 'fast-check';
import { de } from '../../src/words/de';
import { en } from '../../src/words/en';
import { fr } from '../../src/words/fr';
import { ALLERGENS, type Ingredient } from '../../src/tasting';
import {
  ALLERGEN_NAMES,
  conflicting,
  contentsInWords,
  contentsOf,
  ingredientsOf,
  likelyAllergens,
  madeOf,
  unnamedAllergens,
} from '../../src/library';

const made = (name: string, allergens: Ingredient['allergens'] = [], methods: string[] = []): Ingredient => ({
  ...{ id: name, name, allergens, methods },
});

describe('allergens', () => {
  // Regulation (EU) No 1169/2011, Annex II has fourteen; the US law's nine (FALCPA 2004, FASTER Act 2021: milk, egg, fish,
  // crustacean shellfish, tree nuts, peanuts, wheat, soybeans, sesame) are among them. Both from memory.
  it('are fourteen, with the nine of the US', () => {
    expect(Object.keys(ALLERGEN_NAMES)).toEqual([...ALLERGENS]);
    expect(ALLERGENS).toHaveLength(14);
    const nine = ['crustaceans', 'eggs', 'fish', 'gluten', 'milk', 'nuts', 'peanuts', 'sesame', 'soya'] as const;
    for (const one of nine) expect(ALLERGENS).toContain(one);
  });

  it.each([
    ['Butter', ['milk']],
    ['Soy sauce', ['gluten', 'soya']],
    ['2 Eggs, beaten', ['eggs']],
    ['Anchovies', ['fish']],
    ['Crème brûlée with hazelnuts', ['nuts']],
    ['Salmon', ['fish']],
    ['Sweet potato', []],
    ['Buttercup squash', []],
    ['Peanut butter', ['peanuts']],
    ['Butter beans', []],
    ['Coconut milk and cream', ['milk']],
    ['Rice noodles with butter', ['milk']],
  ])('are proposed for %s', (name, likely) => {
    expect([...likelyAllergens(name)].sort()).toEqual([...likely].sort());
  });
});

describe('what samples are made of', () => {
  const list = [made('Butter', ['milk'], ['pan']), made('Salt'), made('Almonds', ['nuts'], ['oven'])];

  it('is told all together, in the order of the alphabet, so that it says nothing of which', () => {
    expect(contentsInWords(contentsOf(list))).toEqual(['Milk', 'Tree nuts', 'Almonds', 'Butter', 'Salt']);
    fc.assert(
      fc.property(fc.shuffledSubarray(list, { minLength: 3 }), (shuffled) =>
        expect(contentsOf(shuffled)).toEqual(contentsOf(list)),
      ),
    );
  });

  it('is told by method to whoever cooks', () => {
    expect(ingredientsOf(list, 'pan')).toEqual(['Butter (milk)', 'Salt']);
    expect(ingredientsOf(list, 'oven')).toEqual(['Salt', 'Almonds (tree nuts)']);
  });

  it('loses with a method what was in that alone, and never grows wider', () => {
    expect(madeOf(list, ['oven']).map(({ name }) => name)).toEqual(['Salt', 'Almonds']);
    expect(madeOf([made('Oil', [], ['pan', 'oven'])], ['oven'])[0].methods).toEqual(['oven']);
  });
});

describe('what somebody must not eat', () => {
  const list = [
    made('Kiwi purée'),
    made('Butter', ['milk']),
    made('Peanut oil', ['peanuts']),
    made('Our stock', ['celery']),
    made('Crispbread'),
  ];
  const found = (others: string, allergens: Ingredient['allergens'] = [], within = list) =>
    conflicting(within, { allergens, others }).map(({ ingredient }) => ingredient.name);

  it('is found by allergen, and by whole words however they are written', () => {
    expect(found('', ['milk', 'peanuts'])).toEqual(['Butter', 'Peanut oil']);
    expect(found('KIWIS')).toEqual(['Kiwi purée']);
    expect(found('pork, puree')).toEqual(['Kiwi purée']);
    expect(found('pork and puree; rye')).toEqual(['Kiwi purée']);
    expect(found('peanut oil')).toEqual(['Peanut oil']);
    expect(found('pea, kiwi fruit')).toEqual([]);
    expect(found(' , ')).toEqual([]);
    expect(found('', ['mustard'])).toEqual([]);
  });

  it.each([
    ['celery', ['Our stock']],
    ['Celeriac', ['Our stock']],
    ['no dairy please', ['Butter']],
    ['lactose', ['Butter']],
    ['all nuts', ['Peanut oil']],
    ['Erdnüsse, Sellerie', ['Peanut oil', 'Our stock']],
    ['lait', ['Butter']],
    ['shellfish', []],
  ])('typed as %j is held against what ingredients are said to contain', (others, ingredients) => {
    expect(found(others)).toEqual(ingredients);
  });

  it('is held against what is likely in an ingredient that nobody looked at, and says that it is only likely', () => {
    const unsaid = [made('Pasta'), made('Hollandaise', ['eggs']), made('Salt')];
    expect(conflicting(unsaid, { allergens: ['gluten'], others: 'dairy' })).toEqual([
      { ingredient: unsaid[0], likely: ['gluten'] },
      { ingredient: unsaid[1], likely: ['milk'] },
    ]);
    expect(conflicting(unsaid, { allergens: ['eggs'], others: '' })).toEqual([{ ingredient: unsaid[1], likely: [] }]);
    expect(unnamedAllergens(unsaid)).toEqual(['gluten', 'milk']);
  });

  it('is understood for every allergen by its own name in each language of the ballot', () => {
    for (const words of [en, de, fr])
      for (const allergen of ALLERGENS) {
        const name = words[`allergen-${allergen}`];
        expect([name, found(name, [], [made('It', [allergen])])]).toEqual([name, ['It']]);
      }
  });
});
