import { useState } from 'react';
import { TextField } from './Field';

interface NumberFieldProps {
  label: string;
  value: number;
  min: number;
  max: number;
  /** Only whole numbers. */
  whole?: boolean;
  /** Stands after the label, such as g or min. */
  unit?: string;
  hint?: string;
  disabled?: boolean;
  className?: string;
  onChange: (value: number) => void;
}

/** A number. It takes effect on Enter or on leaving the field, so that half-typed numbers do nothing. */
export function NumberField({
  label,
  value,
  min,
  max,
  whole,
  unit,
  hint,
  disabled,
  className,
  onChange,
}: NumberFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null ? value : Number(typed.replace(',', '.'));
  const isValid =
    typed?.trim() !== '' &&
    Number.isFinite(number) &&
    number >= min &&
    number <= max &&
    (!whole || Number.isInteger(number));
  const apply = (): void => {
    if (typed === null || !isValid) return;
    if (number !== value) onChange(number);
    setTyped(null);
  };
  return (
    <TextField
      label={unit ? `${label} (${unit})` : label}
      hint={hint}
      type="text"
      inputMode={whole ? 'numeric' : 'decimal'}
      disabled={disabled}
      className={className}
      problem={isValid ? undefined : `A ${whole ? 'whole number' : 'number'} from ${min} to ${max}.`}
      value={typed ?? String(value)}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={apply}
      onKeyDown={(event) => event.key === 'Enter' && apply()}
    />
  );
}
