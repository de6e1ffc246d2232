import { Printer } from 'lucide-react';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { useDrafting } from '../../drafting/draft';

/** The proof of the lock: date and fingerprint, and the sheet to print. */
export function LockedCard() {
  const { tasting } = useDrafting();
  return (
    <Card title="Locked">
      <p>{tasting.lockedAt && format(tasting.lockedAt, 'd MMMM yyyy, HH:mm')}</p>
      <p className="mt-2 text-sm text-quiet">Fingerprint of key and plan (SHA-256)</p>
      <p className="font-mono text-sm font-semibold break-all">{tasting.fingerprint}</p>
      <p className="mt-2 mb-3 text-sm text-quiet">
        Print it before anyone tastes: at unsealing it is computed again, and must come out the same.
      </p>
      <Link to="../plan-sheet" relative="path" className={buttonClass()}>
        <Printer size={18} /> Plan sheet
      </Link>
    </Card>
  );
}
