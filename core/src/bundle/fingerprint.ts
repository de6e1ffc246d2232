import { sha256 } from '@noble/hashes/sha256';
import { bytesToHex } from '@noble/hashes/utils';
import canonicalize from 'canonicalize';
import type { Key, Piece, Plan, Tasting } from './schema';

/** The parts of a locked tasting that the fingerprint vouches for. */
export interface Fingerprinted {
  tasting: Pick<Tasting, 'methods' | 'panel' | 'ballot' | 'piecesPerMethod'>;
  plan: Omit<Plan, 'fingerprint'>;
  pieces: readonly Piece[];
  key: Key;
}

/**
 * The fingerprint of key and plan: SHA-256 over their canonical JSON (RFC 8785). Printed
 * at locking, computed again at unsealing; equal fingerprints show that no method, order,
 * code or choice of analysis moved in between. The key holds a random salt, so that the
 * printed fingerprint cannot be used to try out keys.
 *
 * Names of panelists and their blind marks may be corrected later, so only their ids and
 * seats count.
 *
 * @returns 64 hexadecimal digits
 */
export function fingerprint({ tasting, plan, pieces, key }: Fingerprinted): string {
  const { lockedAt, engine, alpha, analysis, servings } = plan;
  const canonical = canonicalize({
    methods: tasting.methods.map(({ id, name, reference }) => ({ id, name, reference })),
    panel: tasting.panel.map(({ id, seat }) => ({ id, seat })),
    ballot: tasting.ballot,
    piecesPerMethod: tasting.piecesPerMethod,
    plan: { lockedAt, engine, alpha, analysis, servings },
    pieces,
    key,
  });
  return bytesToHex(sha256(canonical as string));
}
