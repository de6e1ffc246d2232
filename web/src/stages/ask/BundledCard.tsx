import { Plus } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { newId, useDrafting } from '../../drafting/draft';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { CellInput, RemoveButton } from '../../ui/CellInput';

/** What a method brings along by its nature; the findings name it as a caveat from the start. */
export function BundledCard() {
  const { form, draft, problems, isLocked } = useDrafting();
  const list = useFieldArray({ control: form.control, name: 'bundled', keyName: 'key' });
  return (
    <Card title="Comes with a method">
      <p className="mb-3 text-quiet">
        What cannot be held constant, such as butter in one pan. It is a caveat at once: a difference may be its doing.
      </p>
      <ul className="space-y-2">
        {list.fields.map((field, at) => {
          const problem = problems.find((one) => one.field === `bundled.${at}.text`)?.message;
          return (
            <li key={field.id}>
              <div className="grid grid-cols-[minmax(0,9rem)_minmax(0,1fr)_auto] items-center gap-2">
                <select
                  aria-label={`Method of line ${at + 1}`}
                  disabled={isLocked}
                  className="rounded-md border border-quiet/50 bg-white px-2 py-1.5 disabled:bg-water"
                  {...form.register(`bundled.${at}.method`)}
                >
                  {draft.methods.map((method, number) => (
                    <option key={method.id} value={method.id}>
                      {method.name || `Method ${number + 1}`}
                    </option>
                  ))}
                </select>
                <CellInput
                  label={`What comes with it, line ${at + 1}`}
                  placeholder="cooked in butter"
                  maxLength={200}
                  disabled={isLocked}
                  {...form.register(`bundled.${at}.text`)}
                />
                {!isLocked && <RemoveButton label={`Remove line ${at + 1}`} onRemove={() => list.remove(at)} />}
              </div>
              {problem && <p className="text-sm font-bold text-chestnut">{problem}</p>}
            </li>
          );
        })}
      </ul>
      {!isLocked && (
        <Button
          className="mt-3"
          disabled={draft.methods.length === 0}
          onClick={() => list.append({ id: newId(), method: draft.methods[0].id, text: '' })}
        >
          <Plus size={18} /> Note one
        </Button>
      )}
    </Card>
  );
}
