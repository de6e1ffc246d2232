import {
  answerKindOf,
  hasPart,
  isScaleOfWord,
  LONG_TEXT,
  MOST_OPTIONS,
  SHORT_TEXT,
  type BallotItem,
} from '@jacana/core/bundle';
import { Plus } from 'lucide-react';
import { Controller, useFieldArray } from 'react-hook-form';
import { useDrafting } from '../../../drafting/draft';
import { Button } from '../../../ui/Button';
import { CellInput, RemoveButton } from '../../../ui/CellInput';
import { TextArea, TextField } from '../../../ui/Field';
import { Toggle } from '../../../ui/Toggle';

const TIES: Partial<Record<BallotItem['kind'], { label: string; hint: string }>> = {
  ranking: { label: 'Allow ties in the ranking', hint: 'Without ties people look harder.' },
  'paired-preference': {
    label: 'Allow “no preference”',
    hint: 'Without it a coin is tossed in the head, and the test stays exact.',
  },
};

/** Everything about a question that can be changed, for its kind. */
export function ItemFields({ at }: { at: number }) {
  const { form, draft, isLocked } = useDrafting();
  const item = draft.ballot.items[at];
  const field = `ballot.items.${at}` as const;
  const text = (label: string, name: 'attribute' | 'definition' | 'low' | 'high', hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      maxLength={name === 'definition' ? LONG_TEXT : SHORT_TEXT}
      disabled={isLocked}
      {...form.register(`${field}.${name}`)}
    />
  );
  const ties = TIES[item.kind];
  return (
    <div className="mt-3 space-y-2 border-t border-line pt-3">
      {/* As long as it is, so that all of it is seen on a phone; one line of thought, so Enter breaks none. */}
      <TextArea
        label="Question"
        rows={1}
        maxLength={SHORT_TEXT}
        disabled={isLocked}
        onKeyDown={(event) => event.key === 'Enter' && event.preventDefault()}
        {...form.register(`${field}.ask`)}
      />
      {hasPart(item, 'word') && (
        <div className="grid gap-x-3 sm:grid-cols-[minmax(0,1fr)_minmax(0,2fr)]">
          {text('Word', 'attribute', 'Its name in the findings.')}
          {text('What it means', 'definition', 'Stands under the question.')}
        </div>
      )}
      {hasPart(item, 'ends') && (
        <div className="grid grid-cols-2 gap-x-3">
          {text(item.kind === 'ranking' ? 'Top' : 'Low end', item.kind === 'ranking' ? 'high' : 'low')}
          {text(item.kind === 'ranking' ? 'Bottom' : 'High end', item.kind === 'ranking' ? 'low' : 'high')}
        </div>
      )}
      {hasPart(item, 'options') && <Options key={at} at={at} hasWeights={isScaleOfWord(item)} />}
      {isScale(item) && (
        <TextField
          label="Counts in a total"
          hint="So many times; below 0 the less, the better. Empty: not in the total."
          type="number"
          step="any"
          disabled={isLocked}
          {...form.register(`${field}.weight`, {
            setValueAs: (typed: unknown) => (typed === '' || typed === undefined ? undefined : Number(typed)),
          })}
        />
      )}
      {ties && (
        <Controller
          control={form.control}
          name={`${field}.ties`}
          render={({ field: own }) => (
            <Toggle {...ties} checked={own.value} disabled={isLocked} onChange={own.onChange} />
          )}
        />
      )}
    </div>
  );
}

/** Whether a question is a scale that may count in a total. */
const isScale = (item: BallotItem): boolean => answerKindOf(item) === 'score' && item.kind !== 'just-right';

/** The steps of a category scale with what each counts, or the words of a list. Made anew where its question moves: a list of fields keeps the place that it began with. */
function Options({ at, hasWeights }: { at: number; hasWeights: boolean }) {
  const { form, draft, isLocked } = useDrafting();
  const list = useFieldArray({ control: form.control, name: `ballot.items.${at}.options`, keyName: 'key' });
  const { options } = draft.ballot.items[at];
  const what = hasWeights ? 'step' : 'word';
  return (
    <div>
      <div className={`mb-1 flex justify-between text-sm font-bold ${isLocked ? '' : 'pr-10'}`}>
        <span>{hasWeights ? 'Steps, lowest first' : 'Words'}</span>
        {hasWeights && <span>counts as</span>}
      </div>
      <ul className={hasWeights ? 'space-y-1.5' : 'grid grid-cols-2 gap-1.5'}>
        {list.fields.map((field, number) => (
          <li key={field.key} className="flex items-center gap-1.5">
            <CellInput
              label={`${what} ${number + 1}`}
              maxLength={SHORT_TEXT}
              disabled={isLocked}
              {...form.register(`ballot.items.${at}.options.${number}.text`)}
            />
            {hasWeights && (
              <CellInput
                label={`weight of step ${number + 1}`}
                type="number"
                step="any"
                className="!w-20 text-right font-mono"
                disabled={isLocked}
                {...form.register(`ballot.items.${at}.options.${number}.weight`, {
                  setValueAs: (typed: unknown) => (Number.isFinite(Number(typed)) ? Number(typed) : 0),
                })}
              />
            )}
            {!isLocked && <RemoveButton label={`Remove ${what} ${number + 1}`} onRemove={() => list.remove(number)} />}
          </li>
        ))}
      </ul>
      {!isLocked && options.length < MOST_OPTIONS && (
        <Button className="mt-2" onClick={() => list.append({ text: '', weight: hasWeights ? options.length + 1 : 0 })}>
          <Plus size={16} /> Add a {what}
        </Button>
      )}
    </div>
  );
}
