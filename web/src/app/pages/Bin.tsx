import { counted } from '@jacana/core/format';
import { format } from 'date-fns';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import type { RemovedView } from '../../client/api.generated';
import { Button } from '../../ui/Button';
import { Modal } from '../../ui/Modal';

/** What was removed in the last 30 days, and the way back. Nothing is shown of an empty bin. */
export function Bin() {
  const { data: removed = [] } = api.useListRemovedQuery();
  return removed.length > 0 && <FilledBin removed={removed} />;
}

/** Whether it is open goes with its last tasting: a bin that was emptied while open must not open with the next removal. */
function FilledBin({ removed }: { removed: RemovedView[] }) {
  const [restore, { error, isLoading }] = api.useRestoreTastingMutation();
  const [isOpen, setOpen] = useState(false);
  return (
    <div className="mt-6 text-center">
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="rounded px-2 py-1 text-quiet underline hover:bg-pad"
      >
        Bin: {counted(removed.length, 'tasting')}
      </button>
      <Modal title="Bin" about="Kept for 30 days, with everything in it." open={isOpen} onOpenChange={setOpen}>
        {error && (
          <p role="alert" className="mb-3 font-bold text-chestnut">
            {refusalOf(error).message}
          </p>
        )}
        <ul className="divide-y divide-line">
          {removed.map(({ id, title, removedAt, keptUntil }) => (
            <li key={id} className="flex items-center justify-between gap-4 py-2">
              <span>
                {title}
                <span className="block text-sm text-quiet">
                  removed {format(removedAt, 'd MMM HH:mm')}, kept until {format(keptUntil, 'd MMM')}
                </span>
              </span>
              <Button disabled={isLoading} onClick={() => void restore({ id })}>
                Bring back
              </Button>
            </li>
          ))}
        </ul>
      </Modal>
    </div>
  );
}
