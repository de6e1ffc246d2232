import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useState } from 'react';
import { Pad } from '../ui/Pad';
import { RankedLine } from './RankedLine';
import { moveTo, place, placeOf, takeOut, toggleTie } from './ranking';
import { restrictToVerticalAxis } from './verticalOnly';
import { orOwn, useWords, type WordKey } from '../words/words';

interface RankingBoardProps {
  codes: readonly string[];
  /** Groups from most to least; what is not placed yet is missing. */
  ranking: string[][];
  /** The two ends, such as "Most liked". */
  high: string;
  low: string;
  ties: boolean;
  onChange: (ranking: string[][]) => void;
}

/** All samples in order: tap them in order, drag them, or move them by arrow keys. */
export function RankingBoard({ codes, ranking, high, low, ties, onChange }: RankingBoardProps) {
  const t = useWords();
  const [news, setNews] = useState('');
  const placed = new Set(ranking.flat());
  const left = codes.filter((code) => !placed.has(code));
  const change = (next: string[][], code: string): void => {
    onChange(next);
    const at = placeOf(next, code);
    setNews(
      at > 0
        ? t('is-placed', { code, place: t('place', { count: at }, 'ordinal'), count: codes.length })
        : t('is-out', { code }),
    );
  };
  const isLiking = high === '' || high.toLowerCase().startsWith('most liked');
  return (
    <>
      <p className="mb-1.5 font-bold text-chestnut dim:text-night-ink">▲ {orOwn(high, 'most-liked', t)}</p>
      <RankedList ranking={ranking} ties={ties} onChange={change} />
      {left.length > 0 && <EmptyPlaces count={left.length} first={ranking.flat().length + 1} isLiking={isLiking} />}
      <p className="mt-1.5 font-bold text-chestnut dim:text-night-ink">▼ {orOwn(low, 'least-liked', t)}</p>
      {left.length > 0 && (
        <section aria-label={t('still-to-place')} className="mt-5">
          <h2 className="mb-2 text-sm text-quiet dim:text-night-quiet">{t('still-to-place')}</h2>
          <ul className="flex flex-wrap gap-3">
            {left.map((code) => (
              <li key={code}>
                <button
                  type="button"
                  onClick={() => change(place(ranking, code), code)}
                  aria-label={t('place-next', { code })}
                  className="block rounded-full"
                >
                  <Pad label={code} size="5rem" />
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p role="status" className="sr-only">
        {news}
      </p>
    </>
  );
}

interface RankedListProps {
  ranking: string[][];
  ties: boolean;
  onChange: (ranking: string[][], code: string) => void;
}

function RankedList({ ranking, ties, onChange }: RankedListProps) {
  const t = useWords();
  // A finger must rest a moment before it drags, so that the page can still be scrolled.
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 120, tolerance: 8 } }),
  );
  const lines = ranking.flat();
  const drop = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id)
      onChange(moveTo(ranking, String(active.id), lines.indexOf(String(over.id))), String(active.id));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[restrictToVerticalAxis]}
      onDragEnd={drop}
    >
      <SortableContext items={lines} strategy={verticalListSortingStrategy}>
        <ol className="space-y-2">
          {lines.map((code, at) => (
            <RankedLine
              key={code}
              code={code}
              place={t('place', { count: placeOf(ranking, code) }, 'ordinal')}
              isTied={placeOf(ranking, code) < at + 1}
              canTie={ties && at > 0}
              onMove={(by) => onChange(moveTo(ranking, code, Math.max(0, Math.min(lines.length - 1, at + by))), code)}
              onTie={() => onChange(toggleTie(ranking, code), code)}
              onTakeOut={() => onChange(takeOut(ranking, code), code)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

function EmptyPlaces({ count, first, isLiking }: { count: number; first: number; isLiking: boolean }) {
  const t = useWords();
  return (
    <ol className="mt-2 space-y-2" aria-hidden>
      {Array.from({ length: count }, (_, at) => (
        <li
          key={at}
          className={`flex min-h-14 items-center justify-center rounded-xl border-2 border-dashed px-3 text-center ${at === 0 ? 'border-quiet dim:border-night-quiet' : 'border-line text-quiet/70 dim:border-night-line dim:text-night-quiet'}`}
        >
          {at === 0 ? t(tapKey(isLiking, first)) : t('place', { count: first + at }, 'ordinal')}
        </li>
      ))}
    </ol>
  );
}

function tapKey(isLiking: boolean, first: number): WordKey {
  if (isLiking) return first === 1 ? 'tap-liked-most' : 'tap-liked-next';
  return first === 1 ? 'tap-first' : 'tap-next';
}
