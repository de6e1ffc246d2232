import { KeyRound } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { api, refusalOf } from '../../client/api';
import type { AccountView, RenewedPassword } from '../../client/api.generated';
import { Button } from '../../ui/Button';
import { Modal } from '../../ui/Modal';
import { NewPassword } from './NewPassword';

/** A new password for somebody who forgot theirs. Everyone changes their own under "Your sign-in". */
export function RenewPassword({ account: { id, name, isOwn } }: { account: AccountView }) {
  const [isOpen, setOpen] = useState(false);
  const [renew, { error, isLoading }] = api.useRenewPasswordMutation();
  const { register, handleSubmit, reset } = useForm<RenewedPassword>({ defaultValues: { password: '' } });
  if (isOwn) return null;
  const submit = handleSubmit(async (renewedPassword) => {
    await renew({ id, renewedPassword }).unwrap();
    reset();
    setOpen(false);
  });
  return (
    <>
      <button
        type="button"
        aria-label={`New password for ${name}`}
        className="rounded p-2 text-quiet hover:bg-pad hover:text-ink"
        onClick={() => setOpen(true)}
      >
        <KeyRound size={18} />
      </button>
      <Modal
        title={`New password for ${name}`}
        about="For somebody who forgot theirs. They are signed out everywhere, and the log says that you did it."
        open={isOpen}
        onOpenChange={setOpen}
      >
        <form onSubmit={(event) => void submit(event).catch(() => undefined)} className="space-y-3">
          <NewPassword
            problem={error && (refusalOf(error).problems[0]?.message ?? refusalOf(error).message)}
            {...register('password')}
          />
          <Button type="submit" look="main" disabled={isLoading}>
            Set it
          </Button>
        </form>
      </Modal>
    </>
  );
}
