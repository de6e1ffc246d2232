import type { Findings } from '@jacana/core/findings';
import { FindingsMargin } from '../../findings/FindingsMargin';
import { useInTasting } from '../../shell/session';
import { BeginFinal } from './BeginFinal';
import { HandOn } from './HandOn';

/** What the answer cannot say, what to do next, and how to hand it on. */
export function ReadMargin({ found }: { found: Findings }) {
  const { me } = useInTasting();
  return (
    <FindingsMargin found={found}>
      {me.role === 'coordinator' && found.test === 'ranking' && found.verdict.kind === 'leading-set' && (
        <BeginFinal leaders={found.verdict.leaders} />
      )}
      <HandOn found={found} />
    </FindingsMargin>
  );
}
