import { methodLook } from '@jacana/core/charts';
import type { Findings } from '@jacana/core/findings';
import type { Chosen } from '@jacana/core/planned';
import { TableHead } from '../ui/TableHead';
import { BothSides } from './Bars';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';
import { NoTest } from './NoTest';

/** How often each method was the best of a set, and the worst. */
export function ChosenCard({ found, data: { result } }: { found: Findings; data: Chosen }) {
  return result.test === null ? <NoTest reason={result.reason} /> : <Counts found={found} counts={result.counts} />;
}

function Counts({ found, counts }: { found: Findings; counts: { best: number; worst: number; shown: number }[] }) {
  const order = found.methods
    .map((method, at) => ({ method, at, ...counts[at] }))
    .sort((a, b) => (b.best - b.worst) / b.shown - (a.best - a.worst) / a.shown);
  return (
    <FindingCard section="best-worst" title="Best and worst" aside="times chosen, of times shown">
      <table className="w-full">
        <TableHead headings={['Method', 'Best', 'Worst', 'Shown', 'Worst or best']} />
        <tbody>
          {order.map(({ method, at, best, worst, shown }) => (
            <tr key={method.id} className="border-b border-line/60">
              <td className="py-1">
                <MethodName at={at} name={method.name} isLeading={found.verdict.leaders.includes(method.id)} />
              </td>
              <td>{best}</td>
              <td>{worst}</td>
              <td>{shown}</td>
              <td className="sm:w-2/5">
                <BothSides
                  left={worst / Math.max(1, shown)}
                  right={best / Math.max(1, shown)}
                  colour={methodLook(at).colour}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </FindingCard>
  );
}
