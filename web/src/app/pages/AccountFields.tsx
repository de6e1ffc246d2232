import type { UseFormRegisterReturn } from 'react-hook-form';
import { TextField } from '../../ui/Field';
import { NewPassword } from './NewPassword';

interface AccountFieldsProps {
  /** Connects a field with its form, and says what is wrong with it. */
  at: (field: 'name' | 'login' | 'password') => UseFormRegisterReturn & { problem: string | undefined };
}

/** Name, login and password of a new account. */
export function AccountFields({ at }: AccountFieldsProps) {
  return (
    <>
      <TextField label="Name" required maxLength={100} {...at('name')} />
      <TextField label="Login" required maxLength={60} autoComplete="username" {...at('login')} />
      <NewPassword label="Password" {...at('password')} />
    </>
  );
}
