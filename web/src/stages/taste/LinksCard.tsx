import { QrCode } from 'lucide-react';
import { Link } from 'react-router';
import { useInTasting } from '../../shell/session';
import { buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';

/** The way to every panelist's ballot. */
export function LinksCard() {
  const { card, session } = useInTasting();
  return (
    <Card title="Ballots">
      <p className="mb-3">
        {session.onNetwork
          ? `Phones reach them at ${session.address}.`
          : 'Open on this machine only. For phones, start Jacana with --lan.'}
      </p>
      <Link to={`/tastings/${card.id}/links`} className={buttonClass()}>
        <QrCode size={18} /> Links and QR codes
      </Link>
    </Card>
  );
}
