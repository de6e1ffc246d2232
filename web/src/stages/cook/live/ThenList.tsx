import type { Action } from '@jacana/core/kitchen';
import { Card } from '../../../ui/Card';
import { clockText } from '../../../kitchen/clock';
import { Countdown } from './Countdown';
import { titleOf, verbOf } from '../day/day';

interface ThenListProps {
  actions: Action[];
  now: number;
  onPiece: (tag: string) => void;
  onDo: (action: Action) => void;
}

const SHOWN = 9;

/** What comes after, in turn; whatever was done earlier than planned can be tapped from here. */
export function ThenList({ actions, now, onPiece, onDo }: ThenListProps) {
  if (actions.length === 0) return null;
  return (
    <Card title="Then">
      <ul className="divide-y divide-line">
        {actions.slice(0, SHOWN).map((action) => (
          <li
            key={[action.kind, action.method, action.step, ...action.pieces].join(' ')}
            className="grid grid-cols-[4rem_minmax(0,1fr)_auto] items-center sm:grid-cols-[4rem_minmax(0,1fr)_auto_auto] gap-3 py-1.5"
          >
            <span className="font-mono">{clockText(action.due)}</span>
            <span className="min-w-0">
              <span className="mr-2 inline-flex flex-wrap gap-1">
                {action.pieces.map((tag) => (
                  <button
                    key={tag}
                    type="button"
                    onClick={() => onPiece(tag)}
                    aria-label={`Piece ${tag}`}
                    className="min-h-12 min-w-12 rounded border-2 border-ink px-1.5 font-mono text-lg font-semibold"
                  >
                    {tag}
                  </button>
                ))}
              </span>
              {titleOf(action)}{' '}
              <span className="text-quiet">{[action.where, action.hands].filter(Boolean).join(' · ')}</span>
            </span>
            <Countdown due={action.due} now={now} />
            <button
              type="button"
              aria-label={`${verbOf(action)}: ${action.name}, ${action.pieces.join(' ')}`}
              onClick={() => onDo(action)}
              className="col-span-2 col-start-2 min-h-12 rounded-lg border border-chestnut px-3 font-bold text-chestnut sm:col-span-1 sm:col-start-auto"
            >
              {verbOf(action)}
            </button>
          </li>
        ))}
      </ul>
    </Card>
  );
}
