import { sha256 } from '@noble/hashes/sha256';
import { bytesToHex } from '@noble/hashes/utils';
import canonicalize from 'canonicalize';
import { countedCodes } from '../questions';
import type { Key, Piece, Plan } from './schema';
import type { Tasting } from './tastingSchema';

/** The parts of a locked tasting that the fingerprint vouches for. */
export interface Fingerprinted {
  tasting: Pick<
    Tasting,
    | 'methods'
    | 'panel'
    | 'ballot'
    | 'piecesPerMethod'
    | 'decision'
    | 'test'
    | 'service'
    | 'lots'
    | 'halves'
    | 'zones'
    | 'bundled'
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
 * Names of panelists and their blind marks may be corrected later, so only their ids and
 * seats count.
 *
 * @returns 64 hexadecimal digits
 */
export function fingerprint(locked: Fingerprinted): string {
  const content = locked.plan.scheme === 1 ? contentOfScheme1(locked) : contentOfScheme2(locked);
  return bytesToHex(sha256(canonicalize(content) as string));
}

function contentOfScheme2({ tasting, plan, pieces, key }: Fingerprinted): object {
  const { lockedAt, engine, alpha, analysis, servings } = plan;
  const { decision, test, ballot, service, lots, halves, zones, bundled, piecesPerMethod } = tasting;
  return {
    methods: tasting.methods.map(({ id, name, reference }) => ({ id, name, reference })),
    panel: tasting.panel.map(({ id, seat }) => ({ id, seat })),
    ...{ decision, test, ballot, service, lots, halves, zones, bundled, piecesPerMethod },
    plan: { lockedAt, engine, alpha, analysis, servings },
    pieces,
    key,
  };
}

/** As it was when all tastings were complete rankings: what was printed then must still come out. */
function contentOfScheme1({ tasting, plan, pieces, key }: Fingerprinted): object {
  const { lockedAt, engine, alpha, analysis, servings } = plan;
  const { items } = tasting.ballot;
  return {
    methods: tasting.methods.map(({ id, name, reference }) => ({ id, name, reference })),
    panel: tasting.panel.map(({ id, seat }) => ({ id, seat })),
    ballot: {
      liking: items.some((item) => item.kind === 'liking'),
      ties: items.some((item) => item.kind === 'ranking' && item.ties),
    },
    piecesPerMethod: tasting.piecesPerMethod,
    plan: {
      ...{ lockedAt, engine, alpha, analysis },
      servings: servings.map((serving) => ({ panelist: serving.panelist, codes: countedCodes(serving) })),
    },
    pieces: pieces.map(({ tag, method }) => ({ tag, method })),
    key: { ...key, portions: key.portions.map(({ panelist, tags }) => ({ panelist, tags })) },
  };
}
