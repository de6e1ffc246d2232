import { createHash, randomBytes } from 'node:crypto';
import { HttpException, HttpStatus, Inject, Injectable, UnauthorizedException } from '@nestjs/common';
import { parse } from 'cookie';
import { filter, type Observable, Subject } from 'rxjs';
import { type EntityManager, IsNull, LessThan, Not } from 'typeorm';
import { AuditService } from '../audit/audit.service';
import { AccountRow, SessionRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { isReachable, OPTIONS, type ServerOptions } from '../options/options';
import type { OwnSession } from './accounts.dto';
import type { Me } from './allow';
import { Attempts } from './attempts';
import { hashPassword, isOutdated, passwordMatches } from './passwords';

export const COOKIE = 'jacana';
/** Kept by a browser when its session ends: which sessions were opened in one place. */
export const DEVICE_COOKIE = 'jacana-device';
const LIFETIME_DAYS = 14;
/** Sessions that are over stay known for so long. */
const KEPT_DAYS = 30;
const SEEN_EVERY_MS = 5 * 60_000;
/** From here on, a wrong password is nothing new for the log. */
const MOST_LOGGED = 10;

/** From where somebody signs in. */
export interface Visit {
  cookies: string | undefined;
  address: string;
  agent: string;
}

/** Sign-in, sign-out, and who a cookie belongs to. */
@Injectable()
export class SessionsService {
  private readonly attempts = new Attempts();
  private readonly ended = new Subject<{ session: string } | { account: string }>();
  /** Compared against when the login is unknown, so that both cases take as long. */
  private readonly nobody: Promise<string>;

  constructor(
    private readonly transactions: Transactions,
    private readonly audit: AuditService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {
    this.nobody = hashPassword(randomBytes(16).toString('hex'), options.passwordCost);
  }

  /** Checks login and password and opens a session; returns the values of both cookies. */
  async open(login: string, password: string, visit: Visit): Promise<{ token: string; device: string; me: Me }> {
    const account = await this.checked(login, password, visit);
    const { passwordCost: cost } = this.options;
    // Only now is the password known, so only now can its hash be made as costly as they are today.
    const newer = isOutdated(account.passwordHash, cost) ? { passwordHash: await hashPassword(password, cost) } : null;
    const token = randomBytes(24).toString('base64url');
    const device = parse(visit.cookies ?? '')[DEVICE_COOKIE] ?? randomBytes(24).toString('base64url');
    const now = new Date().toISOString();
    const row: SessionRow = {
      ...{ tokenHash: hashOf(token), accountId: account.id, expiresAt: inDays(LIFETIME_DAYS), endedAt: null },
      ...{
        openedAt: now,
        seenAt: now,
        device: hashOf(device),
        address: visit.address,
        agent: visit.agent.slice(0, 200),
      },
    };
    await this.transactions.write(async (manager) => {
      await manager.delete(SessionRow, { expiresAt: LessThan(inDays(-KEPT_DAYS)) });
      await manager.delete(SessionRow, { endedAt: LessThan(inDays(-KEPT_DAYS)) });
      if (newer) await manager.update(AccountRow, { id: account.id, passwordHash: account.passwordHash }, newer);
      await manager.insert(SessionRow, row);
      await this.noteCompany(manager, account);
    });
    return { token, device, me: { id: account.id, name: account.name, role: account.role, session: row.tokenHash } };
  }

  /** @throws where the password is wrong, or may not be tried yet */
  private async checked(login: string, password: string, { cookies, address }: Visit): Promise<AccountRow> {
    const account = await this.transactions.read.findOneBy(AccountRow, { login: login.trim().toLowerCase() });
    const isAtHome = account !== null && (await this.wasUsedOn(account.id, cookies));
    const wait = account && !isAtHome ? this.attempts.wait(account.id) : 0;
    if (wait > 0)
      throw new HttpException(
        `Too many wrong passwords for this login. Try again in ${wait < 60 ? `${wait} seconds` : `${Math.ceil(wait / 60)} minutes`}, or on a device where you have signed in before.`,
        HttpStatus.TOO_MANY_REQUESTS,
      );
    const matches = await passwordMatches(password, account?.passwordHash ?? (await this.nobody));
    if (!account || !matches) {
      if (account) await this.noteFailure(account, address);
      throw new UnauthorizedException('Login and password do not match. Check both and try again.');
    }
    if (account.demo && isReachable(this.options))
      throw new UnauthorizedException('Demo sign-ins do not work while Jacana is open to the network.');
    this.attempts.succeeded(account.id);
    return account;
  }

  private async wasUsedOn(accountId: string, cookies: string | undefined): Promise<boolean> {
    const device = parse(cookies ?? '')[DEVICE_COOKIE];
    return (
      Boolean(device) && this.transactions.read.existsBy(SessionRow, { accountId, device: hashOf(device as string) })
    );
  }

  private async noteFailure({ id, name }: AccountRow, address: string): Promise<void> {
    const count = this.attempts.failed(id);
    if (count > MOST_LOGGED) return;
    const entry = { by: name, action: 'wrong password', detail: `number ${count} in a row, from ${address}` };
    await this.transactions.write((manager) => this.audit.record(manager, entry));
  }

  /** Writes down, once, who in another role has used the same device. */
  private async noteCompany(manager: EntityManager, account: AccountRow): Promise<void> {
    const beside = (await companyOf(manager, account.id)).map(({ name, role }) => `${name}, ${role}`);
    if (beside.length === 0 || account.demo) return;
    const detail = `${account.name}, ${account.role}; it was used by ${beside.join('; ')} before`;
    const entry = { by: account.name, action: 'account used on a device of another', detail };
    if (!(await this.audit.has(manager, entry))) await this.audit.record(manager, entry);
  }

  async close(cookies: string | undefined): Promise<void> {
    const token = tokenIn(cookies);
    if (token) await this.end({ tokenHash: hashOf(token) });
  }

  async find(cookies: string | undefined): Promise<Me | undefined> {
    const token = tokenIn(cookies);
    if (!token) return undefined;
    const session = await this.transactions.read.findOneBy(SessionRow, { tokenHash: hashOf(token) });
    const now = new Date();
    if (!session || session.endedAt !== null || session.expiresAt < now.toISOString()) return undefined;
    const account = await this.transactions.read.findOneBy(AccountRow, { id: session.accountId });
    if (!account || (account.demo && isReachable(this.options))) return undefined;
    if (now.getTime() - Date.parse(session.seenAt || session.openedAt || '1970') > SEEN_EVERY_MS)
      await this.transactions.write((manager) =>
        manager.update(SessionRow, { tokenHash: session.tokenHash }, { seenAt: now.toISOString() }),
      );
    return { id: account.id, name: account.name, role: account.role, session: session.tokenHash };
  }

  /** Where somebody is signed in, the latest first. */
  async list(me: Me): Promise<OwnSession[]> {
    const rows = await this.transactions.read.find(SessionRow, {
      where: { accountId: me.id, endedAt: IsNull() },
      order: { openedAt: 'DESC' },
    });
    return rows
      .filter(({ expiresAt }) => expiresAt > new Date().toISOString())
      .map(({ tokenHash: id, openedAt, seenAt, address, agent }) => ({
        ...{ id, openedAt, seenAt, address, agent },
        isThis: id === me.session,
      }));
  }

  endOwn(me: Me, id: string): Promise<void> {
    return this.end({ tokenHash: id, accountId: me.id });
  }

  /** Ends sessions, and with them every stream that they opened. */
  private async end(which: { tokenHash: string; accountId?: string }): Promise<void> {
    const endedAt = new Date().toISOString();
    await this.transactions.write((manager) =>
      manager.update(SessionRow, { ...which, endedAt: IsNull() }, { endedAt }),
    );
    this.ended.next({ session: which.tokenHash });
  }

  /** Within a write: ends all sessions of an account, or all others than one. */
  async endAll(manager: EntityManager, account: string, but = ''): Promise<void> {
    const endedAt = new Date().toISOString();
    const others = { accountId: account, endedAt: IsNull(), ...(but && { tokenHash: Not(but) }) };
    const ended = await manager.findBy(SessionRow, others);
    await manager.update(SessionRow, others, { endedAt });
    this.transactions.afterCommit(() => ended.forEach(({ tokenHash }) => this.ended.next({ session: tokenHash })));
  }

  /** Within a write: an account and all that is known of its sessions go. */
  async forget(manager: EntityManager, account: string): Promise<void> {
    await manager.delete(SessionRow, { accountId: account });
    this.transactions.afterCommit(() => this.ended.next({ account }));
  }

  /** Tells when a session is over, for what it keeps open. */
  whenOver(me: Me): Observable<unknown> {
    return this.ended.pipe(filter((one) => ('session' in one ? one.session === me.session : one.account === me.id)));
  }
}

/** People in another role who signed in where this account did. */
export async function companyOf(manager: EntityManager, account: string): Promise<AccountRow[]> {
  return manager
    .createQueryBuilder(AccountRow, 'other')
    .where('other.demo = 0 AND other.role <> (SELECT role FROM accounts WHERE id = :account)', { account })
    .andWhere(
      `other.id IN (SELECT theirs."accountId" FROM sessions theirs JOIN sessions own ON own.device = theirs.device WHERE own.device <> '' AND own."accountId" = :account)`,
      { account },
    )
    .getMany();
}

const inDays = (days: number): string => new Date(Date.now() + days * 86_400_000).toISOString();

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
const tokenIn = (cookies: string | undefined): string | undefined => parse(cookies ?? '')[COOKIE];
