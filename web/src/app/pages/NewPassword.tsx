import type { InputHTMLAttributes } from 'react';
import { TextField } from '../../ui/Field';

interface NewPasswordProps extends InputHTMLAttributes<HTMLInputElement> {
  label?: string;
  hint?: string;
  problem: string | undefined;
}

/** A password that is chosen now. */
export const NewPassword = ({ label = 'New password', ...rest }: NewPasswordProps) => (
  <TextField
    label={label}
    type="password"
    required
    minLength={12}
    maxLength={200}
    autoComplete="new-password"
    hint="At least 12 characters: three words or more do well."
    {...rest}
  />
);
