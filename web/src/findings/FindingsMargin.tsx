import { sectionOf, type Findings, type Sensitivity } from '@jacana/core/findings';
import type { ReactNode } from 'react';
import { Card } from '../ui/Card';
import { Mark } from '../ui/Notice';

/**
 * What the data cannot say, what to do next, and what changes without something.
 *
 * @param children what can be done with it, beside what to do next
 */
export function FindingsMargin({ found, children }: { found: Findings; children?: ReactNode }) {
  const [sensitivity, limits] = [sectionOf(found, 'sensitivity') ?? [], sectionOf(found, 'limits') ?? []];
  const weighed = new Set(sensitivity.map((again) => again.caveat));
  const others = found.caveats.filter((caveat) => !weighed.has(caveat.id));
  const caveatText = (id: string): string => `${found.caveats.find((caveat) => caveat.id === id)?.text ?? ''}.`;
  return (
    <>
      {!found.fingerprint.matches && (
        <Card title="The fingerprint does not match">
          <Mark>look here</Mark> Key or plan changed after locking. Do not rely on this answer.
        </Card>
      )}
      {limits.length > 0 && (
        <Card title="What the data cannot say">
          <ul className="space-y-2">
            {limits.map((limit) => (
              <li key={limit.text}>{limit.text}</li>
            ))}
          </ul>
        </Card>
      )}
      <Card title="Next">
        <p>{sectionOf(found, 'next')?.text}</p>
      </Card>
      {children}
      {sensitivity.length > 0 && (
        <Card title="Does it hold?">
          <ul className="space-y-2">
            {sensitivity.map((again) => (
              <li key={again.caveat ?? again.without}>
                {again.caveat && <span className="block">{caveatText(again.caveat)}</span>}
                Without {again.without}: <Holds again={again} />
              </li>
            ))}
          </ul>
        </Card>
      )}
      {others.length > 0 && (
        <Card title="Other caveats on record">
          <ul className="list-disc space-y-1 pl-4">
            {others.map((caveat) => (
              <li key={caveat.id}>
                {caveat.text} {caveat.afterUnsealing && <Mark>noted after unsealing</Mark>}
              </li>
            ))}
          </ul>
        </Card>
      )}
    </>
  );
}

function Holds({ again }: { again: Sensitivity }) {
  if (again.same) return <strong>same answer</strong>;
  return (
    <>
      <Mark>{again.same === null ? 'cannot tell' : 'another answer'}</Mark>{' '}
      <span className="block text-sm text-quiet">{again.sentence}</span>
    </>
  );
}
