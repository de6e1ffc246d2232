import { z } from 'zod';
import {
  ANALYSES,
  CHECKS,
  GATE_DECISIONS,
  LIMITS,
  MEASURES,
  MOST_ANSWERS,
  MOST_CONTENTS,
  MOST_ENTRIES,
  MOST_IN_A_MINUTE,
  MOST_METHODS,
  MOST_PANELISTS,
  MOST_PHOTO_BYTES,
  MOST_PHOTOS,
  MOST_PIECES,
  MOST_READING_MINUTES,
  MOST_SETS,
  MOST_SITTINGS,
  PROBE_PLACES,
} from './limits';
import { code, entry, sitting, tag, text, within } from './entry';
import { id, longText, moment, panelistSchema, rangeSchema, shortText, tastingSchema } from './schema';
import { serviceEntrySchema } from './service';

/**
 * The tasting bundle: everything about one tasting in one JSON document. It is what is
 * exported, imported, shipped as demo data and read by the command line, and the only
 * input of the findings. docs/bundle.md describes it for people.
 */
export const BUNDLE_FORMAT = 'jacana-tasting';
export const BUNDLE_VERSION = 3;

/** One cooked item; `block` numbers the lot, or the raw piece, that it shares with one piece of each other method. */
export const pieceSchema = z.strictObject({
  tag,
  method: id,
  lot: id.nullable().default(null),
  block: z.int().min(0).default(0),
});

/** Samples that one question puts side by side, in serving order. */
export const servingSetSchema = z.strictObject({ zone: id.nullable().default(null), codes: z.array(code).min(1) });

/** What one panelist is served at one sitting. */
export const servingSchema = z.strictObject({
  panelist: id,
  sitting,
  /** A first serving that does not count. */
  warmUp: code.nullable().default(null),
  sets: z.array(servingSetSchema),
});

/** What locking fixes; holds codes, never methods. */
export const planSchema = z.strictObject({
  lockedAt: moment,
  engine: z.string(),
  alpha: z.number().min(LIMITS.alpha.least).max(LIMITS.alpha.most),
  analysis: z.enum(ANALYSES),
  /** How the plan was drawn, and what its fingerprint covers; plans keep the scheme that they were locked with. */
  scheme: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  /** SHA-256 over plan, pieces and key, in hexadecimal. */
  fingerprint: z.string().regex(/^[0-9a-f]{64}$/),
  servings: z.array(servingSchema),
});

/** What links codes to methods. Left out of a bundle while the tasting is sealed. */
export const keySchema = z.strictObject({
  /** Source of every random choice of the plan. */
  seed: z.string().min(1).max(64),
  /** Random text that keeps the fingerprint from being guessed. */
  salt: z.string().min(16).max(64),
  codes: z.record(code, id),
  /** Per panelist and sitting, the piece that each serving is cut from, in serving order, the warm-up first. */
  portions: z.array(z.strictObject({ panelist: id, sitting, tags: z.array(tag) })),
});

const answerBase = {
  id,
  at: moment,
  /** 'panelist', or the name of the person who entered or corrected the answer. */
  by: shortText,
  /** Why a later answer replaces an earlier one; empty for a first answer. */
  reason: shortText.default(''),
};

const item = id;
/** Which set of the sitting, from 0. */
const set = z
  .int()
  .min(0)
  .max(MOST_SETS - 1);

/**
 * One acknowledged answer. Later answers to one item about one sample or set replace
 * earlier ones; none is removed.
 */
export const answerSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...answerBase, kind: z.literal('tasted'), code }),
  /** Why somebody did not taste a sample; empty where they did after all. Nothing else is asked about it then. */
  z.strictObject({ ...answerBase, kind: z.literal('untasted'), code, because: shortText }),
  /** The pause before a sample: whole seconds that it took, null while it lasts. */
  z.strictObject({ ...answerBase, kind: z.literal('rinse'), code, seconds: within(LIMITS.rinsed).nullable() }),
  /** A number on a scale: liking 1 to 9, a line 0 to 100, just-about-right -2 to 2, or the place of a category from 1. */
  z.strictObject({ ...answerBase, kind: z.literal('score'), item, code, score: z.number().min(-1000).max(1000) }),
  /** Words that were ticked; none is an answer too. */
  z.strictObject({ ...answerBase, kind: z.literal('words'), item, code, words: z.array(shortText) }),
  /** Groups of codes from most to least; a group of several is a tie. */
  z.strictObject({
    ...answerBase,
    kind: z.literal('ranking'),
    item,
    set,
    ranking: z.array(z.array(code).min(1)).min(1),
  }),
  /** Codes that were chosen, 'same' or 'different', 'a' or 'not-a'; nothing is "no preference". */
  z.strictObject({ ...answerBase, kind: z.literal('choice'), item, set, choice: z.array(z.string().max(9)).max(2) }),
  z.strictObject({ ...answerBase, kind: z.literal('best-worst'), item, set, best: code, worst: code }),
  /** Which method somebody took the last sample for, asked once all was handed in; null for no idea. */
  z.strictObject({ ...answerBase, kind: z.literal('guess'), item, code, method: id.nullable() }),
  /** That somebody takes part, knowing that samples contain this. */
  z.strictObject({ ...answerBase, kind: z.literal('agreed'), contains: z.array(shortText).max(MOST_CONTENTS) }),
  /** By the device's clock, whole seconds from a sample's first screen until it was left; pauses are none of it. */
  z.strictObject({ ...answerBase, kind: z.literal('timed'), code, seconds: within(LIMITS.rinsed) }),
  /** Where ballots wait for trays: that the panelist said theirs stands before them, though nobody had said so yet. */
  z.strictObject({ ...answerBase, kind: z.literal('arrived') }),
  /** That the ballot was on paper: typed in once, or a second time by somebody who did not see the first; and how many places were settled. */
  z.strictObject({
    ...answerBase,
    kind: z.literal('typed'),
    times: z.int().min(1).max(2),
    second: shortText,
    settled: z.int().min(0).max(MOST_ANSWERS),
  }),
  z.strictObject({ ...answerBase, kind: z.literal('comment'), item, text: longText }),
]);

export const ballotSchema = z.strictObject({
  panelist: id,
  sitting,
  openedAt: moment.nullable(),
  handedInAt: moment.nullable(),
  answers: z.array(answerSchema),
});

/** What a caveat touches, by kitchen tag and by panelist. */
const about = z.strictObject({ pieces: z.array(tag).default([]), panelists: z.array(id).default([]) });
/** The caveat ledger: what departed from the plan, and who was not blind. */
export const caveatEntrySchema = entry(
  z.discriminatedUnion('kind', [
    /** `about` is left out when it touches everything, or nobody knows. */
    z.strictObject({ kind: z.literal('noted'), text, about: about.optional() }),
    z.strictObject({ kind: z.literal('edited'), of: id, text, about: about.optional() }),
    z.strictObject({ kind: z.literal('withdrawn'), of: id, because: longText.default('') }),
    /** Someone who knew, or could guess, which sample was which. */
    z.strictObject({ kind: z.literal('not-blind'), panelist: id, because: text }),
    z.strictObject({ kind: z.literal('blind-again'), panelist: id }),
    /** Takes another entry back; itself taken back, that one holds again. */
    z.strictObject({ kind: z.literal('undone'), of: id }),
  ]),
);

const tags = z
  .array(tag)
  .min(1)
  .max(MOST_METHODS * MOST_PIECES);
const step = id;
const { step: stepLimits, kitchen: measured, reading } = LIMITS;
/** One channel of a device, by the device's name. */
const probe = { device: shortText.min(1), channel: z.int().min(reading.channel.least).max(reading.channel.most) };

/** The kitchen log: what was done to which piece, because it was done on that device, and what was measured. */
export const kitchenEntrySchema = entry(
  z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('started'), pieces: tags, step }),
    z.strictObject({ kind: z.literal('done'), pieces: tags, step }),
    z.strictObject({ kind: z.literal('skipped'), pieces: tags, step, because: text }),
    /** What is done again and again in a step, such as turning. */
    z.strictObject({ kind: z.literal('acted'), pieces: tags, step }),
    /** A question about a long stage, answered. */
    z.strictObject({ kind: z.literal('checked'), pieces: tags, step, check: z.enum(CHECKS), isSo: z.boolean() }),
    z.strictObject({ kind: z.literal('mass'), piece: tag, grams: within(measured.grams) }),
    z.strictObject({ kind: z.literal('temperature'), piece: tag, celsius: within(stepLimits.celsius) }),
    z.strictObject({ kind: z.literal('thickness'), piece: tag, millimetres: within(measured.millimetres) }),
    z.strictObject({ kind: z.literal('dose'), piece: tag, name: shortText.min(1), grams: within(measured.grams) }),
    z.strictObject({ kind: z.literal('noted'), pieces: tags, text }),
    /** A picture of it; kept apart, under the id of this entry. */
    z.strictObject({ kind: z.literal('photo'), piece: tag }),
    /** From now on this probe is in this piece, until it is taken out or put into another. */
    z.strictObject({ kind: z.literal('probed'), piece: tag, ...probe, where: z.enum(PROBE_PLACES) }),
    z.strictObject({ kind: z.literal('unprobed'), ...probe }),
    /** The check before the plate; `because` says what was seen, and is needed where a piece does not simply pass. */
    z.strictObject({
      kind: z.literal('gate'),
      piece: tag,
      decision: z.enum(GATE_DECISIONS),
      because: longText.default(''),
    }),
    /** Another piece is cooked in its place, under a tag of its own. */
    z.strictObject({ kind: z.literal('redone'), piece: tag, as: tag }),
    /** A caveat that the record proposed was noted, or found not to matter. */
    z.strictObject({ kind: z.literal('settled'), proposal: shortText.min(1), noted: z.boolean() }),
    /** The rest of the day was planned anew, from this moment on. */
    z.strictObject({ kind: z.literal('replanned') }),
    z.strictObject({ kind: z.literal('undone'), of: id }),
  ]),
);

/**
 * What was added to a plan after it was locked. Panel, servings and key hold it too, so that all that reads them
 * sees who was there; what was locked is what remains without it.
 */
export const amendmentSchema = entry(
  z.discriminatedUnion('kind', [
    /** Somebody who was not on the panel, with servings drawn for them on the day. */
    z.strictObject({
      kind: z.literal('walk-in'),
      panelist: panelistSchema,
      servings: z.array(servingSchema).min(1).max(MOST_SITTINGS),
      /** SHA-256 over what was drawn, with what stays sealed and the key's salt. */
      digest: z.string().regex(/^[0-9a-f]{64}$/),
    }),
    z.strictObject({ kind: z.literal('undone'), of: id }),
  ]),
);

/** The records of the day: append-only, oldest first. */
export const recordsSchema = z.strictObject({
  caveats: z.array(caveatEntrySchema).max(MOST_ENTRIES),
  kitchen: z.array(kitchenEntrySchema).max(MOST_ENTRIES),
  service: z.array(serviceEntrySchema).max(MOST_ENTRIES),
  amendments: z.array(amendmentSchema).max(MOST_PANELISTS).default([]),
});

/** What one channel of a device measured within one minute, in the order of time. */
export const readingMinuteSchema = z
  .strictObject({
    ...probe,
    measures: z.enum(MEASURES),
    /** When the minute begins. */
    minute: moment,
    /** Since then. */
    seconds: z.array(z.number().min(0).lt(60)).min(1).max(MOST_IN_A_MINUTE),
    values: z.array(z.number().min(reading.grams.least).max(reading.grams.most)),
  })
  .refine(({ seconds, values }) => seconds.length === values.length, 'Give one value for each second.')
  .refine(
    ({ seconds }) => seconds.every((second, at) => at === 0 || second > seconds[at - 1]),
    'Readings stand in the order of time, each once.',
  );

/** A picture of a piece, as JPEG in base64, under the id of its entry in the kitchen log. */
export const photoSchema = z.strictObject({
  id,
  jpeg: z
    .base64()
    .max(Math.ceil(MOST_PHOTO_BYTES / 3) * 4)
    .regex(/^\/9j\//, 'A photo is a JPEG.'),
});

export const sealSchema = z.strictObject({
  closedAt: moment.nullable(),
  unsealedAt: moment.nullable(),
  unsealedBy: shortText.nullable(),
});

export const bundleSchema = z.strictObject({
  format: z.literal(BUNDLE_FORMAT),
  version: z.literal(BUNDLE_VERSION),
  tasting: tastingSchema,
  plan: planSchema.nullable(),
  /** What it is cooked on and when it is served; settled on the day, and no part of the fingerprint. */
  range: rangeSchema.default({ equipment: [], cooks: [], served: [] }),
  pieces: z.array(pieceSchema),
  key: keySchema.nullable(),
  seal: sealSchema,
  ballots: z.array(ballotSchema),
  records: recordsSchema,
  /** Of probes: what was measured when. */
  readings: z.array(readingMinuteSchema).max(MOST_READING_MINUTES).default([]),
  photos: z.array(photoSchema).max(MOST_PHOTOS).default([]),
  /** SHA-256 over all the rest as it was exported; null for one that was made otherwise. */
  digest: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
    .default(null),
});

export type Piece = z.infer<typeof pieceSchema>;
export type ServingSet = z.infer<typeof servingSetSchema>;
export type Serving = z.infer<typeof servingSchema>;
export type Plan = z.infer<typeof planSchema>;
export type Key = z.infer<typeof keySchema>;
export type Answer = z.infer<typeof answerSchema>;
export type Ballot = z.infer<typeof ballotSchema>;
export type CaveatEntry = z.infer<typeof caveatEntrySchema>;
export type KitchenEntry = z.infer<typeof kitchenEntrySchema>;
export type Amendment = z.infer<typeof amendmentSchema>;
export type Photo = z.infer<typeof photoSchema>;
export type ReadingMinute = z.infer<typeof readingMinuteSchema>;
export type Records = z.infer<typeof recordsSchema>;
export type TastingBundle = z.infer<typeof bundleSchema>;

/** A value without when, by whom and why. */
export type AnswerValue = Answer extends infer One
  ? One extends Answer
    ? Omit<One, 'id' | 'at' | 'by' | 'reason'>
    : never
  : never;

/** What is wrong with something that was entered, and where. */
export interface Problem {
  /** Path of the field, such as `ranking.1.0` or `methods.2.name`. */
  field: string;
  message: string;
}
