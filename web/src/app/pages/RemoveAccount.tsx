import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import type { AccountView } from '../../client/api.generated';
import { Button } from '../../ui/Button';
import { Modal } from '../../ui/Modal';
import { Failure } from '../../ui/Notice';

/** Asks before somebody can no longer sign in: in the middle of a tasting, they are out at once. */
export function RemoveAccount({ account: { id, name, isOwn } }: { account: AccountView }) {
  const [isOpen, setOpen] = useState(false);
  const [remove, { error, isLoading }] = api.useRemoveAccountMutation();
  if (isOwn) return null;
  const take = async (): Promise<void> => {
    if (!(await remove({ id })).error) setOpen(false);
  };
  return (
    <>
      <button
        type="button"
        aria-label={`Remove ${name}`}
        className="rounded p-2 text-quiet hover:bg-pad hover:text-ink"
        onClick={() => setOpen(true)}
      >
        <Trash2 size={18} />
      </button>
      <Modal
        title={`Remove ${name}?`}
        about="They are signed out everywhere at once, and need a new sign-in to come back. What they wrote down stays."
        open={isOpen}
        onOpenChange={setOpen}
      >
        {error && <Failure message={refusalOf(error).message} />}
        <div className="flex gap-3">
          <Button look="main" disabled={isLoading} onClick={() => void take()}>
            Remove
          </Button>
          <Button onClick={() => setOpen(false)}>Leave it</Button>
        </div>
      </Modal>
    </>
  );
}
