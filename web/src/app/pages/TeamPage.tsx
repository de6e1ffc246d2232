import { counted, list } from '@jacana/core/format';
import { useForm } from 'react-hook-form';
import { Button } from '../../ui/Button';
import { Card } from '../../ui/Card';
import { Waiting } from '../../shell/Waiting';
import { StageLayout } from '../../ui/StageLayout';
import { api, refusalOf } from '../../client/api';
import type { NewAccount, Role } from '../../client/api.generated';
import { useDesk } from '../../shell/session';
import { Shell } from '../../shell/Shell';
import { AccountFields } from './AccountFields';
import { HouseLog } from './HouseLog';
import { RemoveAccount } from './RemoveAccount';
import { RenewPassword } from './RenewPassword';

const ROLES: { role: Role; sees: string }[] = [
  { role: 'kitchen', sees: 'methods and kitchen tags; never a code' },
  { role: 'server', sees: 'codes, seats and tags; never a method' },
  { role: 'reader', sees: 'the findings, once unsealed' },
  { role: 'coordinator', sees: 'everything; the key only by unsealing' },
];

/** Who may sign in, and as what. */
export function TeamPage() {
  const { me } = useDesk();
  const query = api.useListAccountsQuery();
  const { data: accounts } = query;
  if (!accounts) return <Waiting what="the team" query={query} />;
  return (
    <Shell me={me} crumb="Team">
      <div className="mt-6">
        <StageLayout
          sentence={`${counted(accounts.length, 'person', 'people')} can sign in.`}
          support="Give the cook and the servers sign-ins of their own, so that nobody sees more than the work needs."
          margin={<NewAccountForm />}
        >
          <Card>
            <ul className="divide-y divide-line">
              {accounts.map((account) => (
                <li key={account.id} className="flex items-center gap-4 py-2.5">
                  <span className="grow">
                    <span className="font-bold">{account.name}</span>, {account.role}
                    {account.beside.length > 0 && (
                      <span className="block text-sm font-bold text-chestnut">
                        On a device that {list(account.beside)} used: one person in two roles is not blind.
                      </span>
                    )}
                    <span className="block text-sm text-quiet">
                      {ROLES.find(({ role }) => role === account.role)?.sees}
                    </span>
                  </span>
                  <span className="font-mono text-sm">{account.login}</span>
                  <RenewPassword account={account} />
                  <RemoveAccount account={account} />
                </li>
              ))}
            </ul>
          </Card>
          <HouseLog />
        </StageLayout>
      </div>
    </Shell>
  );
}

const NOBODY: NewAccount = { name: '', login: '', password: '', role: 'server' };
const FIELDS = ['name', 'login', 'password', 'role'] as const;

function NewAccountForm() {
  const [add, { error, isLoading }] = api.useAddAccountMutation();
  const { register, handleSubmit, reset, getValues, setValue } = useForm<NewAccount>({ defaultValues: NOBODY });
  const refusal = error && refusalOf(error);
  const problem = (field: string) => refusal?.problems.find((one) => one.field === field)?.message;
  const submit = handleSubmit(async (newAccount) => {
    // The fields are free for the next one at once: what is typed while this account is made stays.
    reset(NOBODY);
    const { error: refused } = await add({ newAccount });
    if (!refused) return;
    for (const field of FIELDS) if (getValues(field) === NOBODY[field]) setValue(field, newAccount[field]);
  });
  return (
    <Card title="Add someone">
      <form onSubmit={(event) => void submit(event).catch(() => undefined)} className="space-y-3">
        <AccountFields at={(field) => ({ problem: problem(field), ...register(field) })} />
        <fieldset>
          <legend className="mb-1 text-sm font-bold">Role</legend>
          {ROLES.map(({ role, sees }) => (
            <label key={role} className="flex gap-2 py-1">
              <input type="radio" value={role} {...register('role')} className="mt-1.5 accent-chestnut" />
              <span>
                {role}
                <span className="block text-sm text-quiet">{sees}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <Button type="submit" look="main" disabled={isLoading}>
          Add
        </Button>
      </form>
    </Card>
  );
}
