import { counted } from '@jacana/core/format';
import { MOST_METHODS } from '@jacana/core/bundle';
import { madeOf, METHOD_SETS } from '@jacana/core/library';
import { ClipboardPaste, LayoutList, Plus } from 'lucide-react';
import { useState } from 'react';
import { useFieldArray } from 'react-hook-form';
import type { DraftInput } from '../../client/api.generated';
import { newId, newMethod, useDrafting } from '../../drafting/draft';
import { chooseProduct } from '../../drafting/productChoice';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Menu } from '../../ui/Menu';
import { UndoLine } from '../../ui/Undo';
import { useUndo } from '../../drafting/useUndo';
import { MethodImport } from './MethodImport';
import { MethodLine } from './MethodLine';

type Methods = DraftInput['methods'];

/** The methods that are compared. Enter in a name adds the next one. */
export function MethodList() {
  const { form, draft, isLocked, edit } = useDrafting();
  const { fields, append, remove, move } = useFieldArray({
    control: form.control,
    name: 'methods',
    keyName: 'key',
  });
  const [isImporting, setImporting] = useState(false);
  const undo = useUndo();
  const take = (at: number): void => {
    undo.remember(`${draft.methods[at].name || 'A method'} removed.`);
    // What came with it goes with it.
    form.setValue(
      'bundled',
      draft.bundled.filter(({ method }) => method !== draft.methods[at].id),
    );
    const staying = draft.methods.filter((_, number) => number !== at).map(({ id }) => id);
    form.setValue('ingredients', madeOf(draft.ingredients, staying));
    remove(at);
  };
  const isFull = fields.length >= MOST_METHODS;
  const mover = (at: number, by: number): (() => void) | null => {
    const to = at + by;
    if (isLocked || to < 0 || to >= fields.length) return null;
    return () => {
      move(at, to);
      form.setFocus(`methods.${to}.name`);
    };
  };
  const add = (): void => append(newMethod(), { focusName: `methods.${fields.length}.name` });
  const addAll = (methods: Omit<Methods[number], 'id'>[]): void => {
    const room = MOST_METHODS - draft.methods.length;
    const taken = methods.slice(0, room).map((method) => ({ ...method, id: newId() }));
    undo.remember(
      `${counted(taken.length, 'method')} added${methods.length > room ? `; ${methods.length - room} more do not fit` : ''}.`,
    );
    edit({ methods: [...draft.methods.filter((method) => method.name.trim() !== ''), ...taken] });
  };
  return (
    <Card title="Methods" aside={isFull ? `${MOST_METHODS} is the most` : counted(fields.length, 'method')}>
      {fields.length === 0 && (
        <p className="mb-3 text-quiet">List the ways of cooking that you want to compare, one a line.</p>
      )}
      <ul className="space-y-2">
        {fields.map((field, at) => (
          <MethodLine
            key={field.id}
            at={at}
            onRemove={() => take(at)}
            onNext={() => !isFull && add()}
            onMove={{ up: mover(at, -1), down: mover(at, 1) }}
          />
        ))}
      </ul>
      <UndoLine {...undo} />
      {!isLocked && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Button onClick={add} disabled={isFull}>
            <Plus size={18} /> Add a method
          </Button>
          <Button onClick={() => setImporting(true)} disabled={isFull}>
            <ClipboardPaste size={18} /> Paste or import
          </Button>
          <Menu
            label="From a set"
            icon={<LayoutList size={18} />}
            choices={METHOD_SETS.map(({ name, product, methods }) => ({
              name,
              hint: methods.map((method) => method.name).join(', '),
              run: () => {
                addAll([...methods]);
                if (draft.product === 'other') chooseProduct(form, draft, product);
              },
            }))}
          />
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
      <MethodImport open={isImporting} onOpenChange={setImporting} onRead={addAll} />
    </Card>
  );
}
