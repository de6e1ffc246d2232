import { refusalOf } from '../../app/api';
import { useInTasting } from '../../app/session';
import { Failure } from '../../ui/Notice';
import { StageLayout } from '../../ui/StageLayout';
import { Computing } from './Computing';
import { Explored } from './Explored';
import { PairTable } from './PairTable';
import { RankChart } from './RankChart';
import { ReadMargin } from './ReadMargin';
import { SmallPrint } from './SmallPrint';
import { TasterRankings } from './TasterRankings';
import type { FindingsState } from './useFindings';

/** The answer, and everything it rests on. */
export function FindingsView({ findings }: { findings: FindingsState }) {
  const { card } = useInTasting();
  const { found, error, isStopped, ask, stop } = findings;
  if (error) return <Failure message={refusalOf(error).message} onRetry={ask} />;
  if (!found) return <Computing tastingId={card.id} isStopped={isStopped} onStop={stop} onStart={ask} />;
  return (
    <StageLayout
      sentence={found.verdict.sentence}
      support={found.verdict.support}
      margin={<ReadMargin found={found} />}
    >
      <RankChart found={found} />
      <TasterRankings found={found} />
      {found.pairs.length > 0 && <PairTable found={found} />}
      <Explored found={found} />
      <SmallPrint found={found} />
    </StageLayout>
  );
}
