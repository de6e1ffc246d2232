import { fingerprint, type Analysis, type Key, type Piece, type Plan, type Tasting } from '../bundle';
import { keyStream } from '../numeric';
import { ENGINE } from '../engine';
import { leastPieces } from './clusters';
import { codeSittings } from './codes';
import { dealPortions, tagPieces } from './pieces';
import { plannedSittings } from './plannedSittings';
import { isOfTwoSamples, seeksSimilarity, TEST_FACTS } from '../questions';
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
  const isMethods = isOfMethods(tasting);
  if (isOfTwoSamples(tasting.test) && seeksSimilarity(tasting))
    return isMethods ? 'piece-clusters-of-similarity' : 'exact-binomial-of-similarity';
  const { ofMethods, ofServings, incomplete = ofServings } = TEST_FACTS[tasting.test].analyses;
  if (isMethods) return ofMethods;
  return isComplete(tasting) ? ofServings : incomplete;
}
