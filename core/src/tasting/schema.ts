import { z } from 'zod';
import {
  ALLERGENS,
  CODE_SHARING,
  DECISIONS,
  EQUIPMENT_KINDS,
  HANDS,
  ITEM_KINDS,
  LANGUAGES,
  LIMITS,
  MOST_BUNDLED,
  MOST_CONSTANTS,
  MOST_COOKS,
  MOST_DOSES,
  MOST_EQUIPMENT,
  MOST_INGREDIENTS,
  MOST_ITEMS,
  MOST_METHODS,
  MOST_OPTIONS,
  MOST_PANELISTS,
  MOST_PIECES,
  MOST_PLACES,
  MOST_SERVED,
  MOST_SITTINGS,
  MOST_STEPS,
  MOST_ZONES,
  OWN_ORDERS,
  PAUSE_SECONDS,
  PRESENTATIONS,
  PRODUCTS,
  SIDES,
  STEP_KINDS,
  TESTS,
  MOST_TELLERS,
} from './limits';
import { broughtSchema, followsSchema } from './origin';
import { id, longText, moment, number, numbers, shortText, whole } from './values';

export { id, longText, moment, shortText } from './values';

/** What a method asks of whoever cooks it; 1 is little, 5 is much. */
export const effortSchema = z.strictObject({
  ...numbers(LIMITS.effort),
  mess: whole(LIMITS.effort.mess),
  skill: whole(LIMITS.effort.skill),
});

const { step } = LIMITS;

/** Minutes, as far as anyone knows them. */
const minutesSchema = z.strictObject({
  least: number(step.minutes).optional(),
  usual: number(step.minutes).optional(),
  most: number(step.minutes).optional(),
});

/** What is weighed into a piece by its mass. */
export const doseSchema = z.strictObject({
  name: shortText,
  perKilogram: number(step.perKilogram),
  /** Of a curing salt: the share that is nitrite. */
  active: number(step.active).optional(),
});

/** One step of a method. What is left out is not known, or does not apply. */
export const stepSchema = z.strictObject({
  id,
  kind: z.enum(STEP_KINDS),
  name: shortText,
  minutes: minutesSchema.default({}),
  equipment: z.enum(EQUIPMENT_KINDS).optional(),
  /** How the equipment is set: a temperature, and in words, such as "medium-high". */
  celsius: number(step.celsius).optional(),
  setting: shortText.default(''),
  hands: z.enum(HANDS).default('none'),
  /** What is done again and again in it: every so many seconds, or so many times. */
  every: z
    .strictObject({ what: shortText, seconds: whole(step.every).optional(), times: whole(step.times).optional() })
    .optional(),
  /** What ends it, where that is not the clock: a temperature inside, or a loss of mass. */
  until: z
    .strictObject({
      celsius: number(step.celsius).optional(),
      where: shortText.default(''),
      loss: number(step.loss).optional(),
    })
    .optional(),
  /** How long the piece may wait after it, and how it is kept meanwhile. */
  wait: z
    .strictObject({
      least: number(step.minutes).optional(),
      most: number(step.minutes).optional(),
      celsius: number(step.celsius).optional(),
      side: z.enum(SIDES).optional(),
    })
    .optional(),
  doses: z.array(doseSchema).max(MOST_DOSES).default([]),
  /** Pieces change places halfway. */
  swaps: z.boolean().default(false),
});

export const methodSchema = z.strictObject({
  id,
  name: shortText,
  /** What it is, in a line. */
  note: longText.default(''),
  /** How it is done, one step a line; of plans from before steps had parts. */
  steps: longText.default(''),
  /** How it is done, step by step. */
  chain: z.array(stepSchema).max(MOST_STEPS).default([]),
  equipment: shortText.default(''),
  reference: z.boolean(),
  effort: effortSchema.optional(),
  /** Share of the mass lost in cooking, where it is not the tasting's. */
  cookLoss: number(LIMITS.method.cookLoss).optional(),
});

export const panelistSchema = z.strictObject({
  id,
  seat: z.int().min(1).max(MOST_PANELISTS),
  name: shortText,
  /** Of somebody who walked in: with whom they are served, since their seat is beyond those of the panel. */
  flight: z.int().min(1).max(MOST_PANELISTS).optional(),
});

/** What is cooked on, by whom, and when it is served; settled on the day, and no part of the plan. */
export const rangeSchema = z.strictObject({
  equipment: z
    .array(
      z.strictObject({
        id,
        name: shortText,
        kind: z.enum(EQUIPMENT_KINDS),
        places: z.int().min(1).max(MOST_PLACES),
        /** Pieces that fit on one place. */
        perPlace: z.int().min(1).max(MOST_PLACES),
        /** Whether all places have one setting, as racks of an oven have. */
        shared: z.boolean(),
      }),
    )
    .max(MOST_EQUIPMENT),
  cooks: z.array(shortText).max(MOST_COOKS),
  served: z
    .array(
      z.strictObject({
        sitting: z.int().min(1).max(MOST_SITTINGS),
        flight: z.int().min(1).max(MOST_PANELISTS),
        at: moment,
      }),
    )
    .max(MOST_SERVED),
});

/** One choice of a category scale, with what it counts; or one word of a check-all list. */
export const optionSchema = z.strictObject({ text: shortText, weight: number(LIMITS.option.weight).default(0) });

/**
 * One question on the ballot. All kinds have the same fields, so that a question can change
 * its kind without losing its words; a kind leaves what it has no use for empty.
 */
export const ballotItemSchema = z.strictObject({
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
  /** How many times a scale counts in a total; below 0 the less, the better. Without it, it does not count. */
  weight: number(LIMITS.item.weight).optional(),
});

export const ballotDesignSchema = z.strictObject({ items: z.array(ballotItemSchema).max(MOST_ITEMS) });

export const decisionSchema = z.strictObject({
  kind: z.enum(DECISIONS),
  /** For 'more-of': of what. */
  attribute: shortText.default(''),
  /** For 'good-enough': the largest loss that does not matter, in points of the 1 to 9 scale, and in words; for 'similar' by scores: the largest difference. */
  margin: number(LIMITS.decision.margin).default(1),
  marginWords: shortText.default(''),
  /** For 'similar': the share of people who tell the samples apart that would matter, and is to be ruled out. */
  mostTellers: number(LIMITS.decision.mostTellers).default(MOST_TELLERS),
});

/** One thing that is held constant, how closely, and how that is checked. */
export const constantSchema = z.strictObject({
  id,
  name: shortText,
  target: shortText.default(''),
  tolerance: shortText.default(''),
  check: shortText.default(''),
});

/** Something that samples are made of: those of some methods, or of all where none is named. */
export const ingredientSchema = z.strictObject({
  id,
  name: shortText,
  allergens: z.array(z.enum(ALLERGENS)).max(ALLERGENS.length).default([]),
  methods: z.array(id).max(MOST_METHODS).default([]),
});

/** What comes with a method by its nature and cannot be told apart from it. */
export const bundledSchema = z.strictObject({ id, method: id, text: shortText });

/** Bought material: one animal, case, grade or day. */
export const lotSchema = z.strictObject({ id, name: shortText });
export const zoneSchema = z.strictObject({ id, name: shortText });

/** How samples come to panelists. */
export const serviceSchema = z.strictObject({
  /** Samples put side by side; as many as there are methods is a complete tasting. */
  together: whole(LIMITS.service.together),
  sittings: whole(LIMITS.service.sittings),
  /** How often each sitting repeats its samples, or its forced choice. */
  replicates: whole(LIMITS.service.replicates),
  /** Seats served at once. */
  seatsPerFlight: whole(LIMITS.service.seatsPerFlight),
  warmUp: z.boolean(),
  rinseSeconds: whole(LIMITS.service.rinseSeconds),
  /** How the samples of a set come: one after the other, or at once. */
  presentation: z.enum(PRESENTATIONS).default('sequential'),
  /** A longer pause after every so many samples; 0 for none. */
  pauseAfter: whole(LIMITS.service.pauseAfter).default(0),
  pauseSeconds: whole(LIMITS.service.pauseSeconds).default(PAUSE_SECONDS),
  /** Whether the scales are tried on the warm-up sample, before they count. */
  practice: z.boolean().default(false),
  /** Whether the ballot opens its samples once the tray is put down. */
  waitsForTray: z.boolean().default(false),
  /** Whether panelists may go back to an earlier sample and change what they said of it. */
  goingBack: z.boolean().default(true),
  /** In which the ballot says what it says by itself, until a panelist chooses another. */
  language: z.enum(LANGUAGES).default('en'),
  /** What each panelist reads in an order of their own. */
  ownOrders: z.enum(OWN_ORDERS).default('none'),
  secondsPerSample: whole(LIMITS.service.secondsPerSample),
  /** Blind codes that all panelists share, or that each has of their own. */
  codes: z.enum(CODE_SHARING),
});

/** From bites to what is bought. */
export const quantitiesSchema = z.strictObject({
  portionGrams: number(LIMITS.quantities.portionGrams),
  /** Raw mass of one piece. */
  pieceGrams: number(LIMITS.quantities.pieceGrams),
  /** Share of a cooked piece that can be served. */
  usable: number(LIMITS.quantities.usable),
  cookLoss: number(LIMITS.quantities.cookLoss),
  /** Portions more than are served, as a share. */
  spare: number(LIMITS.quantities.spare),
  /** Price of a kilogram raw. */
  costPerKilogram: number(LIMITS.quantities.costPerKilogram),
});

/** What the plan is sized for: the difference that should be found, and how people and pieces vary. */
export const assumedSchema = z.strictObject({
  /** Points of nine by which one method is liked more than the others. */
  difference: number(LIMITS.assumed.difference),
  /** Share of people who truly tell two samples apart. */
  discriminators: number(LIMITS.assumed.discriminators),
  /** Standard deviations, in points of nine: of taste between people, of one answer, of pieces cooked alike. */
  disagreement: number(LIMITS.assumed.disagreement),
  noise: number(LIMITS.assumed.noise),
  pieceSpread: number(LIMITS.assumed.pieceSpread),
  /** Points that the first sample of a set is liked more for being first. */
  firstEdge: number(LIMITS.assumed.firstEdge),
  /** Share of panelists who do not come. */
  noShows: number(LIMITS.assumed.noShows),
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
  constants: z.array(constantSchema).max(MOST_CONSTANTS),
  bundled: z.array(bundledSchema).max(MOST_BUNDLED),
  /** What the samples are made of; none means that nobody has said. May be corrected after locking. */
  ingredients: z.array(ingredientSchema).max(MOST_INGREDIENTS).default([]),
  lots: z.array(lotSchema).max(MOST_PIECES),
  /** The pieces of one number are parts of one raw piece, split across the methods. */
  halves: z.boolean(),
  /** Parts of a piece that are judged apart; none means that a piece is judged as one. */
  zones: z.array(zoneSchema).max(MOST_ZONES),
  panel: z.array(panelistSchema).max(MOST_PANELISTS),
  ballot: ballotDesignSchema,
  service: serviceSchema,
  quantities: quantitiesSchema,
  assumed: assumedSchema,
  piecesPerMethod: whole(LIMITS.piecesPerMethod),
  /** Why pieces cooked alike are taken to taste alike, as of a stirred pot; empty where they may differ. */
  takenAlike: longText.default(''),
  alpha: number(LIMITS.alpha),
  createdAt: moment,
  /** Left out where the tasting was planned here. */
  brought: broughtSchema.optional(),
  /** The tasting that it goes on from; left out where it begins by itself. */
  follows: followsSchema.optional(),
});

export type Effort = z.infer<typeof effortSchema>;
export type ChainStep = z.infer<typeof stepSchema>;
export type SetDose = z.infer<typeof doseSchema>;
export type Method = z.infer<typeof methodSchema>;
export type Range = z.infer<typeof rangeSchema>;
export type Panelist = z.infer<typeof panelistSchema>;
export type BallotItem = z.infer<typeof ballotItemSchema>;
export type BallotDesign = z.infer<typeof ballotDesignSchema>;
export type Decision = z.infer<typeof decisionSchema>;
export type Constant = z.infer<typeof constantSchema>;
export type Ingredient = z.infer<typeof ingredientSchema>;
export type Bundled = z.infer<typeof bundledSchema>;
export type Lot = z.infer<typeof lotSchema>;
export type Zone = z.infer<typeof zoneSchema>;
export type Service = z.infer<typeof serviceSchema>;
export type Assumed = z.infer<typeof assumedSchema>;
export type Quantities = z.infer<typeof quantitiesSchema>;
export type Tasting = z.infer<typeof tastingSchema>;
