import type { Test } from '@jacana/core/bundle';
import { propose, type Proposal } from '@jacana/core/design';
import { adaptedBallot } from '@jacana/core/library';
import { useEffect, useEffectEvent, useRef } from 'react';
import type { DraftInput } from '../client/api.generated';
import { useDrafting } from './draft';

interface TestChoice {
  proposal: Proposal;
  /** Takes a test, and brings the ballot in line with it. */
  take: (test: Test) => void;
  /** Changes what is to be decided, and takes the test that is proposed for it. */
  decide: (decision: DraftInput['decision']) => void;
}

/**
 * Where nobody has taken another test, the planned one follows what is proposed: two methods
 * call for another test than three, and that is nobody's choice.
 */
function useFollowing(proposed: Test, planned: Test, take: (test: Test) => void): void {
  const before = useRef(proposed);
  const follow = useEffectEvent(take);
  useEffect(() => {
    if (before.current !== proposed && planned === before.current) follow(proposed);
    before.current = proposed;
  }, [proposed, planned]);
}

/** The planned test and the ballot go together: whoever changes the one changes the other here. */
export function useTestChoice(): TestChoice {
  const { draft, design, form } = useDrafting();
  const set = (test: Test, decision: DraftInput['decision']): void => {
    const attribute = decision.kind === 'more-of' ? decision.attribute.trim() : '';
    form.setValue('decision', decision);
    form.setValue('test', test);
    form.setValue('ballot.items', adaptedBallot(draft.ballot.items, test, attribute));
  };
  const proposal = propose(design);
  useFollowing(proposal.test, draft.test, (test) => set(test, draft.decision));
  return {
    proposal,
    take: (test) => set(test, draft.decision),
    decide: (decision) => set(propose({ ...design, decision }).test, decision),
  };
}
