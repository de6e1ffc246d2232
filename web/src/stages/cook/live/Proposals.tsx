import type { Proposal } from '@jacana/core/kitchen';
import { useLedger } from '../../../caveats/ledgerPost';
import { Button } from '../../../ui/Button';
import { Card } from '../../../ui/Card';
import type { Tapped } from '../day/kitchenPost';

interface ProposalsProps {
  id: string;
  proposals: Proposal[];
  tap: (tapped: Tapped) => string;
}

const SHOWN = 3;

/** Departures that the record shows: noted as caveats, or found not to matter, with one tap. */
export function Proposals({ id, proposals, tap }: ProposalsProps) {
  const { write } = useLedger(id);
  if (proposals.length === 0) return null;
  return (
    <Card title="Put down by itself" aside={proposals.length > SHOWN ? `${proposals.length - SHOWN} more` : undefined}>
      <ul className="space-y-3">
        {proposals.slice(0, SHOWN).map(({ id: proposal, text, pieces }) => (
          <li key={proposal}>
            <p>{text}. Note it as a caveat?</p>
            <div className="mt-1.5 flex gap-2">
              <Button
                look="main"
                className="min-h-12!"
                onClick={() => {
                  write({ kind: 'noted', text, pieces });
                  tap({ kind: 'settled', proposal, noted: true });
                }}
              >
                Note it
              </Button>
              <Button className="min-h-12!" onClick={() => tap({ kind: 'settled', proposal, noted: false })}>
                Not needed
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </Card>
  );
}
