import { useEffect } from 'react';
import { useForm } from 'react-hook-form';
import { Navigate, useLocation } from 'react-router';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { TextField } from '../../ui/Field';
import { Failure } from '../../ui/Notice';
import { api, refusalOf } from '../../client/api';
import type { DemoSignIn, SignIn } from '../../client/api.generated';
import { forgetSteps } from '../../drafting/history';
import { Entrance } from './Entrance';

const DOES: Record<DemoSignIn['role'], string> = {
  coordinator: 'plans, watches, unseals',
  kitchen: 'sees methods and tags',
  server: 'sees codes and seats',
  reader: 'reads the findings',
};

export function SignInPage() {
  const { data: session, error: unreachable, refetch } = api.useGetSessionQuery();
  const [signIn, { error, isLoading }] = api.useSignInMutation();
  const { register, handleSubmit, setValue } = useForm<SignIn>({ defaultValues: { login: '', password: '' } });
  const from = (useLocation().state as { from?: string } | null)?.from ?? '/';
  const isNobody = session !== undefined && !session.me;
  useEffect(() => {
    if (isNobody) forgetSteps();
  }, [isNobody]);
  if (session?.setUpNeeded) return <Navigate to="/set-up" replace />;
  if (session?.me) return <Navigate to={from} replace />;
  const submit = handleSubmit((values) => void signIn({ signIn: values }));
  const fill = ({ login, password }: DemoSignIn): void => {
    setValue('login', login);
    setValue('password', password);
    void submit();
  };
  return (
    <Entrance sentence="Blind tastings, from the question to an answer that holds.">
      {unreachable && <Failure message={refusalOf(unreachable).message} onRetry={() => void refetch()} />}
      <div className="grid items-start gap-6 md:grid-cols-2">
        <Card title="Sign in">
          <form onSubmit={(event) => void submit(event)} className="space-y-3">
            <TextField
              label="Login"
              autoComplete="username"
              autoFocus
              required
              maxLength={100}
              {...register('login')}
            />
            <TextField
              label="Password"
              type="password"
              autoComplete="current-password"
              required
              maxLength={200}
              problem={error ? refusalOf(error).message : undefined}
              {...register('password')}
            />
            <Button type="submit" look="main" disabled={isLoading}>
              Sign in
            </Button>
          </form>
        </Card>
        {session && session.demo.length > 0 && <DemoSignIns people={session.demo} onChoose={fill} />}
      </div>
    </Entrance>
  );
}

function DemoSignIns({ people, onChoose }: { people: DemoSignIn[]; onChoose: (person: DemoSignIn) => void }) {
  return (
    <Card title="The Reedbed Kitchen, a demo">
      <p className="mb-3 text-quiet">Invented people and data. Choose someone to come in as.</p>
      <ul className="space-y-2">
        {people.map((person) => (
          <li key={person.login}>
            <button
              type="button"
              onClick={() => onChoose(person)}
              className="w-full rounded-lg border border-line px-3 py-2 text-left hover:bg-pad/60"
            >
              <span className="font-bold">{person.name}</span>, {person.role}: {DOES[person.role]}
              <span className="block font-mono text-sm text-quiet">
                {person.login} / {person.password}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </Card>
  );
}
