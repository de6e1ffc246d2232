import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import type { DataSource } from 'typeorm';
import { openBoth } from '../src/database/dataSource';
import { AccountRow } from '../src/database/entities';
import { Transactions, UnsoundStore } from '../src/database/transactions';
import { startServer } from './support/running';
import { device, draft, handIn, locked, tokens } from './support/tasting';

/** A disk that is full, and later has room again: nothing acknowledged may be missing then. */

const folder = mkdtempSync(join(tmpdir(), 'jacana-full-'));
afterAll(() => rmSync(folder, { recursive: true }));

const account = (id: string, note = '') => ({
  ...{ id, name: id, login: id, role: 'server' as const, passwordHash: note, demo: false, createdAt: '' },
});

/** What another program reads from the file. */
const onDisk = (file: string, table: string): Record<string, unknown>[] => {
  const other = new Database(file, { readonly: true });
  const rows = other.prepare(`SELECT * FROM ${table}`).all() as Record<string, unknown>[];
  other.close();
  return rows;
};

/** SQLite's own way of having no more room: it then refuses as on a full disk, and ends the transaction itself. */
const setRoom = async (writer: DataSource, pages: number): Promise<void> => {
  const [{ page_count: used }] = await writer.query<{ page_count: number }[]>('PRAGMA page_count');
  await writer.query(`PRAGMA max_page_count = ${used + pages}`);
};

describe('a store whose disk was full', () => {
  let writer: DataSource;
  let reader: DataSource;
  let transactions: Transactions;
  let file: string;
  beforeEach(async () => {
    file = join(folder, `${Math.floor(performance.now() * 1000)}.db`);
    ({ writer, reader } = await openBoth(file, []));
    transactions = new Transactions(writer, reader);
  });
  afterEach(async () => {
    for (const source of [reader, writer]) if (source.isInitialized) await source.destroy();
  });
  const insert = (id: string, size = 0) =>
    transactions.write((manager) => manager.insert(AccountRow, account(id, 'x'.repeat(size))));

  it('keeps what it acknowledges once there is room again, after any number of refusals', async () => {
    await insert('before');
    for (const refused of ['one', 'two', 'three']) {
      await setRoom(writer, 2);
      await expect(insert(refused, 200_000)).rejects.toThrow(/full/);
    }
    await writer.query('PRAGMA max_page_count = 1000000');
    await insert('after');
    await insert('later');
    expect(onDisk(file, 'accounts').map((row) => row.id)).toEqual(['before', 'after', 'later']);
    expect((await transactions.read.find(AccountRow)).map((row) => row.id)).toEqual(['before', 'after', 'later']);
  });

  it('never acknowledges a write that a reader cannot see', async () => {
    // An outer transaction that someone left open: what is written inside it is not committed.
    await writer.query('BEGIN');
    const stopped: string[] = [];
    transactions.whenUnsound(({ message }) => stopped.push(message));
    await expect(
      transactions.write(async (manager) => {
        await manager.query('SAVEPOINT inner');
        await manager.insert(AccountRow, account('floating'));
      }),
    ).rejects.toThrow();
    await insert('sound');
    expect(onDisk(file, 'accounts').map((row) => row.id)).toEqual(['sound']);
    expect(stopped).toEqual([]);
  });

  it('stops the server with a clear word when a commit did not happen', async () => {
    const stopped: string[] = [];
    transactions.whenUnsound(({ message }) => stopped.push(message));
    const runner = writer.createQueryRunner();
    const commit = jest.spyOn(runner, 'commitTransaction').mockImplementation(() => Promise.resolve());
    await expect(insert('lost')).rejects.toThrow(UnsoundStore);
    commit.mockRestore();
    await expect(insert('next')).rejects.toThrow(UnsoundStore);
    expect(stopped).toEqual([expect.stringContaining('not sound')]);
    expect(onDisk(file, 'accounts')).toEqual([]);
  });

  it('shows readers nothing that is not committed', async () => {
    let seen: AccountRow[] = [];
    await transactions.write(async (manager) => {
      await manager.insert(AccountRow, account('half'));
      seen = await transactions.read.find(AccountRow);
    });
    expect(seen).toEqual([]);
    expect(await transactions.read.count(AccountRow)).toBe(1);
  });

  it('tells of a write after its commit, and not at all when it failed', async () => {
    const told: string[] = [];
    await transactions.write(async (manager) => {
      transactions.afterCommit(() => told.push('kept'));
      await manager.insert(AccountRow, account('kept'));
      expect(told).toEqual([]);
    });
    const failing = transactions.write(() => {
      transactions.afterCommit(() => told.push('failed'));
      return Promise.reject(new Error('no'));
    });
    await expect(failing).rejects.toThrow('no');
    await insert('other');
    expect(told).toEqual(['kept']);
  });
});

it('refuses ballots while the disk is full, and keeps every one that it acknowledges', async () => {
  const data = join(folder, 'ballots.db');
  const running = await startServer({ data });
  const { coordinator } = running.as;
  const id = await locked(coordinator, draft({}, 3, 40));
  const links = await tokens(coordinator, id);
  const codes = (await coordinator.get(`/api/tastings/${id}/plan`)).body.trays[0].codes as string[];
  const { writer } = running.app.get<{ writer: DataSource }>(Transactions);
  const acknowledged: number[] = [];
  const refusals: number[] = [];
  for (const [at, token] of links.entries()) {
    // A connection that is opened anew forgets the limit, so it is set again and again.
    if (at % 20 >= 8) await setRoom(writer, 0);
    else await writer.query('PRAGMA max_page_count = 1000000');
    const open = await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(at), takeOver: false });
    const { status, body } = await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(at, codes));
    if (status === 200) acknowledged.push(at);
    for (const one of [open.status, status]) if (one >= 500) refusals.push(one);
    if (status === 507) expect(body.message).toContain('disk is full');
  }
  expect(refusals.length).toBeGreaterThan(2);
  expect(new Set(refusals)).toEqual(new Set([507]));
  expect(acknowledged.length).toBeGreaterThan(15);
  const stored = onDisk(data, 'ballots').filter((row) => row.handedInAt);
  expect(stored.map((row) => row.panelistId)).toEqual(acknowledged.map((at) => `panelist-${at}`));
  // Room was made.
  await writer.query('PRAGMA max_page_count = 1000000');
  await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  expect(onDisk(data, 'tastings')[0].unsealedAt).not.toBeNull();
  await running.stop();
});
