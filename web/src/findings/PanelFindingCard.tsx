import { list, pText } from '@jacana/core/format';
import type { Findings } from '@jacana/core/findings';
import type { PanelFinding } from '@jacana/core/planned';
import { FindingCard } from './FindingCard';

/** Is there one taste, and did the order of serving matter? */
export function PanelFindingCard({ found, panel }: { found: Findings; panel: PanelFinding }) {
  const { methods, alpha } = found;
  const { groups, order, seats } = panel;
  const isSplit = groups.test !== null && groups.groups.length > 1;
  const means = order.positionMeans.filter(({ mean }) => mean !== null);
  return (
    <FindingCard section="panel" title={isSplit ? 'The panelists fall into two groups' : 'Panelists and serving order'}>
      <dl className="grid grid-cols-[9.5rem_1fr] gap-x-4 gap-y-2">
        <dt className="text-quiet">One taste?</dt>
        <dd>
          {groups.test === null
            ? groups.reason
            : isSplit
              ? groups.groups.map((group, at) => (
                  <span key={at} className="block">
                    {group.length} panelists (seats {list(group.map((place) => String(seats[place])))}){' '}
                    {found.word ? 'find' : 'like'} {methods[lowest(groups.profiles[at])].name}{' '}
                    {found.word ? `the most ${found.word}` : 'best'}, on average
                  </span>
                ))
              : 'No sign of more than one group: a cut as deep as the best one comes up by chance often enough'}
          {groups.test !== null && <PNote p={groups.probability.p} />}
        </dd>
        <dt className="text-quiet">Position</dt>
        <dd>
          {order.position.test === null
            ? order.position.reason
            : order.position.p <= alpha
              ? `Where a sample stood made a difference: ${means.map(({ level, mean }) => `${place(level)} ${mean?.toFixed(1)}`).join(', ')}`
              : 'No sign that the first or last sample had an edge'}
          {order.position.test !== null && <PNote p={order.position.p} />}
        </dd>
        <dt className="text-quiet">Carry-over</dt>
        <dd>
          {order.carryOver.test === null
            ? order.carryOver.reason
            : order.carryOver.p <= alpha
              ? 'What came before changed how the next sample did'
              : 'No sign that a sample spoilt the next one'}
          {order.carryOver.test !== null && <PNote p={order.carryOver.p} />}
        </dd>
      </dl>
    </FindingCard>
  );
}

/** Rank profiles have their own mean taken out: the lowest is liked best. */
const lowest = (profile: readonly number[]): number => profile.indexOf(Math.min(...profile));

const ORDINALS = ['first', 'second', 'third', '4th', '5th', '6th', '7th', '8th'];
const place = (level: string): string => ORDINALS[Number(level) - 1] ?? level;

function PNote({ p }: { p: number }) {
  return <span className="text-sm whitespace-nowrap text-quiet"> (p {pText(p)})</span>;
}
