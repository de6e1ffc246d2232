import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { AuditService } from '../src/audit/audit.service';
import {
  AccountRow,
  AnswerRow,
  AuditRow,
  BallotRow,
  EntryRow,
  MethodRow,
  PlanRow,
  TastingRow,
} from '../src/database/entities';
import { KeyRow } from '../src/seal/keys/key.row';
import { SEALED_ROWS } from '../src/seal/seal.module';
import { JournalRow } from '../src/audit/journal.row';
import { ShareRow } from '../src/shares/share.row';
import { dataSourceOptions, openBoth } from '../src/database/dataSource';
import { MIGRATIONS } from '../src/database/migrations';
import { Names1796400000000 } from '../src/database/migrations/1796400000000-names';
import { First1767225600000 } from '../src/database/migrations/1767225600000-first';
import { Transactions } from '../src/database/transactions';

let folder: string;
let source: DataSource;
let reader: DataSource;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'jacana-'));
  ({ writer: source, reader } = await openBoth(join(folder, 'tastings.db'), [...SEALED_ROWS, ShareRow, JournalRow]));
});
afterEach(async () => {
  await reader.destroy();
  await source.destroy();
  rmSync(folder, { recursive: true });
});

describe('migrations', () => {
  it('make just the tables that the entities describe', async () => {
    const { upQueries } = await source.driver.createSchemaBuilder().log();
    expect(upQueries.map(({ query }) => query)).toEqual([]);
  });

  it('bring an older file up to date with nothing lost', async () => {
    const options = dataSourceOptions(join(folder, 'older.db'), [...SEALED_ROWS, ShareRow, JournalRow]);
    const older = await new DataSource({ ...options, migrations: [First1767225600000] }).initialize();
    await older.query(
      `INSERT INTO tastings (id, title, question, ballotTitle, liking, ties, piecesPerMethod, alpha, createdAt)
       VALUES ('t', 'Carrots', '', '', 1, 0, 1, 0.05, '2026-01-01T00:00:00.000Z')`,
    );
    await older.query(
      `INSERT INTO methods (tastingId, id, place, name, note, reference) VALUES ('t', 'm', 0, 'Glazed', '', 0)`,
    );
    await older.query(
      `INSERT INTO caveats (id, tastingId, at, "by", byAccount, text)
       VALUES ('c', 't', '2026-01-01T00:00:00.000Z', 'Marek', '', 'Overshot')`,
    );
    await older.query(
      `INSERT INTO panelists (tastingId, id, seat, name, blind, notBlindBecause, token, openedAt, handedInAt)
       VALUES ('t', 'p', 1, 'Ada', 1, '', 'token', '2026-01-02T00:00:00.000Z', '2026-01-02T00:10:00.000Z'),
              ('t', 'q', 2, 'Bo', 0, 'Cooked', 'other', NULL, NULL)`,
    );
    await older.query(
      `INSERT INTO plans (tastingId, lockedAt, engine, alpha, analysis, fingerprint, servings, pieces)
       VALUES ('t', '2026-01-01T00:00:00.000Z', 'jacana-core 0.1.0', 0.05, 'friedman-then-pairs-holm', 'f',
               '[{"panelist":"p","codes":["482","907"]}]', '[{"tag":"K4","method":"m"}]')`,
    );
    await older.query(
      `INSERT INTO keys (tastingId, seed, salt, codes, portions)
       VALUES ('t', 's', 'salt', '{"482":"m"}', '[{"panelist":"p","tags":["K4","K5"]}]')`,
    );
    const answer = (id: string, kind: string, code: string, value: string) =>
      older.query(
        `INSERT INTO answers (tastingId, panelistId, answerId, kind, code, value, at, "by", reason)
         VALUES ('t', 'p', ?, ?, ?, ?, '2026-01-02T00:00:00.000Z', 'panelist', '')`,
        [id, kind, code, value],
      );
    await answer('a1', 'liking', '482', '7');
    await answer('a2', 'ranking', '', '[["482"],["907"]]');
    await answer('a3', 'comment', '', '"dry"');
    await answer('a4', 'tasted', '907', 'null');
    await older.destroy();

    const newer = await new DataSource(options).initialize();
    expect(await newer.manager.find(MethodRow)).toEqual([
      expect.objectContaining({ name: 'Glazed', effort: null, steps: '', cookLoss: null }),
    ]);
    expect((await newer.manager.find(EntryRow)).map(({ entryId, at, body }) => ({ entryId, at, body }))).toEqual([
      { entryId: 'c', at: '2026-01-01T00:00:00.000Z', body: { kind: 'noted', text: 'Overshot' } },
      {
        entryId: 'not-blind-q',
        at: '2026-01-01T00:00:00.000Z',
        body: { kind: 'not-blind', panelist: 'q', because: 'Cooked' },
      },
    ]);
    const [tasting] = await newer.manager.find(TastingRow);
    expect(tasting).toMatchObject({ title: 'Carrots', sitting: 1, version: 1, design: { test: 'ranking', zones: [] } });
    expect(tasting.design.ballot.items.map((item) => item.kind)).toEqual(['liking', 'ranking', 'comment']);
    expect(await newer.manager.find(BallotRow)).toEqual([
      expect.objectContaining({ panelistId: 'p', sitting: 1, handedInAt: '2026-01-02T00:10:00.000Z' }),
    ]);
    const [plan] = await newer.manager.find(PlanRow);
    expect(plan).toMatchObject({
      scheme: 1,
      servings: [{ panelist: 'p', sitting: 1, warmUp: null, sets: [{ zone: null, codes: ['482', '907'] }] }],
      pieces: [{ tag: 'K4', method: 'm', lot: null, block: 0 }],
    });
    expect(await newer.manager.find(KeyRow)).toMatchObject([{ portions: [{ panelist: 'p', sitting: 1 }] }]);
    expect(
      (await newer.manager.find(AnswerRow)).map(({ kind, item, set, value }) => ({ kind, item, set, value })),
    ).toEqual([
      { kind: 'score', item: 'liking', set: null, value: { score: 7 } },
      { kind: 'ranking', item: 'ranking', set: 0, value: { ranking: [['482'], ['907']] } },
      { kind: 'comment', item: 'comment', set: null, value: { text: 'dry' } },
      { kind: 'tasted', item: null, set: null, value: null },
    ]);
    await expect(newer.query(`UPDATE answers SET kind = 'x'`)).rejects.toThrow('append-only');
    expect(await newer.query('PRAGMA foreign_key_check')).toEqual([]);
    await newer.destroy();
  });

  it('take names out of the records of an older file, before those are chained', async () => {
    const options = dataSourceOptions(join(folder, 'named.db'), [...SEALED_ROWS, ShareRow, JournalRow]);
    const before = MIGRATIONS.slice(0, MIGRATIONS.indexOf(Names1796400000000));
    const older = await new DataSource({ ...options, migrations: before }).initialize();
    await older.query(
      `INSERT INTO tastings (id, title, question, ballotTitle, design, piecesPerMethod, alpha, sitting, createdAt, version)
       VALUES ('t', 'Carrots', '', '', '{}', 1, 0.05, 1, '2026-01-01T00:00:00.000Z', 1)`,
    );
    await older.query(
      `INSERT INTO panelists (tastingId, id, seat, name, token) VALUES ('t', 'p', 4, 'Marrowby', 'token')`,
    );
    const entry = (log: string, id: string, by: [string, string], body: object) =>
      older.query(
        `INSERT INTO entries (tastingId, log, entryId, at, storedAt, "by", byAccount, body) VALUES ('t', ?, ?, '', '', ?, ?, ?)`,
        [log, id, ...by, JSON.stringify(body)],
      );
    const panelist = { id: 'p', seat: 4, name: 'Marrowby', flight: 1 };
    await entry('amendments', 'in', ['Tove', 'a'], { kind: 'walk-in', panelist, servings: [], digest: 'd' });
    await entry('service', 'stop', ['Marrowby', 'p'], { kind: 'stopped', panelist: 'p' });
    await entry('service', 'out', ['Tove', 'a'], { kind: 'out', panelist: 'p' });
    await older.destroy();
    const newer = await new DataSource(options).initialize();
    expect((await newer.manager.find(EntryRow)).map(({ by, body }) => ({ by, body }))).toEqual([
      {
        by: 'Tove',
        body: { kind: 'walk-in', panelist: { ...panelist, name: 'Seat 4' }, servings: [], digest: 'd' },
      },
      { by: 'Seat 4', body: { kind: 'stopped', panelist: 'p' } },
      { by: 'Tove', body: { kind: 'out', panelist: 'p' } },
    ]);
    expect(await newer.query('SELECT name FROM panelists')).toEqual([{ name: 'Marrowby' }]);
    expect(await newer.query('SELECT COUNT(*) AS n FROM journal')).toEqual([{ n: 3 }]);
    await newer.destroy();
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
    const transactions = new Transactions(source, reader);
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
