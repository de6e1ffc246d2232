import { MOST_METHODS } from '@jacana/core/bundle';
import { Plus, X } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import type { DraftInput } from '../../app/api.generated';
import { counted } from '../../app/stages';
import { methodLook } from '../../look/methodLook';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Pad } from '../../ui/Pad';
import { UndoLine, useUndo } from '../../ui/Undo';
import { newMethod, useDrafting } from '../../drafting/draft';

/** The methods that are compared. Enter in a name adds the next one. */
export function MethodList() {
  const { form, draft, isLocked } = useDrafting();
  const { fields, append, remove, replace } = useFieldArray({ control: form.control, name: 'methods', keyName: 'key' });
  const removal = useUndo<DraftInput['methods']>(replace);
  const take = (at: number): void => {
    removal.remember(`${draft.methods[at].name || 'A method'} removed.`, draft.methods);
    remove(at);
  };
  const isFull = fields.length >= MOST_METHODS;
  const add = (): void => append(newMethod(), { focusName: `methods.${fields.length}.name` });
  return (
    <Card title="Methods" aside={isFull ? `${MOST_METHODS} is the most` : counted(fields.length, 'method')}>
      {fields.length === 0 && (
        <p className="mb-3 text-quiet">List the ways of cooking that you want to compare, one a line.</p>
      )}
      <ul className="space-y-2">
        {fields.map((field, at) => (
          <MethodLine key={field.key} at={at} onRemove={() => take(at)} onNext={() => !isFull && add()} />
        ))}
      </ul>
      <UndoLine {...removal} />
      {!isLocked && (
        <div className="mt-3 flex flex-wrap items-center gap-4">
          <Button onClick={add} disabled={isFull}>
            <Plus size={18} /> Add a method
          </Button>
          {draft.methods.some((method) => method.reference) && (
            <Button
              look="quiet"
              onClick={() => draft.methods.forEach((_, at) => form.setValue(`methods.${at}.reference`, false))}
            >
              No reference
            </Button>
          )}
        </div>
      )}
    </Card>
  );
}

function MethodLine({ at, onRemove, onNext }: { at: number; onRemove: () => void; onNext: () => void }) {
  const { form, draft, problems, isLocked } = useDrafting();
  const { colour, notch } = methodLook(at);
  const method = draft.methods[at];
  // A name still to be typed is not wrong yet; a name used twice is.
  const problem = method?.name.trim()
    ? problems.find(({ field }) => field === `methods.${at}.name`)?.message
    : undefined;
  const choose = (): void =>
    draft.methods.forEach((_, other) => form.setValue(`methods.${other}.reference`, other === at));
  const box = 'rounded-lg border border-quiet/50 bg-white px-3 py-2 disabled:bg-water disabled:text-quiet';
  return (
    <li className="grid grid-cols-[auto_minmax(0,14rem)_minmax(0,1fr)_auto_auto] items-center gap-x-3">
      <Pad size={26} colour={colour} notch={notch} />
      <input
        aria-label={`Name of method ${at + 1}`}
        placeholder="Pan-seared"
        maxLength={200}
        disabled={isLocked}
        aria-invalid={Boolean(problem)}
        className={`${box} ${problem ? 'border-2 border-chestnut' : ''}`}
        {...form.register(`methods.${at}.name`)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          onNext();
        }}
      />
      <input
        aria-label={`Note on method ${at + 1}`}
        placeholder="How it is done, in brief"
        maxLength={2000}
        disabled={isLocked}
        className={box}
        {...form.register(`methods.${at}.note`)}
      />
      <label className="flex items-center gap-1.5 text-sm">
        <input
          type="radio"
          name="reference"
          disabled={isLocked}
          checked={method?.reference ?? false}
          onChange={choose}
          className="accent-chestnut"
        />
        reference
      </label>
      {!isLocked && (
        <button
          type="button"
          onClick={onRemove}
          aria-label={`Remove method ${at + 1}`}
          className="rounded p-1.5 text-quiet hover:bg-pad hover:text-ink"
        >
          <X size={18} />
        </button>
      )}
      {problem && <p className="col-span-4 col-start-2 text-sm font-bold text-chestnut">{problem}</p>}
    </li>
  );
}
