import { randomBytes, randomUUID } from 'node:crypto';
import { ForbiddenException, Inject, Injectable, NotFoundException, type OnModuleInit } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import { AuditService } from '../audit/audit.service';
import { ClockWatch } from '../audit/clockWatch';
import { AccountRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { isReachable, OPTIONS, publicAddress, type ServerOptions } from '../options/options';
import { SpaceService } from '../storage/space.service';
import type { AccountView, ChangedPassword, FirstAccount, HouseEvent, NewAccount, SessionView } from './accounts.dto';
import type { Me } from './allow';
import { DEMO_SIGN_INS } from './demoSignIns';
import { hashPassword, passwordMatches } from './passwords';
import { companyOf, SessionsService } from './sessions.service';
import { whyWeak } from './weakPassword';

/** Lines of the log that are shown at once. */
const MOST_SHOWN = 500;

const ADDED = 'account added';

@Injectable()
export class AccountsService implements OnModuleInit {
  /** Whoever comes first must not become coordinator, but whoever started the server: its console says this code. */
  readonly setUpCode = randomBytes(4).toString('hex');

  constructor(
    private readonly transactions: Transactions,
    private readonly audit: AuditService,
    private readonly sessions: SessionsService,
    private readonly space: SpaceService,
    private readonly clock: ClockWatch,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  async onModuleInit(): Promise<void> {
    if (!this.options.demo || (await this.transactions.read.count(AccountRow)) > 0) return;
    for (const { password, ...person } of DEMO_SIGN_INS) {
      const passwordHash = await hashPassword(password, this.options.passwordCost);
      await this.transactions.write((manager) =>
        manager.insert(AccountRow, row({ ...person, passwordHash, demo: true })),
      );
    }
  }

  async session(me: Me | undefined): Promise<SessionView> {
    return {
      me: me && { name: me.name, role: me.role },
      setUpNeeded: await this.isSetUpNeeded(),
      demo: this.options.demo && !isReachable(this.options) ? DEMO_SIGN_INS : [],
      address: publicAddress(this.options),
      onNetwork: isReachable(this.options),
      clockBehind: me?.role === 'coordinator' ? this.clock.behind() : null,
      spaceLeft: me?.role === 'coordinator' ? await this.space.low() : null,
      hasPrinter: this.options.printer !== null,
    };
  }

  /** True while nobody could coordinate: demo accounts count only where they can sign in. */
  async isSetUpNeeded(manager: EntityManager = this.transactions.read): Promise<boolean> {
    const coordinators = await manager.findBy(AccountRow, { role: 'coordinator' });
    return !coordinators.some((account) => !account.demo || !isReachable(this.options));
  }

  async setUp({ setUpCode, ...first }: FirstAccount): Promise<void> {
    await this.refuseSetUp(this.transactions.read);
    if (setUpCode.trim().toLowerCase() !== this.setUpCode) {
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
    const passwordHash = await this.hashed(password, account);
    const added = row({ ...account, login: account.login.trim().toLowerCase(), passwordHash, demo: false });
    await this.transactions.write(async (manager) => {
      await refuse?.(manager);
      if (await manager.existsBy(AccountRow, { login: added.login })) {
        throw refuseFields([{ field: 'login', message: 'Somebody has this login already. Choose another.' }]);
      }
      await manager.insert(AccountRow, added);
      await this.audit.record(manager, { by, action: ADDED, detail: `${added.name}, ${added.role}` });
    });
    return view(added, { beside: [], isOwn: false });
  }

  async list(me: Me): Promise<AccountView[]> {
    const { read } = this.transactions;
    const rows = await read.find(AccountRow, { order: { createdAt: 'ASC' } });
    return Promise.all(
      rows.map(async (one) =>
        view(one, { beside: one.demo ? [] : await companyOf(read, one.id), isOwn: one.id === me.id }),
      ),
    );
  }

  /** With which entry of the log an account came, and who in another role has used its devices. */
  async standing(id: string): Promise<{ added: number; beside: Pick<AccountRow, 'name' | 'role'>[] }> {
    const { read } = this.transactions;
    const { demo, name, role } = await read.findOneByOrFail(AccountRow, { id });
    // The invented staff have been there all along, whenever the demo was begun.
    if (demo) return { added: 0, beside: [] };
    const added = await this.audit.last(read, { actions: [ADDED], detail: `${name}, ${role}` });
    return { added: added ?? 0, beside: await companyOf(read, id) };
  }

  /** What was done to accounts, sign-ins and the file; the latest first. */
  async log(): Promise<HouseEvent[]> {
    const rows = await this.audit.house(this.transactions.read);
    return rows
      .slice(-MOST_SHOWN)
      .reverse()
      .map(({ at, by, action, detail }) => ({ at, by, action, detail }));
  }

  /** One's own; all other sessions end. */
  async changePassword(me: Me, { current, password }: ChangedPassword): Promise<void> {
    const account = await this.transactions.read.findOneByOrFail(AccountRow, { id: me.id });
    if (!(await passwordMatches(current, account.passwordHash)))
      throw refuseFields([
        { field: 'current', message: 'This is not your password. Type the one that you sign in with.' },
      ]);
    await this.setPassword(account, password, { by: me.name, action: 'password changed', but: me.session });
  }

  /** For somebody who forgot theirs; all their sessions end. */
  async renewPassword(me: Me, id: string, password: string): Promise<void> {
    if (id === me.id) throw new ForbiddenException('Change your own password with the one that you have.');
    const account = await this.transactions.read.findOneBy(AccountRow, { id });
    if (!account) throw new NotFoundException('This account does not exist any more. Reload the page.');
    await this.setPassword(account, password, { by: me.name, action: 'password renewed' });
  }

  private async setPassword(
    account: AccountRow,
    password: string,
    { by, action, but }: { by: string; action: string; but?: string },
  ): Promise<void> {
    if (account.demo) throw new ForbiddenException('The sign-ins of the demo stay as they are.');
    const passwordHash = await this.hashed(password, account);
    await this.transactions.write(async (manager) => {
      await manager.update(AccountRow, { id: account.id }, { passwordHash });
      await this.sessions.endAll(manager, account.id, but);
      await this.audit.record(manager, { by, action, detail: `${account.name}, ${account.role}` });
    });
  }

  private hashed(password: string, whose: { login: string; name: string }): Promise<string> {
    const problem = whyWeak(password, whose);
    if (problem !== null) throw refuseFields([{ field: 'password', message: problem }]);
    return hashPassword(password, this.options.passwordCost);
  }

  async remove(id: string, me: Me): Promise<void> {
    if (id === me.id) throw new ForbiddenException('You cannot remove your own account.');
    await this.transactions.write(async (manager) => {
      const account = await manager.findOneBy(AccountRow, { id });
      if (!account) return;
      await this.sessions.forget(manager, id);
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
const view = (
  { id, name, login, role, createdAt }: AccountRow,
  { beside, isOwn }: { beside: readonly Pick<AccountRow, 'name' | 'role'>[]; isOwn: boolean },
): AccountView => ({
  ...{ id, name, login, role, createdAt, isOwn },
  beside: beside.map((one) => `${one.name}, ${one.role}`),
});
