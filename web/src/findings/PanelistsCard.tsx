import type { PanelistWork, PanelistsFinding } from '@jacana/core/findings';
import { TableHead } from '../ui/TableHead';
import { useFirst } from '../ui/useFirst';
import { FindingCard } from './FindingCard';

/** So many stand there at once. */
const SHOWN = 12;

/** How each panelist worked: told apart, told the same again, along with the others, and how far the scales were used. */
export function PanelistsCard({ found }: { found: PanelistsFinding }) {
  const isRepeated = found.people.some(({ tellsApart }) => tellsApart !== null);
  const sorted = [...found.people].sort((a, b) => (a.agreement ?? 2) - (b.agreement ?? 2) || a.seat - b.seat);
  const { shown, more } = useFirst(sorted, SHOWN);
  return (
    <FindingCard section="panelists" title={found.sentence} aside="looked at after unsealing">
      <div className="overflow-x-auto">
        <table className="w-full min-w-[30rem]">
          <TableHead
            headings={[
              'Seat',
              'Scores',
              'Along with the others',
              ...(isRepeated ? ['Tells apart', 'Own spread, % of the scale'] : []),
              'Uses of the scale, %',
              'All the same in',
            ]}
          />
          <tbody>
            {shown.map((one) => (
              <Row key={one.seat} one={one} isRepeated={isRepeated} />
            ))}
          </tbody>
        </table>
      </div>
      {more}
      <p className="mt-2 text-sm text-quiet">
        Over {found.scales === 1 ? 'one scale' : `${found.scales} scales`}, least along with the others first. Along:
        the mean correlation with the mean of the others, from −1 to 1.
        {isRepeated && ' Tells apart: in how many scales methods differ by more than own repeated scores do.'} Who likes
        something else than the others is not wrong.
      </p>
    </FindingCard>
  );
}

function Row({ one, isRepeated }: { one: PanelistWork; isRepeated: boolean }) {
  const { seat, answers, agreement, tellsApart, repeats, uses, straight } = one;
  return (
    <tr className="border-t border-line/60">
      <th scope="row" className="py-1 text-left font-normal">
        {seat}
      </th>
      <td>{answers}</td>
      <td className="font-mono">{agreement === null ? '–' : agreement.toFixed(2).replace('-', '−')}</td>
      {isRepeated && <td>{tellsApart === null ? '–' : `${tellsApart.scales} of ${tellsApart.of}`}</td>}
      {isRepeated && <td className="font-mono">{repeats === null ? '–' : (100 * repeats).toFixed(0)}</td>}
      <td className="font-mono">
        {(100 * uses[0]).toFixed(0)} to {(100 * uses[1]).toFixed(0)}
      </td>
      <td>{straight === 0 ? '' : straight}</td>
    </tr>
  );
}
