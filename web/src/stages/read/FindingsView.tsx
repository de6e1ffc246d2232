import type { Findings, SectionId } from '@jacana/core/findings';
import { useState } from 'react';
import { refusalOf } from '../../client/api';
import { FindingsBody } from '../../findings/FindingsBody';
import { WhyContext } from '../../findings/why';
import { Computing } from '../../shell/Computing';
import { useInTasting } from '../../shell/session';
import type { Stoppable } from '../../shell/useStoppable';
import { Failure } from '../../ui/Notice';
import { StageLayout } from '../../ui/StageLayout';
import { LeaveOut } from './LeaveOut';
import { OtherWeights } from './OtherWeights';
import { ReadMargin } from './ReadMargin';
import { WhyDialog } from './WhyDialog';

/** The answer, and everything it rests on. */
export function FindingsView({ findings }: { findings: Stoppable<Findings> }) {
  const { card } = useInTasting();
  const { found, error, isStopped, ask, stop } = findings;
  const [asked, setAsked] = useState<SectionId | null>(null);
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
      <WhyContext value={setAsked}>
        <FindingsBody found={found}>
          <OtherWeights found={found} />
          <LeaveOut />
        </FindingsBody>
      </WhyContext>
      <WhyDialog found={found} section={asked} onClose={() => setAsked(null)} />
    </StageLayout>
  );
}
