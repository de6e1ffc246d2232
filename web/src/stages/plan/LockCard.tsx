import { useMemo, useState } from 'react';
import { api, refusalOf } from '../../client/api';
import { useCommands } from '../../shell/CommandProvider';
import { Bud } from '../../shell/SealChip';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Modal } from '../../ui/Modal';
import { useDrafting } from '../../drafting/draft';

/** What is left to settle, and the lock. Locking cannot be undone, so it asks once. */
export function LockCard() {
  const { problems, tasting, flush } = useDrafting();
  const [isAsking, setAsking] = useState(false);
  const [lock, { error, isLoading }] = api.useLockMutation();
  const isReady = problems.length === 0;
  useCommands(
    useMemo(
      () =>
        isReady
          ? [{ label: 'Lock the plan and seal the key', group: 'Plan', keys: 'l', run: () => setAsking(true) }]
          : [],
      [isReady],
    ),
  );
  const run = async (): Promise<void> => {
    if (await flush()) await lock({ id: tasting.id });
  };
  return (
    <div className="space-y-3">
      {problems.length > 0 && (
        <Card title="To settle before locking">
          <ul className="list-disc space-y-1.5 pl-4">
            {problems.map(({ field, message }) => (
              <li key={field}>{message}</li>
            ))}
          </ul>
        </Card>
      )}
      <Button look="main" disabled={!isReady} onClick={() => setAsking(true)} className="w-full">
        Lock and seal the key
      </Button>
      <p className="text-sm text-quiet">Fixes methods, orders, codes and analysis, and prints a fingerprint of them.</p>
      <Modal
        title="Lock the plan?"
        about="Codes and orders are drawn now, and the key goes under seal. After this, methods, panel, ballot and analysis no longer change."
        open={isAsking}
        onOpenChange={setAsking}
      >
        {error && (
          <p role="alert" className="mb-3 font-bold text-chestnut">
            {refusalOf(error).message}
          </p>
        )}
        <Button look="main" disabled={isLoading} onClick={() => void run()}>
          <span className="invert">
            <Bud size={16} />
          </span>
          Lock and seal
        </Button>
      </Modal>
    </div>
  );
}
