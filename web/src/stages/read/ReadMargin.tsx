import type { Findings } from '@jacana/core/findings';
import { FindingsMargin } from '../../findings/FindingsMargin';
import { useInTasting } from '../../shell/session';
import { BeginNext } from './BeginNext';
import { HandOn } from './HandOn';

/** What the answer cannot say, what to do next, and how to hand it on. */
export function ReadMargin({ found }: { found: Findings }) {
  const { me } = useInTasting();
  return (
    <FindingsMargin found={found}>
      {me.role === 'coordinator' && <BeginNext found={found} />}
      <HandOn found={found} />
    </FindingsMargin>
  );
}
