import { useForm } from 'react-hook-form';
import { api, refusalOf } from '../app/api';
import { Button } from '../ui/Button';
import { Card } from '../ui/Card';
import { TextArea } from '../ui/Field';

/** Writes down a departure from the plan, by whoever saw it. */
export function CaveatForm({ id }: { id: string }) {
  const [add, { error, isLoading }] = api.useAddCaveatMutation();
  const { register, handleSubmit, reset } = useForm({ defaultValues: { text: '' } });
  const refusal = error && refusalOf(error);
  const submit = handleSubmit(async (newCaveat) => {
    await add({ id, newCaveat }).unwrap();
    reset();
  });
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
        <Button type="submit" disabled={isLoading} className="mt-1">
          Note it
        </Button>
      </form>
    </Card>
  );
}
