import type { ZoneAnswer } from '@jacana/core/findings';
import { FindingCard } from './FindingCard';

/** What each zone says by itself; nothing where pieces were judged as one. */
export function ZonesCard({ zones }: { zones: readonly ZoneAnswer[] }) {
  if (zones.length === 0) return null;
  return (
    <FindingCard section="zones" title="Each zone by itself" aside="looked at after unsealing">
      <dl className="space-y-2">
        {zones.map(({ zone, sentence, panelists }) => (
          <div key={zone} className="grid grid-cols-[8rem_1fr_auto] items-baseline gap-3">
            <dt className="font-bold">{zone}</dt>
            <dd>{sentence}</dd>
            <dd className="text-sm text-quiet">
              {panelists} {panelists === 1 ? 'panelist' : 'panelists'}
            </dd>
          </div>
        ))}
      </dl>
    </FindingCard>
  );
}
