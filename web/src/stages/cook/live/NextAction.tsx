import { useState } from 'react';
import type { Action } from '@jacana/core/kitchen';
import { TextField } from '../../../ui/Field';
import { Countdown } from './Countdown';
import { titleOf, verbOf } from '../day/day';

interface NextActionProps {
  action: Action;
  /** What the probe in one of its pieces says. */
  probed: string | null;
  now: number;
  onDone: () => void;
  /** For what is asked: no. */
  onNo: () => void;
  onLater: () => void;
  onSkip: (because: string) => void;
  onPiece: (tag: string) => void;
}

const BIG = 'min-h-16 rounded-xl border-2 px-5 text-xl font-bold';

/** What is to be done now, large: which piece, what, where, by whom. */
export function NextAction({ action, probed, now, onDone, onNo, onLater, onSkip, onPiece }: NextActionProps) {
  const [because, setBecause] = useState<string | null>(null);
  const facts = [action.method, action.where, action.hands].filter(Boolean).join(' · ');
  return (
    <section aria-label="Next" className="rounded-card border-2 border-chestnut bg-paper p-5">
      <div className="flex flex-wrap items-center gap-5">
        <ul className="flex flex-wrap gap-2">
          {action.pieces.map((tag) => (
            <li key={tag}>
              <button
                type="button"
                onClick={() => onPiece(tag)}
                aria-label={`Piece ${tag}`}
                className="min-h-16 min-w-16 rounded-lg border-4 border-ink px-3 font-mono text-4xl font-bold"
              >
                {tag}
              </button>
            </li>
          ))}
        </ul>
        <div className="min-w-0 flex-1 basis-64">
          <h2 className="text-3xl leading-tight font-bold">{titleOf(action)}</h2>
          <p className="text-lg text-quiet">{facts}</p>
          {action.text !== action.name && <p className="text-quiet">{action.text}</p>}
          {action.kind === 'end' && probed && <p className="text-lg font-bold">{probed}</p>}
          {action.again && action.again.done > 0 && <p className="text-quiet">done {action.again.done} times so far</p>}
        </div>
        <Countdown due={action.due} now={now} isBig />
      </div>
      {because === null ? (
        <div className="mt-5 grid grid-cols-2 gap-3 sm:grid-cols-[minmax(0,2fr)_minmax(0,1fr)_minmax(0,1fr)]">
          <button
            type="button"
            className={`${BIG} col-span-2 border-chestnut bg-chestnut text-white sm:col-span-1`}
            onClick={onDone}
          >
            {verbOf(action)}
          </button>
          <button type="button" className={`${BIG} border-chestnut text-chestnut`} onClick={onLater}>
            In a minute
          </button>
          {action.kind === 'check' ? (
            <button type="button" className={`${BIG} border-chestnut text-chestnut`} onClick={onNo}>
              No
            </button>
          ) : (
            <button type="button" className={`${BIG} border-chestnut text-chestnut`} onClick={() => setBecause('')}>
              Leave it out
            </button>
          )}
        </div>
      ) : (
        <div className="mt-5 space-y-3">
          <TextField label="Why is it left out?" value={because} onChange={(event) => setBecause(event.target.value)} />
          <div className="flex gap-3">
            <button
              type="button"
              disabled={because.trim() === ''}
              className={`${BIG} border-chestnut bg-chestnut text-white disabled:opacity-50`}
              onClick={() => onSkip(because.trim())}
            >
              Leave it out
            </button>
            <button type="button" className={`${BIG} border-chestnut text-chestnut`} onClick={() => setBecause(null)}>
              Not after all
            </button>
          </div>
        </div>
      )}
    </section>
  );
}
