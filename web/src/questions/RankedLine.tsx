import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { KeyboardEvent } from 'react';
import { Pad } from '../ui/Pad';
import { useWords } from '../words/words';

interface RankedLineProps {
  code: string;
  place: string;
  isTied: boolean;
  canTie: boolean;
  onMove: (by: number) => void;
  onTie: () => void;
  onTakeOut: () => void;
}

/** One placed sample: drag it, tap it to take it out, or move it with the arrow keys. */
export function RankedLine({ code, place, isTied, canTie, onMove, onTie, onTakeOut }: RankedLineProps) {
  const t = useWords();
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id: code });
  const keys = (event: KeyboardEvent): void => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (!by) return;
    event.preventDefault();
    onMove(by);
  };
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`rounded-xl border bg-paper dim:bg-[#14302e] ${isDragging ? 'relative z-10 border-chestnut shadow-lg' : 'border-line dim:border-night-line'} ${isTied ? 'ml-6' : ''}`}
    >
      <div className="flex items-center gap-3 p-2">
        <button type="button" onClick={onTakeOut} aria-label={t('take-out', { code })} className="rounded-full">
          <Pad label={code} size="3.5rem" />
        </button>
        <span className="grow font-serif text-xl">{isTied ? t('also', { place }) : place}</span>
        <button
          type="button"
          {...listeners}
          onKeyDown={keys}
          aria-label={t('move-it', { code, place })}
          className="flex size-14 touch-none items-center justify-center rounded-lg text-quiet dim:text-night-quiet"
        >
          <Grip />
        </button>
      </div>
      {canTie && (
        <button
          type="button"
          onClick={onTie}
          className="min-h-12 w-full border-t border-line px-3 text-left text-sm underline underline-offset-3 dim:border-night-line"
        >
          {t(isTied ? 'untie' : 'tie')}
        </button>
      )}
    </li>
  );
}

/** Six dots to take hold of. Drawn here: the package that draws all others would cost every phone as much as a question. */
function Grip() {
  return (
    <svg viewBox="0 0 24 16" width={24} height={16} fill="currentColor" aria-hidden>
      {[4, 12, 20].flatMap((x) => [4, 12].map((y) => <circle key={`${x} ${y}`} cx={x} cy={y} r={1.8} />))}
    </svg>
  );
}
