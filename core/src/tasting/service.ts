import { z } from 'zod';
import { code, entry, sitting, tag, text, within } from './entry';
import { LIMITS, MOST_PANELISTS } from './limits';
import { id, longText, moment } from './schema';

const flight = z.int().min(1).max(MOST_PANELISTS);

/**
 * The service log: what was carried where, and every repair of what went wrong. The plan stays as it was locked;
 * what was eaten is the plan with these on top. No entry links a code to a method.
 */
export const serviceEntrySchema = entry(
  z.discriminatedUnion('kind', [
    /** The pieces of a flight were cut: from now on it cools. */
    z.strictObject({ kind: z.literal('sliced'), sitting, flight }),
    /** Somebody has the tray in hand, so that nobody else takes it. */
    z.strictObject({ kind: z.literal('taken'), sitting, panelist: id }),
    /** The tray stands before its panelist, as warm as was measured. */
    z.strictObject({
      ...{ kind: z.literal('out'), sitting, panelist: id },
      celsius: within(LIMITS.step.celsius).optional(),
    }),
    /** Two plates that were put down in each other's place, at one seat or at two. */
    z.strictObject({ kind: z.literal('swapped'), sitting, panelist: id, code, withPanelist: id, withCode: code }),
    /** Two whole trays that went to each other's seat, plate by plate. */
    z.strictObject({ kind: z.literal('trays-swapped'), sitting, panelist: id, withPanelist: id }),
    /** Two people who sat down in each other's seat, and answered the ballot that lay there. */
    z.strictObject({ kind: z.literal('people-swapped'), sitting, panelist: id, withPanelist: id }),
    /** Where `code` was to be eaten, what was portioned under `instead` was. */
    z.strictObject({ kind: z.literal('wrong-plate'), sitting, panelist: id, code, instead: code }),
    /** Another portion, of the piece that is named or of the same one, in the place of one that was spoilt. */
    z.strictObject({
      ...{ kind: z.literal('replaced'), sitting, panelist: id, code },
      /** Null for the same piece, and wherever the key is sealed and the reader also knows the kitchen's list. */
      piece: tag.nullable().default(null),
      because: text,
    }),
    /** Never eaten. */
    z.strictObject({ kind: z.literal('missed'), sitting, panelist: id, code, because: text }),
    /** One portion more of the same. */
    z.strictObject({ kind: z.literal('extra'), sitting, panelist: id, code, because: text }),
    /** Eaten in another order: the codes of the whole tray, the warm-up left out. */
    z.strictObject({ kind: z.literal('reordered'), sitting, panelist: id, codes: z.array(code).min(2) }),
    z.strictObject({ kind: z.literal('late'), sitting, panelist: id }),
    z.strictObject({ kind: z.literal('absent'), sitting, panelist: id, because: longText.default('') }),
    /** Went before the end; what was answered counts as far as it goes. */
    z.strictObject({ kind: z.literal('stopped'), sitting, panelist: id, because: longText.default('') }),
    /** Served with another flight, which may be a new one. */
    z.strictObject({ kind: z.literal('moved'), sitting, panelists: z.array(id).min(1).max(MOST_PANELISTS), flight }),
    z.strictObject({ kind: z.literal('postponed'), sitting, to: moment, because: text }),
    z.strictObject({ kind: z.literal('noted'), text }),
    z.strictObject({ kind: z.literal('undone'), of: id }),
  ]),
);

export type ServiceEntry = z.infer<typeof serviceEntrySchema>;
