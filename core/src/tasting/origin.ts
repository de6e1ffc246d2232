import { z } from 'zod';
import { moment, shortText } from './values';

/** Where answers came from that were given elsewhere; what was to be tested was then said when they were known. */
export const broughtSchema = z.strictObject({
  /** The file by its name, or what else it was. */
  file: shortText,
  at: moment,
  /** Whether it is known in which order samples were served. */
  ordersKnown: z.boolean(),
});

/** The tasting that another goes on from, as it was then called, with its fingerprint. */
export const followsSchema = z.strictObject({
  title: shortText,
  fingerprint: z.string().regex(/^[0-9a-f]{64}$/),
});

export type Follows = z.infer<typeof followsSchema>;
