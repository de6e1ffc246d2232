import type { Problem } from '@jacana/core/bundle';
import { refuseFields } from '../fields/problems';
import type { NewEntry } from './log.service';

/** A schema of the core for entries of one record. */
interface EntrySchema<Body extends { kind: string }> {
  safeParse: (
    data: unknown,
  ) =>
    | { success: true; data: NewEntry<Body> }
    | { success: false; error: { issues: { code?: string; keys?: string[]; path: PropertyKey[]; message: string }[] } };
}

/**
 * Reads entries of a device, whose fields lie flat beside id and time: of the kind that they say, and
 * nothing besides.
 */
export function readEntries<Body extends { kind: string }>(
  inputs: readonly { id: string; at: string }[],
  schema: EntrySchema<Body>,
  by: string,
): NewEntry<Body>[] {
  return inputs.map(({ id, at, ...said }, number) => {
    const body = Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined));
    const parsed = schema.safeParse({ id, at, storedAt: at, by, body });
    if (parsed.success) return { id, at, body: parsed.data.body };
    throw refuseFields(
      parsed.error.issues.map((issue): Problem => {
        const isStranger = issue.code === 'unrecognized_keys';
        const field = isStranger ? issue.keys?.[0] : issue.path.slice(1).join('.');
        return {
          field: `entries.${number}.${field ?? ''}`,
          message: isStranger ? 'An entry of this kind has no such field.' : issue.message,
        };
      }),
    );
  });
}
