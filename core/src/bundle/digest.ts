import { sha256 } from '@noble/hashes/sha256';
import { bytesToHex } from '@noble/hashes/utils';
import canonicalize from 'canonicalize';
import { LATER_SERVICE, laterOf, MOST_TELLERS, type TastingBundle } from '../tasting';

/**
 * A digest of all that a bundle says: SHA-256 over its canonical JSON (RFC 8785). Exports carry
 * it, so that an import notices when something was changed on the way. It is no signature:
 * whoever changes a bundle on purpose can compute it anew.
 *
 * A field that came after the first bundles of this version counts only where it is not at its default, so
 * that their digests still come out.
 *
 * @returns 64 hexadecimal digits
 */
export function digestOf({ digest: _digest, range, photos, ...rest }: TastingBundle): string {
  const { takenAlike, decision, methods, service, ingredients, ...tasting } = rest.tasting;
  const first = Object.fromEntries(Object.entries(service).filter(([name]) => !(name in LATER_SERVICE)));
  const { mostTellers, ...decided } = decision;
  const later = {
    methods: methods.map(({ chain, ...method }) => ({ ...method, ...(chain.length > 0 && { chain }) })),
    decision: { ...decided, ...(mostTellers !== MOST_TELLERS && { mostTellers }) },
    service: { ...first, ...laterOf(service) },
    ...(takenAlike && { takenAlike }),
    ...(ingredients.length > 0 && { ingredients }),
  };
  const hasRange = range.equipment.length + range.cooks.length + range.served.length > 0;
  const content = {
    ...rest,
    ...(hasRange && { range }),
    ...(photos.length > 0 && { photos }),
    tasting: { ...tasting, ...later },
  };
  return bytesToHex(sha256(canonicalize(content) as string));
}
