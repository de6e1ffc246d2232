import type { Amendment, Key, Piece, Plan } from '../tasting';
import { asLocked, isDrawnFor, walkInsOf } from './amended';
import { fingerprint, type Fingerprinted } from './fingerprint';

/** Whether plan and key are those that were locked. */
export interface Verification {
  /** The fingerprint that was printed at locking. */
  stated: string;
  /** The one that comes out now. */
  computed: string;
  matches: boolean;
}

/** What {@link verifyFingerprint} looks at: all of it as it is now, whoever walked in on the day included. */
export interface Verifiable {
  tasting: Fingerprinted['tasting'];
  plan: Plan;
  pieces: readonly Piece[];
  key: Key;
}

/**
 * Computes the fingerprint of key and plan again, from what is left without whoever walked in on the day, and the
 * digest of what was drawn for each of those. The one place where a fingerprint is verified: the seal, an import,
 * findings and reports all say what comes out here.
 *
 * @param amendments what was added to the plan since it was locked
 */
export function verifyFingerprint({ pieces, ...whole }: Verifiable, amendments: readonly Amendment[]): Verification {
  const { tasting, plan, key } = asLocked(whole, amendments);
  const { fingerprint: stated, ...rest } = plan;
  const computed = fingerprint({ tasting, plan: rest, pieces, key });
  const isWhole = walkInsOf(amendments).every((walkIn) => isDrawnFor(walkIn, whole.key));
  return { stated, computed, matches: stated === computed && isWhole };
}
