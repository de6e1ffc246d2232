import { type InputHTMLAttributes, type ReactNode, type TextareaHTMLAttributes, useId } from 'react';

interface FieldProps {
  label: string;
  /** What the person reads when the field is wrong. */
  problem?: string;
  /** A short line under the label. */
  hint?: ReactNode;
}

const BOX = 'w-full rounded-lg border bg-white px-3 py-2 text-ink disabled:bg-water disabled:text-quiet';
const edge = (problem?: string): string => (problem ? 'border-chestnut border-2' : 'border-quiet/50');

export function TextField({
  label,
  problem,
  hint,
  className = '',
  ...rest
}: FieldProps & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <div className={className}>
      <FieldFrame id={id} label={label} hint={hint} problem={problem}>
        <input
          id={id}
          className={`${BOX} ${edge(problem)}`}
          aria-invalid={Boolean(problem)}
          aria-describedby={`${id}-notes`}
          autoComplete="off"
          {...rest}
        />
      </FieldFrame>
    </div>
  );
}

export function TextArea({
  label,
  problem,
  hint,
  className = '',
  ...rest
}: FieldProps & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  const id = useId();
  return (
    <div className={className}>
      <FieldFrame id={id} label={label} hint={hint} problem={problem}>
        <textarea
          id={id}
          className={`${BOX} ${rest.rows === 1 ? 'field-sizing-content resize-none' : ''} ${edge(problem)}`}
          aria-invalid={Boolean(problem)}
          aria-describedby={`${id}-notes`}
          {...rest}
        />
      </FieldFrame>
    </div>
  );
}

function FieldFrame({ id, label, hint, problem, children }: FieldProps & { id: string; children: ReactNode }) {
  return (
    <>
      <label htmlFor={id} className="mb-1 block text-sm font-bold">
        {label}
      </label>
      {children}
      <div id={`${id}-notes`} className="mt-1 text-sm">
        {problem ? (
          <span className="font-bold text-chestnut">{problem}</span>
        ) : (
          <span className="text-quiet">{hint}</span>
        )}
      </div>
    </>
  );
}
