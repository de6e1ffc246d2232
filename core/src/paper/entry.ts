import { comparedCodes, scopeOf } from '../questions';
import type { AnswerValue } from '../tasting';
import type { PaperField } from './fields';
import { CROSSED, isCrossable, typedInto } from './typed';

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

type Fields = readonly PaperField[];
type Texts = Entry['texts'];

/** What a field holds now. @param text all of it, as an input has it */
export function typeInto(fields: Fields, entry: Entry, at: number, text: string): Entry {
  const { code, isCrossing } = fields[at];
  if (code !== null && text === CROSSED && (isCrossing || isCrossable(fields[at]))) {
    const texts = crossed(fields, entry.texts, fields[at]);
    return { texts, at: nextField(fields, texts, at), problem: null };
  }
  const before =
    code !== null && isCrossed(entry.texts, code) ? uncrossed(fields, entry.texts, fields[at]) : entry.texts;
  const field = asLeft(fields[at], before);
  const { isDone, rest, problem } = typedInto(field, text);
  // What can be no answer is not taken: what stood there before stays, and the next key tries again.
  if (problem) return { ...entry, at, problem };
  const texts = { ...before, [field.name]: text.slice(0, text.length - rest.length) };
  const next = nextField(fields, texts, at);
  const typed: Entry = { texts, at: isDone ? next : at, problem: null };
  return rest !== '' && next < fields.length ? typeInto(fields, typed, next, rest) : typed;
}

/** The field that is due after another: what is crossed out needs no key. */
export function nextField(fields: Fields, texts: Texts, at: number): number {
  const next = fields.findIndex(
    ({ name, isCrossing, item }, one) =>
      one > at && !isCrossing && (texts[name] !== CROSSED || scopeOf(item) === 'ballot'),
  );
  return next < 0 ? fields.length : next;
}

/** The answers, and which fields still say nothing. */
export function entered(fields: Fields, { texts }: Entry): { answers: AnswerValue[]; open: PaperField[] } {
  const read = fields.map((field) => ({
    field,
    value: typedInto(asLeft(field, texts), texts[field.name] ?? '').value,
  }));
  return {
    answers: read.flatMap(({ value }) => (value === null || value === 'blank' ? [] : [value])),
    open: read.flatMap(({ field, value }) => (value === null && !mayBeEmpty(field) ? [field] : [])),
  };
}

/** Samples that are crossed out and have an answer all the same: a sheet that was read wrongly. */
export function crossedAndAnswered(answers: readonly AnswerValue[]): string[] {
  const out = answers.flatMap((answer) => (answer.kind === 'untasted' && answer.because !== '' ? answer.code : []));
  const said = new Set(
    answers.flatMap((answer) => (answer.kind === 'score' || answer.kind === 'words' ? answer.code : [])),
  );
  return out.filter((code) => said.has(code));
}

/** No comment written needs no key of its own, and no code crossed out. */
const mayBeEmpty = ({ item }: PaperField): boolean => item.kind === 'comment';

const crossingName = (code: string): string => `untasted  ${code}`;
const isCrossed = (texts: Texts, code: string): boolean => texts[crossingName(code)] === CROSSED;

/** What compares a set, as far as its samples were tasted. */
const asLeft = (field: PaperField, texts: Texts): PaperField =>
  field.code === null ? { ...field, codes: field.codes.filter((code) => !isCrossed(texts, code)) } : field;

/** Everything about the sample is crossed out with it, and what could compare it with too few others. */
function crossed(fields: Fields, texts: Texts, { code, set, codes }: PaperField): Texts {
  const out = new Set([...codes.filter((one) => isCrossed(texts, one)), code ?? '']);
  const isOut = (field: PaperField): boolean =>
    field.set === set &&
    (field.code === code || (scopeOf(field.item) === 'set' && comparedCodes(field.item, codes, out) === null));
  return { ...texts, ...Object.fromEntries(fields.filter(isOut).map(({ name }) => [name, CROSSED])) };
}

/** The sample is asked about again, and so is what compares its set. */
function uncrossed(fields: Fields, texts: Texts, { code, set }: PaperField): Texts {
  const isBack = ({ name, ...field }: PaperField): boolean =>
    texts[name] === CROSSED && field.set === set && (field.code === code || scopeOf(field.item) === 'set');
  return Object.fromEntries(
    Object.entries(texts).filter(([name]) => !fields.some((field) => field.name === name && isBack(field))),
  );
}
