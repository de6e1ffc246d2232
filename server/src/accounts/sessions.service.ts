import { createHash, randomBytes } from 'node:crypto';
import { Inject, Injectable, UnauthorizedException } from '@nestjs/common';
import { parse } from 'cookie';
import { AccountRow, SessionRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { OPTIONS, type ServerOptions } from '../options/options';
import type { Me } from './allow';
import { hashPassword, isOutdated, passwordMatches } from './passwords';

export const COOKIE = 'jacana';
const LIFETIME_DAYS = 14;

/** Sign-in, sign-out, and who a cookie belongs to. */
@Injectable()
export class SessionsService {
  constructor(
    private readonly transactions: Transactions,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  /** Checks login and password and opens a session; returns the cookie's value. */
  async open(login: string, password: string): Promise<{ token: string; me: Me }> {
    const account = await this.transactions.read.findOneBy(AccountRow, { login: login.trim().toLowerCase() });
    const matches = await passwordMatches(password, account?.passwordHash ?? (await NOBODY));
    if (!account || !matches)
      throw new UnauthorizedException('Login and password do not match. Check both and try again.');
    if (account.demo && this.options.lan)
      throw new UnauthorizedException('Demo sign-ins do not work while Jacana is open to the network.');
    // Only now is the password known, so only now can its hash be made as costly as they are today.
    const newer = isOutdated(account.passwordHash) ? { passwordHash: await hashPassword(password) } : null;
    const token = randomBytes(24).toString('base64url');
    const expiresAt = new Date(Date.now() + LIFETIME_DAYS * 86_400_000).toISOString();
    await this.transactions.write(async (manager) => {
      if (newer) await manager.update(AccountRow, { id: account.id, passwordHash: account.passwordHash }, newer);
      await manager.insert(SessionRow, { tokenHash: hashOf(token), accountId: account.id, expiresAt });
    });
    return { token, me: { id: account.id, name: account.name, role: account.role } };
  }

  async close(cookies: string | undefined): Promise<void> {
    const token = tokenIn(cookies);
    if (token) await this.transactions.write((manager) => manager.delete(SessionRow, { tokenHash: hashOf(token) }));
  }

  async find(cookies: string | undefined): Promise<Me | undefined> {
    const token = tokenIn(cookies);
    if (!token) return undefined;
    const session = await this.transactions.read.findOneBy(SessionRow, { tokenHash: hashOf(token) });
    if (!session || session.expiresAt < new Date().toISOString()) return undefined;
    const account = await this.transactions.read.findOneBy(AccountRow, { id: session.accountId });
    if (!account || (account.demo && this.options.lan)) return undefined;
    return { id: account.id, name: account.name, role: account.role };
  }
}

/** Compared against when the login is unknown, so that both cases take as long. */
const NOBODY = hashPassword(randomBytes(16).toString('hex'));

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
const tokenIn = (cookies: string | undefined): string | undefined => parse(cookies ?? '')[COOKIE];
