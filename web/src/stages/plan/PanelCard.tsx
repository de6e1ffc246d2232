import { MOST_PANELISTS } from '@jacana/core/bundle';
import type { ClipboardEvent } from 'react';
import { useFieldArray, type UseFieldArrayReturn } from 'react-hook-form';
import type { DraftInput } from '../../app/api.generated';
import { X } from 'lucide-react';
import { counted } from '../../app/stages';
import { Card } from '../../ui/Card';
import { UndoLine, useUndo } from '../../ui/Undo';
import { WholeField } from '../../ui/WholeField';
import { newPanelist, useDrafting } from '../../drafting/draft';

/** How many people taste, or who: a number makes numbered seats, names can be typed or pasted as a list. */
export function PanelCard() {
  const { form, draft, isLocked } = useDrafting();
  const panel = useFieldArray({ control: form.control, name: 'panel', keyName: 'key' });
  const removal = useUndo<DraftInput['panel']>((before) => panel.replace(before));
  const resize = (count: number): void => {
    const { panel: before } = draft;
    const added = Array.from({ length: Math.max(0, count - before.length) }, (_, at) =>
      newPanelist(freshName(before, before.length + at + 1)),
    );
    if (count < before.length) removal.remember(`${counted(before.length - count, 'seat')} removed.`, before);
    panel.replace([...before.slice(0, count), ...added]);
  };
  const remove = (at: number): void => {
    removal.remember(`${draft.panel[at].name || 'A seat'} removed.`, draft.panel);
    panel.remove(at);
  };
  return (
    <Card title="Panel">
      <WholeField
        label="People who taste"
        min={0}
        max={MOST_PANELISTS}
        className="w-44"
        disabled={isLocked}
        value={draft.panel.length}
        onChange={resize}
      />
      <UndoLine {...removal} />
      <ol
        className="mt-3 grid max-h-[26rem] gap-1.5 overflow-auto pr-1 sm:grid-cols-2 md:grid-cols-1 xl:grid-cols-2"
        aria-label="Panelists by seat"
        tabIndex={0}
      >
        {panel.fields.map((field, at) => (
          <SeatLine
            key={field.key}
            at={at}
            onRemove={() => remove(at)}
            onPaste={(names) => pasteNames(panel, at, names)}
          />
        ))}
      </ol>
      {!isLocked && draft.panel.length > 0 && (
        <p className="mt-2 text-sm text-quiet">Paste a list of names into any seat to fill it from there on.</p>
      )}
    </Card>
  );
}

interface SeatLineProps {
  at: number;
  onRemove: () => void;
  onPaste: (names: string[]) => void;
}

function SeatLine({ at, onRemove, onPaste }: SeatLineProps) {
  const { form, problems, isLocked } = useDrafting();
  const problem = problems.find(({ field }) => field === `panel.${at}.name`)?.message;
  const paste = (event: ClipboardEvent<HTMLInputElement>): void => {
    const names = event.clipboardData
      .getData('text')
      .split(/[\r\n;\t]+/)
      .map((name) => name.trim().slice(0, 200))
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
          disabled={isLocked}
          onPaste={paste}
          className={`min-w-0 grow rounded-md border bg-white px-2 py-1 disabled:bg-water disabled:text-quiet ${problem ? 'border-2 border-chestnut' : 'border-quiet/50'}`}
          {...form.register(`panel.${at}.name`)}
        />
        {!isLocked && (
          <button
            type="button"
            onClick={onRemove}
            aria-label={`Remove seat ${at + 1}`}
            className="rounded p-1 text-quiet hover:bg-pad hover:text-ink"
          >
            <X size={16} />
          </button>
        )}
      </div>
      {problem && <p className="ml-9 text-sm font-bold text-chestnut">{problem}</p>}
    </li>
  );
}

type PanelField = UseFieldArrayReturn<DraftInput, 'panel', 'key'>;

/** Fills seats with pasted names, starting at one seat and adding seats as needed. */
function pasteNames(panel: PanelField, from: number, names: string[]): void {
  names.slice(0, MOST_PANELISTS - from).forEach((name, at) => {
    const seat = from + at;
    if (seat < panel.fields.length) panel.update(seat, { id: panel.fields[seat].id, name });
    else panel.append(newPanelist(name), { shouldFocus: false });
  });
}

/** "Taster 7", or the next number that nobody has. */
function freshName(panel: { name: string }[], seat: number): string {
  const taken = new Set(panel.map(({ name }) => name.trim().toLowerCase()));
  let number = seat;
  while (taken.has(`taster ${number}`)) number++;
  return `Taster ${number}`;
}
