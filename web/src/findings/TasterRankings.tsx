import type { RankingView } from '@jacana/core/findings';
import { methodLook } from '../look/methodLook';
import { Card } from '../ui/Card';
import { Pad } from '../ui/Pad';

/** Every taster's own ranking: pads from most to least liked; ties stand close together. */
export function TasterRankings({ found }: { found: RankingView }) {
  const { tasters, methods } = found;
  if (tasters.length === 0) return null;
  return (
    <Card title="Every taster's own ranking" aside="most liked at the left">
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(12.5rem,1fr))] gap-x-6 gap-y-1">
        {tasters.map((taster) => (
          <li key={taster.panelist} className="flex items-center gap-2">
            <span className="w-14 text-sm whitespace-nowrap text-quiet">seat {taster.seat}</span>
            <ol className="flex items-center">
              {orderOf(taster.ranks).map((place, at, order) => {
                const isTied = at > 0 && taster.ranks[order[at - 1]] === taster.ranks[place];
                return (
                  <li
                    key={methods[place].id}
                    title={methods[place].name}
                    className={isTied ? '-ml-1' : at > 0 ? 'ml-1.5' : ''}
                  >
                    <Pad size={24} colour={methodLook(place).colour} notch={methodLook(place).notch} />
                    <span className="sr-only">
                      {methods[place].name}, rank {taster.ranks[place]}
                    </span>
                  </li>
                );
              })}
            </ol>
            {!taster.blind && <span className="text-xs font-bold text-chestnut">not blind</span>}
          </li>
        ))}
      </ul>
      <ul
        className="mt-3 flex flex-wrap gap-x-5 gap-y-1 border-t border-line pt-3 text-sm"
        aria-label="Which pad is which method"
      >
        {methods.map((method, place) => (
          <li key={method.id} className="flex items-center gap-1.5">
            <Pad size={20} colour={methodLook(place).colour} notch={methodLook(place).notch} /> {method.name}
          </li>
        ))}
      </ul>
    </Card>
  );
}

const orderOf = (ranks: readonly number[]): number[] =>
  ranks.map((_, place) => place).sort((a, b) => ranks[a] - ranks[b] || a - b);
