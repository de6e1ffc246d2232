/**
 * Every limit, pattern and list of names that the bundle, the server's requests and the forms
 * of the web app hold to. Each stands here once; nothing here needs a library.
 */

/** The most methods one tasting compares. */
export const MOST_METHODS = 60;
/** The most samples that one question on a ballot puts side by side. */
export const MOST_TOGETHER = 12;
export const MOST_PANELISTS = 500;
export const MOST_PIECES = 12;
export const MOST_SITTINGS = 6;
export const MOST_REPLICATES = 4;
export const MOST_ITEMS = 20;
/** Answers on one ballot. */
export const MOST_ANSWERS = MOST_ITEMS * MOST_METHODS;
export const MOST_OPTIONS = 40;
export const MOST_CONSTANTS = 40;
export const MOST_INGREDIENTS = 100;
/** Names on the list that panelists agree to: ingredients, and allergens. */
export const MOST_CONTENTS = 120;
export const MOST_BUNDLED = 120;
export const MOST_ZONES = 4;
/** Sets on one ballot: sittings repeat few, and no mouth takes more. */
export const MOST_SETS = 100;
export const MOST_ENTRIES = 100_000;
/** Steps of one method, and what is dosed in one step. */
export const MOST_STEPS = 30;
export const MOST_DOSES = 6;
/** Times at which flights are served. */
export const MOST_SERVED = 60;
export const MOST_EQUIPMENT = 40;
export const MOST_PLACES = 40;
export const MOST_COOKS = 20;
/** Channels of one device, and readings of one channel in one minute: twenty a second. */
export const MOST_CHANNELS = 64;
export const MOST_IN_A_MINUTE = 1200;
/** Minutes of readings, over all channels: sixteen channels for four days. */
export const MOST_READING_MINUTES = 100_000;

/** Characters of an id, of a line, and of a text of several lines. */
export const ID_LENGTH = 64;
export const SHORT_TEXT = 200;
export const LONG_TEXT = 2000;

export interface Limits {
  least: number;
  most: number;
}

/** What numbers of a tasting may be, both ends included, each under the name of its field. */
export const LIMITS = {
  effort: {
    handsOnMinutes: { least: 0, most: 10_000 },
    totalMinutes: { least: 0, most: 100_000 },
    cost: { least: 0, most: 100_000 },
    mess: { least: 1, most: 5 },
    skill: { least: 1, most: 5 },
  },
  method: { cookLoss: { least: 0, most: 0.9 } },
  item: { weight: { least: -10, most: 10 } },
  decision: { margin: { least: 0.01, most: 4 }, mostTellers: { least: 0.01, most: 0.99 } },
  option: { weight: { least: -1000, most: 1000 } },
  service: {
    together: { least: 2, most: MOST_TOGETHER },
    sittings: { least: 1, most: MOST_SITTINGS },
    replicates: { least: 1, most: MOST_REPLICATES },
    seatsPerFlight: { least: 1, most: MOST_PANELISTS },
    rinseSeconds: { least: 0, most: 600 },
    secondsPerSample: { least: 10, most: 1800 },
    pauseAfter: { least: 0, most: MOST_METHODS },
    pauseSeconds: { least: 10, most: 3600 },
  },
  quantities: {
    portionGrams: { least: 0.1, most: 2000 },
    pieceGrams: { least: 0.1, most: 100_000 },
    usable: { least: 0.01, most: 1 },
    cookLoss: { least: 0, most: 0.9 },
    spare: { least: 0, most: 2 },
    costPerKilogram: { least: 0, most: 100_000 },
  },
  /** Seconds that a pause between samples, or a sample, took. */
  rinsed: { least: 0, most: 86_400 },
  assumed: {
    difference: { least: 0, most: 8 },
    discriminators: { least: 0, most: 1 },
    disagreement: { least: 0, most: 4 },
    noise: { least: 0, most: 4 },
    pieceSpread: { least: 0, most: 4 },
    firstEdge: { least: 0, most: 4 },
    noShows: { least: 0, most: 0.9 },
  },
  step: {
    /** A cure or a dry ageing takes weeks. */
    minutes: { least: 0, most: 100_000 },
    celsius: { least: -60, most: 1000 },
    every: { least: 5, most: 86_400 },
    times: { least: 1, most: 100 },
    loss: { least: 0.001, most: 0.99 },
    perKilogram: { least: 0.001, most: 2000 },
    active: { least: 0.0001, most: 1 },
  },
  kitchen: { grams: { least: 0.01, most: 200_000 }, millimetres: { least: 0.1, most: 2000 } },
  /** What a device may say; an empty scale drifts below nothing. */
  reading: {
    channel: { least: 1, most: MOST_CHANNELS },
    celsius: { least: -100, most: 1500 },
    grams: { least: -1000, most: 200_000 },
  },
  piecesPerMethod: { least: 1, most: MOST_PIECES },
  alpha: { least: 0.0001, most: 0.49 },
} as const satisfies Record<string, Limits | Record<string, Limits>>;

/** The share of people who tell samples apart that is ruled out where nobody says otherwise: medium by ISO 4120 (from memory). */
export const MOST_TELLERS = 0.3;

/** A pause in a long sitting; common practice, no source. */
export const PAUSE_SECONDS = 180;

/** The levels that the forms offer; a bundle may bring another within its limits. */
export const USUAL_ALPHAS = [0.01, 0.05, 0.1] as const;

/** A form that a text must have, and what to say when it has not. */
export interface Pattern {
  pattern: RegExp;
  message: string;
}

export const CODE: Pattern = {
  pattern: /^[1-9]\d{2}$/,
  message: 'A blind code is three digits, the first not 0.',
};
/** Text that can be stored and printed as it is: no null character, no half of a surrogate pair. */
export const WELL_FORMED: Pattern = {
  pattern: /^[^\p{Cs}\0]*$/u,
  message: 'This text has a broken letter in it. Type it again.',
};
export const TAG: Pattern = {
  pattern: /^[A-Z]{1,2}\d$/,
  message: 'A kitchen tag is a letter or two and a digit, such as K4.',
};

/** What a tasting is to decide. */
export const DECISIONS = ['liked-best', 'told-apart', 'more-of', 'how-differ', 'good-enough', 'similar'] as const;

/** The planned test: what the locked analysis goes by. */
export const TESTS = [
  'ranking',
  'liking',
  'non-inferiority',
  'equivalence',
  'profile',
  'triangle',
  'duo-trio',
  '2-afc',
  '3-afc',
  'tetrad',
  'a-not-a',
  'same-different',
  'best-worst',
  'paired-preference',
] as const;

/** What a ballot can ask. Those named like a test are what that test reads. */
export const ITEM_KINDS = [
  'ranking',
  'liking',
  'line',
  'category',
  'just-right',
  'check-all',
  'triangle',
  'duo-trio',
  '2-afc',
  '3-afc',
  'tetrad',
  'a-not-a',
  'same-different',
  'best-worst',
  'paired-preference',
  'guess',
  'comment',
] as const;

/** Kinds of product, for limits and for what is usually held constant. */
export const PRODUCTS = [
  'fish',
  'red-meat',
  'poultry',
  'sausage',
  'vegetable',
  'potato-rice',
  'bread-pastry',
  'soup-sauce',
  'sweet',
  'other',
] as const;

/** How the locked plan will be analysed; the names say the tests in their order. */
export const ANALYSES = [
  'friedman-then-pairs-holm',
  'piece-blocks-then-tukey',
  'piece-blocks-against-margin',
  'piece-blocks-within-margin',
  'piece-blocks-per-attribute-fdr',
  'piece-clusters',
  'piece-clusters-of-similarity',
  'skillings-mack-then-strengths',
  'mixed-model-then-tukey',
  'non-inferiority-mixed-model',
  'equivalence-mixed-model',
  'mixed-model-per-attribute-fdr',
  'exact-binomial',
  'exact-binomial-of-similarity',
  'a-not-a-exact',
  'same-different-exact',
  'best-worst-scores',
  'paired-preference-binomial',
] as const;

/** Languages of the ballot's own words. */
export const LANGUAGES = ['en', 'de', 'fr'] as const;
export type Language = (typeof LANGUAGES)[number];

/** Whether each panelist reads questions in an order of their own: not at all, the words of lists to tick, or attributes too. */
/** One sample after the other, each judged before the next; or those of a set before a panelist at once. */
export const PRESENTATIONS = ['sequential', 'side-by-side'] as const;
export type Presentation = (typeof PRESENTATIONS)[number];
export const OWN_ORDERS = ['none', 'words', 'attributes'] as const;
export type OwnOrders = (typeof OWN_ORDERS)[number];

/** Blind codes that all panelists share, or that each has of their own. */
export const CODE_SHARING = ['shared', 'own'] as const;

/** What has to be named on food, by Regulation (EU) No 1169/2011, Annex II; the order is the regulation's, written from memory. */
export const ALLERGENS = [
  'gluten',
  'crustaceans',
  'eggs',
  'fish',
  'peanuts',
  'soya',
  'milk',
  'nuts',
  'celery',
  'mustard',
  'sesame',
  'sulphites',
  'lupin',
  'molluscs',
] as const;
export type Allergen = (typeof ALLERGENS)[number];

export const ANSWER_KINDS = [
  'tasted',
  'score',
  'words',
  'ranking',
  'choice',
  'best-worst',
  'guess',
  'comment',
  'rinse',
  'untasted',
  'agreed',
  'timed',
  'arrived',
  'typed',
] as const;

export type DecisionKind = (typeof DECISIONS)[number];
export type Test = (typeof TESTS)[number];
export type ItemKind = (typeof ITEM_KINDS)[number];
/** What is done in a step. */
export const STEP_KINDS = [
  'prepare',
  'thaw',
  'brine',
  'season',
  'weigh',
  'heat',
  'turn',
  'move',
  'wrap',
  'rest',
  'hold',
  'slice',
  'plate',
  'other',
] as const;
/** Whose hands a step takes: all the time, to begin with, or nobody's. */
export const HANDS = ['throughout', 'start', 'none'] as const;
/** What a step is done in or on. */
export const EQUIPMENT_KINDS = [
  'oven',
  'hob',
  'bath',
  'grill',
  'smoker',
  'fryer',
  'microwave',
  'cabinet',
  'refrigerator',
  'freezer',
  'board',
  'scale',
  'other',
] as const;
/** Where food waits: at a temperature or above it, or at it or below. */
export const SIDES = ['above', 'below'] as const;

/** What the check before the plate may come to. */
export const GATE_DECISIONS = ['passed', 'withdrawn', 'served-all-the-same'] as const;

/** What is looked at during a long stage. */
export const CHECKS = ['cold', 'cool-water', 'turned', 'thawed'] as const;
/** Bytes of one photo, and photos of one tasting: they are made small where they are taken. */
export const MOST_PHOTO_BYTES = 400_000;
export const MOST_PHOTOS = 200;
/** What a device measures. */
export const MEASURES = ['celsius', 'grams'] as const;
/** Where a probe is. What counts for a limit is the core, the coldest point. */
export const PROBE_PLACES = ['core', 'surface', 'around'] as const;

export type CheckId = (typeof CHECKS)[number];
export type Measures = (typeof MEASURES)[number];
export type ProbePlace = (typeof PROBE_PLACES)[number];
export type GateDecision = (typeof GATE_DECISIONS)[number];
export type StepKind = (typeof STEP_KINDS)[number];
export type Hands = (typeof HANDS)[number];
export type EquipmentKind = (typeof EQUIPMENT_KINDS)[number];
export type Side = (typeof SIDES)[number];
export type Product = (typeof PRODUCTS)[number];
export type Analysis = (typeof ANALYSES)[number];
export type CodeSharing = (typeof CODE_SHARING)[number];
export type AnswerKind = (typeof ANSWER_KINDS)[number];
