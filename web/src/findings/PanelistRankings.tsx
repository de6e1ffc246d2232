import { methodLook } from '@jacana/core/charts';
import { sectionOf, type CookedPiece, type RankingView } from '@jacana/core/findings';
import { useState, type ReactNode } from 'react';
import { Card } from '../ui/Card';
import { Pad } from '../ui/Pad';
import { useFirst } from '../ui/useFirst';
import { PieceDialog } from './KitchenCard';

/** More rankings than these are opened by whoever wants to see them. */
const SHOWN = 36;

/** Every panelist's own ranking: pads from most to least liked; ties stand close together. */
export function PanelistRankings({ found }: { found: RankingView }) {
  const { panelists, methods } = found;
  const [open, setOpen] = useState<CookedPiece | null>(null);
  const { shown, more } = useFirst(panelists, SHOWN);
  const pieces = sectionOf(found, 'kitchen')?.pieces ?? [];
  const pieceFor = (method: string, seat: number): CookedPiece | undefined =>
    pieces.find((piece) => piece.method === method && piece.seats.includes(seat));
  if (panelists.length === 0) return null;
  return (
    <Card
      title="Every panelist's own ranking"
      aside={`${found.word ? `most ${found.word}` : 'most liked'} at the left`}
    >
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(12.5rem,1fr))] gap-x-6 gap-y-1">
        {shown.map((panelist) => (
          <li key={panelist.id} className="flex items-center gap-2">
            <span className="w-14 text-sm whitespace-nowrap text-quiet">seat {panelist.seat}</span>
            <ol className="flex flex-wrap items-center gap-y-1">
              {orderOf(panelist.ranks).map((place, at, order) => {
                const isTied = at > 0 && panelist.ranks[order[at - 1]] === panelist.ranks[place];
                return (
                  <li
                    key={methods[place].id}
                    title={methods[place].name}
                    className={isTied ? '-ml-1' : at > 0 ? 'ml-1.5' : ''}
                  >
                    <Sample
                      piece={pieceFor(methods[place].id, panelist.seat)}
                      text={`${methods[place].name}, rank ${panelist.ranks[place]}`}
                      onOpen={setOpen}
                    >
                      <Pad size={24} colour={methodLook(place).colour} notch={methodLook(place).notch} />
                    </Sample>
                  </li>
                );
              })}
            </ol>
            {!panelist.blind && <span className="text-xs font-bold text-chestnut">not blind</span>}
          </li>
        ))}
      </ul>
      {more}
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
      {open && <PieceDialog piece={open} onClose={() => setOpen(null)} />}
    </Card>
  );
}

interface SampleProps {
  /** The piece that it was cut from, where the kitchen wrote one down. */
  piece: CookedPiece | undefined;
  text: string;
  onOpen: (piece: CookedPiece) => void;
  children: ReactNode;
}

/** One sample of a ranking; a tap leads to the piece that it was cut from. */
function Sample({ piece, text, onOpen, children }: SampleProps) {
  if (!piece)
    return (
      <>
        {children}
        <span className="sr-only">{text}</span>
      </>
    );
  return (
    <button type="button" className="block" aria-label={`${text}, piece ${piece.tag}`} onClick={() => onOpen(piece)}>
      {children}
    </button>
  );
}

const orderOf = (ranks: readonly number[]): number[] =>
  ranks.map((_, place) => place).sort((a, b) => ranks[a] - ranks[b] || a - b);
