import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, arrayMove, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { MOST_STEPS, SHORT_TEXT } from '@jacana/core/bundle';
import { chainOf, differences, differenceText, readSteps } from '@jacana/core/kitchen';
import { Copy } from 'lucide-react';
import { useState, type ClipboardEvent } from 'react';
import type { StepInput } from '../../../client/api.generated';
import { newId, useDrafting } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { CellInput } from '../../../ui/CellInput';
import { Menu } from '../../../ui/Menu';
import { UndoLine } from '../../../ui/Undo';
import { cutShort } from '../../../drafting/shortText';
import { useUndo } from '../../../drafting/useUndo';
import { ChainStep } from './ChainStep';

/** How a method is done: type a step a line, correct what was understood, drag it to its place. */
export function ChainEditor({ at }: { at: number }) {
  const { form, draft, isLocked } = useDrafting();
  const method = draft.methods[at];
  const chain = chainOf(method);
  const put = (next: StepInput[]): void => {
    form.setValue(`methods.${at}.chain`, next);
    // What was said in lines before is said in steps now.
    form.setValue(`methods.${at}.steps`, '');
  };
  const undo = useUndo();
  const add = (text: string): void =>
    put([...chain, ...readSteps(text, () => newId())].slice(0, MOST_STEPS).map((step) => cut(step)));
  const move = (from: number, to: number): void => {
    if (to >= 0 && to < chain.length) put(arrayMove(chain, from, to));
  };
  const take = (from: number): void => {
    undo.remember(`“${chain[from].name}” taken out.`);
    put(chain.filter((_, other) => other !== from));
  };
  const copyFrom = (other: number): void => {
    undo.remember(`Steps of ${draft.methods[other].name} copied.`);
    put(chainOf(draft.methods[other]).map((step) => ({ ...step, id: newId() })));
  };
  const others = draft.methods.flatMap((one, other) =>
    other !== at && chainOf(one).length > 0
      ? [
          {
            name: one.name || `Method ${other + 1}`,
            hint: chainOf(one)
              .map(({ name }) => name)
              .join(', '),
            run: () => copyFrom(other),
          },
        ]
      : [],
  );
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 text-sm font-bold">Steps</legend>
      <Sorted ids={chain.map(({ id }) => id)} onMove={move}>
        {chain.map((step, place) => (
          <ChainStep
            key={step.id}
            step={step}
            place={place + 1}
            isLocked={isLocked}
            onChange={(changed) => put(chain.map((one, other) => (other === place ? changed : one)))}
            onMove={(by) => move(place, place + by)}
            onRemove={() => take(place)}
          />
        ))}
      </Sorted>
      <UndoLine {...undo} />
      {!isLocked && (
        <div className="mt-2 flex flex-wrap items-center gap-3">
          {chain.length < MOST_STEPS && <NewStep method={at + 1} onAdd={add} />}
          {others.length > 0 && <Menu label="From another method" icon={<Copy size={18} />} choices={others} />}
        </div>
      )}
      <Compared at={at} />
    </fieldset>
  );
}

/** A name as long as a bundle takes it. */
const cut = (step: StepInput): StepInput => ({ ...step, name: cutShort(step.name) });

function NewStep({ method, onAdd }: { method: number; onAdd: (text: string) => void }) {
  const [text, setText] = useState('');
  const add = (): void => {
    if (text.trim() === '') return;
    onAdd(text);
    setText('');
  };
  // Several lines that are pasted are several steps.
  const paste = (event: ClipboardEvent): void => {
    const pasted = event.clipboardData.getData('text');
    if (!pasted.trim().includes('\n')) return;
    event.preventDefault();
    onAdd(pasted);
  };
  return (
    <div className="flex min-w-60 grow gap-2">
      <CellInput
        label={`Next step of method ${method}`}
        placeholder="Roast 110 °C until 50 °C inside, 25-40 min"
        maxLength={SHORT_TEXT}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onPaste={paste}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          add();
        }}
      />
      <Button onClick={add} disabled={text.trim() === ''}>
        Add
      </Button>
    </div>
  );
}

/** Whether this method and the reference, or else the first, differ in one thing only. */
function Compared({ at }: { at: number }) {
  const { draft } = useDrafting();
  const marked = draft.methods.findIndex(({ reference }) => reference);
  const with_ = draft.methods[marked >= 0 ? marked : 0];
  const own = draft.methods[at];
  if (with_.id === own.id || chainOf(own).length === 0 || chainOf(with_).length === 0) return null;
  return (
    <p className="mt-2 text-sm text-quiet">
      Beside {with_.name || 'the first method'}: {differenceText(differences(chainOf(own), chainOf(with_)))}
    </p>
  );
}

function Sorted({
  ids,
  onMove,
  children,
}: {
  ids: string[];
  onMove: (from: number, to: number) => void;
  children: React.ReactNode;
}) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const end = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id) onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol className="space-y-1">{children}</ol>
      </SortableContext>
    </DndContext>
  );
}
