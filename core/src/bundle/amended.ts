import { sha256 } from '@noble/hashes/sha256';
import { bytesToHex } from '@noble/hashes/utils';
import canonicalize from 'canonicalize';
import { holding } from '../log';
import { codesServed } from '../questions';
import type { Amendment, Key, Panelist, Serving } from '../tasting';

type WalkIn = Extract<Amendment['body'], { kind: 'walk-in' }>;

/** Those who walked in and stayed, oldest first. */
export const walkInsOf = (amendments: readonly Amendment[]): WalkIn[] =>
  holding<Amendment['body']>(amendments).flatMap(({ body }) => (body.kind === 'walk-in' ? body : []));

/** What {@link asLocked} takes amendments out of. */
interface Amended {
  tasting: { panel: Panelist[] };
  plan: { servings: Serving[] };
  key?: Key | null;
}

/**
 * Plan, panel and key as they were locked: without whoever walked in on the day, their servings, their portions, and
 * codes that nobody else has. What the fingerprint vouches for, and what the sheet of the plan prints.
 */
export function asLocked<Whole extends Amended>(whole: Whole, amendments: readonly Amendment[]): Whole {
  const walkIns = new Set(walkInsOf(amendments).map(({ panelist }) => panelist.id));
  if (walkIns.size === 0) return whole;
  const { tasting, plan, key } = whole;
  const isLocked = ({ panelist }: { panelist: string }): boolean => !walkIns.has(panelist);
  const servings = plan.servings.filter(isLocked);
  const known = new Set(servings.flatMap(codesServed));
  const added = new Set(plan.servings.flatMap(codesServed).filter((code) => !known.has(code)));
  return {
    ...whole,
    tasting: { ...tasting, panel: tasting.panel.filter(({ id }) => !walkIns.has(id)) },
    plan: { ...plan, servings },
    ...(key && {
      key: {
        ...key,
        codes: Object.fromEntries(Object.entries(key.codes).filter(([code]) => !added.has(code))),
        portions: key.portions.filter(isLocked),
      },
    }),
  };
}

/**
 * Vouches for what was drawn for somebody who walked in: SHA-256 over the canonical JSON of their seat, servings,
 * portions and the methods of their codes, with the salt of the key, so that nobody can try out methods by it.
 *
 * @param key one that holds their portions and codes
 * @returns 64 hexadecimal digits
 */
export function walkInDigest({ panelist, servings }: Pick<WalkIn, 'panelist' | 'servings'>, key: Key): string {
  const codes = servings.flatMap(codesServed).map((code) => [code, key.codes[code] ?? '']);
  const portions = key.portions.filter((own) => own.panelist === panelist.id);
  const content = { ...{ id: panelist.id, seat: panelist.seat, servings, codes, portions }, salt: key.salt };
  return bytesToHex(sha256(canonicalize(content) as string));
}

/** Whether portions and codes in the key are those that were drawn for somebody who walked in. */
export const isDrawnFor = (walkIn: WalkIn, key: Key): boolean => walkInDigest(walkIn, key) === walkIn.digest;
