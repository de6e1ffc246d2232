import { counted } from '@jacana/core/format';
import { MOST_PANELISTS } from '@jacana/core/bundle';
import { type ClipboardEvent, useRef } from 'react';
import { useFieldArray } from 'react-hook-form';
import type { DraftInput } from '../../../client/api.generated';
import { X } from 'lucide-react';
import { Card } from '../../../ui/Card';
import { UndoLine } from '../../../ui/Undo';
import { useUndo } from '../../../drafting/useUndo';
import { RangeField } from '../../../ui/RangeField';
import { cutShort } from '../../../drafting/shortText';
import { newPanelist, useDrafting } from '../../../drafting/draft';

/** How many people taste: a number makes numbered seats. */
export function PanelSize() {
  const { draft, form, isLocked } = useDrafting();
  // Seats taken off come back as they were when the number grows again, or by Undo.
  const spare = useRef<DraftInput['panel']>([]);
  const removal = useUndo();
  const undo = (): void => {
    spare.current = [];
    removal.undo();
  };
  const resize = (count: number): void => {
    const all = [...draft.panel, ...spare.current];
    spare.current = all.slice(count);
    const added = Array.from({ length: Math.max(0, count - all.length) }, (_, at) =>
      newPanelist(freshName(all, all.length + at + 1)),
    );
    if (spare.current.length > 0)
      removal.remember(`${counted(spare.current.length, 'seat')} removed.`, {
        isMore: all.length > draft.panel.length,
      });
    else removal.forget();
    form.setValue('panel', [...all.slice(0, count), ...added]);
  };
  return (
    <div>
      <RangeField
        label="People who taste"
        min={0}
        max={MOST_PANELISTS}
        reach={Math.max(60, draft.panel.length)}
        step={1}
        disabled={isLocked}
        value={draft.panel.length}
        onChange={resize}
      />
      <UndoLine text={removal.text} undo={undo} />
    </div>
  );
}

/** Who they are: names can be typed, or pasted as a list. */
export function SeatsCard() {
  const { form, draft, edit } = useDrafting();
  const panel = useFieldArray({ control: form.control, name: 'panel', keyName: 'key' });
  const removal = useUndo();
  const remove = (at: number): void => {
    removal.remember(`${draft.panel[at].name || 'A seat'} removed.`);
    panel.remove(at);
  };
  if (panel.fields.length === 0) return null;
  return (
    <Card title="Seats" aside="paste a list of names into any seat">
      <ol
        className="grid max-h-[15rem] gap-1.5 overflow-auto pr-1 sm:grid-cols-2"
        aria-label="Panelists by seat"
        tabIndex={0}
      >
        {panel.fields.map((field, at) => (
          <SeatLine
            key={field.id}
            at={at}
            onRemove={() => remove(at)}
            onPaste={(names) => edit({ panel: named(draft.panel, at, names) })}
          />
        ))}
      </ol>
      <UndoLine {...removal} />
    </Card>
  );
}

interface SeatLineProps {
  at: number;
  onRemove: () => void;
  onPaste: (names: string[]) => void;
}

function SeatLine({ at, onRemove, onPaste }: SeatLineProps) {
  const { form, problems } = useDrafting();
  const problem = problems.find(({ field }) => field === `panel.${at}.name`)?.message;
  const paste = (event: ClipboardEvent<HTMLInputElement>): void => {
    const names = event.clipboardData
      .getData('text')
      .split(/[\r\n;\t]+/)
      .map((name) => cutShort(name.trim()))
      .filter(Boolean);
    if (names.length < 2) return;
    event.preventDefault();
    onPaste(names);
  };
  return (
    <li>
      <div className="flex items-center gap-2">
        <span className="w-7 text-right font-mono text-sm font-semibold text-quiet">{at + 1}</span>
        <input
          aria-label={`Name at seat ${at + 1}`}
          aria-invalid={Boolean(problem)}
          maxLength={200}
          onPaste={paste}
          className={`min-w-0 grow rounded-md border bg-white px-2 py-1 ${problem ? 'border-2 border-chestnut' : 'border-quiet/50'}`}
          {...form.register(`panel.${at}.name`)}
        />
        <button
          type="button"
          onClick={onRemove}
          aria-label={`Remove seat ${at + 1}`}
          className="rounded p-1 text-quiet hover:bg-pad hover:text-ink"
        >
          <X size={16} />
        </button>
      </div>
      {problem && <p className="ml-9 text-sm font-bold text-chestnut">{problem}</p>}
    </li>
  );
}

/** Seats filled with pasted names, from one seat on; seats are added as needed. */
function named(panel: DraftInput['panel'], from: number, names: string[]): DraftInput['panel'] {
  const pasted = names.slice(0, MOST_PANELISTS - from);
  const seats = pasted.map((name, at) => {
    const there = panel[from + at];
    return there ? { ...there, name } : newPanelist(name);
  });
  return [...panel.slice(0, from), ...seats, ...panel.slice(from + seats.length)];
}

/** "Panelist 7", or the next number that nobody has. */
function freshName(panel: { name: string }[], seat: number): string {
  const taken = new Set(panel.map(({ name }) => name.trim().toLowerCase()));
  let number = seat;
  while (taken.has(`panelist ${number}`)) number++;
  return `Panelist ${number}`;
}
