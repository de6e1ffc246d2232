import { z } from 'zod';
import { CODE, MOST_SITTINGS, TAG, type Limits } from './limits';
import { id, longText, moment, shortText } from './schema';

/** What entries of every record of the day are made of. */
export const code = z.string().regex(CODE.pattern, CODE.message);
export const tag = z.string().regex(TAG.pattern, TAG.message);
export const sitting = z.int().min(1).max(MOST_SITTINGS);
export const text = longText.min(1);
export const within = ({ least, most }: Limits) => z.number().min(least).max(most);

/** One line of a record of the day. */
export const entry = <Body extends z.ZodType>(body: Body) =>
  z.strictObject({
    /** Made by the device that wrote it, so that sending twice stores once. */
    id,
    /** By that device's clock, and by the server's. */
    at: moment,
    storedAt: moment,
    by: shortText,
    body,
  });
