import { useForm } from 'react-hook-form';
import { api } from '../client/api';
import type { ComparedView, SealView } from '../client/api.generated';
import { Button } from '../ui/Button';
import { TextField } from '../ui/Field';

/** Whether all records are as they were stored, their mark, and whether a mark on paper is one of theirs. */
export function Records({ id, seal }: { id: string; seal: SealView }) {
  const [compare, { data, isLoading }] = api.useCompareMarkMutation();
  const { register, handleSubmit } = useForm({ defaultValues: { mark: '' } });
  return (
    <div className="border-t border-line pt-3 text-sm">
      <h2 className="font-bold">
        {seal.problems.length === 0 ? 'All records are as they were stored' : 'Records are not as they were stored'}
      </h2>
      {seal.problems.length > 0 && (
        <ul role="alert" className="mt-1 font-bold text-chestnut">
          {seal.problems.map((problem) => (
            <li key={problem}>{problem}</li>
          ))}
        </ul>
      )}
      {isBrought(seal) && (
        <p className="mt-1">
          It came here as a bundle. Whether answers and logs were changed before, its fingerprint does not say: compare
          the bundle with the sheets of the house where people tasted. Marks on those are none of these.
        </p>
      )}
      <p className="mt-1">
        Their mark, after {seal.number}: <span className="font-mono text-xs">{seal.mark}</span>
      </p>
      <form
        className="mt-2 space-y-2"
        onSubmit={(event) => void handleSubmit((compareMark) => compare({ id, compareMark }))(event)}
      >
        <TextField label="Mark on a sheet" {...register('mark', { required: true })} />
        <Button type="submit" disabled={isLoading}>
          Compare
        </Button>
        {data && <p role="status">{comparedText(data, seal.problems.length === 0)}</p>}
      </form>
    </div>
  );
}

/** Whether what was recorded was recorded elsewhere. */
export const isBrought = ({ log }: Pick<SealView, 'log'>): boolean => log.some(({ action }) => action === 'imported');

/** A mark that is found vouches for all before it; of what came later it says nothing. */
export function comparedText({ isFound, number, of }: ComparedView, isSound: boolean): string {
  if (!isFound)
    return 'No record has this mark. Look for a slip in typing; else what was recorded has been changed since that sheet was printed.';
  if (!isSound) return 'The chain has this mark, but what it stands for was changed: see above.';
  return number === of
    ? `This is the mark of all ${of} records: nothing before it was changed.`
    : `This was the mark after ${number} records; nothing up to there was changed. ${of - (number ?? 0)} came later.`;
}
