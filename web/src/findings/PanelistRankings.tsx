import type { RankingView } from '@jacana/core/findings';
import { methodLook } from '../look/methodLook';
import { Card } from '../ui/Card';
import { Pad } from '../ui/Pad';

/** Every panelist's own ranking: pads from most to least liked; ties stand close together. */
export function PanelistRankings({ found }: { found: RankingView }) {
  const { panelists, methods } = found;
  if (panelists.length === 0) return null;
  return (
    <Card
      title="Every panelist's own ranking"
      aside={`${found.word ? `most ${found.word}` : 'most liked'} at the left`}
    >
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(12.5rem,1fr))] gap-x-6 gap-y-1">
        {panelists.map((panelist) => (
          <li key={panelist.id} className="flex items-center gap-2">
            <span className="w-14 text-sm whitespace-nowrap text-quiet">seat {panelist.seat}</span>
            <ol className="flex items-center">
              {orderOf(panelist.ranks).map((place, at, order) => {
                const isTied = at > 0 && panelist.ranks[order[at - 1]] === panelist.ranks[place];
                return (
                  <li
                    key={methods[place].id}
                    title={methods[place].name}
                    className={isTied ? '-ml-1' : at > 0 ? 'ml-1.5' : ''}
                  >
                    <Pad size={24} colour={methodLook(place).colour} notch={methodLook(place).notch} />
                    <span className="sr-only">
                      {methods[place].name}, rank {panelist.ranks[place]}
                    </span>
                  </li>
                );
              })}
            </ol>
            {!panelist.blind && <span className="text-xs font-bold text-chestnut">not blind</span>}
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
