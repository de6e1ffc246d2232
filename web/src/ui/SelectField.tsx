import { useId } from 'react';

interface SelectFieldProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; text: string }[];
  hint?: string;
  disabled?: boolean;
  className?: string;
  onChange: (value: T) => void;
}

/** One of a few named things. */
export function SelectField<T extends string>({
  label,
  value,
  options,
  hint,
  disabled,
  className = '',
  onChange,
}: SelectFieldProps<T>) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-1 block text-sm font-bold">
        {label}
      </label>
      <select
        id={id}
        value={value}
        disabled={disabled}
        onChange={(event) => onChange(event.target.value as T)}
        className="w-full rounded-lg border border-quiet/50 bg-white px-3 py-2 text-ink disabled:bg-water disabled:text-quiet"
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.text}
          </option>
        ))}
      </select>
      {hint && <p className="mt-1 text-sm text-quiet">{hint}</p>}
    </div>
  );
}
