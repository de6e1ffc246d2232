import { Download } from 'lucide-react';
import type { Findings } from '@jacana/core/findings';
import { useInTasting } from '../../app/session';
import { buttonClass } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Mark } from '../../ui/Notice';

/** What the data cannot say, what changes without something, and what to do next. */
export function ReadMargin({ found }: { found: Findings }) {
  const { card, me } = useInTasting();
  return (
    <>
      {!found.fingerprint.matches && (
        <Card title="The fingerprint does not match">
          <Mark>look here</Mark> Key or plan changed after locking. Do not rely on this answer.
        </Card>
      )}
      {found.limits.length > 0 && (
        <Card title="What the data cannot say">
          <ul className="space-y-2">
            {found.limits.map((limit) => (
              <li key={limit.kind}>{limit.text}</li>
            ))}
          </ul>
        </Card>
      )}
      {found.sensitivity.map((again) => (
        <Card key={again.without} title="Does it hold?">
          <p>
            Without {again.without}: {again.same ? <strong>same answer</strong> : <Mark>another answer</Mark>}
          </p>
          {!again.same && <p className="mt-1">{again.sentence}</p>}
        </Card>
      ))}
      {found.caveats.length > 0 && (
        <Card title="Caveats on record">
          <ul className="list-disc space-y-1 pl-4">
            {found.caveats.map((caveat) => (
              <li key={caveat.id}>{caveat.text}</li>
            ))}
          </ul>
        </Card>
      )}
      <Card title="Next">
        <p>{found.next}</p>
      </Card>
      {me.role === 'coordinator' && (
        <div className="flex flex-wrap gap-2.5">
          <a href={`/api/tastings/${card.id}/csv`} download={`${fileName(card.title)}.csv`} className={buttonClass()}>
            <Download size={18} /> CSV
          </a>
          <a
            href={`/api/tastings/${card.id}/bundle`}
            download={`${fileName(card.title)}.jacana.json`}
            className={buttonClass()}
          >
            <Download size={18} /> Bundle
          </a>
        </div>
      )}
    </>
  );
}

const fileName = (title: string): string =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'tasting';
