import { chainName, kitchenState, measuresOf } from '@jacana/core/kitchen';
import { api } from '../../client/api';
import type { KitchenView } from '../../client/api.generated';
import { Card } from '../../ui/Card';
import { TableHead } from '../../ui/TableHead';
import { buttonClass } from '../../ui/Button';
import { useCurves } from '../../kitchen/curves';
import { entryOf } from '../../kitchen/entry';
import { useMeasured } from '../../kitchen/measured';

/** What was measured, by method, pieces as the unit; nothing where nothing was. */
export function MeasuresCard({ id, kitchen }: { id: string; kitchen: KitchenView }) {
  const { data: log } = api.useGetKitchenLogQuery({ id });
  const curves = useCurves(id);
  const said = useMeasured();
  if (!log || log.entries.length === 0) return null;
  const pieces = kitchen.methods.flatMap(({ method, chain, pieces: own }) =>
    own.filter(({ standing }) => standing === 'stands').map(({ tag }) => ({ tag, method, chain })),
  );
  const measures = measuresOf(pieces, kitchenState(log.entries.map(entryOf)), curves);
  return (
    <Card title="Measured" aside="means over pieces, with intervals of 95 %">
      <div className="overflow-x-auto">
        <table className="w-full min-w-[44rem] text-sm">
          <TableHead
            headings={[
              'Method',
              'Mass lost, %',
              `As the heat ended, ${said.unit}`,
              `Highest, ${said.unit}`,
              'In the heat, min',
              'Then to the plate, min',
            ]}
          />
          <tbody>
            {measures.map((one) => (
              <tr key={chainName(one.method, '')} className="border-t border-line">
                <th scope="row" className="py-1.5 pr-3 text-left font-bold">
                  {one.method}
                </th>
                <td>{said.share(one.cookLoss)}</td>
                <td>{said.degrees(one.ended)}</td>
                <td>{said.degrees(one.highest)}</td>
                <td>{said.minutes(one.heated)}</td>
                <td>{said.minutes(one.held)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-2 flex flex-wrap gap-3">
        <a href={`/api/tastings/${id}/kitchen-log.csv`} className={buttonClass('quiet')}>
          Kitchen log (CSV)
        </a>
        {curves.length > 0 && (
          <a href={`/api/tastings/${id}/readings.csv`} className={buttonClass('quiet')}>
            Readings (CSV)
          </a>
        )}
      </div>
    </Card>
  );
}
