import type { z } from 'zod';
import type { version2Schema } from './schema';

type Version2 = z.infer<typeof version2Schema>;

/**
 * Brings a bundle of version 2 to version 3, which is all that version 2 knows of. Version 3
 * keeps records of the day: caveats, and who was not blind, are entries that are written when
 * they are known, and no longer part of what is planned.
 */
export function upgradeFromVersion2(bundle: Version2): object {
  const { tasting, caveats, ...rest } = bundle;
  const notBlindSince = bundle.plan?.lockedAt ?? tasting.createdAt;
  const marks = tasting.panel.flatMap(({ id, blind, notBlindBecause }) =>
    blind
      ? []
      : [
          {
            id: `not-blind-${id}`.slice(0, 64),
            at: notBlindSince,
            storedAt: notBlindSince,
            by: '',
            body: { kind: 'not-blind', panelist: id, because: notBlindBecause || 'No reason was kept.' },
          },
        ],
  );
  const noted = caveats.map(({ id, at, by, text, about }) => ({
    ...{ id, at, storedAt: at, by },
    body: { kind: 'noted', text, ...(about && { about }) },
  }));
  return {
    ...rest,
    version: 3,
    tasting: { ...tasting, panel: tasting.panel.map(({ id, seat, name }) => ({ id, seat, name })) },
    records: { caveats: [...marks, ...noted], kitchen: [], service: [], amendments: [] },
    readings: [],
  };
}

/** The design of a tasting, as a data file of that time kept it, in the form of version 3. */
export const designFromVersion2 = (design: object): object => ({ ...design });
