import type { Findings } from '@jacana/core/findings';
import { api } from '../../client/api';
import { useBegin } from '../../drafting/useBegin';
import { useInTasting } from '../../shell/session';
import { Button } from '../../ui/Button';
import { measuredIn, nextTastings } from './nextTastings';

/** What can be begun with one tap, from what was found here. */
export function BeginNext({ found }: { found: Findings }) {
  const { card } = useInTasting();
  const { data: tasting } = api.useGetTastingQuery({ id: card.id });
  const { begin, isBusy, problem } = useBegin();
  if (!tasting) return null;
  return (
    <>
      {nextTastings(found, tasting.draft).map(({ label, draft }) => (
        <div key={label} className="not-printed">
          <Button disabled={isBusy} onClick={() => void begin(draft, card.id)}>
            {label}
          </Button>
        </div>
      ))}
      {measuredIn(found, tasting.draft) && (
        <p className="not-printed text-sm text-quiet">
          How much tastes, impressions and pieces are taken to differ is then what was measured here.
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-1 font-bold text-chestnut">
          {problem}
        </p>
      )}
    </>
  );
}
