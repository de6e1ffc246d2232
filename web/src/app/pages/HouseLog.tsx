import { format } from 'date-fns';
import { api } from '../../client/api';
import { Card } from '../../ui/Card';
import { useFirst } from '../../ui/useFirst';

const SHOWN = 12;

/** What was done to accounts, and which passwords were wrong; the latest first. */
export function HouseLog() {
  const { data: entries = [] } = api.useListHouseLogQuery();
  const { shown, more } = useFirst(entries, SHOWN);
  if (entries.length === 0) return null;
  return (
    <Card title="What was done">
      <ol className="divide-y divide-line/60">
        {shown.map(({ at, by, action, detail }, number) => (
          <li key={`${at} ${number}`} className="flex flex-wrap gap-x-3 py-1">
            <span className="w-28 text-quiet">{format(at, 'd MMM HH:mm')}</span>
            <span>
              {by}: {action} <span className="text-quiet">{detail}</span>
            </span>
          </li>
        ))}
      </ol>
      {more}
      <p className="mt-2 text-sm text-quiet">
        Between locking and unsealing it also stands in the log of each tasting.
      </p>
    </Card>
  );
}
