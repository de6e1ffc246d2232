import { useForm } from 'react-hook-form';
import { Navigate } from 'react-router';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { TextField } from '../../ui/Field';
import { Waiting } from '../../shell/Waiting';
import { api, refusalOf } from '../../client/api';
import type { FirstAccount } from '../../client/api.generated';
import { AccountFields } from './AccountFields';
import { Entrance } from './Entrance';

/** The first visit: whoever comes creates the coordinator's account. */
export function SetUpPage() {
  const query = api.useGetSessionQuery();
  const { data: session } = query;
  const [setUp, { error, isLoading }] = api.useSetUpMutation();
  const [signIn] = api.useSignInMutation();
  const { register, handleSubmit } = useForm<FirstAccount>({
    defaultValues: { name: '', login: '', password: '', setUpCode: '' },
  });
  if (!session) return <Waiting what="Jacana" query={query} />;
  if (!session.setUpNeeded) return <Navigate to="/sign-in" replace />;
  const refusal = error && refusalOf(error);
  const problem = (field: string) => refusal?.problems.find((one) => one.field === field)?.message;
  const submit = handleSubmit(async (firstAccount) => {
    await setUp({ firstAccount }).unwrap();
    await signIn({ signIn: { login: firstAccount.login, password: firstAccount.password } });
  });
  return (
    <Entrance sentence="Nothing is here yet. Create the coordinator's account to begin.">
      <Card className="max-w-lg">
        <form onSubmit={(event) => void submit(event).catch(() => undefined)} className="space-y-3">
          <AccountFields at={(field) => ({ problem: problem(field), ...register(field) })} />
          <TextField
            label="Set-up code"
            required
            hint="Printed in the terminal where Jacana was started."
            problem={problem('setUpCode')}
            {...register('setUpCode')}
          />
          {refusal && refusal.problems.length === 0 && <p role="alert">{refusal.message}</p>}
          <Button type="submit" look="main" disabled={isLoading}>
            Create the account
          </Button>
        </form>
      </Card>
    </Entrance>
  );
}
