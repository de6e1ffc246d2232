import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { api, refusalOf } from '../app/api';
import { Button } from '../ui/Button';
import { Card } from '../ui/Card';
import { TextArea } from '../ui/Field';

interface CaveatFormProps {
  id: string;
  /** Tags of the pieces that a caveat may touch; none where they are not known to the person who writes. */
  tags?: readonly string[];
}

/** Writes down a departure from the plan, by whoever saw it. Tags that the text names are marked by themselves. */
export function CaveatForm({ id, tags: given = [] }: CaveatFormProps) {
  const tags = [...given].sort();
  const [add, { error, isLoading }] = api.useAddCaveatMutation();
  const { register, handleSubmit, reset, control } = useForm({ defaultValues: { text: '' } });
  const text = useWatch({ control, name: 'text' });
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  const named = new Set(text.toUpperCase().match(/\b[A-Z]{1,2}\d\b/g));
  const isMarked = (tag: string): boolean => named.has(tag) !== turned.has(tag);
  const refusal = error && refusalOf(error);
  const submit = handleSubmit(async (caveat) => {
    await add({ id, newCaveat: { ...caveat, pieces: tags.filter(isMarked) } }).unwrap();
    reset();
    setTurned(new Set());
  });
  const turn = (tag: string): void =>
    setTurned((before) => new Set(before.has(tag) ? [...before].filter((one) => one !== tag) : [...before, tag]));
  return (
    <Card title="Note a caveat">
      <form onSubmit={(event) => void submit(event).catch(() => undefined)}>
        <TextArea
          label="What was not as planned?"
          rows={3}
          required
          minLength={3}
          maxLength={2000}
          placeholder="Piece K4 overshot by 6 °C"
          problem={refusal ? (refusal.problems[0]?.message ?? refusal.message) : undefined}
          {...register('text')}
        />
        {tags.length > 0 && (
          <fieldset className="mb-2">
            <legend className="mb-1 text-sm text-quiet">Pieces it touches; none means all, or unknown</legend>
            <div className="flex flex-wrap gap-2">
              {tags.map((tag) => (
                <button
                  key={tag}
                  type="button"
                  aria-pressed={isMarked(tag)}
                  onClick={() => turn(tag)}
                  className="min-h-12 min-w-13 rounded border-2 border-line px-2 font-mono font-semibold aria-pressed:border-chestnut aria-pressed:bg-chestnut aria-pressed:text-paper"
                >
                  {tag}
                </button>
              ))}
            </div>
          </fieldset>
        )}
        <Button type="submit" disabled={isLoading} className="mt-1">
          Note it
        </Button>
      </form>
    </Card>
  );
}
