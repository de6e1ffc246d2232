import { counted } from '@jacana/core/format';
import { MOST_CONSTANTS, SHORT_TEXT } from '@jacana/core/bundle';
import { guideFor, proposedConstants } from '@jacana/core/library';
import { ListChecks, Plus } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { newId, useDrafting } from '../../drafting/draft';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { CellText, RemoveButton } from '../../ui/CellInput';
import { UndoLine } from '../../ui/Undo';
import { useUndo } from '../../drafting/useUndo';

const COLUMNS = [
  { field: 'name', label: 'Held constant' },
  { field: 'target', label: 'Target' },
  { field: 'tolerance', label: 'Tolerance' },
  { field: 'check', label: 'How it is checked' },
] as const;

/** What must be the same for all methods, so that a difference is the method's. */
export function ConstantsCard() {
  const { form, draft, isLocked } = useDrafting();
  const list = useFieldArray({ control: form.control, name: 'constants', keyName: 'key' });
  const undo = useUndo();
  const guide = guideFor(draft.product);
  const missing = proposedConstants(draft.product).filter(
    (one) => !draft.constants.some((other) => other.name.trim().toLowerCase() === one.name.toLowerCase()),
  );
  const propose = (): void => {
    undo.remember(`${counted(missing.length, 'line')} added.`);
    list.append(missing.map((one) => ({ ...one, id: newId() })).slice(0, MOST_CONSTANTS - draft.constants.length), {
      shouldFocus: false,
    });
  };
  const remove = (at: number): void => {
    undo.remember(`${draft.constants[at].name || 'A line'} removed.`);
    list.remove(at);
  };
  const open = draft.constants.filter((one) => one.target.trim() === '').length;
  return (
    <Card
      title="Held constant"
      aside={open > 0 ? `${counted(open, 'target')} still open` : counted(draft.constants.length, 'line')}
    >
      {draft.constants.length === 0 && (
        <p className="mb-3 text-quiet">What differs besides the method will look like the method’s doing.</p>
      )}
      {draft.constants.length > 0 && (
        <>
          <div className="mb-1.5 grid grid-cols-[minmax(0,4fr)_minmax(0,5fr)_minmax(0,3fr)_minmax(0,4fr)_2rem] gap-x-2 max-md:hidden">
            {COLUMNS.map(({ field, label }) => (
              <span key={field} className="text-sm font-bold" aria-hidden>
                {label}
              </span>
            ))}
          </div>
          <ul className="space-y-1.5 max-md:space-y-5">
            {list.fields.map((field, at) => (
              <li
                key={field.id}
                className="grid items-start gap-x-2 gap-y-1.5 md:grid-cols-[minmax(0,4fr)_minmax(0,5fr)_minmax(0,3fr)_minmax(0,4fr)_2rem]"
              >
                {COLUMNS.map((column) => (
                  <CellText
                    key={column.field}
                    label={`${column.label}, line ${at + 1}`}
                    placeholder={column.label}
                    maxLength={SHORT_TEXT}
                    className={column.field === 'name' ? 'max-md:font-bold' : ''}
                    {...form.register(`constants.${at}.${column.field}`)}
                  />
                ))}
                <RemoveButton label={`Remove line ${at + 1}`} onRemove={() => remove(at)} />
              </li>
            ))}
          </ul>
        </>
      )}
      <UndoLine {...undo} />
      {!isLocked && (
        <div className="mt-3 flex flex-wrap gap-3">
          {missing.length > 0 && (
            <Button onClick={propose}>
              <ListChecks size={18} /> Propose for{' '}
              {guide.product === 'other' ? 'any product' : guide.name.toLowerCase()}
            </Button>
          )}
          <Button
            disabled={draft.constants.length >= MOST_CONSTANTS}
            onClick={() => list.append({ id: newId(), name: '', target: '', tolerance: '', check: '' })}
          >
            <Plus size={18} /> Add a line
          </Button>
        </div>
      )}
    </Card>
  );
}
