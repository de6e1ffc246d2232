import { createHash } from 'node:crypto';
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { scryptSync } from 'node:crypto';
import request from 'supertest';
import { account } from '../src/commands/account';
import { AccountsService } from '../src/accounts/accounts.service';
import { hashPassword, isOutdated, passwordMatches } from '../src/accounts/passwords';
import { PASSWORD_COST } from '../src/options/passwordCost';
import { AuditService } from '../src/audit/audit.service';
import { AccountRow, AuditRow } from '../src/database/entities';
import { migrationNames } from '../src/database/migrations';
import { Transactions } from '../src/database/transactions';
import { withoutToken } from '../src/http/logging';
import { createApplication } from '../src/application';
import { readOptions } from '../src/options/options';
import { restore } from '../src/commands/restore';
import { backUp, tooMany } from '../src/storage/backups';
import { claim, copyFile, inspect, UnfitFile } from '../src/storage/dataFile';
import { MaintenanceService } from '../src/maintenance/maintenance.service';
import { freshFile, startServer, testOptions } from './support/running';
import { draft, handInBallot, locked, tokens } from './support/tasting';

/** The file that holds everything: one server's, whole, private, and copied while it is used. */

const places: ReturnType<typeof freshFile>[] = [];
const place = (): string => {
  const own = freshFile();
  places.push(own);
  return own.data;
};
afterAll(() => {
  for (const { discard } of places) discard();
});

/** A file that a server has used, with one person in it. */
async function used(): Promise<string> {
  const data = place();
  const app = await createApplication({ ...testOptions, data });
  await app.init();
  await app.close();
  return data;
}
const modeOf = (file: string): string => (statSync(file).mode & 0o777).toString(8);
const countIn = (file: string, table: string): number => {
  const other = new Database(file, { readonly: true });
  const count = other.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get() as number;
  other.close();
  return count;
};

describe('a data file', () => {
  it('is one server’s: a second one is told so, and can have it afterwards', async () => {
    const data = place();
    const first = await createApplication({ ...testOptions, data });
    await first.init();
    await expect(createApplication({ ...testOptions, data })).rejects.toThrow(/Another Jacana is using/);
    await first.close();
    const second = await createApplication({ ...testOptions, data });
    await second.init();
    await second.close();
  });

  it('is free again when its server was killed', async () => {
    const data = place();
    mkdirSync(dirname(data), { recursive: true });
    const module = resolve(__dirname, '../dist/storage/dataFile.js');
    const holder = spawn(process.execPath, [
      '-e',
      `require(${JSON.stringify(module)}).claim(${JSON.stringify(data)}); console.log('held'); setInterval(() => {}, 1000)`,
    ]);
    await new Promise((held) => holder.stdout.once('data', held));
    expect(() => claim(data)).toThrow(UnfitFile);
    holder.kill('SIGKILL');
    await new Promise((gone) => holder.once('exit', gone));
    claim(data).release();
  });

  it('and what SQLite keeps beside it can be read by its owner alone', async () => {
    const running = await startServer({ data: place() });
    const [{ data }] = places.slice(-1);
    // The lock holds nothing.
    for (const file of readdirSync(dirname(data)).filter((name) => !name.includes('.lock')))
      expect([file, modeOf(join(dirname(data), file))]).toEqual([file, '600']);
    await running.stop();
  });

  it('that is damaged, of another program, or newer is left as it is, with the way out', async () => {
    const data = await used();
    const whole = readFileSync(data);
    const damagedAt = Buffer.from(whole);
    damagedAt.fill(0x5a, 4096, 4096 * 6);
    writeFileSync(data, damagedAt);
    expect(() => inspect(data, migrationNames())).toThrow(/is damaged\. .*npm run restore -- BACKUP\.db/);
    expect(readFileSync(data).equals(damagedAt)).toBe(true);

    writeFileSync(data, 'no database at all, and longer than a header is');
    expect(() => inspect(data, migrationNames())).toThrow(/is not a Jacana data file/);

    const other = place();
    mkdirSync(dirname(other), { recursive: true });
    const foreign = new Database(other);
    foreign.exec('CREATE TABLE songs (name TEXT)');
    foreign.close();
    expect(() => inspect(other, migrationNames())).toThrow(/of another program/);

    writeFileSync(data, whole);
    const file = new Database(data);
    file.prepare('INSERT INTO migrations (timestamp, name) VALUES (1999999999999, ?)').run('Later1999999999999');
    file.close();
    expect(() => inspect(data, migrationNames())).toThrow(/newer Jacana\. Update this one/);
    await expect(createApplication({ ...testOptions, data })).rejects.toThrow(/newer Jacana/);
    // Refused, it is held by nobody.
    claim(data).release();
  });

  it('that cannot be written is refused in words', async () => {
    const data = await used();
    chmodSync(data, 0o444);
    chmodSync(dirname(data), 0o755);
    // Whoever may write everything is somebody else for once.
    const nobody = process.getuid?.() === 0 ? { uid: 65534, gid: 65534 } : {};
    const { status, stderr } = spawnSync(
      process.execPath,
      [resolve(__dirname, '../dist/main.js'), '--data', data],
      nobody,
    );
    expect(stderr.toString()).toMatch(/cannot be written.*Give yourself the right to/s);
    expect(status).toBe(1);
  });

  it('whose log is damaged is refused, unless it is what was just being written; what can be read can be saved', async () => {
    const [data, copies] = [place(), dirname(place())];
    mkdirSync(copies, { recursive: true });
    const running = await startServer({ data });
    // An empty log: what is left in it of an earlier round says nothing, damaged or not.
    await running.app.get(Transactions).settle();
    for (const title of ['One', 'Two', 'Three', 'Four'])
      await running.as.coordinator.post('/api/tastings').send({ title }).expect(200);
    // As they stand on the disk when the power fails.
    const [file, log] = ['', '-wal'].map((end) => readFileSync(`${data}${end}`));
    await running.stop();
    const size = log.readUInt32BE(8) + 24;
    expect((log.length - 32) / size).toBeGreaterThan(20);
    const withLog = (name: string, change: (log: Buffer) => Buffer): string => {
      const own = join(copies, `${name}.db`);
      writeFileSync(own, file);
      writeFileSync(`${own}-wal`, change(Buffer.from(log)));
      return own;
    };
    const titlesIn = (own: string): number => countIn(own, 'tastings');
    const whole = withLog('whole', (own) => own);
    inspect(whole, migrationNames());
    expect(titlesIn(whole)).toBe(4);
    // The last frame, torn: nobody was told that it is stored.
    const torn = withLog('torn', (own) => own.fill(0x5a, own.length - 100));
    inspect(torn, migrationNames());
    for (const [name, change] of [
      ['middle', (own) => own.fill(0x5a, own.length >> 1, (own.length >> 1) + 40)],
      ['bit', (own) => ((own[32 + 24 + 100] ^= 1), own)],
      ['head', (own) => own.fill(0, 0, 4)],
      ['sum', (own) => own.fill(0x11, 24, 32)],
    ] as [string, (log: Buffer) => Buffer][]) {
      const damaged = withLog(name, change);
      const before = readFileSync(`${damaged}-wal`);
      expect(() => inspect(damaged, migrationNames())).toThrow(/-wal is damaged.*npm run restore.*npm run backup/s);
      expect(readFileSync(`${damaged}-wal`).equals(before)).toBe(true);
    }
    const saved = join(copies, 'saved.db');
    copyFile(join(copies, 'middle.db'), saved);
    inspect(saved, migrationNames());
    expect(countIn(saved, 'accounts')).toBeGreaterThan(0);
  });

  it('keeps its answers and logs where another program replaces rows, whatever it is named by', async () => {
    const running = await startServer({ data: place() });
    const [{ data }] = places.slice(-1);
    const id = await locked(running.as.coordinator, draft({}, 3, 3));
    const [token] = await tokens(running.as.coordinator, id);
    await handInBallot(running.stranger, token, 0);
    const other = new Database(data);
    const before = other.prepare('SELECT * FROM answers ORDER BY seq').all() as Record<string, unknown>[];
    expect(before.length).toBeGreaterThan(3);
    // A program that knows nothing of the chain of records adds nothing at all.
    expect(() => other.prepare('INSERT INTO answers SELECT * FROM answers WHERE seq = 1')).toThrow(/jacana_sha256/);
    other.function('jacana_sha256', (text: string) => createHash('sha256').update(text).digest('hex'));
    // Named by its number, and by what its device called it.
    for (const changes of [{ value: '{"score":1}' }, { value: '{"score":1}', seq: 9999 }]) {
      const row = { ...before[0], ...changes };
      const columns = Object.keys(row);
      const replace = other.prepare(
        `INSERT OR REPLACE INTO answers (${columns.map((one) => `"${one}"`).join()}) VALUES (${columns.map(() => '?').join()})`,
      );
      expect(() => replace.run(...Object.values(row))).toThrow(/append-only/);
    }
    expect(() => other.prepare(`REPLACE INTO audit SELECT * FROM audit WHERE seq = 1`).run()).toThrow(/append-only/);
    expect(other.prepare('SELECT * FROM answers ORDER BY seq').all()).toEqual(before);
    other.close();
    await running.stop();
  });
});

describe('copies of it', () => {
  it('are made while the server runs, checked, private, and whole', async () => {
    const [data, folder] = [place(), join(dirname(place()), 'copies')];
    const running = await startServer({ data, backup: { folder, everyMinutes: 15 } });
    await running.app.get(MaintenanceService).backUp();
    const names = readdirSync(folder);
    expect(names.length).toBeGreaterThan(0);
    for (const name of names)
      expect([name, modeOf(join(folder, name))]).toEqual([expect.stringMatching(/^tastings-\d{4}-.*\.db$/), '600']);
    expect(countIn(join(folder, names.sort().at(-1)!), 'accounts')).toBe(4);
    await running.stop();
  });

  it('that fail leave no half of one, and the server runs on', async () => {
    const data = place();
    const folder = join(dirname(data), 'copies');
    mkdirSync(dirname(data), { recursive: true });
    writeFileSync(folder, 'a file where the folder should be');
    const said = jest.spyOn(process.stderr, 'write').mockReturnValue(true);
    const running = await startServer({ data, backup: { folder, everyMinutes: 15 } });
    await running.app.get(MaintenanceService).backUp();
    expect(said.mock.calls.flat().join('')).toMatch(/No backup was made in/);
    said.mockRestore();
    await running.stranger.get('/api/session').expect(200);
    await running.stop();
    expect(() => copyFile(join(dirname(data), 'none.db'), join(dirname(data), 'to.db'))).toThrow(/There is no file/);
  });

  it('are kept by age: all of a day, one an hour of two days, one a day of thirty', () => {
    const now = Date.parse('2026-11-28T12:00:00Z');
    const named = (minutesAgo: number): string =>
      `tastings-${new Date(now - minutesAgo * 60_000).toISOString().slice(0, 19).replaceAll(':', '-')}.db`;
    const quarters = Array.from({ length: 4 * 24 * 40 }, (_, at) => named(15 * at));
    const gone = new Set(tooMany([...quarters, 'tastings-mine.db', 'notes.txt'], now));
    const kept = quarters.filter((name) => !gone.has(name));
    expect(kept.slice(0, 97)).toEqual(quarters.slice(0, 97));
    expect(kept).toHaveLength(97 + 24 + 29);
    expect(gone.has('tastings-mine.db') || gone.has('notes.txt')).toBe(false);
    // A clock that is a year ahead makes all of them old, and some stay.
    expect(tooMany(quarters, now + 365 * 86_400_000)).toHaveLength(quarters.length - 10);
    // What is kept today is not let go of as long as nothing newer takes its place.
    expect(tooMany(kept, now)).toEqual([]);
  });

  it('stand beside each other where two were made within a second', async () => {
    const data = await used();
    const folder = join(dirname(data), 'copies');
    const now = Date.parse('2026-11-28T12:00:00Z');
    const made = [backUp(data, folder, now), backUp(data, folder, now + 300)];
    expect(made.map((copy) => countIn(copy, 'accounts'))).toEqual([0, 0]);
    expect(readdirSync(folder).sort()).toEqual(['tastings-2026-11-28T12-00-00.db', 'tastings-2026-11-28T12-00-01.db']);
  });

  it('let go of old ones of this file alone', async () => {
    const data = await used();
    const folder = join(dirname(data), 'copies');
    mkdirSync(folder);
    const recent = Array.from({ length: 9 }, (_, at) => `tastings-2026-11-28T11-0${at}-00.db`);
    for (const name of ['tastings-2020-01-01T00-00-00.db', 'other-2020-01-01T00-00-00.db', 'tastings.txt', ...recent])
      writeFileSync(join(folder, name), '');
    const made = backUp(data, folder, Date.parse('2026-11-28T12:00:00Z'));
    expect(readdirSync(folder).sort()).toEqual([
      'other-2020-01-01T00-00-00.db',
      ...recent,
      'tastings-2026-11-28T12-00-00.db',
      'tastings.txt',
    ]);
    expect(made).toBe(join(folder, 'tastings-2026-11-28T12-00-00.db'));
  });
});

describe('a backup put back', () => {
  it('takes the place of the file, keeps what was there with its log, and signs everybody out', async () => {
    const data = place();
    const running = await startServer({ data });
    const copy = join(dirname(data), 'copy.db');
    copyFile(data, copy);
    expect(() => restore(copy, data, new Date())).toThrow(/Another Jacana is using/);
    await running.as.coordinator.post('/api/tastings').send({ title: 'After the copy' }).expect(200);
    const sessions = countIn(copy, 'sessions');
    expect(sessions).toBeGreaterThan(0);
    // As after a kill: the log of what is not in the file yet still stands beside it.
    const bytes = ['', '-wal'].map((end) => readFileSync(data + end));
    await running.stop();
    mkdirSync(dirname(data), { recursive: true });
    const again = place();
    mkdirSync(dirname(again), { recursive: true });
    ['', '-wal'].forEach((end, at) => writeFileSync(again + end, bytes[at]));
    const backup = join(dirname(again), 'copy.db');
    const source = new Database(again, { readonly: true });
    source.close();
    const made = place();
    mkdirSync(dirname(made), { recursive: true });
    copyFile(again, backup);
    const aside = restore(backup, made, new Date('2026-11-28T12:00:00Z'));
    expect(aside).toBeNull();
    expect([countIn(made, 'accounts'), countIn(made, 'sessions'), countIn(made, 'tastings')]).toEqual([4, 0, 1]);
    const kept = restore(backup, made, new Date('2026-11-28T12:00:00Z'));
    expect(kept).toBe(`${made}.before-2026-11-28T12-00-00`);
    expect(countIn(kept!, 'accounts')).toBe(4);
    expect(modeOf(made)).toBe('600');
  });

  it('is refused where it is no sound backup, and nothing is changed', async () => {
    const data = await used();
    const before = readFileSync(data);
    const bad = join(dirname(data), 'bad.db');
    writeFileSync(bad, before.subarray(0, before.length - 4096 * 3));
    expect(() => restore(bad, data, new Date())).toThrow(UnfitFile);
    expect(() => restore(join(dirname(data), 'none.db'), data, new Date())).toThrow(/There is no file/);
    expect(readFileSync(data).equals(before)).toBe(true);
    expect(existsSync(`${data}-wal`)).toBe(false);
  });

  it('is one command, that says what to type', () => {
    const script = resolve(__dirname, '../dist/commands/restore.js');
    const run = spawnSync(process.execPath, [script], { encoding: 'utf8' });
    expect([run.status, run.stderr]).toEqual([
      2,
      'Say which copy goes where: npm run restore -- copy.db tastings.db\n',
    ]);
    const none = spawnSync(process.execPath, [script, 'none.db', 'to.db'], { encoding: 'utf8' });
    expect([none.status, none.stderr]).toEqual([1, 'There is no file none.db.\n']);
  });
});

describe('the options of backups', () => {
  const optionsOf = (...words: string[]) => readOptions(['--data', 'a.db', ...words]);
  it('name a folder and a time between copies', () => {
    expect(optionsOf().backup).toBeNull();
    expect(optionsOf('--backup', '/copies').backup).toEqual({ folder: '/copies', everyMinutes: 15 });
    expect(optionsOf('--backup', '/copies', '--every', '2h').backup?.everyMinutes).toBe(120);
    for (const bad of ['0m', '15', 'm', '25h', '1.5h'])
      expect(() => optionsOf('--backup', '/copies', '--every', bad)).toThrow(/is not a time between copies/);
  });
});

describe('whoever forgot a password', () => {
  it('is let in again by whoever has the file, once no server has it; sessions end, and the log says so', async () => {
    const data = place();
    const running = await startServer({ data });
    await expect(account(data, 'kitchen')).rejects.toThrow(/Another Jacana is using/);
    const before = countIn(data, 'sessions');
    await running.app.close();
    expect(await account(data, undefined)).toContain('kitchen: The kitchen, kitchen');
    await expect(account(data, 'nobody')).rejects.toThrow(/Nobody has the login nobody\. There are:\n/);
    await expect(account(`${data}.none`, 'kitchen')).rejects.toThrow(/There is no file/);
    const said = await account(data, ' Kitchen ');
    const [, password] = /^The kitchen signs in as kitchen with (\S{12})$/.exec(said) ?? [];
    expect(password).toBeDefined();
    expect(countIn(data, 'sessions')).toBe(before - 1);

    const app = await createApplication({ ...testOptions, data });
    await app.init();
    const agent = request.agent(app.getHttpServer());
    await agent.post('/api/session').send({ login: 'kitchen', password: 'long enough to pass' }).expect(401);
    await agent.post('/api/session').send({ login: 'kitchen', password }).expect(200);
    const { read } = app.get(Transactions);
    expect(await read.findOneByOrFail(AuditRow, { action: 'password renewed' })).toMatchObject({
      detail: 'The kitchen, kitchen',
    });
    expect(await app.get(AuditService).isIntact(read)).toBe(true);
    await app.close();
  });
});

describe('what a guess of a password costs', () => {
  it('is raised at the next sign-in of somebody whose hash is from before', async () => {
    const running = await startServer({ data: place(), passwordCost: PASSWORD_COST });
    const { read } = running.app.get(Transactions);
    const salt = Buffer.from('a salt of before');
    const key = scryptSync('long enough to pass', salt, 32, { N: 2 ** 15, r: 8, p: 1, maxmem: 2 ** 27 });
    const former = `scrypt$${salt.toString('base64')}$${key.toString('base64')}`;
    await running.app
      .get(Transactions)
      .write((manager) => manager.update(AccountRow, { login: 'reader' }, { passwordHash: former }));
    const signIn = (password: string) => running.stranger.post('/api/session').send({ login: 'reader', password });
    await signIn('not long enough to pass').expect(401);
    expect((await read.findOneByOrFail(AccountRow, { login: 'reader' })).passwordHash).toBe(former);
    await signIn('long enough to pass').expect(200);
    const { passwordHash } = await read.findOneByOrFail(AccountRow, { login: 'reader' });
    expect(passwordHash).toMatch(/^scrypt\$32768,8,3\$/);
    expect(isOutdated(former, PASSWORD_COST) && !isOutdated(passwordHash, PASSWORD_COST)).toBe(true);
    await signIn('long enough to pass').expect(200);
    expect((await read.findOneByOrFail(AccountRow, { login: 'reader' })).passwordHash).toBe(passwordHash);
    await signIn('not long enough to pass').expect(401);
    await running.stop();
  });

  it('is not got round by typing a letter in another way, nor is anybody kept out by it', async () => {
    const stored = await hashPassword('crème brûlée 12', PASSWORD_COST);
    expect(await passwordMatches('crème brûlée 12'.normalize('NFD'), stored)).toBe(true);
    expect(await passwordMatches('creme brulee 12', stored)).toBe(false);
    expect(await passwordMatches('anything', 'no hash at all')).toBe(false);
  });
});

it('of four who set up at once, one becomes coordinator', async () => {
  const data = place();
  const app = await createApplication({ ...testOptions, data });
  await app.init();
  const { setUpCode } = app.get(AccountsService);
  const tries = await Promise.all(
    ['a', 'b', 'c', 'd'].map((name) =>
      request(app.getHttpServer())
        .post('/api/set-up')
        .send({ name, login: `${name}${name}`, password: 'long enough to pass', setUpCode }),
    ),
  );
  expect(tries.map(({ status }) => status).sort()).toEqual([204, 409, 409, 409]);
  expect(countIn(data, 'accounts')).toBe(1);
  await app.close();
});

it.each([
  ['/b/SeCretToken1', '/b/…'],
  ['/B/SeCretToken1?x=1', '/B/…?x=1'],
  ['/API/BALLOTS/SeCretToken1/open', '/API/BALLOTS/…/open'],
  ['/f/SeCretToken1', '/f/…'],
  ['/api/shared/SeCretToken1/report', '/api/shared/…/report'],
  ['/api/tastings/1/findings', '/api/tastings/1/findings'],
])('the error log has no token of %s', (url, said) => expect(withoutToken(url)).toBe(said));
