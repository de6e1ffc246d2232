import { Printer } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { api, refusalOf } from '../../client/api';
import { useInTasting } from '../../shell/session';
import { Waiting } from '../../shell/Waiting';
import { paperFor, save } from '../../sheets/paper';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { TextField } from '../../ui/Field';
import { Modal } from '../../ui/Modal';
import { PortionList } from './PortionList';

/**
 * The portioning sheet: which tag goes under which code. A server opens it freely, since
 * tags mean nothing to them; a coordinator says why, and the seal's log keeps it.
 */
export function Portioning() {
  const { card, me } = useInTasting();
  const [isOpen, setOpen] = useState(false);
  const isServer = me.role === 'server';
  return (
    <Card title="Portioning sheet" className="not-printed">
      <p className="mb-3">
        {isServer
          ? 'Which piece is cut for which code. Do not look at the kitchen’s list of methods.'
          : 'Best opened by a server: with the kitchen’s list you could tell codes from methods. If you open it, the log says so.'}
      </p>
      <Button onClick={() => setOpen(true)}>Open the sheet</Button>
      <Modal
        wide
        title="Portioning sheet"
        about="Cut each tagged piece into portions and put this code on each of them."
        open={isOpen}
        onOpenChange={setOpen}
      >
        {isServer ? <ServerSheet id={card.id} /> : <LoggedSheet id={card.id} />}
      </Modal>
    </Card>
  );
}

function ServerSheet({ id }: { id: string }) {
  const query = api.useGetPortioningQuery({ id });
  // A sign-in that could be somebody else's second one says why.
  if (query.error && refusalOf(query.error).status === 403)
    return <LoggedSheet id={id} why={refusalOf(query.error).message} />;
  return query.data ? <PortionList id={id} portions={query.data} /> : <Waiting what="the sheet" query={query} />;
}

function LoggedSheet({ id, why }: { id: string; why?: string }) {
  const [open, { data, error, isLoading }] = api.useOpenPortioningMutation();
  const { register, handleSubmit, getValues } = useForm({ defaultValues: { reason: '' } });
  if (data)
    return (
      <>
        <PortionList id={id} portions={data} />
        <LoggedPaper id={id} reason={getValues('reason')} />
      </>
    );
  return (
    <form onSubmit={(event) => void handleSubmit((portioningReason) => open({ id, portioningReason }))(event)}>
      {why && <p className="mb-3">{why}</p>}
      <TextField
        label="Why do you open it, and who portions?"
        required
        minLength={3}
        maxLength={500}
        placeholder="Nobody else is here; I portion and will not taste"
        problem={error ? (refusalOf(error).problems[0]?.message ?? refusalOf(error).message) : undefined}
        {...register('reason')}
      />
      <Button type="submit" look="main" disabled={isLoading} className="mt-2">
        Open and write it into the log
      </Button>
    </form>
  );
}

/** The same on paper. It is asked for with its reason, since paper goes further than a screen. */
function LoggedPaper({ id, reason }: { id: string; reason: string }) {
  const [problem, setProblem] = useState<string>();
  const fetchPaper = async (): Promise<void> => {
    try {
      const { name, file } = await paperFor(`/api/tastings/${id}/sheets/portioning`, { reason });
      setProblem(undefined);
      save(name, file);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <div className="mt-4">
      <Button onClick={() => void fetchPaper()}>
        <Printer size={18} /> Portioning sheet (PDF)
      </Button>
      {problem && (
        <p role="alert" className="mt-2 font-bold text-chestnut">
          {problem}
        </p>
      )}
    </div>
  );
}
