import type { Findings } from '@jacana/core/findings';
import { Explored } from './Explored';
import { PairTable } from './PairTable';
import { PlannedView } from './PlannedView';
import { RankChart } from './RankChart';
import { PlannedPrint, SmallPrint } from './SmallPrint';
import { TasterRankings } from './TasterRankings';
import { ZonesCard } from './ZonesCard';

/** What supports the answer: for a real tasting, and for one that was only rehearsed. */
export function FindingsBody({ found }: { found: Findings }) {
  if (found.kind === 'planned')
    return (
      <>
        <PlannedView found={found} />
        <ZonesCard zones={found.zones} />
        <PlannedPrint found={found} />
      </>
    );
  return (
    <>
      <RankChart found={found} />
      <TasterRankings found={found} />
      {found.pairs.length > 0 && <PairTable found={found} />}
      <Explored found={found} />
      <SmallPrint found={found} />
    </>
  );
}
