import { z } from 'zod';

/**
 * The tasting bundle: everything about one tasting in one JSON document. It is what is
 * exported, imported, shipped as demo data and read by the command line, and the only
 * input of the findings. docs/bundle.md describes it for people.
 */
export const BUNDLE_FORMAT = 'jacana-tasting';
export const BUNDLE_VERSION = 1;

/** The most methods a complete ranking may hold: more is too much for one mouth. */
export const MOST_METHODS = 8;
export const MOST_PANELISTS = 500;
export const MOST_PIECES = 12;

const id = z.string().min(1).max(64);
const shortText = z.string().max(200);
const longText = z.string().max(2000);
const moment = z.iso.datetime({ offset: true });
const code = z.string().regex(/^[1-9]\d{2}$/, 'A blind code is three digits, the first not 0.');
const tag = z.string().regex(/^[A-Z]{1,2}\d$/, 'A kitchen tag is a letter or two and a digit, such as K4.');

/** What a method asks of whoever cooks it; 1 is little, 5 is much. */
export const effortSchema = z.strictObject({
  handsOnMinutes: z.number().min(0).max(10_000),
  totalMinutes: z.number().min(0).max(100_000),
  /** Per portion, in the money of the house. */
  cost: z.number().min(0).max(100_000),
  mess: z.int().min(1).max(5),
  skill: z.int().min(1).max(5),
});

export const methodSchema = z.strictObject({
  id,
  name: shortText,
  note: longText.default(''),
  reference: z.boolean(),
  effort: effortSchema.optional(),
});

export const panelistSchema = z.strictObject({
  id,
  seat: z.int().min(1).max(MOST_PANELISTS),
  name: shortText,
  /** False for someone who knew, or could guess, which sample was which. */
  blind: z.boolean(),
  notBlindBecause: longText.default(''),
});

export const ballotDesignSchema = z.strictObject({
  /** Ask a 1 to 9 liking score for each sample, beside the ranking. */
  liking: z.boolean(),
  /** Whether two samples may share a place in the ranking. */
  ties: z.boolean(),
});

/** What the coordinator decides before locking. */
export const tastingSchema = z.strictObject({
  title: shortText,
  question: longText,
  /** What panelists and servers see in place of the title; may not name a method. */
  ballotTitle: shortText,
  methods: z.array(methodSchema).max(MOST_METHODS),
  panel: z.array(panelistSchema).max(MOST_PANELISTS),
  ballot: ballotDesignSchema,
  piecesPerMethod: z.int().min(1).max(MOST_PIECES),
  alpha: z.number().gt(0).lt(0.5),
  createdAt: moment,
});

export const pieceSchema = z.strictObject({ tag, method: id });

/** What locking fixes; holds codes, never methods. */
export const planSchema = z.strictObject({
  lockedAt: moment,
  engine: z.string(),
  alpha: z.number().gt(0).lt(0.5),
  analysis: z.literal('friedman-then-pairs-holm'),
  /** SHA-256 over plan, pieces and key, in hexadecimal. */
  fingerprint: z.string().regex(/^[0-9a-f]{64}$/),
  /** Per panelist, the codes in the order they are served. */
  servings: z.array(z.strictObject({ panelist: id, codes: z.array(code) })),
});

/** What links codes to methods. Left out of a bundle while the tasting is sealed. */
export const keySchema = z.strictObject({
  /** Source of every random choice of the plan. */
  seed: z.string().min(1).max(64),
  /** Random text that keeps the fingerprint from being guessed. */
  salt: z.string().min(16).max(64),
  codes: z.record(code, id),
  /** Per panelist, the kitchen tag of the piece that each serving is cut from, in serving order. */
  portions: z.array(z.strictObject({ panelist: id, tags: z.array(tag) })),
});

const answerBase = {
  id,
  at: moment,
  /** 'panelist', or the name of the person who entered or corrected the answer. */
  by: shortText,
  /** Why a later answer replaces an earlier one; empty for a first answer. */
  reason: shortText.default(''),
};

/** One acknowledged answer. Later answers of one kind (and code) replace earlier ones; none is removed. */
export const answerSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...answerBase, kind: z.literal('tasted'), code }),
  z.strictObject({ ...answerBase, kind: z.literal('liking'), code, score: z.int().min(1).max(9) }),
  /** Groups of codes from most to least liked; a group of several is a tie. */
  z.strictObject({ ...answerBase, kind: z.literal('ranking'), ranking: z.array(z.array(code).min(1)).min(1) }),
  z.strictObject({ ...answerBase, kind: z.literal('comment'), text: longText }),
]);

export const ballotSchema = z.strictObject({
  panelist: id,
  openedAt: moment.nullable(),
  handedInAt: moment.nullable(),
  answers: z.array(answerSchema),
});

export const caveatSchema = z.strictObject({
  id,
  at: moment,
  by: shortText,
  text: longText.min(1),
  /** What it touches, by kitchen tag and by panelist; left out when it touches everything, or nobody knows. */
  about: z.strictObject({ pieces: z.array(tag).default([]), panelists: z.array(id).default([]) }).optional(),
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
  pieces: z.array(pieceSchema),
  key: keySchema.nullable(),
  seal: sealSchema,
  ballots: z.array(ballotSchema),
  caveats: z.array(caveatSchema),
});

export type Effort = z.infer<typeof effortSchema>;
export type Method = z.infer<typeof methodSchema>;
export type Panelist = z.infer<typeof panelistSchema>;
export type BallotDesign = z.infer<typeof ballotDesignSchema>;
export type Tasting = z.infer<typeof tastingSchema>;
export type Piece = z.infer<typeof pieceSchema>;
export type Plan = z.infer<typeof planSchema>;
export type Key = z.infer<typeof keySchema>;
export type Answer = z.infer<typeof answerSchema>;
export type Ballot = z.infer<typeof ballotSchema>;
export type Caveat = z.infer<typeof caveatSchema>;
export type TastingBundle = z.infer<typeof bundleSchema>;
