import { ALLERGENS, type Allergen } from '../tasting';

/**
 * What has to be named on food since many people must not eat it, in the words that a panelist reads.
 *
 * Source: the fourteen of Regulation (EU) No 1169/2011, Annex II, among which are the nine of the US (FALCPA 2004 and the
 * FASTER Act of 2021); both written from memory. That wheat stands for all cereals with gluten is the wider of the two,
 * so nobody is missed by it. All of them are offered everywhere: what must be printed on a packet differs from country
 * to country, what makes somebody ill does not.
 */
export const ALLERGEN_NAMES: Readonly<Record<Allergen, string>> = {
  gluten: 'Wheat and other cereals with gluten',
  crustaceans: 'Crustaceans',
  eggs: 'Eggs',
  fish: 'Fish',
  peanuts: 'Peanuts',
  soya: 'Soya',
  milk: 'Milk',
  nuts: 'Tree nuts',
  celery: 'Celery',
  mustard: 'Mustard',
  sesame: 'Sesame',
  sulphites: 'Sulphites',
  lupin: 'Lupin',
  molluscs: 'Molluscs',
};

/**
 * Words by which people say that they must not eat all of a kind, in the languages of the ballot. Who says a word that
 * stands for several, such as "nuts", is taken to mean each of them. Common practice, no source.
 */
const CALLED: Readonly<Record<Allergen, string>> = {
  gluten: 'gluten wheat cereal coeliac celiac weizen getreide zoliakie ble cereale coeliaque',
  crustaceans:
    'crustacean shellfish seafood shrimp prawn crab lobster krebstier krebstiere meeresfruchte garnele crustace crevette',
  eggs: 'egg ei eier oeuf œuf',
  fish: 'fish seafood fisch poisson',
  peanuts: 'peanut groundnut nut erdnuss erdnusse nusse arachide cacahuete',
  soya: 'soya soy soybean soja',
  milk: 'milk dairy lactose casein whey milch laktose lait',
  nuts: 'nut nusse nuss schalenfruchte noix coque',
  celery: 'celery celeriac sellerie celeri',
  mustard: 'mustard senf moutarde',
  sesame: 'sesame tahini sesam',
  sulphites: 'sulphite sulfite sulphur sulfur',
  lupin: 'lupin lupine lupinen',
  molluscs:
    'mollusc mollusk shellfish seafood mussel oyster clam scallop squid weichtier weichtiere meeresfruchte mollusque moule',
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

/** Words that mean something else after these: no milk is in peanut butter, and no butter in a butter bean. */
const ELSEWISE =
  'peanut-butter almond-butter cashew-butter hazelnut-butter nut-butter cocoa-butter shea-butter apple-butter butter-bean coconut-milk coconut-cream coconut-yoghurt oat-milk oat-cream almond-milk soy-milk soya-milk soy-cream soya-cream rice-milk cream-of rice-noodle rice-flour glass-noodle almond-flour chickpea-flour'.split(
    ' ',
  );
const NOT_THEN = /^(butter|milk|cream|yoghurt|noodle|flour)$/;

const byWord = (words: Readonly<Record<Allergen, string>>): ReadonlyMap<string, Allergen[]> => {
  const known = new Map<string, Allergen[]>();
  for (const allergen of ALLERGENS)
    for (const word of words[allergen].split(' ')) known.set(word, [...(known.get(word) ?? []), allergen]);
  return known;
};
const LIKELY = byWord(WORDS);
const MEANT = byWord(CALLED);

const found = (words: readonly string[], by: ReadonlyMap<string, Allergen[]>): Allergen[] => {
  const all = new Set(words.flatMap((word) => by.get(word) ?? []));
  return ALLERGENS.filter((allergen) => all.has(allergen));
};

/**
 * What is likely in an ingredient, going by its name: a proposal for whoever has the packet before them, who decides.
 *
 * @example
 * likelyAllergens('Soy sauce') // ['gluten', 'soya']
 */
export function likelyAllergens(name: string): Allergen[] {
  const words = wordsOf(name);
  const pairs = words.slice(1).map((word, at) => `${words[at]}-${word}`);
  const isElse = (at: number): boolean => ELSEWISE.includes(pairs[at - 1]) || ELSEWISE.includes(pairs[at]);
  const named = words.filter((word, at) => !(NOT_THEN.test(word) && isElse(at)));
  return found([...named, ...pairs], LIKELY);
}

/**
 * The allergens that somebody means by their own words.
 *
 * @example
 * meantAllergens('nuts, celeriac') // ['peanuts', 'nuts', 'celery']
 */
export const meantAllergens = (text: string): Allergen[] => found(wordsOf(text), MEANT);

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
