import { ALLERGENS, type Allergen } from '../tasting';

/**
 * What has to be named on food since many people must not eat it, in the words that a panelist reads.
 *
 * Source: the fourteen of Regulation (EU) No 1169/2011, Annex II; the nine of the US (FALCPA 2004 and the FASTER Act
 * of 2021), all of which are among them; both written from memory. That wheat stands for all cereals with gluten is
 * the wider of the two, so nobody is missed by it.
 */
export const ALLERGEN_NAMES: Readonly<Record<Allergen, { name: string; isOfNine: boolean }>> = {
  gluten: { name: 'Wheat and other cereals with gluten', isOfNine: true },
  crustaceans: { name: 'Crustaceans', isOfNine: true },
  eggs: { name: 'Eggs', isOfNine: true },
  fish: { name: 'Fish', isOfNine: true },
  peanuts: { name: 'Peanuts', isOfNine: true },
  soya: { name: 'Soya', isOfNine: true },
  milk: { name: 'Milk', isOfNine: true },
  nuts: { name: 'Tree nuts', isOfNine: true },
  celery: { name: 'Celery', isOfNine: false },
  mustard: { name: 'Mustard', isOfNine: false },
  sesame: { name: 'Sesame', isOfNine: true },
  sulphites: { name: 'Sulphites', isOfNine: false },
  lupin: { name: 'Lupin', isOfNine: false },
  molluscs: { name: 'Molluscs', isOfNine: false },
};

/** Words in the name of an ingredient by which something is likely in it. Common practice, no source. */
const WORDS: Readonly<Record<Allergen, string>> = {
  gluten:
    'wheat flour bread breadcrumb crumb panko pasta noodle couscous bulgur semolina barley rye oat malt spelt beer seitan roux soy-sauce worcestershire',
  crustaceans: 'shrimp prawn crab lobster crayfish langoustine krill',
  eggs: 'egg mayonnaise mayo aioli meringue hollandaise brioche',
  fish: 'fish salmon cod trout tuna herring mackerel anchovy haddock bass halibut sardine dashi worcestershire',
  peanuts: 'peanut groundnut satay',
  soya: 'soya soy tofu miso edamame tempeh tamari lecithin',
  milk: 'milk butter ghee cream cheese yoghurt yogurt buttermilk whey casein parmesan feta ricotta mascarpone brioche hollandaise',
  nuts: 'nut almond hazelnut walnut cashew pecan pistachio macadamia praline marzipan pesto',
  celery: 'celery celeriac stock bouillon mirepoix',
  mustard: 'mustard mayonnaise mayo piccalilli',
  sesame: 'sesame tahini hummus halva zaatar',
  sulphites: 'sulphite sulfite wine vinegar cider apricot raisin molasses',
  lupin: 'lupin',
  molluscs: 'mussel oyster clam scallop squid octopus cuttlefish snail abalone',
};

const LIKELY = new Map<string, Allergen[]>();
for (const allergen of ALLERGENS)
  for (const word of WORDS[allergen].split(' ')) LIKELY.set(word, [...(LIKELY.get(word) ?? []), allergen]);

/**
 * What is likely in an ingredient, going by its name: a proposal for whoever has the packet before them, who decides.
 *
 * @example
 * likelyAllergens('Soy sauce') // ['gluten', 'soya']
 */
export function likelyAllergens(name: string): Allergen[] {
  const words = wordsOf(name);
  const pairs = words.slice(1).map((word, at) => `${words[at]}-${word}`);
  const found = new Set([...words, ...pairs].flatMap((word) => LIKELY.get(word) ?? []));
  return ALLERGENS.filter((allergen) => found.has(allergen));
}

/** The words of a name, in small letters and the singular, as far as English forms it by rule. */
export const wordsOf = (name: string): string[] =>
  name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map((word) =>
      word
        .replace(/(?<=..)ies$/, 'y')
        .replace(/(?<=..)oes$/, 'o')
        .replace(/(?<![su])s$/, ''),
    );
