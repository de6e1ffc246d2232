import { refusalOf, useFindings } from '../../app/api';
import { useInTasting } from '../../app/session';
import { useAppSelector } from '../../app/store';
import { Failure } from '../../ui/Notice';
import { StageLayout } from '../../ui/StageLayout';
import { LikingChart } from './LikingChart';
import { PairTable } from './PairTable';
import { RankChart } from './RankChart';
import { ReadMargin } from './ReadMargin';
import { SmallPrint } from './SmallPrint';
import { TasterRankings } from './TasterRankings';

/** The answer, and everything it rests on. */
export function FindingsView() {
  const { card } = useInTasting();
  const { data: found, error, refetch } = useFindings({ id: card.id }, { skip: false });
  const fraction = useAppSelector((state) => state.live.computing[card.id]);
  if (error) return <Failure message={refusalOf(error).message} onRetry={() => void refetch()} />;
  if (!found) return <Computing fraction={fraction} />;
  return (
    <StageLayout
      sentence={found.verdict.sentence}
      support={found.verdict.support}
      margin={<ReadMargin found={found} />}
    >
      <RankChart found={found} />
      {found.methods.some((method) => method.liking) && <LikingChart found={found} />}
      <TasterRankings found={found} />
      {found.pairs.length > 0 && <PairTable found={found} />}
      <SmallPrint found={found} />
    </StageLayout>
  );
}

function Computing({ fraction = 0 }: { fraction?: number }) {
  return (
    <div className="py-16 text-center">
      <p role="status" className="mb-3 text-quiet">
        Computing the findings…
      </p>
      <progress value={fraction} max={1} className="w-64 accent-chestnut" aria-label="Computing the findings" />
      <p className="mt-3 text-sm text-quiet">Going to another page stops it; it starts again when you come back.</p>
    </div>
  );
}
