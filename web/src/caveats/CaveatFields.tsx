import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { Button } from '../ui/Button';
import { TextArea } from '../ui/Field';
import { PieceChoice } from './PieceChoice';
import { piecesNamedIn } from './pieces';

/** What a caveat says. */
export interface CaveatText {
  text: string;
  pieces: string[];
}

interface CaveatFieldsProps {
  tags: readonly string[];
  before?: CaveatText;
  done: string;
  onDone: (caveat: CaveatText) => void;
  onCancel?: () => void;
}

/** The words of a caveat and the pieces that it touches. Tags that the words name are chosen by themselves. */
export function CaveatFields({ tags: given, before, done, onDone, onCancel }: CaveatFieldsProps) {
  const tags = [...given].sort();
  const { register, handleSubmit, reset, control } = useForm({ defaultValues: { text: before?.text ?? '' } });
  const text = useWatch({ control, name: 'text' });
  const [added, setAdded] = useState<ReadonlySet<string>>(new Set(before?.pieces));
  const [removed, setRemoved] = useState<ReadonlySet<string>>(new Set());
  const named = piecesNamedIn(text, tags).filter((tag) => !removed.has(tag));
  const chosen = new Set([...named, ...added]);
  const submit = handleSubmit((said) => {
    onDone({ text: said.text.trim(), pieces: tags.filter((tag) => chosen.has(tag)) });
    reset({ text: '' });
    setAdded(new Set());
    setRemoved(new Set());
  });
  const without = (set: ReadonlySet<string>, tag: string) => new Set([...set].filter((one) => one !== tag));
  return (
    <form onSubmit={(event) => void submit(event)}>
      <TextArea
        label="What was not as planned?"
        rows={3}
        required
        minLength={3}
        maxLength={2000}
        placeholder="Piece K4 overshot by 6 °C"
        {...register('text')}
      />
      <PieceChoice
        tags={tags}
        chosen={chosen}
        onAdd={(tag) => {
          setAdded(new Set([...added, tag]));
          setRemoved(without(removed, tag));
        }}
        onRemove={(tag) => {
          setAdded(without(added, tag));
          setRemoved(new Set([...removed, tag]));
        }}
      />
      <div className="mt-1 flex gap-2.5">
        <Button type="submit">{done}</Button>
        {onCancel && (
          <Button type="button" onClick={onCancel}>
            Cancel
          </Button>
        )}
      </div>
    </form>
  );
}
