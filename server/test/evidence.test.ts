import Database from 'better-sqlite3';
import { createApplication } from '../src/application';
import { AuditService } from '../src/audit/audit.service';
import { ClockWatch } from '../src/audit/clockWatch';
import { Transactions } from '../src/database/transactions';
import { stopClockAt } from './support/clock';
import { freshFile, signIn, startServer, testOptions, type Running } from './support/running';
import { device, draft, handInBallot, locked, tokens } from './support/tasting';
import { sha256, tamper } from './support/tamper';
import request from 'supertest';

/** What somebody with the file can do, and what gives it away. */

let running: Running;
let file: ReturnType<typeof freshFile>;
beforeAll(async () => {
  file = freshFile();
  running = await startServer({ data: file.data });
});
afterAll(async () => {
  await running.stop();
  file.discard();
});

async function tasted(): Promise<{ id: string; token: string }> {
  const { coordinator } = running.as;
  const id = await locked(coordinator, draft({}, 3, 3));
  const all = await tokens(coordinator, id);
  for (const [number, token] of all.entries()) await handInBallot(running.stranger, token, number);
  return { id, token: all[0] };
}

const sealOf = async (id: string) =>
  (await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200)).body as {
    problems: string[];
    number: number;
    mark: string;
    logIntact: boolean;
    matches: boolean;
    log: { action: string; detail: string; by: string }[];
  };
const compared = async (id: string, mark: string) =>
  (await running.as.coordinator.post(`/api/tastings/${id}/seal/compare`).send({ mark }).expect(200)).body as object;
const opened = async (token: string, remembers?: string) =>
  (
    await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(0), takeOver: false, remembers })
      .expect(200)
  ).body as { mark: string; isAsRemembered: boolean };

describe('records that are as they were stored', () => {
  it('say so, and know every mark that was given out', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({}, 3, 3));
    const early = await sealOf(id);
    expect(early.mark).toMatch(/^([0-9a-f]{4} ){4}[0-9a-f]{4}$/);
    const [token] = await tokens(coordinator, id);
    await handInBallot(running.stranger, token, 0);
    const late = await sealOf(id);
    expect([early.problems, late.problems]).toEqual([[], []]);
    expect(late.number).toBeGreaterThan(early.number + 4);
    expect(await compared(id, early.mark)).toEqual({ isFound: true, number: early.number, of: late.number });
    // As somebody types it off a sheet.
    expect(await compared(id, late.mark.toUpperCase().replaceAll(' ', '-'))).toMatchObject({ isFound: true });
    for (const other of ['0000 0000 0000 0000 0000', late.mark.slice(0, 10), 'none', '%'])
      expect(await compared(id, other)).toMatchObject({ isFound: false });
    expect(await opened(token, early.mark)).toMatchObject({ isAsRemembered: true, mark: late.mark });
  });

  it('stay so where a key is drawn anew, a ballot is reopened and what was exported comes in again', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({}, 3, 3));
    await coordinator.post(`/api/tastings/${id}/redraw`).expect(200);
    const [token] = await tokens(coordinator, id);
    await handInBallot(running.stranger, token, 0);
    for (const act of ['close', 'reopen', 'close', 'unseal'])
      expect((await coordinator.post(`/api/tastings/${id}/${act}`)).status).toBeLessThan(300);
    expect((await sealOf(id)).problems).toEqual([]);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as object;
    const { body } = await coordinator.post('/api/import').send(bundle).expect(200);
    expect((await sealOf((body as { id: string }).id)).problems).toEqual([]);
  });
});

describe('records that somebody with the file has changed', () => {
  it.each([
    [
      'an answer',
      `UPDATE answers SET value = '{"score":1}' WHERE seq = (SELECT min(seq) FROM answers WHERE tastingId = ?)`,
      'Of the answers 1 was changed after being stored.',
    ],
    [
      'an answer that goes',
      'DELETE FROM answers WHERE seq = (SELECT max(seq) FROM answers WHERE tastingId = ?)',
      'Of the answers 1 was taken out.',
    ],
    [
      'an answer more',
      `INSERT INTO answers (tastingId, panelistId, answerId, sitting, kind, item, code, at, "by", reason) SELECT tastingId, panelistId, 'slipped-in', sitting, kind, item, code, at, "by", reason FROM answers WHERE tastingId = ? LIMIT 1`,
      'Of the answers 1 was slipped in.',
    ],
    [
      'a ballot that goes',
      'DELETE FROM ballots WHERE rowid = (SELECT max(rowid) FROM ballots WHERE tastingId = ?)',
      'Of the ballots handed in 1 was taken out.',
    ],
    [
      'the newest of the log',
      'DELETE FROM audit WHERE seq = (SELECT max(seq) FROM audit WHERE tastingId = ?)',
      'Of the entries of the log 1 was taken out.',
    ],
    ['the key', `UPDATE keys SET codes = '{}' WHERE tastingId = ?`, 'Of the keys 1 was changed after being stored.'],
    ['the plan', `UPDATE plans SET alpha = 0.2 WHERE tastingId = ?`, 'Of the plans 1 was changed after being stored.'],
    [
      'the chain',
      `UPDATE journal SET hash = '${'0'.repeat(64)}' WHERE number = 5 AND tastingId = ?`,
      'The chain of records breaks at its link 5.',
    ],
    [
      'the end of the chain',
      `DELETE FROM journal WHERE number = (SELECT max(number) FROM journal WHERE tastingId = :id) AND tastingId = ?`,
      'Of the ballots handed in 1 was slipped in.',
    ],
  ])('%s: is said in words', async (_what, statement, problem) => {
    const { id } = await tasted();
    expect((await sealOf(id)).problems).toEqual([]);
    tamper(file.data, (other) => other.prepare(statement.replace(':id', `'${id}'`)).run(id));
    expect((await sealOf(id)).problems).toEqual([problem]);
  });

  it('and whose chain was written anew, fit no mark on paper or on a phone', async () => {
    const { id, token } = await tasted();
    const { mark: printed } = await sealOf(id);
    const { mark: kept } = await opened(token);
    tamper(file.data, (other) => {
      const { seq } = other
        .prepare(`SELECT min(seq) AS seq FROM answers WHERE tastingId = ? AND kind = 'score'`)
        .get(id) as { seq: number };
      other.prepare(`UPDATE answers SET value = '{"score":1}' WHERE seq = ?`).run(seq);
      const columns = [
        'seq',
        'tastingId',
        'panelistId',
        'answerId',
        'sitting',
        'kind',
        'item',
        'code',
        'set',
        'value',
        'at',
        'by',
        'reason',
      ];
      const { said } = other
        .prepare(
          `SELECT jacana_sha256(json_array(${columns.map((one) => `"${one}"`).join()})) AS said FROM answers WHERE seq = ?`,
        )
        .get(seq) as { said: string };
      other
        .prepare(`UPDATE journal SET said = ? WHERE tastingId = ? AND "of" = 'answers' AND name = ?`)
        .run(said, id, String(seq));
      let before = '';
      for (const link of other.prepare('SELECT * FROM journal WHERE tastingId = ? ORDER BY number').all(id) as Record<
        string,
        string
      >[]) {
        before = sha256(`${before}\n${link.of}\n${link.name}\n${link.said}`);
        other.prepare('UPDATE journal SET hash = ? WHERE tastingId = ? AND number = ?').run(before, id, link.number);
      }
    });
    // Nothing within the file gives it away.
    expect(await sealOf(id)).toMatchObject({ problems: [], logIntact: true });
    expect(await compared(id, printed)).toMatchObject({ isFound: false });
    expect(await opened(token, kept)).toMatchObject({ isAsRemembered: false });
    await opened(token, kept);
    const told = (await sealOf(id)).log.filter(({ action }) => action === 'a phone remembers other records');
    expect(told).toEqual([expect.objectContaining({ by: 'Seat 1', detail: kept })]);
  });
});

describe('guards of the file', () => {
  it('that were taken away are set again at the next start, and the log says that they were gone', async () => {
    const { data, discard } = freshFile();
    const first = await startServer({ data });
    const id = await locked(first.as.coordinator, draft({}, 3, 3));
    await first.app.close();
    const other = new Database(data);
    other.exec('DROP TRIGGER answers_no_update; DROP TRIGGER audit_no_delete');
    other.exec(`CREATE TRIGGER audit_no_delete BEFORE DELETE ON audit BEGIN SELECT 1; END`);
    other.close();
    const app = await createApplication({ ...testOptions, data });
    await app.init();
    const coordinator = await signIn(request.agent(app.getHttpServer()), 'coordinator');
    const { body } = await coordinator.get(`/api/tastings/${id}/seal`).expect(200);
    expect((body as { log: object[] }).log).toContainEqual(
      expect.objectContaining({
        ...{ by: 'Jacana', action: 'guards of the file were missing', detail: 'answers_no_update, audit_no_delete' },
      }),
    );
    await app.close();
    const after = new Database(data);
    expect(() => after.exec('DELETE FROM audit')).toThrow(/append-only/);
    after.close();
    discard();
  });
});

describe('whoever opens a key', () => {
  it('by an account that was made for it leaves the account in the log of the tasting, and has to say why', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({}, 3, 3));
    const account = { name: 'Ossi', login: 'ossi', password: 'long enough to pass', role: 'server' };
    const { body } = await coordinator.post('/api/accounts').send(account).expect(200);
    const ossi = await signIn(request.agent(running.app.getHttpServer()), 'ossi');
    const refused = await ossi.get(`/api/tastings/${id}/portioning`).expect(403);
    expect((refused.body as { message: string }).message).toMatch(/younger than the plan/);
    await ossi.get(`/api/tastings/${id}/sheets/portioning`).expect(403);
    for (const reason of ['', '...', 'x', 'because'])
      await ossi.post(`/api/tastings/${id}/portioning`).send({ reason }).expect(400);
    await ossi.post(`/api/tastings/${id}/portioning`).send({ reason: 'Tove is ill' }).expect(200);
    await coordinator.delete(`/api/accounts/${(body as { id: string }).id}`).expect(204);
    const { log } = await sealOf(id);
    expect(log.map(({ by, action, detail }) => `${by}: ${action}, ${detail}`).slice(-3)).toEqual([
      'Ines: account added, Ossi, server',
      'Ossi: portioning sheet opened, Tove is ill',
      'Ines: account removed, Ossi, server',
    ]);
  });

  it('with the clock set back has to say why all the same, and coordinators are told of the clock', async () => {
    const { coordinator, reader } = running.as;
    const id = await locked(coordinator, draft({}, 3, 3));
    const clock = async (who = coordinator) =>
      ((await who.get('/api/session').expect(200)).body as { clockBehind: string | null }).clockBehind;
    expect(await clock()).toBeNull();
    const now = Date.now();
    stopClockAt(now - 3 * 86_400_000);
    try {
      expect(Date.parse((await clock()) as string)).toBeGreaterThan(now - 60_000);
      expect(await clock(reader)).toBeNull();
      const account = { name: 'Pihla', login: 'pihla', password: 'long enough to pass', role: 'server' };
      const { body } = await coordinator.post('/api/accounts').send(account).expect(200);
      const pihla = await signIn(request.agent(running.app.getHttpServer()), 'pihla');
      const refused = await pihla.get(`/api/tastings/${id}/portioning`).expect(403);
      expect((refused.body as { message: string }).message).toMatch(/younger than the plan/);
      await coordinator.delete(`/api/accounts/${(body as { id: string }).id}`).expect(204);
    } finally {
      jest.useRealTimers();
    }
    const { log, logIntact } = await sealOf(id);
    expect(logIntact).toBe(true);
    expect(log.map(({ detail }) => detail).filter((detail) => detail === 'Pihla, server')).toHaveLength(2);
    // It is right again.
    expect(await clock()).toBeNull();
  });

  it('cannot set the clock back before the start, nor bit by bit', async () => {
    await locked(running.as.coordinator, draft({}, 3, 3));
    const watch = new ClockWatch(running.app.get(Transactions), running.app.get(AuditService));
    const now = Date.now();
    try {
      stopClockAt(now - 3 * 86_400_000);
      await watch.onApplicationBootstrap();
      expect(Date.parse(watch.behind() as string)).toBeGreaterThan(now - 600_000);
      for (const [seconds, isBehind] of [
        [100, false],
        [60, false],
        [45, false],
        [30, true],
        [101, false],
      ] as const) {
        stopClockAt(now + seconds * 1000);
        expect([seconds, watch.behind() !== null]).toEqual([seconds, isBehind]);
      }
    } finally {
      jest.useRealTimers();
    }
  });

  it('as server on the device of the kitchen has to say why, and both are shown', async () => {
    const { coordinator } = running.as;
    const both = request.agent(running.app.getHttpServer());
    for (const [name, role] of [
      ['Kaja', 'kitchen'],
      ['Sade', 'server'],
    ])
      await coordinator
        .post('/api/accounts')
        .send({ name, login: name, password: 'long enough to pass', role })
        .expect(200);
    await signIn(both, 'kaja');
    await both.delete('/api/session').expect(204);
    const id = await locked(coordinator, draft({}, 3, 3));
    await signIn(both, 'sade');
    const { body } = await both.get(`/api/tastings/${id}/portioning`).expect(403);
    expect((body as { message: string }).message).toMatch(/another role/);
    const { log } = await sealOf(id);
    expect(log).toContainEqual(
      expect.objectContaining({
        action: 'account used on a device of another',
        detail: 'Sade, server; it was used by Kaja, kitchen before',
      }),
    );
    const accounts = (await coordinator.get('/api/accounts').expect(200)).body as { name: string; beside: string[] }[];
    expect(accounts.find(({ name }) => name === 'Sade')?.beside).toEqual(['Kaja, kitchen']);
  });

  it('as somebody who portions is written down once, however often they look', async () => {
    const id = await locked(running.as.coordinator, draft({}, 3, 3));
    for (let look = 0; look < 3; look++) await running.as.server.get(`/api/tastings/${id}/portioning`).expect(200);
    const opened = (await sealOf(id)).log.filter(({ action }) => action === 'portioning sheet opened');
    expect(opened).toEqual([expect.objectContaining({ by: 'The server', detail: 'to portion' })]);
  });
});
