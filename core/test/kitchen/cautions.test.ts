import { cautionsFor, readSteps } from '../../src/kitchen';
import type { Product } from '../../src/tasting';

const chain = (lines: string) => readSteps(lines, (line) => `line-${line}`);
const about = (product: Product, chains: Record<string, string>, locale?: 'us' | 'uk') =>
  Object.fromEntries(
    cautionsFor(
      product,
      Object.entries(chains).map(([method, lines]) => ({ method, chain: chain(lines) })),
      locale,
    ).map(({ id, methods }) => [id, methods]),
  );

describe('cautionsFor', () => {
  it('says what is to be minded of the methods that do it, and of no other', () => {
    const found = about('vegetable', {
      Plain: 'Boil 20 min\nRest 2 min',
      Fries: 'Thaw in the refrigerator 8 h\nDeep-fry at 180 °C 4 min',
      Smoked: 'Smoke at 110 °C 2 h\nChill 3 h',
      Bagged: 'Cook in the water bath at 85 °C 1 h',
      Pressed: 'Cook under pressure 12 min',
    });
    expect(found).toEqual({
      ...{ thaw: ['Fries'], oil: ['Fries'], smoke: ['Smoked'], bag: ['Bagged'], pressure: ['Pressed'] },
      cool: ['Smoked'],
    });
    expect(cautionsFor('vegetable', [])).toEqual([]);
  });

  it('speaks of curing salt only where a dose says which part of it is active', () => {
    const salted = chain('Season 10 g/kg salt, 2 min');
    const cured = salted.map((step) => ({ ...step, doses: [{ name: 'cure', perKilogram: 2.5, active: 0.0625 }] }));
    const ids = (steps: typeof salted) => cautionsFor('sausage', [{ method: 'A', chain: steps }]).map(({ id }) => id);
    expect(ids(salted)).not.toContain('cure');
    expect(ids(cured)).toContain('cure');
  });

  // USDA FSIS chart, from memory: fish 62.8 °C at the core, whole cuts 62.8, poultry 73.9; vegetables have none.
  it.each([
    ['fish', 50, true],
    ['fish', 62.6, false],
    ['red-meat', 54, true],
    ['poultry', 72, true],
    ['poultry', 74, false],
    ['vegetable', 50, false],
  ] as const)('of %s that ends at %s °C: raw or undercooked is %s', (product, celsius, isLow) => {
    const found = about(product, { It: `Roast at 180 °C until ${celsius} °C inside, 20 min` });
    expect('raw' in found).toBe(isLow);
  });

  it('goes by the limits that the house asks for', () => {
    const steak = { Steak: 'Roast at 120 °C until 61 °C inside, 40 min' };
    expect(about('red-meat', steak, 'us')).toHaveProperty('raw');
    expect(about('red-meat', steak, 'uk')).not.toHaveProperty('raw');
  });

  it('names the source of what is published, and none of what is only usual', () => {
    const found = cautionsFor('fish', [{ method: 'A', chain: chain('Thaw 8 h\nDeep-fry 4 min') }]);
    expect(found.map(({ id, source }) => [id, source !== null])).toEqual([
      ['thaw', true],
      ['oil', false],
    ]);
  });
});
