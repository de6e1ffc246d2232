import type { LikingFinding, PlannedFindings, Profiled, Scored } from '@jacana/core/findings';
import { TableHead } from '../ui/TableHead';
import { Card } from '../ui/Card';
import { MethodName } from './MethodName';

const pText = (p: number): string => (p < 0.0001 ? 'below 0.0001' : p.toFixed(4));

const placeOf = (found: PlannedFindings, id: string): number => found.methods.findIndex((method) => method.id === id);

/** Means of liking as the planned test has them. */
export function LikingTable({ found, liking }: { found: PlannedFindings; liking: LikingFinding }) {
  const { test } = liking;
  return (
    <Card
      title="Mean liking"
      aside={
        test.test === 'F'
          ? `F ${test.F.toFixed(3)} on ${test.df1} and ${test.df2.toFixed(1)} df, p ${pText(test.p)}`
          : undefined
      }
    >
      <table className="w-full">
        <TableHead headings={['Method', 'Mean', 'Interval', 'Group']} />
        <tbody>
          {liking.means.map(({ method, mean, interval, letters }) => (
            <tr key={method} className="border-b border-line/60">
              <td className="py-1">
                <MethodName
                  at={placeOf(found, method)}
                  name={found.methods[placeOf(found, method)].name}
                  isLeading={found.verdict.leaders.includes(method)}
                />
              </td>
              <td>{mean?.toFixed(2) ?? '–'}</td>
              <td>{interval ? `${interval[0].toFixed(2)} to ${interval[1].toFixed(2)}` : '–'}</td>
              <td className="font-mono">{letters}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-quiet">Methods that share a letter are not shown to differ (Tukey).</p>
    </Card>
  );
}

/** Each method against the margin. */
export function MarginTable({ found, margins }: { found: PlannedFindings; margins: Scored['margins'] }) {
  return (
    <Card title={`Against a loss of ${margins[0].test.margin} points`} aside="one-sided t tests, mixed model">
      <ul className="space-y-1">
        {margins.map(({ method, test }) => (
          <li key={method} className="flex flex-wrap items-center gap-x-3">
            <MethodName
              at={placeOf(found, method)}
              name={found.methods[placeOf(found, method)].name}
              isLeading={test.nonInferior}
            />
            <span>
              {test.interval[0].toFixed(2)} to {test.interval[1].toFixed(2)} points against the reference; p{' '}
              {pText(test.nonInferiorityP)}, {test.nonInferior ? 'good enough' : 'not shown'}
            </span>
          </li>
        ))}
      </ul>
    </Card>
  );
}

/** All words with their means, and which differ. */
export function ProfileTable({ found, rows }: { found: PlannedFindings; rows: Profiled['rows'] }) {
  return (
    <Card title="Word by word" aside="mixed model; p adjusted by false discovery rate">
      <table className="w-full">
        <thead>
          <tr className="border-b border-line text-left text-sm text-quiet">
            <th scope="col">Word</th>
            {found.methods.map((method) => (
              <th key={method.id} scope="col">
                {method.name}
              </th>
            ))}
            <th scope="col">Adjusted p</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ attribute, means, adjustedP }) => (
            <tr
              key={attribute}
              className={`border-b border-line/60 ${adjustedP !== null && adjustedP <= found.alpha ? 'font-bold' : ''}`}
            >
              <td className="py-1">{attribute}</td>
              {found.methods.map(({ id }) => {
                const mean = means.find(({ level }) => level === id);
                return (
                  <td key={id}>
                    {mean?.mean?.toFixed(1) ?? '–'}{' '}
                    <span className="font-mono text-sm text-quiet">{mean?.letters}</span>
                  </td>
                );
              })}
              <td>{adjustedP === null ? 'no test' : pText(adjustedP)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Card>
  );
}
