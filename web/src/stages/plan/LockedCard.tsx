import { Download, KeyRound, LockOpen } from 'lucide-react';
import { format } from 'date-fns';
import { useState } from 'react';
import { api, refusalOf } from '../../client/api';
import { Button, buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Modal } from '../../ui/Modal';
import { Mark } from '../../ui/Notice';
import { PrintLink } from '../../sheets/PrintSheets';
import { useDrafting } from '../../drafting/draft';

/** The proof of the lock: date and fingerprint, the sheet to print and the files to take along. */
export function LockedCard() {
  const { tasting } = useDrafting();
  const isServed = tasting.status !== 'locked' || tasting.opened > 0;
  const { data: plan } = api.useGetPlanQuery({ id: tasting.id });
  return (
    <Card title="Locked">
      <p>{tasting.lockedAt && format(tasting.lockedAt, 'd MMMM yyyy, HH:mm')}</p>
      <p className="mt-2 text-sm text-quiet">Fingerprint of key and plan (SHA-256)</p>
      <p className="font-mono text-sm font-semibold break-all">{tasting.fingerprint}</p>
      <p className="mt-2 mb-3 text-sm text-quiet">
        Print it before anyone tastes: at unsealing it is computed again, and must come out the same.
      </p>
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        <PrintLink sheet="plan" />
        <a href={`/api/tastings/${tasting.id}/orders`} download="serving-orders.csv" className={buttonClass('quiet')}>
          <Download size={16} /> Orders as CSV
        </a>
        <a href={`/api/tastings/${tasting.id}/bundle`} download="tasting.json" className={buttonClass('quiet')}>
          <Download size={16} /> Bundle
        </a>
      </div>
      {plan?.isWeak && <WeakKey id={tasting.id} isServed={isServed} />}
      {!isServed && <Unlock id={tasting.id} />}
    </Card>
  );
}

/** Keys of older plans can be found out from a few codes; before the first serving a new one is drawn in their place. */
function WeakKey({ id, isServed }: { id: string; isServed: boolean }) {
  const [redraw, { error, isLoading }] = api.useRedrawMutation();
  return (
    <div className="mt-3">
      <p>
        <Mark>weak key</Mark> An older Jacana drew this key, and six codes of one ballot are enough to find it out.{' '}
        {isServed ? 'Keep codes and trays to those who need them.' : 'Draw a new one before labels are made.'}
      </p>
      {error && (
        <p role="alert" className="font-bold text-chestnut">
          {refusalOf(error).message}
        </p>
      )}
      {!isServed && (
        <Button className="mt-2" disabled={isLoading} onClick={() => void redraw({ id })}>
          <KeyRound size={16} /> Draw a new key
        </Button>
      )}
    </div>
  );
}

/** Until the first serving a lock can be taken back; the key that it sealed is destroyed. */
function Unlock({ id }: { id: string }) {
  const [isAsking, setAsking] = useState(false);
  const [unlock, { error, isLoading }] = api.useUnlockMutation();
  return (
    <>
      <Button look="quiet" className="mt-3" onClick={() => setAsking(true)}>
        <LockOpen size={16} /> Unlock the plan
      </Button>
      <Modal
        title="Unlock the plan?"
        about="Codes, orders and key are destroyed, and the log says who did it. The next lock draws new ones, so labels and sheets that are printed become waste."
        open={isAsking}
        onOpenChange={setAsking}
      >
        {error && (
          <p role="alert" className="mb-3 font-bold text-chestnut">
            {refusalOf(error).message}
          </p>
        )}
        <Button look="main" disabled={isLoading} onClick={() => void unlock({ id })}>
          Unlock and destroy the key
        </Button>
      </Modal>
    </>
  );
}
