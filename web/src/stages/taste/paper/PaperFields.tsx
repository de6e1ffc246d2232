import { answerKindOf } from '@jacana/core/questions';
import { keysText, nextField, typedInto, type Entry, type PaperField } from '@jacana/core/paper';
import { type FocusEvent, type KeyboardEvent, type MouseEvent, useEffect, useRef } from 'react';

interface PaperFieldsProps {
  fields: readonly PaperField[];
  entry: Entry;
  onType: (at: number, text: string) => void;
  onMove: (at: number) => void;
  /** Enter, where nothing is left to type. */
  onEnd: () => void;
}

/** The fields of a ballot as they stand on its sheet, filled by keys alone: each leads to the next. */
export function PaperFields({ fields, entry, onType, onMove, onEnd }: PaperFieldsProps) {
  const form = useRef<HTMLDivElement>(null);
  const due = Math.min(entry.at, fields.length - 1);
  useEffect(() => {
    const own = form.current?.querySelector<HTMLElement>(`[data-field="${due}"]`);
    if (own && document.activeElement !== own) own.focus();
  }, [due]);
  const onKey = (event: KeyboardEvent, at: number): void => {
    const isEmpty = (entry.texts[fields[at].name] ?? '') === '';
    const to = MOVES[event.key] ?? (event.key === 'Backspace' && isEmpty ? -1 : 0);
    if (to === 0) return;
    event.preventDefault();
    // Enter ends a field, and goes where the next key is due; arrows go everywhere.
    const next = event.key === 'Enter' ? nextField(fields, entry.texts, at) : at + to;
    if (event.key === 'Enter' && next === fields.length) return onEnd();
    onMove(Math.min(Math.max(0, next), fields.length - 1));
  };
  return (
    <div ref={form} className="space-y-4">
      {groupsOf(fields).map(({ item, set, own }) => (
        <fieldset key={`${item.id} ${set}`} className="min-w-0">
          <legend className="font-bold">{item.ask}</legend>
          <p className="mb-1 text-sm text-quiet">{keysText(own[0].field)}</p>
          <div className="flex flex-wrap gap-x-3 gap-y-1.5">
            {own.map(({ field, at }) => (
              <Field
                key={field.name}
                {...{ field, at }}
                isDue={at === due}
                text={entry.texts[field.name] ?? ''}
                onType={(text) => onType(at, text)}
                onFocus={() => onMove(at)}
                onKey={(event) => onKey(event, at)}
              />
            ))}
          </div>
        </fieldset>
      ))}
    </div>
  );
}

const MOVES: Readonly<Record<string, number>> = { Enter: 1, ArrowDown: 1, ArrowUp: -1 };

/** Fields that ask the same of samples of one set stand under one question. */
function groupsOf(fields: readonly PaperField[]) {
  const groups: { item: PaperField['item']; set: number; own: { field: PaperField; at: number }[] }[] = [];
  fields.forEach((field, at) => {
    const last = groups[groups.length - 1];
    if (last?.item.id === field.item.id && last.set === field.set) last.own.push({ field, at });
    else groups.push({ item: field.item, set: field.set, own: [{ field, at }] });
  });
  return groups;
}

type Typed = HTMLInputElement | HTMLTextAreaElement;

interface FieldProps {
  field: PaperField;
  at: number;
  isDue: boolean;
  text: string;
  onType: (text: string) => void;
  onFocus: () => void;
  onKey: (event: KeyboardEvent) => void;
}

function Field({ field, at, isDue, text, onType, onFocus, onKey }: FieldProps) {
  const kind = answerKindOf(field.item);
  // What is complete is replaced by the next key; what the key before began goes on.
  const isWhole = (kind !== 'comment' || field.isCrossing) && typedInto(field, text).value !== null;
  const shared = {
    'data-field': at,
    'aria-label': field.code ? `${field.item.ask} ${field.code}` : field.item.ask,
    autoComplete: 'off',
    value: text,
    onFocus: ({ currentTarget }: FocusEvent<Typed>) => {
      if (isWhole) currentTarget.select();
      onFocus();
    },
    // The browser would put the caret where it was clicked, and the next key beside what is complete.
    onMouseDown: (event: MouseEvent<Typed>) => {
      if (!isWhole) return;
      event.preventDefault();
      event.currentTarget.focus();
      event.currentTarget.select();
    },
    onKeyDown: onKey,
  };
  const look = `rounded-md border-2 bg-white px-2 py-1 font-mono text-lg ${isDue ? 'border-chestnut' : 'border-quiet/40'}`;
  if (kind === 'comment' && !field.isCrossing)
    return (
      <textarea
        {...shared}
        rows={2}
        maxLength={2000}
        className={`w-full font-sans! text-base! ${look}`}
        onChange={(event) => onType(event.target.value)}
      />
    );
  return (
    <label className="flex items-center gap-1.5">
      {field.code && <span className="font-mono font-semibold">{field.code}</span>}
      <input
        {...shared}
        inputMode={kind === 'words' || field.isCrossing ? 'text' : 'numeric'}
        style={{
          width: `${field.isCrossing ? 4 : (WIDTHS[kind] ?? 4)}ch`,
          minWidth: kind === 'ranking' ? `${3 * field.codes.length + 4}ch` : undefined,
        }}
        className={look}
        onChange={(event) => onType(event.target.value.trim().toLowerCase())}
      />
    </label>
  );
}

/** Room for what is typed, in characters. */
const WIDTHS: Readonly<Record<string, number>> = { score: 5, words: 12, choice: 9, 'best-worst': 9 };
