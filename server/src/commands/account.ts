import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import 'reflect-metadata';
import { AuditService } from '../audit/audit.service';
import { hashPassword } from '../accounts/passwords';
import { openBoth } from '../database/dataSource';
import { AccountRow, SessionRow } from '../database/entities';
import { migrationNames } from '../database/migrations';
import { Transactions } from '../database/transactions';
import { PASSWORD_COST } from '../options/passwordCost';
import { claim, inspect, UnfitFile } from '../storage/dataFile';

/**
 * Lets somebody back in whose password is forgotten, by whoever can reach the data file while no server has it:
 * `npm run account -- --data FILE.db --login NAME`. The new password is said once, all their sessions end,
 * and the log says that it was done. Without a login it lists who there is.
 */
export async function account(data: string, login: string | undefined): Promise<string> {
  if (!existsSync(data)) throw new UnfitFile(`There is no file ${data}.`);
  const own = claim(data);
  try {
    inspect(data, migrationNames());
    const { writer, reader } = await openBoth(data, []);
    try {
      return await renewed(new Transactions(writer, reader), login?.trim().toLowerCase());
    } finally {
      await reader.destroy();
      await writer.destroy();
    }
  } finally {
    own.release();
  }
}

async function renewed(transactions: Transactions, login: string | undefined): Promise<string> {
  const people = await transactions.read.find(AccountRow, { order: { createdAt: 'ASC' } });
  const listed = people.map((one) => `${one.login}: ${one.name}, ${one.role}`).join('\n');
  if (login === undefined) return listed;
  const person = people.find((one) => one.login === login);
  if (!person) throw new UnfitFile(`Nobody has the login ${login}. There are:\n${listed}`);
  const password = randomBytes(9).toString('base64url');
  const passwordHash = await hashPassword(password, PASSWORD_COST);
  const audit = new AuditService();
  await transactions.write(async (manager) => {
    await manager.update(AccountRow, { id: person.id }, { passwordHash });
    await manager.delete(SessionRow, { accountId: person.id });
    const detail = `${person.name}, ${person.role}`;
    await audit.record(manager, { by: 'whoever has the data file', action: 'password renewed', detail });
  });
  return `${person.name} signs in as ${person.login} with ${password}`;
}

async function main(): Promise<void> {
  const { data, login } = parseArgs({ options: { data: { type: 'string' }, login: { type: 'string' } } }).values;
  if (!data) throw new UnfitFile('Say whose data it is: npm run account -- --data tastings.db [--login NAME]');
  process.stdout.write(`${await account(resolve(process.env.INIT_CWD ?? process.cwd(), data), login)}\n`);
}

if (require.main === module)
  main().catch((error: Error) => {
    process.stderr.write(`${error.message}\n`);
    process.exit(error instanceof UnfitFile ? 1 : 2);
  });
