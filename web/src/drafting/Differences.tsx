import { useState } from 'react';
import type { DraftInput } from '../client/api.generated';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { nameOfField, settledDraft, valueInWords } from './differences';
import type { Conflict } from './merge';

interface DifferencesProps {
  draft: DraftInput;
  conflicts: Conflict[];
  onSettled: (draft: DraftInput) => void;
}

/** What two people changed at the same time, side by side; nothing is saved before one of each is chosen. */
export function Differences({ draft, conflicts, onSettled }: DifferencesProps) {
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set());
  const choose = (path: string, isTheirs: boolean): void => {
    const next = new Set(theirs);
    if (isTheirs) next.add(path);
    else next.delete(path);
    setTheirs(next);
  };
  return (
    <Modal
      wide
      open
      title="Someone else changed the same"
      about="All other changes of both are in. Choose which of these to keep."
      onOpenChange={() => undefined}
    >
      <ul className="mb-4 divide-y divide-line">
        {conflicts.map((conflict) => (
          <li key={conflict.path} className="py-3">
            <p className="mb-2 font-bold">{nameOfField(conflict.path, draft)}</p>
            <div className="grid gap-2 sm:grid-cols-2">
              {[false, true].map((isTheirs) => (
                <label
                  key={String(isTheirs)}
                  className="flex items-start gap-2.5 rounded-lg border border-line p-3 has-checked:border-ink"
                >
                  <input
                    type="radio"
                    name={conflict.path}
                    checked={theirs.has(conflict.path) === isTheirs}
                    onChange={() => choose(conflict.path, isTheirs)}
                    className="mt-1.5 accent-chestnut"
                  />
                  <span className="min-w-0">
                    <span className="block text-sm text-quiet">{isTheirs ? 'Theirs' : 'Yours'}</span>
                    <span className="break-words">{valueInWords(isTheirs ? conflict.theirs : conflict.mine)}</span>
                  </span>
                </label>
              ))}
            </div>
          </li>
        ))}
      </ul>
      <Button look="main" onClick={() => onSettled(settledDraft(draft, conflicts, theirs))}>
        Save what is chosen
      </Button>
    </Modal>
  );
}
