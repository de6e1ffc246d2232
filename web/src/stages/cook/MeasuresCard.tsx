import { chainName, kitchenState, measuresOf, type MethodMeasures } from '@jacana/core/kitchen';
import { api } from '../../client/api';
import type { KitchenView } from '../../client/api.generated';
import { useDegrees } from '../../shell/degrees';
import { Card } from '../../ui/Card';
import { TableHead } from '../../ui/TableHead';
import { buttonClass } from '../../ui/Button';
import { useCurves } from '../../kitchen/curves';
import { entryOf } from '../../kitchen/entry';

/** What was measured, by method, pieces as the unit; nothing where nothing was. */
export function MeasuresCard({ id, kitchen }: { id: string; kitchen: KitchenView }) {
  const { data: log } = api.useGetKitchenLogQuery({ id });
  const curves = useCurves(id);
  const { text, unit, shown } = useDegrees();
  if (!log || log.entries.length === 0) return null;
  const pieces = kitchen.methods.flatMap(({ method, chain, pieces: own }) =>
    own.filter(({ standing }) => standing === 'stands').map(({ tag }) => ({ tag, method, chain })),
  );
  const measures = measuresOf(pieces, kitchenState(log.entries.map(entryOf)), curves);
  const degrees = (value: number): string => (unit === '°C' ? text(value, 1).replace(' °C', '') : String(shown(value)));
  const minutes = (value: number): string => value.toFixed(0);
  return (
    <Card title="Measured" aside="means over pieces, with intervals of 95 %">
      <div className="overflow-x-auto">
        <table className="w-full min-w-[44rem] text-sm">
          <TableHead
            headings={[
              'Method',
              'Mass lost, %',
              `As the heat ended, ${unit}`,
              `Highest, ${unit}`,
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
                <td>{inWords(one.cookLoss, (value) => (100 * value).toFixed(1))}</td>
                <td>{inWords(one.ended, degrees)}</td>
                <td>{inWords(one.highest, degrees)}</td>
                <td>{inWords(one.heated, minutes)}</td>
                <td>{inWords(one.held, minutes)}</td>
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

function inWords(found: MethodMeasures['cookLoss'], written: (value: number) => string): string {
  if (found === null) return '–';
  const { mean, interval, n } = found;
  const pieces = n === 1 ? ' (one piece)' : '';
  return interval
    ? `${written(mean)} (${written(interval[0])} to ${written(interval[1])})`
    : `${written(mean)}${pieces}`;
}
