import { pText } from '@jacana/core/format';
import { methodLook } from '@jacana/core/charts';
import type { Findings } from '@jacana/core/findings';
import type { Ordered } from '@jacana/core/planned';
import { ShareBar } from './Bars';
import { FindingCard } from './FindingCard';
import { MethodName } from './MethodName';

/** Rankings of some of the methods each. */
export function OrderedCard({ found, data }: { found: Findings; data: Ordered }) {
  const { overall, means, strength, chanceOfBest } = data;
  const order = found.methods
    .map((method, at) => ({ method, at, ...means[at] }))
    .sort((a, b) => worthAt(b.at) - worthAt(a.at));
  function worthAt(at: number): number {
    return strength.test === null ? -(means[at].meanRank ?? Infinity) : (strength.logWorth[at] ?? 0);
  }
  return (
    <FindingCard
      section="incomplete-ranking"
      title="All methods, strongest first"
      aside={
        overall.test === null
          ? overall.reason
          : `Skillings-Mack ${overall.statistic.toFixed(2)} on ${overall.df} df, p ${pText(overall.probability.p)}`
      }
    >
      <table className="w-full">
        <thead>
          <tr className="border-b border-line text-left text-sm text-quiet">
            <th scope="col">Method</th>
            <th scope="col">Mean rank</th>
            <th scope="col">Tasted</th>
            {strength.test !== null && <th scope="col">Strength</th>}
            {chanceOfBest && <th scope="col">Chance of being best</th>}
          </tr>
        </thead>
        <tbody>
          {order.map(({ method, at, meanRank, times }) => (
            <tr key={method.id} className="border-b border-line/60">
              <td className="py-1">
                <MethodName at={at} name={method.name} isLeading={found.verdict.leaders.includes(method.id)} />
              </td>
              <td>{meanRank === null ? '–' : meanRank.toFixed(2)}</td>
              <td>{times}</td>
              {strength.test !== null && (
                <td>
                  {strength.logWorth[at].toFixed(2)}{' '}
                  <span className="text-sm text-quiet">± {strength.se[at].toFixed(2)}</span>
                </td>
              )}
              {chanceOfBest && (
                <td className="sm:w-1/3">
                  <ShareBar share={chanceOfBest.chances[at]} colour={methodLook(at).colour} />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </FindingCard>
  );
}
