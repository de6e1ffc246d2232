import { LIMITS, LONG_TEXT, SHORT_TEXT } from '@jacana/core/bundle';
import { ArrowDown, ArrowUp, ChevronDown } from 'lucide-react';
import { useState } from 'react';
import type { EffortInput } from '../../client/api.generated';
import { useDrafting } from '../../drafting/draft';
import { methodLook } from '@jacana/core/charts';
import { Button } from '../../ui/Button';
import { CellInput, RemoveButton } from '../../ui/CellInput';
import { TextField } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Pad } from '../../ui/Pad';
import { ChainEditor } from './chain/ChainEditor';

interface MethodLineProps {
  at: number;
  onRemove: () => void;
  onNext: () => void;
  /** Moves it by so many lines; null where it cannot go further. */
  onMove: { up: (() => void) | null; down: (() => void) | null };
}

/** One method: its name and what it is in a line; what it costs and how it is done unfold below. */
export function MethodLine({ at, onRemove, onNext, onMove }: MethodLineProps) {
  const { form, draft, problems, isLocked } = useDrafting();
  const [isOpen, setOpen] = useState(false);
  const { colour, notch } = methodLook(at);
  const method = draft.methods[at];
  // A name still to be typed is not wrong yet; a name used twice is.
  const problem = method?.name.trim()
    ? problems.find(({ field }) => field === `methods.${at}.name`)?.message
    : undefined;
  const choose = (): void =>
    draft.methods.forEach((_, other) => form.setValue(`methods.${other}.reference`, other === at));
  return (
    <li className={isOpen ? 'rounded-xl bg-water p-3' : ''}>
      <div className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-x-2.5 gap-y-2 lg:grid-cols-[auto_minmax(0,13rem)_minmax(0,1fr)_auto_auto_auto]">
        <Pad size={26} colour={colour} notch={notch} />
        <CellInput
          label={`Name of method ${at + 1}`}
          placeholder="Pan-seared"
          maxLength={SHORT_TEXT}
          disabled={isLocked}
          problem={Boolean(problem)}
          {...form.register(`methods.${at}.name`)}
          onKeyDown={(event) => {
            const act = keyed(event, onNext, onMove);
            if (!act) return;
            event.preventDefault();
            act();
          }}
        />
        <CellInput
          label={`Description of method ${at + 1}`}
          placeholder="How it is done, in a line"
          maxLength={LONG_TEXT}
          disabled={isLocked}
          className="max-lg:order-1 max-lg:col-span-2 max-lg:col-start-2"
          {...form.register(`methods.${at}.note`)}
        />
        <label className="flex min-h-11 items-center gap-1.5 text-sm max-lg:order-2 max-lg:col-start-2 lg:min-h-0">
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
        <button
          type="button"
          aria-expanded={isOpen}
          aria-label={`Steps and effort of method ${at + 1}`}
          onClick={() => setOpen(!isOpen)}
          title="hands-on minutes of all minutes"
          className="flex items-center justify-end gap-1 rounded p-1.5 text-sm text-quiet hover:bg-pad hover:text-ink max-lg:order-3 lg:w-32"
        >
          {effortText(method?.effort)}
          <ChevronDown size={18} className={isOpen ? 'rotate-180' : ''} />
        </button>
        {!isLocked && <RemoveButton label={`Remove method ${at + 1}`} onRemove={onRemove} />}
      </div>
      {problem && <p className="mt-1 ml-9 text-sm font-bold text-chestnut">{problem}</p>}
      {isOpen && <Details at={at} onMove={onMove} />}
    </li>
  );
}

/** What a key in the name does: Enter goes on to the next line, Alt with an arrow moves this one. */
function keyed(
  { key, altKey }: { key: string; altKey: boolean },
  onNext: () => void,
  { up, down }: MethodLineProps['onMove'],
): (() => void) | null {
  if (key === 'Enter') return onNext;
  if (altKey && key === 'ArrowUp') return up;
  return altKey && key === 'ArrowDown' ? down : null;
}

const effortText = (effort: EffortInput | undefined): string =>
  effort ? `${effort.handsOnMinutes} of ${effort.totalMinutes} min` : 'effort';

const NO_EFFORT: EffortInput = { handsOnMinutes: 0, totalMinutes: 0, cost: 0, mess: 3, skill: 3 };

function Details({ at, onMove: { up, down } }: Pick<MethodLineProps, 'at' | 'onMove'>) {
  const { form, draft, isLocked } = useDrafting();
  const method = draft.methods[at];
  if (!method) return null;
  const effort = method.effort ?? NO_EFFORT;
  const change = (part: Partial<EffortInput>): void => form.setValue(`methods.${at}.effort`, { ...effort, ...part });
  const number = (label: string, field: keyof EffortInput, unit?: string) => (
    <NumberField
      label={label}
      unit={unit}
      min={LIMITS.effort[field].least}
      max={LIMITS.effort[field].most}
      whole={!unit}
      disabled={isLocked}
      value={effort[field]}
      onChange={(value) => change({ [field]: value })}
    />
  );
  return (
    <div className="mt-3 space-y-2">
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3 xl:grid-cols-6">
        {number('Hands on', 'handsOnMinutes', 'min')}
        {number('In all', 'totalMinutes', 'min')}
        {number('Cost', 'cost', 'a portion')}
        {number('Mess, 1 to 5', 'mess')}
        {number('Skill, 1 to 5', 'skill')}
        <NumberField
          label="Cook loss"
          unit="%"
          min={0}
          max={LIMITS.method.cookLoss.most * 100}
          disabled={isLocked}
          value={Math.round((method.cookLoss ?? draft.quantities.cookLoss) * 1000) / 10}
          onChange={(percent) => form.setValue(`methods.${at}.cookLoss`, percent / 100)}
        />
      </div>
      <ChainEditor at={at} />
      <TextField
        label="Equipment besides"
        maxLength={SHORT_TEXT}
        disabled={isLocked}
        {...form.register(`methods.${at}.equipment`)}
      />
      {!isLocked && (
        <div className="flex gap-4">
          <Button look="quiet" disabled={!up} onClick={() => up?.()} aria-label={`Move method ${at + 1} up`}>
            <ArrowUp size={16} /> Move up
          </Button>
          <Button look="quiet" disabled={!down} onClick={() => down?.()} aria-label={`Move method ${at + 1} down`}>
            <ArrowDown size={16} /> Move down
          </Button>
        </div>
      )}
    </div>
  );
}
