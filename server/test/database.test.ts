import { DataSource } from 'typeorm';
import { AuditService } from '../src/audit/audit.service';
import { AccountRow, AuditRow } from '../src/database/entities';
import { dataSourceOptions } from '../src/database/database.module';
import { Transactions } from '../src/database/transactions';

let source: DataSource;
beforeEach(async () => (source = await new DataSource(dataSourceOptions(':memory:')).initialize()));
afterEach(() => source.destroy());

describe('migrations', () => {
  it('make just the tables that the entities describe', async () => {
    const { upQueries } = await source.driver.createSchemaBuilder().log();
    expect(upQueries.map(({ query }) => query)).toEqual([]);
  });

  it('turn foreign keys on', async () => {
    expect(await source.query('PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }]);
  });
});

describe('transactions', () => {
  const account = (id: string) => ({
    id,
    name: id,
    login: id,
    role: 'server' as const,
    passwordHash: '',
    demo: false,
    createdAt: '',
  });
  const tick = () => new Promise((done) => setTimeout(done, 5));

  it('take turns, so that one that fails takes nothing of another with it', async () => {
    const transactions = new Transactions(source);
    const failing = transactions.write(async (manager) => {
      await manager.insert(AccountRow, account('lost'));
      await tick();
      throw new Error('no');
    });
    const working = transactions.write(async (manager) => {
      await manager.insert(AccountRow, account('kept'));
      await tick();
    });
    await expect(failing).rejects.toThrow('no');
    await working;
    expect((await source.manager.find(AccountRow)).map((row) => row.id)).toEqual(['kept']);
  });
});

describe('the audit log', () => {
  const audit = new AuditService();
  const entries = async () => {
    for (const action of ['first', 'second', 'third']) await audit.record(source.manager, { by: 'Ines', action });
  };

  it('holds as a chain', async () => {
    await entries();
    expect(await audit.isIntact(source.manager)).toBe(true);
  });

  it.each([
    ['a changed entry', `UPDATE audit SET detail = 'nothing to see' WHERE action = 'second'`],
    ['a dropped entry', `DELETE FROM audit WHERE action = 'second'`],
  ])('shows %s, even where the triggers were removed', async (_what, change) => {
    await entries();
    await source.query('DROP TRIGGER audit_no_update');
    await source.query('DROP TRIGGER audit_no_delete');
    await source.query(change);
    expect(await audit.isIntact(source.manager)).toBe(false);
    expect(await source.manager.count(AuditRow)).toBeGreaterThan(0);
  });
});
