import type { RankingView } from '@jacana/core/findings';
import { ShareBar } from './Bars';
import { FindingCard } from './FindingCard';
import { bestFirst, percent } from './order';

/** How likely each method is the best, and how a new panelist would choose. */
export function BestChance({ found }: { found: RankingView }) {
  const { strength, methods } = found;
  if (strength.test === null) return null;
  const shown = bestFirst(found);
  const strongest = methods[strength.strongest];
  const chance = Math.max(...strength.chanceOfBest);
  const likeliest = methods[strength.chanceOfBest.indexOf(chance)];
  const best = found.word ? `the most ${found.word}` : 'the best';
  const isOfPieces = strength.about === 'pieces';
  return (
    <FindingCard
      section="strength"
      title={
        isOfPieces
          ? `Of these pieces those of ${likeliest.name} are ${best} with a chance of ${inHundred(chance)}`
          : `${likeliest.name} is ${best} with a chance of ${inHundred(chance)}`
      }
      aside="from the rankings"
    >
      <table className="w-full">
        <thead>
          <tr className="text-left text-sm text-quiet">
            <th scope="col" className="w-1/3">
              method
            </th>
            <th scope="col">chance of being {best}</th>
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
                <th scope="row" className="py-1.5 pr-3 text-left">
                  {name}
                </th>
                <td>
                  <ShareBar share={strength.chanceOfBest[place]} colour={look.colour} />
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
        Calculated as if methods spread about one another by chance, how much being open: a lead was picked out for
        being one, and is drawn in for it.{' '}
        {isOfPieces && 'Of these pieces; others, cooked alike, may come out otherwise. '}
        It is not the planned test, and says less than a pair that is shown to differ.
      </p>
    </FindingCard>
  );
}

function inHundred(chance: number): string {
  const count = Math.round(chance * 100);
  return count >= 100 ? 'more than 99 in 100' : `${count} in 100`;
}
