import type { AnswerValue } from '../tasting';
import type { PaperField } from './fields';
import { typedInto } from './typed';

/** A ballot while it is typed in. */
export interface Entry {
  /** What was typed into each field, by its name. */
  texts: Readonly<Record<string, string>>;
  /** The field that is due; as many as there are once all are done. */
  at: number;
  /** Why the last key was not taken. */
  problem: string | null;
}

export const freshEntry: Entry = { texts: {}, at: 0, problem: null };

/** What a field holds now. @param text all of it, as an input has it */
export function typeInto(fields: readonly PaperField[], entry: Entry, at: number, text: string): Entry {
  const field = fields[at];
  const { isDone, rest, problem } = typedInto(field, text);
  // What can be no answer is not taken: what stood there before stays, and the next key tries again.
  if (problem) return { ...entry, at, problem };
  const own = text.slice(0, text.length - rest.length);
  const typed: Entry = { texts: { ...entry.texts, [field.name]: own }, at: isDone ? at + 1 : at, problem: null };
  return rest !== '' && at + 1 < fields.length ? typeInto(fields, typed, at + 1, rest) : typed;
}

/** The answers, and which fields still say nothing. */
export function entered(
  fields: readonly PaperField[],
  { texts }: Entry,
): { answers: AnswerValue[]; open: PaperField[] } {
  const read = fields.map((field) => ({ field, value: typedInto(field, texts[field.name] ?? '').value }));
  return {
    answers: read.flatMap(({ value }) => (value === null || value === 'blank' ? [] : [value])),
    open: read.flatMap(({ field, value }) => (value === null && !mayBeEmpty(field) ? [field] : [])),
  };
}

/** No comment written needs no key of its own. */
const mayBeEmpty = ({ item }: PaperField): boolean => item.kind === 'comment';
