import { z } from 'zod';

/**
 * What was decided before locking, in bundles of version 2. Frozen: it leans on nothing that
 * can change, and never changes itself.
 */

/** The most methods one tasting compares. */
const MOST_METHODS = 60;
/** The most samples that one question on a ballot puts side by side. */
const MOST_TOGETHER = 12;
const MOST_PANELISTS = 500;
const MOST_PIECES = 12;
export const MOST_SITTINGS = 6;
const MOST_REPLICATES = 4;
const MOST_ITEMS = 20;
const MOST_OPTIONS = 40;

export const id = z.string().min(1).max(64);
export const shortText = z.string().max(200);
export const longText = z.string().max(2000);
export const moment = z.iso.datetime({ offset: true });

/** What a tasting is to decide. */
const DECISIONS = ['liked-best', 'told-apart', 'more-of', 'how-differ', 'good-enough'] as const;

/** The planned test: what the locked analysis goes by. */
const TESTS = [
  'ranking',
  'liking',
  'non-inferiority',
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
const ITEM_KINDS = [
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
  'comment',
] as const;

/** Kinds of product, for limits and for what is usually held constant. */
const PRODUCTS = [
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

/** What a method asks of whoever cooks it; 1 is little, 5 is much. */
const effortSchema = z.strictObject({
  handsOnMinutes: z.number().min(0).max(10_000),
  totalMinutes: z.number().min(0).max(100_000),
  /** Per portion, in the money of the house. */
  cost: z.number().min(0).max(100_000),
  mess: z.int().min(1).max(5),
  skill: z.int().min(1).max(5),
});

const methodSchema = z.strictObject({
  id,
  name: shortText,
  /** What it is, in a line. */
  note: longText.default(''),
  /** How it is done, one step a line. */
  steps: longText.default(''),
  equipment: shortText.default(''),
  reference: z.boolean(),
  effort: effortSchema.optional(),
  /** Share of the mass lost in cooking, where it is not the tasting's; 0 to 0.9. */
  cookLoss: z.number().min(0).max(0.9).optional(),
});

const panelistSchema = z.strictObject({
  id,
  seat: z.int().min(1).max(MOST_PANELISTS),
  name: shortText,
  /** False for someone who knew, or could guess, which sample was which. */
  blind: z.boolean(),
  notBlindBecause: longText.default(''),
});

/** One choice of a category scale, with what it counts; or one word of a check-all list. */
const optionSchema = z.strictObject({ text: shortText, weight: z.number().min(-1000).max(1000).default(0) });

/**
 * One question on the ballot. All kinds have the same fields, so that a question can change
 * its kind without losing its words; a kind leaves what it has no use for empty.
 */
const ballotItemSchema = z.strictObject({
  id,
  kind: z.enum(ITEM_KINDS),
  /** The question as panelists read it. */
  ask: shortText,
  /** The word that it is about, such as "crisp"; empty where it is liking. */
  attribute: shortText.default(''),
  /** What the word means, shown under the question. */
  definition: longText.default(''),
  /** The two ends of a scale or ranking, low first. */
  low: shortText.default(''),
  high: shortText.default(''),
  options: z.array(optionSchema).max(MOST_OPTIONS).default([]),
  /** Whether samples may share a place; in a paired preference, whether "no preference" may be said. */
  ties: z.boolean().default(false),
});

const ballotDesignSchema = z.strictObject({ items: z.array(ballotItemSchema).max(MOST_ITEMS) });

const decisionSchema = z.strictObject({
  kind: z.enum(DECISIONS),
  /** For 'more-of': of what. */
  attribute: shortText.default(''),
  /** For 'good-enough': the largest loss that does not matter, in points of the 1 to 9 scale, and in words. */
  margin: z.number().gt(0).max(4).default(1),
  marginWords: shortText.default(''),
});

/** One thing that is held constant, how closely, and how that is checked. */
const constantSchema = z.strictObject({
  id,
  name: shortText,
  target: shortText.default(''),
  tolerance: shortText.default(''),
  check: shortText.default(''),
});

/** What comes with a method by its nature and cannot be told apart from it. */
const bundledSchema = z.strictObject({ id, method: id, text: shortText });

/** Bought material: one animal, case, grade or day. */
const lotSchema = z.strictObject({ id, name: shortText });
const zoneSchema = z.strictObject({ id, name: shortText });

/** How samples come to panelists. */
const serviceSchema = z.strictObject({
  /** Samples put side by side; as many as there are methods is a complete tasting. */
  together: z.int().min(2).max(MOST_TOGETHER),
  sittings: z.int().min(1).max(MOST_SITTINGS),
  /** How often each sitting repeats its samples, or its forced choice. */
  replicates: z.int().min(1).max(MOST_REPLICATES),
  /** Seats served at once. */
  seatsPerFlight: z.int().min(1).max(MOST_PANELISTS),
  warmUp: z.boolean(),
  rinseSeconds: z.int().min(0).max(600),
  secondsPerSample: z.int().min(10).max(1800),
  /** Blind codes that all panelists share, or that each has of their own. */
  codes: z.enum(['shared', 'own']),
});

/** From bites to what is bought. */
const quantitiesSchema = z.strictObject({
  portionGrams: z.number().gt(0).max(2000),
  /** Raw mass of one piece. */
  pieceGrams: z.number().gt(0).max(100_000),
  /** Share of a cooked piece that can be served. */
  usable: z.number().gt(0).max(1),
  cookLoss: z.number().min(0).max(0.9),
  /** Portions more than are served, as a share. */
  spare: z.number().min(0).max(2),
  /** Price of a kilogram raw. */
  costPerKilogram: z.number().min(0).max(100_000),
});

/** What the plan is sized for: the difference that should be found, and how people and pieces vary. */
const assumedSchema = z.strictObject({
  /** Points of nine by which one method is liked more than the others. */
  difference: z.number().min(0).max(8),
  /** Share of people who truly tell two samples apart. */
  discriminators: z.number().min(0).max(1),
  /** Standard deviations, in points of nine: of taste between people, of one answer, of pieces cooked alike. */
  disagreement: z.number().min(0).max(4),
  noise: z.number().min(0).max(4),
  pieceSpread: z.number().min(0).max(4),
  /** Points that the first sample of a set is liked more for being first. */
  firstEdge: z.number().min(0).max(4),
  /** Share of panelists who do not come. */
  noShows: z.number().min(0).max(0.9),
});

/** What the coordinator decides before locking. */
export const tastingSchema = z.strictObject({
  title: shortText,
  question: longText,
  /** What panelists and servers see in place of the title; may not name a method. */
  ballotTitle: shortText,
  decision: decisionSchema,
  test: z.enum(TESTS),
  product: z.enum(PRODUCTS),
  methods: z.array(methodSchema).max(MOST_METHODS),
  constants: z.array(constantSchema).max(40),
  bundled: z.array(bundledSchema).max(120),
  lots: z.array(lotSchema).max(MOST_PIECES),
  /** The pieces of one number are parts of one raw piece, split across the methods. */
  halves: z.boolean(),
  /** Parts of a piece that are judged apart; none means that a piece is judged as one. */
  zones: z.array(zoneSchema).max(4),
  panel: z.array(panelistSchema).max(MOST_PANELISTS),
  ballot: ballotDesignSchema,
  service: serviceSchema,
  quantities: quantitiesSchema,
  assumed: assumedSchema,
  piecesPerMethod: z.int().min(1).max(MOST_PIECES),
  alpha: z.number().gt(0).lt(0.5),
  createdAt: moment,
});
