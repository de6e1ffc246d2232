import { randomBytes, randomUUID } from 'node:crypto';
import { ForbiddenException, Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import { AuditService } from '../audit/audit.service';
import { AccountRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { OPTIONS, publicAddress, type ServerOptions } from '../options/options';
import type { AccountView, FirstAccount, NewAccount, SessionView } from './accounts.dto';
import type { Me } from './allow';
import { DEMO_SIGN_INS } from './demoSignIns';
import { hashPassword } from './passwords';

@Injectable()
export class AccountsService implements OnModuleInit {
  /** On a network, whoever comes first must not become coordinator: the console says this code. */
  readonly setUpCode = randomBytes(4).toString('hex');

  constructor(
    private readonly transactions: Transactions,
    private readonly audit: AuditService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  async onModuleInit(): Promise<void> {
    if (!this.options.demo || (await this.transactions.read.count(AccountRow)) > 0) return;
    for (const { password, ...person } of DEMO_SIGN_INS) {
      const passwordHash = await hashPassword(password);
      await this.transactions.write((manager) =>
        manager.insert(AccountRow, row({ ...person, passwordHash, demo: true })),
      );
    }
  }

  async session(me: Me | undefined): Promise<SessionView> {
    return {
      me: me && { name: me.name, role: me.role },
      setUpNeeded: await this.isSetUpNeeded(),
      setUpCodeNeeded: this.options.lan,
      demo: this.options.demo && !this.options.lan ? DEMO_SIGN_INS : [],
      address: publicAddress(this.options),
      onNetwork: this.options.lan,
      hasPrinter: this.options.printer !== null,
    };
  }

  /** True while nobody could coordinate: demo accounts count only where they can sign in. */
  async isSetUpNeeded(manager: EntityManager = this.transactions.read): Promise<boolean> {
    const coordinators = await manager.findBy(AccountRow, { role: 'coordinator' });
    return !coordinators.some((account) => !account.demo || !this.options.lan);
  }

  async setUp({ setUpCode, ...first }: FirstAccount): Promise<void> {
    await this.refuseSetUp(this.transactions.read);
    if (this.options.lan && setUpCode !== this.setUpCode) {
      throw refuseFields([
        { field: 'setUpCode', message: 'Type the set-up code that the server printed when it started.' },
      ]);
    }
    // Of several who come at once, one is the first.
    await this.add({ ...first, role: 'coordinator' }, first.name, (manager) => this.refuseSetUp(manager));
  }

  private async refuseSetUp(manager: EntityManager): Promise<void> {
    if (!(await this.isSetUpNeeded(manager)))
      throw refuseState('set-up', "The coordinator's account exists already. Sign in with it.");
  }

  /** @param refuse what else may stand against it, looked at in the same turn */
  async add(
    { password, ...account }: NewAccount,
    by: string,
    refuse?: (manager: EntityManager) => Promise<void>,
  ): Promise<AccountView> {
    const passwordHash = await hashPassword(password);
    const added = row({ ...account, login: account.login.trim().toLowerCase(), passwordHash, demo: false });
    await this.transactions.write(async (manager) => {
      await refuse?.(manager);
      if (await manager.existsBy(AccountRow, { login: added.login })) {
        throw refuseFields([{ field: 'login', message: 'Somebody has this login already. Choose another.' }]);
      }
      await manager.insert(AccountRow, added);
      await this.audit.record(manager, { by, action: 'account added', detail: `${added.name}, ${added.role}` });
    });
    return view(added);
  }

  async list(): Promise<AccountView[]> {
    return (await this.transactions.read.find(AccountRow, { order: { createdAt: 'ASC' } })).map(view);
  }

  async remove(id: string, me: Me): Promise<void> {
    if (id === me.id) throw new ForbiddenException('You cannot remove your own account.');
    await this.transactions.write(async (manager) => {
      const account = await manager.findOneBy(AccountRow, { id });
      if (!account) return;
      await manager.delete('sessions', { accountId: id });
      await manager.delete(AccountRow, { id });
      await this.audit.record(manager, {
        by: me.name,
        action: 'account removed',
        detail: `${account.name}, ${account.role}`,
      });
    });
  }
}

const row = (account: Omit<AccountRow, 'id' | 'createdAt'>): AccountRow => ({
  ...account,
  id: randomUUID(),
  createdAt: new Date().toISOString(),
});
const view = ({ id, name, login, role }: AccountRow): AccountView => ({ id, name, login, role });
