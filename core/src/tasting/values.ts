import { z } from 'zod';
import { ID_LENGTH, LONG_TEXT, SHORT_TEXT, WELL_FORMED, type Limits } from './limits';

/** A text without letters that no file can keep. */
export const text = (most: number) => z.string().max(most).regex(WELL_FORMED.pattern, WELL_FORMED.message);
export const id = text(ID_LENGTH).min(1);
export const shortText = text(SHORT_TEXT);
export const longText = text(LONG_TEXT);
export const moment = z.iso.datetime({ offset: true });

export const number = ({ least, most }: Limits) => z.number().min(least).max(most);
export const whole = ({ least, most }: Limits) => z.int().min(least).max(most);

/** An object of numbers, each within its limits. */
export const numbers = <Name extends string>(limits: Readonly<Record<Name, Limits>>) =>
  Object.fromEntries(Object.entries<Limits>(limits).map(([name, one]) => [name, number(one)])) as Record<
    Name,
    z.ZodNumber
  >;
