import { MOST_PANELISTS } from '@jacana/core/bundle';
import { type ClipboardEvent, useState } from 'react';
import { useFieldArray, type UseFieldArrayReturn } from 'react-hook-form';
import type { DraftInput } from '../../app/api.generated';
import { X } from 'lucide-react';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { TextField } from '../../ui/Field';
import { newPanelist, useDrafting } from '../../drafting/draft';

/** How many people taste, or who: a number makes numbered seats, names can be typed or pasted as a list. */
export function PanelCard() {
  const { form, draft, isLocked } = useDrafting();
  const panel = useFieldArray({ control: form.control, name: 'panel', keyName: 'key' });
  const resize = (count: number): void => {
    const wanted = Math.max(0, Math.min(MOST_PANELISTS, count));
    const more = Array.from({ length: Math.max(0, wanted - panel.fields.length) }, (_, at) =>
      newPanelist(freshName(draft.panel, panel.fields.length + at + 1)),
    );
    panel.replace([...draft.panel.slice(0, wanted), ...more]);
  };
  return (
    <Card title="Panel">
      <PanelSize count={draft.panel.length} disabled={isLocked} onChange={resize} />
      <ol
        className="mt-3 grid max-h-[26rem] gap-1.5 overflow-auto pr-1 sm:grid-cols-2 md:grid-cols-1 xl:grid-cols-2"
        aria-label="Panelists by seat"
        tabIndex={0}
      >
        {panel.fields.map((field, at) => (
          <SeatLine
            key={field.key}
            at={at}
            onRemove={() => panel.remove(at)}
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

function PanelSize({
  count,
  disabled,
  onChange,
}: {
  count: number;
  disabled: boolean;
  onChange: (count: number) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const apply = (): void => {
    const wanted = Math.round(Number(typed));
    if (typed !== null && typed.trim() !== '' && Number.isFinite(wanted)) onChange(wanted);
    setTyped(null);
  };
  return (
    <div className="flex items-end gap-3">
      <TextField
        label="People who taste"
        type="number"
        min={0}
        max={MOST_PANELISTS}
        className="w-36"
        disabled={disabled}
        value={typed ?? count}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={apply}
        onKeyDown={(event) => event.key === 'Enter' && apply()}
      />
      {typed !== null && (
        <Button className="mb-6" onClick={apply}>
          Set
        </Button>
      )}
    </div>
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
