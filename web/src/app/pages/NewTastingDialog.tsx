import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { Button } from '../../ui/Button';
import { TextField } from '../../ui/Field';
import { Modal } from '../../ui/Modal';
import { api, refusalOf } from '../../client/api';

export function NewTastingDialog({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [create, { error, isLoading }] = api.useCreateTastingMutation();
  const { register, handleSubmit, reset } = useForm({ defaultValues: { title: '' } });
  const go = useNavigate();
  const submit = handleSubmit(async ({ title }) => {
    const { id } = await create({ newTasting: { title } }).unwrap();
    reset();
    onOpenChange(false);
    void go(`/tastings/${id}/ask`);
  });
  return (
    <Modal
      title="New tasting"
      about="A name for your own desk. Panelists do not see it."
      open={open}
      onOpenChange={onOpenChange}
    >
      <form onSubmit={(event) => void submit(event).catch(() => undefined)} className="space-y-3">
        <TextField
          label="Title"
          required
          maxLength={200}
          autoFocus
          problem={error ? refusalOf(error).message : undefined}
          {...register('title', { required: true })}
        />
        <Button type="submit" look="main" disabled={isLoading}>
          Begin
        </Button>
      </form>
    </Modal>
  );
}
