import { counted } from '@jacana/core/format';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api, refusalOf } from '../../client/api';
import { useCommands } from '../../shell/CommandProvider';
import type { Command } from '../../shell/commands';
import { placeOfProblem } from '../../shell/problemPlaces';
import { Bud } from '../../shell/SealChip';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Modal } from '../../ui/Modal';
import { Mark } from '../../ui/Notice';
import { useDrafting } from '../../drafting/draft';

/** What the palette offers: to lock, or to see why that must wait. */
function lockCommand(isReady: boolean, ask: () => void): Command {
  if (isReady) return { label: 'Lock the plan and seal the key', group: 'Plan', keys: 'l', run: ask };
  const look = (): void => document.getElementById('to-settle')?.focus();
  return { label: 'Lock: see what is to settle first', group: 'Plan', run: look };
}

/** What is left to settle, and the lock. Locking cannot be undone, so it asks once. */
export function LockCard() {
  const { problems, tasting, draft, flush } = useDrafting();
  const open = draft.constants.filter(({ target }) => target.trim() === '');
  const [isAsking, setAsking] = useState(false);
  const [lock, { error, isLoading }] = api.useLockMutation();
  const isReady = problems.length === 0;
  useCommands(useMemo(() => [lockCommand(isReady, () => setAsking(true))], [isReady, setAsking]));
  const run = async (): Promise<void> => {
    if (await flush()) await lock({ id: tasting.id });
  };
  return (
    <div className="space-y-3">
      {problems.length > 0 && (
        <Card title="To settle before locking">
          <ul id="to-settle" tabIndex={-1} className="list-disc space-y-1.5 pl-4">
            {problems.map(({ field, message }) => (
              <li key={field}>
                <Link to={`/tastings/${tasting.id}/${placeOfProblem(field)}`} className="text-chestnut underline">
                  {message}
                </Link>
              </li>
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
        about="Codes and orders are drawn now, and the key goes under seal. Methods, panel, ballot and analysis no longer change after that. Until the first ballot is opened the lock can be taken back; codes and labels are then void."
        open={isAsking}
        onOpenChange={setAsking}
      >
        {open.length > 0 && (
          <p className="mb-3">
            <Mark>open</Mark> {counted(open.length, 'thing')} held constant without a target:{' '}
            {open.map(({ name }) => name || 'unnamed').join(', ')}. It can be locked like that.
          </p>
        )}
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
