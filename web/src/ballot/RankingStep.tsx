import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { restrictToVerticalAxis } from './verticalOnly';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useState } from 'react';
import type { BallotView } from '../app/api.generated';
import { Pad } from '../ui/Pad';
import { BigButton } from './BigButton';
import { RankedLine } from './RankedLine';
import { moveTo, ordinal, place, placeOf, takeOut, toggleTie } from './ranking';
import { actions, unplaced } from './state';
import { useAct, useBallot } from './store';

/** All samples in order of liking: tap them in order, drag them, or move them by arrow keys. */
export function RankingStep({ ballot }: { ballot: BallotView }) {
  const act = useAct();
  const ranking = useBallot((state) => state.ranking);
  const left = useBallot((state) => unplaced(state).join(' '))
    .split(' ')
    .filter(Boolean);
  const [news, setNews] = useState('');
  const change = (next: string[][], code: string): void => {
    act(actions.ranked(next));
    const at = placeOf(next, code);
    setNews(at > 0 ? `${code} is ${ordinal(at)} of ${ballot.codes.length}` : `${code} is taken out`);
  };
  return (
    <main className="flex grow flex-col">
      <h1 className="mb-3 font-serif text-2xl leading-tight">Put the samples in order, the one you like most first.</h1>
      <p className="mb-1.5 font-bold text-chestnut dim:text-night-ink">▲ Most liked</p>
      <RankedList ballot={ballot} ranking={ranking} onChange={change} />
      {left.length > 0 && <EmptyPlaces count={left.length} first={ranking.flat().length + 1} />}
      <p className="mt-1.5 font-bold text-chestnut dim:text-night-ink">▼ Least liked</p>
      {left.length > 0 && (
        <section aria-label="Still to place" className="mt-5">
          <h2 className="mb-2 text-sm text-quiet dim:text-night-quiet">Still to place</h2>
          <ul className="flex flex-wrap gap-3">
            {left.map((code) => (
              <li key={code}>
                <button
                  type="button"
                  onClick={() => change(place(ranking, code), code)}
                  aria-label={`Place ${code} next`}
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
      <div className="mt-auto flex flex-wrap gap-3 pt-5">
        <BigButton
          look="plain"
          className="!basis-auto"
          onClick={() => act(actions.stepped({ at: 'sample', number: ballot.codes.length - 1 }))}
        >
          Back
        </BigButton>
        <BigButton disabled={left.length > 0} onClick={() => act(actions.stepped({ at: 'check' }))}>
          Go on
        </BigButton>
      </div>
    </main>
  );
}

interface RankedListProps {
  ballot: BallotView;
  ranking: string[][];
  onChange: (ranking: string[][], code: string) => void;
}

function RankedList({ ballot, ranking, onChange }: RankedListProps) {
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
              place={ordinal(placeOf(ranking, code))}
              isTied={placeOf(ranking, code) < at + 1}
              canTie={ballot.allowsTies && at > 0}
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

function EmptyPlaces({ count, first }: { count: number; first: number }) {
  return (
    <ol className="mt-2 space-y-2" aria-hidden>
      {Array.from({ length: count }, (_, at) => (
        <li
          key={at}
          className={`flex min-h-14 items-center justify-center rounded-xl border-2 border-dashed px-3 text-center ${at === 0 ? 'border-quiet dim:border-night-quiet' : 'border-line text-quiet/70 dim:border-night-line dim:text-night-quiet'}`}
        >
          {at === 0 ? `tap the one you like ${first === 1 ? 'most' : 'next best'}` : ordinal(first + at)}
        </li>
      ))}
    </ol>
  );
}
