import { fingerprint, type Analysis, type Key, type Piece, type Plan, type Tasting, type Test } from '../bundle';
import { keyStream } from '../numeric';
import { ENGINE } from '../engine';
import { leastPieces } from './clusters';
import { codeSittings } from './codes';
import { dealPortions, tagPieces } from './pieces';
import { plannedSittings } from './plannedSittings';
import { isOfTwoSamples, seeksSimilarity } from '../questions';
import { isComplete } from './servingDesign';
import { codeSharing } from './sharing';

/** Everything that locking fixes. The key goes under seal; plan and pieces do not give it away. */
export interface LockedPlan {
  plan: Plan;
  pieces: Piece[];
  key: Key;
}

/** The only inputs of a plan that are not the tasting itself. */
export interface LockInputs {
  /** Source of all random choices: the same seed gives the same plan on any machine. */
  seed: string;
  /** Random text, at least 16 characters, that keeps the fingerprint from being guessed. */
  salt: string;
  /** ISO 8601 time of locking. */
  lockedAt: string;
}

/**
 * Fixes a plan: serving orders, blind codes, kitchen tags, which piece each portion comes
 * from, the analysis, and the fingerprint over it all.
 *
 * Call it only for a tasting without {@link lockProblems}.
 */
export function lockPlan(tasting: Tasting, { seed, salt, lockedAt }: LockInputs): LockedPlan {
  const sittings = plannedSittings(tasting, seed);
  const { coded, methods } = codeSittings(sittings, codeSharing(tasting), seed);
  const pieces = tagPieces(tasting, keyStream(seed, 'tags'));
  const portions = dealPortions(sittings, pieces, tasting, keyStream(seed, 'portions'));
  const who = sittings.map(({ panelist, sitting }) => ({ panelist: tasting.panel[panelist].id, sitting }));
  const key: Key = {
    seed,
    salt,
    codes: Object.fromEntries([...methods].map(([code, method]) => [code, tasting.methods[method].id])),
    portions: who.map((one, at) => ({ ...one, tags: portions[at] })),
  };
  const plan = {
    lockedAt,
    engine: ENGINE,
    alpha: tasting.alpha,
    analysis: analysisOf(tasting),
    scheme: 3 as const,
    servings: who.map((one, at) => ({
      ...one,
      warmUp: coded[at].warmUp,
      sets: sittings[at].sets.map(({ zone }, set) => ({
        zone: zone === null ? null : tasting.zones[zone].id,
        codes: coded[at].sets[set],
      })),
    })),
  };
  return { plan: { ...plan, fingerprint: fingerprint({ tasting, plan, pieces, key }) }, pieces, key };
}

/** Bites as the unit: about the pieces that are eaten, or about the methods where pieces are taken to be alike. */
const OF_BITES: Readonly<Record<Test, Analysis>> = {
  ranking: 'friedman-then-pairs-holm',
  liking: 'mixed-model-then-tukey',
  'non-inferiority': 'non-inferiority-mixed-model',
  equivalence: 'equivalence-mixed-model',
  profile: 'mixed-model-per-attribute-fdr',
  triangle: 'exact-binomial',
  'duo-trio': 'exact-binomial',
  '2-afc': 'exact-binomial',
  '3-afc': 'exact-binomial',
  tetrad: 'exact-binomial',
  'a-not-a': 'a-not-a-exact',
  'same-different': 'same-different-exact',
  'best-worst': 'best-worst-scores',
  'paired-preference': 'paired-preference-binomial',
};

/** Pieces as the unit: about the methods. */
const OF_PIECES: Readonly<Partial<Record<Test, Analysis>>> = {
  'non-inferiority': 'piece-blocks-against-margin',
  equivalence: 'piece-blocks-within-margin',
  profile: 'piece-blocks-per-attribute-fdr',
};

/**
 * Whether a plan tests methods by their pieces. Too few pieces say nothing of the method: what can
 * be planned then is about the pieces.
 */
export const isOfMethods = (
  tasting: Pick<Tasting, 'test' | 'decision' | 'piecesPerMethod' | 'takenAlike' | 'halves' | 'lots' | 'alpha'>,
): boolean => tasting.takenAlike === '' && tasting.piecesPerMethod >= leastPieces(tasting);

/** The analysis that a plan is locked with. */
export function analysisOf(
  tasting: Parameters<typeof isOfMethods>[0] & Pick<Tasting, 'methods' | 'service'>,
): Analysis {
  const { test } = tasting;
  const isOfTwo = isOfTwoSamples(test);
  if (isOfTwo && seeksSimilarity(tasting))
    return isOfMethods(tasting) ? 'piece-clusters-of-similarity' : 'exact-binomial-of-similarity';
  if (isOfMethods(tasting)) return isOfTwo ? 'piece-clusters' : (OF_PIECES[test] ?? 'piece-blocks-then-tukey');
  return test === 'ranking' && !isComplete(tasting) ? 'skillings-mack-then-strengths' : OF_BITES[test];
}

/** The analyses in words, for a sheet of paper. */
export const ANALYSIS_NAMES: Readonly<Record<Analysis, string>> = {
  'friedman-then-pairs-holm': 'Friedman, then pairs of rank sums (Holm, shortened by the overall test)',
  'piece-blocks-then-tukey':
    'about the methods: re-assigned within blocks of pieces, or F of blocks where those are few; pairs by Tukey on the error of pieces',
  'piece-blocks-against-margin': 'about the methods: one-sided test against the margin on the error of pieces',
  'piece-blocks-within-margin': 'about the methods: two one-sided tests against the margin on the error of pieces',
  'piece-blocks-per-attribute-fdr':
    'about the methods: word by word, re-assigned within blocks of pieces, or F of blocks where those are few (false discovery rate)',
  'piece-clusters':
    'about the methods: answers of groups of people who share no piece, all swaps of the methods or Student’s t; beside it the exact test of the pieces',
  'piece-clusters-of-similarity':
    'about the methods: answers of groups of people who share no piece, Student’s t against the share that is to be ruled out; beside it the exact test of the pieces',
  'skillings-mack-then-strengths': 'Skillings-Mack, then strengths (Plackett-Luce)',
  'mixed-model-then-tukey': 'mixed model, then pairs (Tukey)',
  'non-inferiority-mixed-model': 'mixed model, one-sided test against the margin',
  'equivalence-mixed-model': 'mixed model, two one-sided tests against the margin',
  'mixed-model-per-attribute-fdr': 'mixed model word by word (false discovery rate)',
  'exact-binomial': 'exact binomial, one-sided',
  'exact-binomial-of-similarity': 'exact binomial against the share that is to be ruled out, one-sided',
  'a-not-a-exact': "Fisher's exact test of hits against false alarms, one-sided",
  'same-different-exact': "Fisher's exact test of 'different' on unlike against like pairs, one-sided",
  'best-worst-scores': 'best less worst choices',
  'paired-preference-binomial': 'exact binomial, two-sided',
};
