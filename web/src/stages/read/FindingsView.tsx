import type { Findings } from '@jacana/core/findings';
import { refusalOf } from '../../client/api';
import type { Stoppable } from '../../shell/useStoppable';
import { useInTasting } from '../../shell/session';
import { FindingsBody } from '../../findings/FindingsBody';
import { Failure } from '../../ui/Notice';
import { StageLayout } from '../../ui/StageLayout';
import { Computing } from '../../shell/Computing';
import { LeaveOut } from './LeaveOut';
import { ReadMargin } from './ReadMargin';

/** The answer, and everything it rests on. */
export function FindingsView({ findings }: { findings: Stoppable<Findings> }) {
  const { card } = useInTasting();
  const { found, error, isStopped, ask, stop } = findings;
  if (error) return <Failure message={refusalOf(error).message} onRetry={ask} />;
  if (!found)
    return (
      <Computing
        {...{ tastingId: card.id, what: 'the findings', kind: 'computing', isStopped }}
        onStop={stop}
        onStart={ask}
      />
    );
  return (
    <StageLayout
      sentence={found.verdict.sentence}
      support={found.verdict.support}
      margin={<ReadMargin found={found} />}
      isFollowing
    >
      <FindingsBody found={found}>
        <LeaveOut />
      </FindingsBody>
    </StageLayout>
  );
}
