import { correlatedScales, weightsText, type Findings, type WeightedFinding } from '@jacana/core/findings';
import { FindingCard } from './FindingCard';
import { IntervalChart } from './IntervalChart';
import type { SectionProps } from './sectionProps';

/** Scales added up as the plan weighs them. */
export function WeightedCard({ found, data: weighted, status }: SectionProps<WeightedFinding>) {
  return (
    <FindingCard
      section="weighted"
      title={weighted.sentence}
      aside={status === 'planned' ? 'planned' : 'looked at after unsealing'}
    >
      <WeightedFigures found={found} weighted={weighted} />
    </FindingCard>
  );
}

interface WeightedFiguresProps {
  found: Findings;
  weighted: WeightedFinding;
}

/** Totals with their intervals, and what they are made of. */
export function WeightedFigures({ found, weighted }: WeightedFiguresProps) {
  const rows = weighted.means.flatMap(({ method, mean, interval }) => {
    const place = found.methods.findIndex(({ id }) => id === method);
    return mean === null
      ? []
      : [
          {
            ...{ place, name: found.methods[place].name, isLeading: weighted.leaders.includes(method) },
            ...{ middle: mean, interval: interval ?? ([mean, mean] as [number, number]) },
          },
        ];
  });
  return (
    <>
      <IntervalChart rows={rows} domain={[0, 100]} unit="points of 100" />
      <table className="sr-only">
        <caption>Totals of 100</caption>
        <tbody>
          {weighted.means.map(({ method, mean, interval, letters }) => (
            <tr key={method}>
              <th scope="row">{found.methods.find(({ id }) => id === method)?.name}</th>
              <td>{mean?.toFixed(1) ?? 'none'}</td>
              <td>{interval ? `${interval[0].toFixed(1)} to ${interval[1].toFixed(1)}` : ''}</td>
              <td>{letters}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2">{weighted.support}</p>
      {correlatedScales(weighted).map((line) => (
        <p key={line} className="mt-1 border-l-4 border-line pl-3">
          {line}
        </p>
      ))}
      <p className="mt-2 text-sm text-quiet">
        Of 100, each scale from its lowest to its highest step. Weights: {weightsText(weighted.criteria)}. Bars:{' '}
        {Math.round(100 * (1 - found.alpha))} % confidence interval of the mean.
      </p>
    </>
  );
}
