import { pText } from '@jacana/core/format';
import type { RankingView } from '@jacana/core/findings';
import { useFirst } from '../ui/useFirst';
import { FindingCard } from './FindingCard';

/** Twelve methods make 66 pairs: the rest is opened. */
const SHOWN = 28;

/** All pairs, the strongest difference first. */
export function PairTable({ found }: { found: RankingView }) {
  const name = (id: string): string => found.methods.find((method) => method.id === id)?.name ?? id;
  const pairs = [...found.pairs].sort(
    (a, b) => a.adjustedP - b.adjustedP || Math.abs(b.difference) - Math.abs(a.difference),
  );
  const { shown, more } = useFirst(pairs, SHOWN);
  const differing = pairs.filter((pair) => pair.differ).length;
  return (
    <FindingCard
      section="rank-sums"
      title={
        differing === 0
          ? `No two ${found.methodTest ? 'methods' : 'of them'} are shown to differ`
          : `${differing} of ${pairs.length} pairs differ`
      }
      aside={`${found.brought === null ? 'planned' : 'looked at afterwards'}, ${found.methodTest?.test === 'piece-blocks' ? 'on the error of pieces' : 'of these pieces'}`}
    >
      <table className="w-full">
        <thead>
          <tr className="text-left text-sm text-quiet">
            <th scope="col">{found.word ? `more ${found.word}` : 'liked more'}</th>
            <th scope="col">than</th>
            <th scope="col" className="text-right">
              rank sums apart
            </th>
            <th scope="col" className="text-right">
              p, by itself
            </th>
            <th scope="col" className="text-right">
              p, all pairs together
            </th>
            <th scope="col" className="pl-5">
              shown?
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((pair) => {
            const [more, less] = pair.difference <= 0 ? [pair.a, pair.b] : [pair.b, pair.a];
            return (
              <tr
                key={`${pair.a} ${pair.b}`}
                className="border-t border-line/70"
                data-pair={`${name(pair.a)}|${name(pair.b)}`}
              >
                <td className="py-1">{name(more)}</td>
                <td>{name(less)}</td>
                <td className="text-right font-mono">{Math.abs(pair.difference)}</td>
                <td className="text-right font-mono sm:pl-3 sm:whitespace-nowrap">{pText(pair.probability.p)}</td>
                <td className="text-right font-mono sm:pl-3 sm:whitespace-nowrap">{pText(pair.adjustedP)}</td>
                <td className="pl-5 sm:whitespace-nowrap">
                  {pair.differ ? <strong>differ</strong> : <span className="text-quiet">not shown</span>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {more}
    </FindingCard>
  );
}
