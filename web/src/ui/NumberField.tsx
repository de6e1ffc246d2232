import { useState } from 'react';
import { TextField } from './Field';

interface NumberFieldProps {
  label: string;
  /** Undefined where it is not known. */
  value: number | undefined;
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
  /** Makes the field one that may be left empty. */
  onClear?: () => void;
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
  onClear,
}: NumberFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null ? value : Number(typed.replace(',', '.'));
  const isEmpty = (typed ?? String(value ?? '')).trim() === '';
  const isValid = isEmpty ? onClear !== undefined : fits(number, { min, max, whole });
  const apply = (): void => {
    if (typed === null || !isValid) return;
    if (isEmpty) onClear?.();
    else if (number !== undefined && number !== value) onChange(number);
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
      value={typed ?? String(value ?? '')}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={apply}
      onKeyDown={(event) => event.key === 'Enter' && apply()}
    />
  );
}

const fits = (
  number: number | undefined,
  { min, max, whole }: Pick<NumberFieldProps, 'min' | 'max' | 'whole'>,
): boolean =>
  number !== undefined &&
  Number.isFinite(number) &&
  number >= min &&
  number <= max &&
  (!whole || Number.isInteger(number));
