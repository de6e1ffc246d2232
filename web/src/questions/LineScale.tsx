import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { useWords } from '../words/words';

interface LineScaleProps {
  low: string;
  high: string;
  /** 0 to 100; undefined while nothing is marked. */
  value: number | undefined;
  labelledBy: string;
  onChange: (value: number) => void;
}

const STEP = 2;
const KEYS: Record<string, (value: number) => number> = {
  ArrowLeft: (value) => value - STEP,
  ArrowDown: (value) => value - STEP,
  ArrowRight: (value) => value + STEP,
  ArrowUp: (value) => value + STEP,
  PageDown: (value) => value - 10,
  PageUp: (value) => value + 10,
  Home: () => 0,
  End: () => 100,
};

/** A line to put a mark on. It has none before it is touched, since a mark would draw answers to it. */
export function LineScale({ low, high, value, labelledBy, onChange }: LineScaleProps) {
  const t = useWords();
  const line = useRef<HTMLDivElement>(null);
  // A mark on the move is no answer yet: only where it rests is.
  const [moving, setMoving] = useState<number | null>(null);
  const shown = moving ?? value;
  const rest = (): void => {
    if (moving !== null && moving !== value) onChange(moving);
    setMoving(null);
  };
  const mark = (event: PointerEvent): void => {
    const box = line.current?.getBoundingClientRect();
    if (!box) return;
    const share = (event.clientX - box.left) / box.width;
    setMoving(Math.round(Math.min(1, Math.max(0, share)) * 1000) / 10);
  };
  const move = (event: KeyboardEvent): void => {
    const to = KEYS[event.key];
    if (!to) return;
    event.preventDefault();
    // The first key only puts the mark in the middle, from where it is moved.
    setMoving(shown === undefined ? 50 : Math.min(100, Math.max(0, to(shown))));
  };
  return (
    <div className="w-full px-3 py-6">
      <div
        ref={line}
        role="slider"
        tabIndex={0}
        aria-labelledby={labelledBy}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={shown ?? 50}
        aria-valuetext={shown === undefined ? t('not-marked') : t('of-100', { value: Math.round(shown), low, high })}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          mark(event);
        }}
        onPointerMove={(event) => event.buttons > 0 && mark(event)}
        onPointerUp={rest}
        onPointerCancel={rest}
        onKeyDown={move}
        onKeyUp={rest}
        onBlur={rest}
        className="relative h-16 cursor-pointer touch-none rounded-lg"
      >
        <div className="absolute inset-x-0 top-1/2 h-1 -translate-y-1/2 rounded bg-ink dim:bg-night-ink" />
        {[0, 100].map((end) => (
          <div
            key={end}
            className="absolute top-1/2 h-5 w-1 -translate-x-1/2 -translate-y-1/2 rounded bg-ink dim:bg-night-ink"
            style={{ left: `${end}%` }}
          />
        ))}
        {shown !== undefined && (
          <div
            className="absolute top-1/2 h-12 w-2.5 -translate-x-1/2 -translate-y-1/2 rounded-full bg-chestnut dim:bg-look"
            style={{ left: `${shown}%` }}
          />
        )}
      </div>
      <div className="flex justify-between gap-6 text-sm">
        <span>{low}</span>
        <span className="text-right">{high}</span>
      </div>
      {shown === undefined && <p className="mt-4 text-center text-quiet dim:text-night-quiet">{t('touch-line')}</p>}
    </div>
  );
}
