import { domainOf, methodLook, ticksOf } from '@jacana/core/charts';
import { levelLines, type Findings, type PartsFinding } from '@jacana/core/findings';
import { Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { TableHead } from '../ui/TableHead';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';
import type { SectionProps } from './sectionProps';

/** The question zone by zone, and lot by lot. */
export function PartsCards({ found, data, status }: SectionProps<PartsFinding[]>) {
  return data.map((one) => <PartsCard key={one.by} found={found} finding={one} isPlanned={status === 'planned'} />);
}

interface PartsCardProps {
  found: Findings;
  finding: PartsFinding;
  isPlanned: boolean;
}

function PartsCard({ found, finding, isPlanned }: PartsCardProps) {
  const { by, parts, sentence, of } = finding;
  return (
    <FindingCard section="parts" title={sentence} aside={isPlanned ? 'planned' : 'looked at after unsealing'}>
      <dl className="space-y-2" aria-label={`Each ${by} by itself`}>
        {parts.map(({ part, sentence: own, panelists }) => (
          <div key={part} className="flex flex-wrap items-baseline gap-x-3">
            <dt className="w-full font-bold break-words sm:w-36">{part}</dt>
            <dd className="min-w-0 grow basis-60">{own}</dd>
            <dd className="text-sm text-quiet">
              {panelists} {panelists === 1 ? 'panelist' : 'panelists'}
            </dd>
          </div>
        ))}
      </dl>
      {of !== null && (
        <div className="mt-4 grid gap-4 xl:grid-cols-2">
          <Crossing finding={finding} />
          <MeansTable found={found} finding={finding} />
        </div>
      )}
      <p className="mt-3 text-sm text-quiet">{levelLines(finding).join(' ')}</p>
    </FindingCard>
  );
}

const NAMES = { ranks: 'Mean rank, lower is better', scores: 'Mean score', places: 'Mean place, lower is better' };

/** A line for each method from part to part: where lines cross, another one is ahead. */
function Crossing({ finding: { parts, of, by } }: { finding: PartsFinding }) {
  const domain = domainOf(parts.flatMap(({ means }) => means.flatMap((mean) => mean ?? [])));
  const data = parts.map(({ part, means }) => ({ part, ...Object.fromEntries(means.entries()) }));
  return (
    <figure aria-label={`Means from ${by} to ${by}; the same numbers are in the table`}>
      <ResponsiveContainer width="100%" height={240}>
        <LineChart data={data} margin={{ top: 12, right: 28, bottom: 0, left: 0 }} accessibilityLayer={false}>
          <XAxis
            dataKey="part"
            interval={0}
            padding={{ left: 40, right: 40 }}
            tickLine={false}
            axisLine={{ stroke: 'var(--color-line)' }}
            tick={{ fill: 'var(--color-ink)', fontSize: 14 }}
          />
          <YAxis
            domain={domain}
            ticks={ticksOf(domain)}
            interval={0}
            reversed={of !== 'scores'}
            width={36}
            tickLine={false}
            axisLine={false}
            tick={{ fill: 'var(--color-quiet)', fontSize: 13 }}
          />
          {(parts[0]?.means ?? []).map((_, place) => (
            <Line
              key={place}
              dataKey={String(place)}
              type="linear"
              stroke={methodLook(place).colour}
              strokeWidth={3}
              dot={{ r: 5, fill: methodLook(place).colour }}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}

function MeansTable({ found, finding: { parts, of } }: { found: Findings; finding: PartsFinding }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full">
        <caption className="text-left text-sm text-quiet">{of === null ? '' : NAMES[of]}</caption>
        <TableHead headings={['Method', ...parts.map(({ part }) => part)]} />
        <tbody>
          {found.methods.map(({ id, name }, place) => (
            <tr key={id} className="border-t border-line/70">
              <td className="py-1.5 pr-2">
                <MethodName at={place} name={name} isLeading={parts.some(({ leaders }) => leaders.includes(id))} />
              </td>
              {parts.map(({ part, means, leaders }) => (
                <td key={part} className={leaders.includes(id) ? 'font-bold' : ''}>
                  {means[place]?.toFixed(2) ?? '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
