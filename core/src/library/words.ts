/** Where in eating a word belongs, in the order in which people meet it. */
export const WORD_GROUPS = ['appearance', 'aroma', 'texture', 'flavour', 'aftertaste'] as const;
export type WordGroup = (typeof WORD_GROUPS)[number];

/** A word for an attribute, with what is needed to ask about it. */
export interface AttributeWord {
  word: string;
  group: WordGroup;
  /** What to look, smell, bite or taste for; shown on the ballot. */
  definition: string;
  /** The ends of the scale, low first. */
  low: string;
  high: string;
  /** Everyday foods that stand near the two ends, to agree on the word with a panel; common practice, no source. */
  references: string;
}

type Row = [word: string, definition: string, low: string, high: string, references: string];

const APPEARANCE: Row[] = [
  [
    'browned',
    'How dark the surface has become in cooking.',
    'not browned',
    'deeply browned',
    'white bread crumb; dark crust',
  ],
  [
    'even in colour',
    'How alike the colour is over the whole surface.',
    'very patchy',
    'completely even',
    'marbled cheese; plain yoghurt',
  ],
  ['glossy', 'How much the surface shines.', 'dull', 'very glossy', 'flour-dusted roll; glazed bun'],
  ['moist-looking', 'How wet the surface looks.', 'dry', 'wet', 'cracker; cut melon'],
  ['translucent', 'How much light goes through it.', 'opaque', 'clear', 'hard-boiled egg white; jelly'],
  [
    'bright green',
    'How vivid the green is, against olive or brown.',
    'olive-brown',
    'vivid green',
    'canned beans; beans blanched one minute',
  ],
  ['pink inside', 'How pink the middle of a fresh cut is.', 'no pink', 'pink throughout', 'boiled pork; rare beef'],
  [
    'greasy-looking',
    'How much fat shows on the surface.',
    'no fat seen',
    'fat stands on it',
    'boiled potato; fried dough',
  ],
  ['intact', 'How whole the piece has stayed.', 'falling apart', 'completely whole', 'stewed apple; raw apple'],
  ['wilted', 'How limp the piece looks.', 'stands firm', 'collapsed', 'fresh lettuce; cooked spinach'],
  ['charred', 'How much of the surface is black.', 'none', 'all over', 'steamed roll; burnt toast'],
  ['cloudy', 'How little one sees through a liquid.', 'clear', 'not to be seen through', 'strained broth; milk'],
];

const AROMA: Row[] = [
  ['roasted', 'Smell of food browned by dry heat.', 'none', 'very strong', 'steamed potato; roasted coffee'],
  ['smoky', 'Smell of wood smoke.', 'none', 'very strong', 'boiled ham; smoked fish'],
  ['buttery', 'Smell of warm butter.', 'none', 'very strong', 'sunflower oil; melted butter'],
  ['nutty', 'Smell of toasted nuts.', 'none', 'very strong', 'white rice; toasted hazelnuts'],
  ['grassy', 'Smell of cut grass or raw pods.', 'none', 'very strong', 'cooked carrot; raw pea pods'],
  ['earthy', 'Smell of soil or raw beet.', 'none', 'very strong', 'apple; raw beetroot'],
  ['fishy', 'Smell of fish that is no longer fresh.', 'none', 'very strong', 'fresh salmon; fish sauce'],
  ['eggy', 'Smell of boiled egg.', 'none', 'very strong', 'milk; egg boiled long'],
  ['cabbagey', 'Sulphurous smell of cabbage cooked long.', 'none', 'very strong', 'raw carrot; cabbage water'],
  ['yeasty', 'Smell of rising dough.', 'none', 'very strong', 'cracker; fresh yeast in warm water'],
  ['scorched', 'Smell of burnt food.', 'none', 'very strong', 'toast, light; toast, black'],
  [
    'fresh',
    'Smell of food just made, without staleness.',
    'stale',
    'just made',
    'bread three days old; bread one hour old',
  ],
];

const TEXTURE: Row[] = [
  [
    'crisp',
    'Breaks at once, with a high sound, at the first bite.',
    'not crisp',
    'very crisp',
    'soft bread; thin potato crisp',
  ],
  [
    'crunchy',
    'Breaks in several steps, with a low sound, while chewing.',
    'not crunchy',
    'very crunchy',
    'banana; raw carrot',
  ],
  ['firm', 'Force of the first bite with the back teeth.', 'soft', 'hard', 'cream cheese; raw carrot'],
  ['tender', 'How easily it comes apart between the teeth.', 'tough', 'falls apart', 'dry beef jerky; poached fish'],
  ['juicy', 'Liquid that comes out in the first three bites.', 'dry', 'very juicy', 'cracker; orange'],
  ['chewy', 'Chews until it can be swallowed.', 'few chews', 'many chews', 'rye bread crumb; wine gum'],
  ['fibrous', 'Threads felt while chewing.', 'none', 'many', 'apple flesh; celery'],
  ['flaky', 'Comes apart in layers or flakes.', 'in one piece', 'all in flakes', 'sausage; cooked cod'],
  ['sticky', 'Clings to teeth, palate or fingers.', 'not sticky', 'very sticky', 'boiled potato; toffee'],
  ['creamy', 'Thick, smooth and coating, as cream is.', 'watery', 'very creamy', 'water; double cream'],
  ['smooth', 'No grains felt between tongue and palate.', 'grainy', 'smooth', 'semolina; custard'],
  ['mealy', 'Soft, dry grains in the mouth.', 'not mealy', 'very mealy', 'waxy potato; overripe apple'],
  ['rubbery', 'Springs back under the teeth.', 'gives way', 'springs back', 'soft cheese; squid cooked too long'],
  ['fluffy', 'Light and full of air, or grains that lie apart.', 'dense', 'light', 'pressed rice; whipped egg white'],
  ['thick', 'How slowly it flows over the tongue.', 'thin', 'thick', 'water; condensed milk'],
  ['greasy', 'Film of fat left in the mouth.', 'none', 'very greasy', 'apple; lard'],
  [
    'dry in the mouth',
    'How much it takes up the moisture of the mouth.',
    'not at all',
    'very much',
    'melon; dry biscuit',
  ],
  ['gritty', 'Hard small particles between the teeth.', 'none', 'many', 'yoghurt; pear skin'],
];

const FLAVOUR: Row[] = [
  ['sweet', 'Basic taste of sugar.', 'not sweet', 'very sweet', 'water; 10 % sugar in water'],
  ['salty', 'Basic taste of table salt.', 'not salty', 'very salty', 'water; 0.7 % salt in water'],
  ['sour', 'Basic taste of acid.', 'not sour', 'very sour', 'water; lemon juice, one in ten'],
  ['bitter', 'Basic taste of caffeine or tonic water.', 'not bitter', 'very bitter', 'water; strong black coffee'],
  ['savoury', 'Basic taste of broth, ripe cheese or soy sauce.', 'not savoury', 'very savoury', 'water; strong broth'],
  ['meaty', 'Flavour of cooked lean meat.', 'none', 'very strong', 'tofu; roast beef'],
  ['fatty', 'Flavour of cooked fat.', 'none', 'very strong', 'skinless chicken breast; bacon rind'],
  ['caramel', 'Flavour of browned sugar.', 'none', 'very strong', 'white sugar; caramel'],
  ['toasted', 'Flavour of bread browned by heat.', 'none', 'very strong', 'bread crumb; toast'],
  ['herbal', 'Flavour of fresh green herbs.', 'none', 'very strong', 'plain rice; parsley'],
  ['spicy hot', 'Burning in the mouth, as from chilli.', 'none', 'very strong', 'yoghurt; fresh chilli'],
  ['metallic', 'Flavour of a coin or of blood.', 'none', 'very strong', 'milk; liver'],
  [
    'stale',
    'Flat, cardboard-like flavour of food kept long.',
    'none',
    'very strong',
    'fresh bread; crackers left open for a month',
  ],
  ['raw', 'Flavour of the uncooked food.', 'none', 'very strong', 'boiled potato; raw potato'],
  ['burnt', 'Bitter, ashy flavour of food overheated.', 'none', 'very strong', 'light toast; black toast'],
  ['full', 'How much flavour there is in all.', 'weak', 'very strong', 'water; reduced stock'],
];

const AFTERTASTE: Row[] = [
  [
    'lasting',
    'How long the flavour stays after swallowing.',
    'gone at once',
    'stays a minute',
    'boiled rice; blue cheese',
  ],
  ['bitter aftertaste', 'Bitterness half a minute after swallowing.', 'none', 'very strong', 'milk; black tea'],
  ['sweet aftertaste', 'Sweetness half a minute after swallowing.', 'none', 'very strong', 'water; honey'],
  ['sour aftertaste', 'Sourness half a minute after swallowing.', 'none', 'very strong', 'milk; vinegar dressing'],
  ['astringent', 'Puckering, drying feel of tongue and cheeks.', 'none', 'very strong', 'water; black tea brewed long'],
  ['mouth-coating', 'Film that stays on tongue and palate.', 'none', 'thick', 'water; egg yolk'],
  ['burning', 'Heat that stays after swallowing.', 'none', 'very strong', 'yoghurt; fresh chilli'],
  ['metallic aftertaste', 'Flavour of metal after swallowing.', 'none', 'very strong', 'water; canned juice'],
  [
    'clean',
    'How little is left half a minute after swallowing.',
    'much is left',
    'nothing is left',
    'fried food; apple',
  ],
];

const inGroup = (group: WordGroup, rows: readonly Row[]): AttributeWord[] =>
  rows.map(([word, definition, low, high, references]) => ({ word, group, definition, low, high, references }));

/**
 * Words to describe food with, over all that one meets in eating it. Definitions are our
 * own; the split into groups follows ISO 5492 and ISO 13299 in its order, not in its words.
 */
export const ATTRIBUTE_WORDS: readonly AttributeWord[] = [
  ...inGroup('appearance', APPEARANCE),
  ...inGroup('aroma', AROMA),
  ...inGroup('texture', TEXTURE),
  ...inGroup('flavour', FLAVOUR),
  ...inGroup('aftertaste', AFTERTASTE),
];
