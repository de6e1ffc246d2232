import type { RankingView } from '@jacana/core/findings';
import { Card } from '../ui/Card';
import { bestFirst, percent } from './order';

/** How often each method would come out best if the panel were drawn again. */
export function BestChance({ found }: { found: RankingView }) {
  const { strength, methods } = found;
  if (strength.test === null) return null;
  const shown = bestFirst(found);
  const strongest = methods[strength.strongest];
  const chance = strength.chanceOfBest[strength.strongest];
  return (
    <Card title={`${strongest.name} would come out best in ${inHundred(chance)} such panels`} aside="from the rankings">
      <table className="w-full">
        <thead>
          <tr className="text-left text-sm text-quiet">
            <th scope="col" className="w-38">
              method
            </th>
            <th scope="col">{found.word ? 'first' : 'best'} of all, if the panel were drawn again</th>
            <th scope="col" className="pl-5">
              a new panelist{' '}
              {found.word ? `finds ${strongest.name} more ${found.word}` : `likes ${strongest.name} more`}
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ id, name, place, look }) => {
            const beats = strength.beats.find(({ other }) => other === place);
            return (
              <tr key={id} className="border-t border-line/70">
                <th scope="row" className="py-1.5 text-left">
                  {name}
                </th>
                <td>
                  <span className="flex items-center gap-2.5">
                    <span className="h-3.5 flex-1 rounded-full bg-pad">
                      <span
                        className="block h-full rounded-full"
                        style={{ width: `${strength.chanceOfBest[place] * 100}%`, background: look.colour }}
                      />
                    </span>
                    <span className="w-14 text-right font-mono">{percent(strength.chanceOfBest[place])}</span>
                  </span>
                </td>
                <td className="pl-5">
                  {beats ? (
                    <>
                      {percent(beats.chance)}{' '}
                      <span className="text-sm text-quiet">
                        ({percent(beats.interval[0])} to {percent(beats.interval[1])})
                      </span>
                    </>
                  ) : (
                    <span className="text-quiet">–</span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-2 text-sm text-quiet">
        This weighs the lead as it looked here, with these pieces: others, cooked alike, may come out otherwise. It is
        not the planned test, and says less than a pair that is shown to differ.
      </p>
    </Card>
  );
}

function inHundred(chance: number): string {
  const count = Math.round(chance * 100);
  return count >= 100 ? 'nearly all' : `${count} of 100`;
}
