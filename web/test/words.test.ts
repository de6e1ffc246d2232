import { ALLERGENS, LANGUAGES } from '@jacana/core/bundle';
import { ALLERGEN_NAMES } from '@jacana/core/library';
import { JUST_RIGHT, LIKING } from '../../core/src/questions/scales';
import { en } from '@jacana/core/words';
import { de } from '@jacana/core/words/de';
import { fr } from '@jacana/core/words/fr';
import { LANGUAGE_NAMES, readIn, say } from '../src/words/words';

const CATALOGUES: Readonly<Record<string, Readonly<Record<string, string>>>> = { en, de, fr };
const holesOf = (text: string): string[] => [...text.matchAll(/{{(\w+)}}/g)].map(([, name]) => name).sort();
/** Which forms a language has, by the Unicode rules that the browser knows. */
const formsOf = (language: string, type: Intl.PluralRuleType): string[] =>
  new Intl.PluralRules(language, { type }).resolvedOptions().pluralCategories;

// readIn says which language the page is in.
beforeAll(() => Object.assign(globalThis, { document: { documentElement: {} } }));
afterEach(() => readIn('en'));

describe.each(Object.entries(CATALOGUES))('the words in %s', (language, words) => {
  const plain = Object.keys(en).filter((key) => !/_(one|two|few|other)$/.test(key));

  it('say everything, with the same things filled in', () => {
    for (const key of plain) {
      expect(`${key}: ${words[key] ?? ''}`).not.toBe(`${key}: `);
      expect([key, ...holesOf(words[key])]).toEqual([key, ...holesOf((en as Record<string, string>)[key])]);
    }
  });

  it('have a form for every number that the language tells apart', () => {
    const counted = ['will-taste', 'will-taste-warm', 'rinse-for', 'chosen'];
    // Large numbers of French ("un million de") never occur here, and are said as others are.
    for (const key of counted)
      for (const form of formsOf(language, 'cardinal').filter((one) => one !== 'many'))
        expect(holesOf(words[`${key}_${form}`] ?? '')).toEqual(['count']);
    for (const form of formsOf(language, 'ordinal'))
      expect(holesOf(words[`place_ordinal_${form}`] ?? '')).toEqual(['count']);
  });

  it('are words of their own, but for what is the same in both', () => {
    if (language === 'en') return;
    const same = plain.filter((key) => words[key] === (en as Record<string, string>)[key]);
    expect(same.filter((key) => !['allergen-lupin', 'seat', 'at-pause'].includes(key))).toEqual([]);
  });
});

it('names allergens and steps in English as the core does', () => {
  for (const one of ALLERGENS) expect(en[`allergen-${one}`]).toBe(ALLERGEN_NAMES[one]);
  for (const { score, text } of LIKING({ options: [], low: '', high: '' }).steps ?? [])
    expect((en as Record<string, string>)[`liking-${score}`]).toBe(text);
  for (const { score, text } of JUST_RIGHT({ options: [], low: '', high: '' }).steps ?? [])
    expect((en as Record<string, string>)[`right-${score}`]).toBe(text);
});

it.each([
  ['de', 1, 'Sie verkosten 1 Probe.', '1.'],
  ['de', 6, 'Sie verkosten 6 Proben in dieser Reihenfolge.', '6.'],
  ['fr', 1, 'Vous goûterez 1 échantillon.', '1er'],
  ['fr', 2, 'Vous goûterez 2 échantillons dans cet ordre.', '2e'],
  ['en', 1, 'You will taste 1 sample', '1st'],
  ['en', 23, 'You will taste 23 samples', '23rd'],
] as const)('says in %s for %i: %s', async (language, count, begins, place) => {
  await readIn(language);
  expect(say('will-taste', { count }).startsWith(begins)).toBe(true);
  expect(say('place', { count }, 'ordinal')).toBe(place);
});

it('has a name for every language', () => {
  expect(Object.keys(LANGUAGE_NAMES).sort()).toEqual([...LANGUAGES].sort());
});
