import type { WordingConcern } from '@jacana/core/design';
import { QUESTION_KINDS } from '@jacana/core/library';
import { ChevronDown, ChevronUp } from 'lucide-react';
import type { DraftInput } from '../../../client/api.generated';
import { useDrafting } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { RemoveButton } from '../../../ui/CellInput';
import { Mark } from '../../../ui/Notice';
import { ItemFields } from './ItemFields';

interface ItemCardProps {
  at: number;
  isShown: boolean;
  concerns: WordingConcern[];
  onShow: () => void;
  onMove: (by: number) => void;
  onRemove: () => void;
  onReplace: (instead: DraftInput['ballot']['items']) => void;
}

const nameOf = (kind: string): string => QUESTION_KINDS.find((one) => one.kind === kind)?.name ?? kind;

/** One question: its words in a line, and when it is chosen all that can be changed. */
export function ItemCard({ at, isShown, concerns, onShow, onMove, onRemove, onReplace }: ItemCardProps) {
  const { draft, problems, isLocked } = useDrafting();
  const item = draft.ballot.items[at];
  if (!item) return null;
  const own = problems.filter(({ field }) => field === `ballot.items.${at}`);
  const said = concerns.map((concern) => concern.message);
  return (
    <section
      aria-label={`Question ${at + 1}`}
      className={`rounded-card border bg-paper px-4 py-3 ${isShown ? 'border-ink' : 'border-line'}`}
    >
      <div className="flex items-center gap-2">
        <button type="button" onClick={onShow} aria-expanded={isShown} className="min-w-0 grow rounded px-1 text-left">
          <span className="text-sm text-quiet">
            {at + 1}. {nameOf(item.kind)}
          </span>
          <span className="block truncate font-bold">{item.ask || 'not written yet'}</span>
        </button>
        {!isLocked && (
          <>
            <Step label={`Move question ${at + 1} up`} isOff={at === 0} onStep={() => onMove(-1)}>
              <ChevronUp size={18} />
            </Step>
            <Step
              label={`Move question ${at + 1} down`}
              isOff={at === draft.ballot.items.length - 1}
              onStep={() => onMove(1)}
            >
              <ChevronDown size={18} />
            </Step>
            <RemoveButton label={`Remove question ${at + 1}`} onRemove={onRemove} />
          </>
        )}
      </div>
      {concerns.map((concern) => (
        <div key={concern.rule} role="alert" className="mt-2 rounded-lg bg-water px-3 py-2">
          <p>
            <Mark>{concern.found}</Mark> {concern.message}
          </p>
          {!isLocked && (
            <p className="mt-1.5">
              <Button look="plain" onClick={() => onReplace(concern.instead)}>
                Use “{concern.instead.map((one) => one.ask).join('” and “')}”
              </Button>
            </p>
          )}
        </div>
      ))}
      {own
        .filter(({ message }) => !said.includes(message))
        .map(({ message }) => (
          <p key={message} className="mt-2 text-sm font-bold text-chestnut">
            {message}
          </p>
        ))}
      {isShown && <ItemFields at={at} />}
    </section>
  );
}

interface StepProps {
  label: string;
  isOff: boolean;
  onStep: () => void;
  children: React.ReactNode;
}

function Step({ label, isOff, onStep, children }: StepProps) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={isOff}
      onClick={onStep}
      className="rounded p-1 text-quiet hover:bg-pad hover:text-ink disabled:opacity-30"
    >
      {children}
    </button>
  );
}
