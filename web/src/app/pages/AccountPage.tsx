import { counted } from '@jacana/core/format';
import { format } from 'date-fns';
import { useForm } from 'react-hook-form';
import { api, refusalOf } from '../../client/api';
import type { ChangedPassword, OwnSession } from '../../client/api.generated';
import { Shell } from '../../shell/Shell';
import { useDesk } from '../../shell/session';
import { Waiting } from '../../shell/Waiting';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { TextField } from '../../ui/Field';
import { StageLayout } from '../../ui/StageLayout';
import { NewPassword } from './NewPassword';

/** Where one is signed in, and one's password. */
export function AccountPage() {
  const { me } = useDesk();
  const query = api.useListSessionsQuery();
  const { data: sessions } = query;
  const [end] = api.useEndSessionMutation();
  if (!sessions) return <Waiting what="your sign-in" query={query} />;
  return (
    <Shell me={me} crumb="Your sign-in">
      <div className="mt-6">
        <StageLayout
          sentence={`You are signed in at ${counted(sessions.length, 'place')}.`}
          support={`As ${me.name}, ${me.role}. End what you do not know or no longer use.`}
          margin={<PasswordForm />}
        >
          <Card>
            <ul className="divide-y divide-line">
              {sessions.map((session) => (
                <li key={session.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2.5">
                  <span className="min-w-0 grow">
                    <span className="font-bold">{session.isThis ? 'Here' : nameOf(session)}</span>
                    <span className="block text-sm text-quiet">
                      since {format(session.openedAt, 'd MMM, HH:mm')}, last seen{' '}
                      {format(session.seenAt, 'd MMM, HH:mm')}
                      {session.address && `, from ${session.address}`}
                    </span>
                  </span>
                  {!session.isThis && <Button onClick={() => void end({ id: session.id })}>End it</Button>}
                </li>
              ))}
            </ul>
          </Card>
        </StageLayout>
      </div>
    </Shell>
  );
}

/** Browser and system out of what a browser calls itself. */
function nameOf({ agent }: OwnSession): string {
  const [browser] = /(Firefox|Edg|Chrome|Safari)(?=\/)/.exec(agent) ?? ['A browser'];
  const [system] = /Android|iPhone|iPad|Windows|Macintosh|Linux/.exec(agent) ?? [''];
  return [browser === 'Edg' ? 'Edge' : browser, system].filter(Boolean).join(', ');
}

function PasswordForm() {
  const [change, { error, isLoading, isSuccess }] = api.useChangePasswordMutation();
  const { register, handleSubmit, reset } = useForm<ChangedPassword>({ defaultValues: { current: '', password: '' } });
  const refusal = error && refusalOf(error);
  const problem = (field: string) => refusal?.problems.find((one) => one.field === field)?.message;
  const submit = handleSubmit(async (changedPassword) => {
    await change({ changedPassword }).unwrap();
    reset();
  });
  return (
    <Card title="Change your password">
      <form onSubmit={(event) => void submit(event).catch(() => undefined)} className="space-y-3">
        <TextField
          label="Password now"
          type="password"
          required
          autoComplete="current-password"
          problem={problem('current')}
          {...register('current')}
        />
        <NewPassword
          hint="At least 12 characters. You stay signed in here and nowhere else."
          problem={problem('password')}
          {...register('password')}
        />
        {refusal && refusal.problems.length === 0 && (
          <p role="alert" className="font-bold text-chestnut">
            {refusal.message}
          </p>
        )}
        <Button type="submit" look="main" disabled={isLoading}>
          Change it
        </Button>
        {isSuccess && <p role="status">Changed. All other places were signed out.</p>}
      </form>
    </Card>
  );
}
