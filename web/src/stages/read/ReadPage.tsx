import { counted } from '@jacana/core/format';
import { useState } from 'react';
import { Link } from 'react-router';
import { useInTasting } from '../../shell/session';
import { Card } from '../../ui/Card';
import { StageLayout } from '../../ui/StageLayout';
import { FindingsView } from './FindingsView';
import { Unsealing } from './Unsealing';
import { useStoppable } from '../../shell/useStoppable';

/** Stage 6: unseal, then read the answer. */
export function ReadPage() {
  const { card, me } = useInTasting();
  // Whoever unseals stays with that moment until they go on to read.
  const [isWatching, setWatching] = useState(card.status === 'closed');
  const findings = useStoppable('getFindings', card.id, { skip: card.status !== 'unsealed' });
  if (me.role === 'coordinator' && (card.status === 'closed' || (card.status === 'unsealed' && isWatching))) {
    return <Unsealing found={findings.found} onRead={() => setWatching(false)} />;
  }
  if (card.status === 'unsealed') return <FindingsView findings={findings} />;
  return (
    <StageLayout
      sentence={
        card.status === 'draft'
          ? 'There is nothing to read yet.'
          : `Sealed: ${counted(card.handedIn, 'ballot')} of ${card.panelists} in.`
      }
      margin={
        <Card title="What comes next">
          {card.status === 'draft' ? (
            <p>Lock the plan, let people taste, close the tasting, unseal the key.</p>
          ) : (
            <p>Close the tasting on the Taste stage once everyone has handed in. Then the key can be unsealed here.</p>
          )}
        </Card>
      }
    >
      {card.status !== 'draft' && (
        <p>
          Nobody sees answers by method before then, not even here.{' '}
          <Link to={`/tastings/${card.id}/taste`} className="text-chestnut underline">
            See who is where
          </Link>
        </p>
      )}
    </StageLayout>
  );
}
