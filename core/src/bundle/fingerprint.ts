import { sha256 } from '@noble/hashes/sha256';
import { bytesToHex } from '@noble/hashes/utils';
import canonicalize from 'canonicalize';
import { laterOf, MOST_TELLERS, type Key, type Piece, type Plan, type Tasting } from '../tasting';
import { contentOfScheme1 } from './v1';
import { contentOfScheme2 } from './v2';

/** The parts of a locked tasting that the fingerprint vouches for. */
export interface Fingerprinted {
  tasting: Omit<
    Tasting,
    'title' | 'question' | 'ballotTitle' | 'createdAt' | 'alpha' | 'assumed' | 'quantities' | 'ingredients'
  >;
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
 * A plan keeps the scheme that it was locked with. Each scheme names every field that it
 * covers, so that a field added later changes no fingerprint that was printed before.
 * Names of panelists may be corrected later, so only their ids and seats count; so may what samples are made of,
 * which does not.
 *
 * @returns 64 hexadecimal digits
 */
export function fingerprint(locked: Fingerprinted): string {
  return bytesToHex(sha256(canonicalize(contentOf(locked)) as string));
}

function contentOf(locked: Fingerprinted): object {
  switch (locked.plan.scheme) {
    case 1:
      return contentOfScheme1(locked);
    case 2:
      return contentOfScheme2(locked);
    case 3:
      return contentOfScheme3(locked);
  }
}

/**
 * As scheme 2, and besides: how methods are done, what is held constant, the kind of product, and
 * the scheme itself; what of the serving is not as plans of before had it; where pieces are taken to be alike, why; step by step where that is said; the share of people that is to be
 * ruled out, where it is not the usual one; and what scales count in a total, where any does.
 */
function contentOfScheme3(locked: Fingerprinted): object {
  const { tasting, plan } = locked;
  const { mostTellers } = tasting.decision;
  const weights = tasting.ballot.items.flatMap(({ id, weight = 0 }) => (weight === 0 ? [] : [{ id, weight }]));
  return {
    ...contentOfScheme2(locked),
    scheme: plan.scheme,
    product: tasting.product,
    methods: tasting.methods.map(({ id, name, note, steps, chain, equipment, reference }) => ({
      ...{ id, name, note, steps, equipment, reference },
      ...(chain.length > 0 && { chain }),
    })),
    constants: tasting.constants.map(({ id, name, target, tolerance, check }) => ({
      ...{ id, name, target, tolerance, check },
    })),
    ...laterOf(tasting.service),
    ...(tasting.takenAlike && { takenAlike: tasting.takenAlike }),
    ...(mostTellers !== MOST_TELLERS && { mostTellers }),
    ...(weights.length > 0 && { weights }),
  };
}
