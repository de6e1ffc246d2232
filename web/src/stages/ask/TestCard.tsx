import { TEST_FACTS } from '@jacana/core/questions';
import { trade } from '@jacana/core/design';
import { Check } from 'lucide-react';
import { useDrafting } from '../../drafting/draft';
import { useTestChoice } from '../../drafting/testChoice';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Mark } from '../../ui/Notice';

/** The test that is planned, why, and what one would gain and lose by another. */
export function TestCard() {
  const { draft, isLocked } = useDrafting();
  const { proposal, take } = useTestChoice();
  const isProposed = draft.test === proposal.test;
  const { gains, loses } = trade(draft.test, draft);
  return (
    <Card title={TEST_FACTS[draft.test].name} aside={isProposed ? 'proposed' : 'another is proposed'}>
      {isProposed ? (
        <p>{proposal.why.join(' ')}</p>
      ) : (
        <>
          <p>{gains}</p>
          <p className="mt-1 text-quiet">{loses}</p>
          {!isLocked && (
            <div className="mt-3 space-y-1.5">
              <p>
                <Mark>proposed</Mark> <strong>{TEST_FACTS[proposal.test].name}.</strong> {proposal.why.join(' ')}
              </p>
              <Button onClick={() => take(proposal.test)}>
                <Check size={16} /> Take it
              </Button>
            </div>
          )}
        </>
      )}
      <Direction />
      {!isLocked && proposal.alternatives.length > 0 && (
        <details className="mt-3">
          <summary className="cursor-pointer font-bold text-chestnut">Other tests that could answer</summary>
          <ul className="mt-2 space-y-3">
            {proposal.alternatives
              .filter(({ test }) => test !== draft.test)
              .map(({ test, gains, loses }) => (
                <li key={test}>
                  <div className="flex items-baseline justify-between gap-2">
                    <strong>{TEST_FACTS[test].name}</strong>
                    <Button look="quiet" aria-label={`Use ${TEST_FACTS[test].name}`} onClick={() => take(test)}>
                      Use
                    </Button>
                  </div>
                  <p className="text-sm">+ {gains}</p>
                  <p className="text-sm text-quiet">− {loses}</p>
                </li>
              ))}
          </ul>
        </details>
      )}
    </Card>
  );
}

/** Directional tests expect one of the two to have more; which one is settled before anyone tastes. */
function Direction() {
  const { draft } = useDrafting();
  const { test, methods, decision } = draft;
  if ((test !== '2-afc' && test !== '3-afc') || methods.length !== 2) return null;
  const less = Math.max(
    0,
    methods.findIndex((method) => method.reference),
  );
  const [one, other] = [methods[1 - less], methods[less]].map((method) => method.name || 'the unnamed method');
  return (
    <p className="mt-2">
      Tests whether <strong>{one}</strong> has more{decision.attribute ? ` (${decision.attribute})` : ''} than{' '}
      <strong>{other}</strong>. Mark the other one as the reference to turn it round.
    </p>
  );
}
