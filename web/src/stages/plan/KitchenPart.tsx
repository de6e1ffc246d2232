import { Link } from 'react-router';
import { api } from '../../client/api';
import { useStoppable } from '../../shell/useStoppable';
import { useKitchenNow } from '../../kitchen/kitchenClock';
import { RangeCard } from '../../kitchen/range/RangeCard';
import { SheetMaking } from '../../kitchen/SheetMaking';
import { sheetSentence } from '../../kitchen/sheetSentence';
import { WhatWouldHelp } from '../../kitchen/WhatWouldHelp';
import { useInTasting } from '../../shell/session';
import { Waiting } from '../../shell/Waiting';
import { Card } from '../../ui/Card';
import { buttonClass } from '../../ui/Button';

/** Whether what is planned can be cooked: on what, by whom, for when. Settled before the lock, and changed after it too. */
export function KitchenPart() {
  const { card } = useInTasting();
  const query = api.useGetRangeQuery({ id: card.id });
  const sheet = useStoppable('getRunSheet', card.id);
  const now = useKitchenNow(60_000);
  if (!query.data) return <Waiting what="the kitchen" query={query} />;
  const { found } = sheet;
  return (
    <div className="space-y-4">
      <RangeCard id={card.id} view={query.data} />
      <SheetMaking id={card.id} sheet={sheet} />
      {found && (
        <Card title={found.isFeasible ? 'Everything can be ready in time' : 'No run sheet yet'}>
          <p>{sheetSentence(found, now)}</p>
          {found.isFeasible && (
            <p className="mt-2">
              <Link to={`/tastings/${card.id}/cook`} className={buttonClass('quiet')}>
                Look at the run sheet
              </Link>
            </p>
          )}
        </Card>
      )}
      {found && <WhatWouldHelp why={found.why} />}
    </div>
  );
}
