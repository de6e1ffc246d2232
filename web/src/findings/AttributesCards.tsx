import { attributesChart, type AttributesMap, type DriversFinding, type Findings } from '@jacana/core/findings';
import { TableHead } from '../ui/TableHead';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';
import { WordsMap } from './WordsMap';

/** How methods differ in all scales at once: a picture, and the same in numbers. */
export function AttributesMapCard({ map, found }: { map: AttributesMap; found: Findings }) {
  const { methods } = found;
  return (
    <FindingCard section="map" title={map.sentence} aside="looked at after unsealing">
      <WordsMap chart={attributesChart(map, found)} />
      <details className="mt-2">
        <summary className="cursor-pointer text-chestnut underline underline-offset-3">The same in numbers</summary>
        <table className="mt-1 w-full">
          <TableHead headings={['Method', 'Across', 'Upwards', ...(map.likedBy ? ['Liking points to it'] : [])]} />
          <tbody>
            {methods.map(({ id, name }, at) => (
              <tr key={id} className="border-t border-line/60">
                <td className="py-1">
                  <MethodName at={at} name={name} isLeading={false} />
                </td>
                <td className="font-mono">{map.methods[at][0].toFixed(2)}</td>
                <td className="font-mono">{map.methods[at][1].toFixed(2)}</td>
                {map.likedBy && <td>{Math.round(100 * map.likedBy[at])} % of people</td>}
              </tr>
            ))}
          </tbody>
        </table>
      </details>
      <p className="mt-2 text-sm text-quiet">
        Of the {map.people} who scored everything; about these pieces. Methods that stand close are not shown to be
        alike.
      </p>
    </FindingCard>
  );
}

/** Which scales go with liking, within people. */
export function DriversCard({ found }: { found: DriversFinding }) {
  return (
    <FindingCard section="drivers" title={found.sentence} aside="looked at after unsealing">
      <table className="w-full">
        <TableHead headings={['Scale', 'Liking changes by', 'beside the others', 'for', 'correlation']} />
        <tbody>
          {found.drivers.map(({ attribute, alone, together, per, correlation }) => (
            <tr key={attribute} className="border-t border-line/60">
              <th scope="row" className="py-1 text-left font-normal break-words">
                {attribute}
              </th>
              <td className="font-mono">{signed(alone)}</td>
              <td className="font-mono">{together === null ? '–' : signed(together)}</td>
              <td>{per === 10 ? 'ten points' : 'a step'}</td>
              <td className="font-mono">{signed(correlation)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-quiet">
        Within {found.people} people, {found.servings} servings; all scales together go along with{' '}
        {Math.round(100 * found.rSquared)} % of the liking. No proof of cause, and no test: about these pieces.
      </p>
    </FindingCard>
  );
}

const signed = (value: number): string => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(2)}`;
