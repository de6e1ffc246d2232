import { useState } from 'react';
import { TextField } from './Field';

interface WholeFieldProps {
  label: string;
  value: number;
  min: number;
  max: number;
  disabled?: boolean;
  className?: string;
  onChange: (value: number) => void;
}

/** A whole number. It takes effect on Enter or on leaving the field, so that half-typed numbers do nothing. */
export function WholeField({ label, value, min, max, disabled, className, onChange }: WholeFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null ? value : Number(typed);
  const isValid = typed?.trim() !== '' && Number.isInteger(number) && number >= min && number <= max;
  const apply = (): void => {
    if (typed === null || !isValid) return;
    if (number !== value) onChange(number);
    setTyped(null);
  };
  return (
    <TextField
      label={label}
      type="number"
      inputMode="numeric"
      min={min}
      max={max}
      disabled={disabled}
      className={className}
      problem={isValid ? undefined : `A whole number from ${min} to ${max}.`}
      value={typed ?? value}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={apply}
      onKeyDown={(event) => event.key === 'Enter' && apply()}
    />
  );
}
