import { X } from 'lucide-react';
import type { InputHTMLAttributes, Ref, TextareaHTMLAttributes } from 'react';

/** An input within a row of a list: its label is for screen readers, since the column names it for others. */
export function CellInput({
  label,
  problem,
  className = '',
  ref,
  ...rest
}: { label: string; problem?: boolean; ref?: Ref<HTMLInputElement> } & InputHTMLAttributes<HTMLInputElement>) {
  return (
    <input
      ref={ref}
      aria-label={label}
      aria-invalid={problem ?? false}
      autoComplete="off"
      className={`w-full min-w-0 rounded-md border bg-white px-2 py-1.5 disabled:bg-water disabled:text-quiet ${problem ? 'border-2 border-chestnut' : 'border-quiet/50'} ${className}`}
      {...rest}
    />
  );
}

/** The same for words that may run over a line: it grows with them, and Enter makes no new line. */
export function CellText({
  label,
  className = '',
  ref,
  ...rest
}: { label: string; ref?: Ref<HTMLTextAreaElement> } & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  return (
    <textarea
      ref={ref}
      aria-label={label}
      rows={1}
      autoComplete="off"
      onKeyDown={(event) => event.key === 'Enter' && event.preventDefault()}
      className={`field-sizing-content w-full min-w-0 resize-none rounded-md border border-quiet/50 bg-white px-2 py-1.5 leading-snug ${className}`}
      {...rest}
    />
  );
}

/** The button at the end of a row that takes it out. */
export function RemoveButton({ label, onRemove }: { label: string; onRemove: () => void }) {
  return (
    <button
      type="button"
      onClick={onRemove}
      aria-label={label}
      className="rounded p-1.5 text-quiet hover:bg-pad hover:text-ink"
    >
      <X size={18} />
    </button>
  );
}
