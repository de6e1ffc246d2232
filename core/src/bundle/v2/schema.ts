import { z } from 'zod';
import { id, longText, moment, MOST_SITTINGS, shortText, tastingSchema } from './tasting';

/**
 * Bundles of version 2, as they were when there was nothing newer. Frozen: it leans on nothing
 * that can change, and never changes itself.
 */

const code = z.string().regex(/^[1-9]\d{2}$/, 'A blind code is three digits, the first not 0.');
const tag = z.string().regex(/^[A-Z]{1,2}\d$/, 'A kitchen tag is a letter or two and a digit, such as K4.');
const sitting = z.int().min(1).max(MOST_SITTINGS);

/** One cooked item; `block` numbers the lot, or the raw piece, that it shares with one piece of each other method. */
const pieceSchema = z.strictObject({
  tag,
  method: id,
  lot: id.nullable().default(null),
  block: z.int().min(0).default(0),
});

/** Samples that one question puts side by side, in serving order. */
const servingSetSchema = z.strictObject({ zone: id.nullable().default(null), codes: z.array(code).min(1) });

/** What one panelist is served at one sitting. */
const servingSchema = z.strictObject({
  panelist: id,
  sitting,
  /** A first serving that does not count. */
  warmUp: code.nullable().default(null),
  sets: z.array(servingSetSchema),
});

/** How the locked plan will be analysed; the names say the tests in their order. */
const ANALYSES = [
  'friedman-then-pairs-holm',
  'skillings-mack-then-strengths',
  'mixed-model-then-tukey',
  'non-inferiority-mixed-model',
  'mixed-model-per-attribute-fdr',
  'exact-binomial',
  'a-not-a-exact',
  'same-different-exact',
  'best-worst-scores',
  'paired-preference-binomial',
] as const;

/** What locking fixes; holds codes, never methods. */
const planSchema = z.strictObject({
  lockedAt: moment,
  engine: z.string(),
  alpha: z.number().gt(0).lt(0.5),
  analysis: z.enum(ANALYSES),
  /** What the fingerprint covers: 1 for plans locked before there were other ballots than a ranking. */
  scheme: z.union([z.literal(1), z.literal(2)]),
  /** SHA-256 over plan, pieces and key, in hexadecimal. */
  fingerprint: z.string().regex(/^[0-9a-f]{64}$/),
  servings: z.array(servingSchema),
});

/** What links codes to methods. Left out of a bundle while the tasting is sealed. */
const keySchema = z.strictObject({
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
const set = z.int().min(0).max(99);

/**
 * One acknowledged answer. Later answers to one item about one sample or set replace
 * earlier ones; none is removed.
 */
const answerSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...answerBase, kind: z.literal('tasted'), code }),
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
  z.strictObject({ ...answerBase, kind: z.literal('comment'), item, text: longText }),
]);

const ballotSchema = z.strictObject({
  panelist: id,
  sitting,
  openedAt: moment.nullable(),
  handedInAt: moment.nullable(),
  answers: z.array(answerSchema),
});

const caveatSchema = z.strictObject({
  id,
  at: moment,
  by: shortText,
  text: longText.min(1),
  /** What it touches, by kitchen tag and by panelist; left out when it touches everything, or nobody knows. */
  about: z.strictObject({ pieces: z.array(tag).default([]), panelists: z.array(id).default([]) }).optional(),
});

const sealSchema = z.strictObject({
  closedAt: moment.nullable(),
  unsealedAt: moment.nullable(),
  unsealedBy: shortText.nullable(),
});

export const version2Schema = z.strictObject({
  format: z.literal('jacana-tasting'),
  version: z.literal(2),
  tasting: tastingSchema,
  plan: planSchema.nullable(),
  pieces: z.array(pieceSchema),
  key: keySchema.nullable(),
  seal: sealSchema,
  ballots: z.array(ballotSchema),
  caveats: z.array(caveatSchema),
});
