import fc from 'fast-check';
import { ALLERGENS, type Ingredient } from '../../src/tasting';
import {
  ALLERGEN_NAMES,
  conflicting,
  contentsInWords,
  contentsOf,
  ingredientsOf,
  likelyAllergens,
  madeOf,
} from '../../src/library';

const made = (name: string, allergens: Ingredient['allergens'] = [], methods: string[] = []): Ingredient => ({
  ...{ id: name, name, allergens, methods },
});

describe('allergens', () => {
  // The US law's list (FALCPA 2004, FASTER Act 2021), written from memory: milk, egg, fish, crustacean shellfish, tree
  // nuts, peanuts, wheat, soybeans, sesame.
  it('are fourteen, nine of which the US names too', () => {
    expect(ALLERGENS).toHaveLength(14);
    expect(ALLERGENS.filter((one) => ALLERGEN_NAMES[one].isOfNine).sort()).toEqual(
      ['crustaceans', 'eggs', 'fish', 'gluten', 'milk', 'nuts', 'peanuts', 'sesame', 'soya'].sort(),
    );
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
  const list = [made('Kiwi purée'), made('Butter', ['milk']), made('Peanut oil', ['peanuts'])];
  const found = (others: string, allergens: Ingredient['allergens'] = []) =>
    conflicting(list, { allergens, others }).map(({ name }) => name);

  it('is found by allergen, and by whole words however they are written', () => {
    expect(found('', ['milk', 'peanuts'])).toEqual(['Butter', 'Peanut oil']);
    expect(found('KIWIS')).toEqual(['Kiwi purée']);
    expect(found('pork, puree')).toEqual(['Kiwi purée']);
    expect(found('peanut oil')).toEqual(['Peanut oil']);
    expect(found('pea, kiwi fruit')).toEqual([]);
    expect(found(' , ')).toEqual([]);
    expect(found('', ['celery'])).toEqual([]);
  });
});
