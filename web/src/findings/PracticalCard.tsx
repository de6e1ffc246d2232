import type { RankingView, PracticalPick } from '@jacana/core/findings';
import { Card } from '../ui/Card';
import { list } from './order';

/** The easiest method that is not noticeably worse, with what each one costs in effort. */
export function PracticalCard({ found, practical }: { found: RankingView; practical: PracticalPick }) {
  const name = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  return (
    <Card title={practical.sentence}>
      <table className="w-full">
        <thead>
          <tr className="text-right text-sm text-quiet">
            <th scope="col" className="text-left">
              easiest first
            </th>
            <th scope="col">hands on</th>
            <th scope="col">in all</th>
            <th scope="col">cost a portion</th>
            <th scope="col">mess 1–5</th>
            <th scope="col">skill 1–5</th>
            <th scope="col">mean rank</th>
            <th scope="col" className="pl-5 text-left">
              liking
            </th>
          </tr>
        </thead>
        <tbody>
          {practical.ease.map(({ method, meanRank, effort }) => (
            <tr key={method} className="border-t border-line/70 text-right">
              <th scope="row" className="py-1 text-left">
                {name(method)}
              </th>
              <td>{effort.handsOnMinutes} min</td>
              <td>{effort.totalMinutes} min</td>
              <td className="font-mono">{effort.cost.toFixed(2)}</td>
              <td>{effort.mess}</td>
              <td>{effort.skill}</td>
              <td className="font-mono">{meanRank.toFixed(1)}</td>
              <td className="pl-5 text-left">
                {method === practical.best
                  ? 'the best liked'
                  : practical.candidates.includes(method)
                    ? 'not noticeably less'
                    : 'not shown to be close'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-quiet">
        The five counts weigh the same. Close to {name(practical.best)}:{' '}
        {list(practical.candidates.filter((one) => one !== practical.best).map(name)) || 'none'}, by a one-sided test of
        a loss below {practical.margin} point of nine.
      </p>
    </Card>
  );
}
