import { type ChildProcess, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent } from 'node:https';

import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import Database from 'better-sqlite3';
import type { SuperAgentRequest } from 'superagent';
import request from 'supertest';
import { migrationNames } from '../src/database/migrations';
import { copyFile, inspect } from '../src/storage/dataFile';
import { device, draft, handIn, locked, tokens } from './support/tasting';

/** The built server, killed without warning while ballots pour in: what it acknowledged must be there, once. */

const SERVER = resolve(__dirname, '../dist/main.js');
const PANEL = 120;
/** Ballots that are under way at once. */
const LANES = 12;
const PASSWORD = 'long enough to pass';
/** More of them: KILLS=30 npx jest test/kill */
const KILLS = Number(process.env.KILLS ?? 3);
const folder = mkdtempSync(join(tmpdir(), 'jacana-kill-'));
const data = join(folder, 'tastings.db');
let child: ChildProcess;
let address: string;
let setUpCode = '';

afterAll(() => {
  child.kill('SIGKILL');
  kept.destroy();
  rmSync(folder, { recursive: true, force: true });
});

async function start(): Promise<void> {
  child = spawn(process.execPath, [SERVER, '--data', data, '--port', '0', '--tls'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((done, fail) => {
    child.stdout?.on('data', (text: Buffer) => {
      setUpCode = /Set-up code.*: (\w+)/.exec(text.toString())?.[1] ?? setUpCode;
      const [, port] = /Jacana is at \S+:(\d+)/.exec(text.toString()) ?? [];
      if (port === undefined) return;
      address = `https://127.0.0.1:${port}`;
      done();
    });
    child.on('exit', (code) => fail(new Error(`The server ended with ${code}`)));
  });
}

/** The certificate is one that the server made for itself; a phone keeps its connection, too. */
const kept = new Agent({ keepAlive: true, rejectUnauthorized: false });
const anyone = () => request.agent(address).use((asked: SuperAgentRequest) => void asked.agent(kept));

async function coordinator() {
  const agent = anyone();
  await agent.post('/api/session').send({ login: 'ines', password: PASSWORD }).expect(200);
  return agent;
}

it('keeps every acknowledged ballot, once, when the server is killed in a burst', async () => {
  await start();
  await anyone().post('/api/set-up').send({ name: 'Ines', login: 'ines', password: PASSWORD, setUpCode }).expect(204);
  const desk = await coordinator();
  const id = await locked(desk, draft({}, 3, PANEL));
  const links = await tokens(desk, id);
  const codes = (await desk.get(`/api/tastings/${id}/plan`)).body.trays[0].codes as string[];
  for (const [at, token] of links.entries()) {
    await anyone()
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(at), takeOver: false })
      .expect(200);
  }

  const acknowledged = new Set<number>();
  const cutOff = new Set<number>();
  const send = async (at: number): Promise<void> => {
    const reply = await anyone().post(`/api/ballots/${links[at]}/hand-in`).send(handIn(at, codes));
    if (reply.status !== 200) return;
    acknowledged.add(at);
    if (acknowledged.size === PANEL / 3) child.kill('SIGKILL');
  };
  // So many at a time that the server is always busy, and few enough that it cannot be done before it is killed.
  const lanes = Array.from({ length: LANES }, async (_, lane) => {
    for (let at = lane; at < PANEL; at += LANES) await send(at).catch(() => cutOff.add(at));
  });
  // Copies are made all the while, and of what the kill left behind: each opens whole, with all that was acknowledged before it was begun.
  const copies: { file: string; atLeast: number }[] = [];
  const copying = (async () => {
    for (let number = 0; number < 8; number++) {
      const file = join(folder, `copy-${number}.db`);
      const atLeast = acknowledged.size;
      copyFile(data, file);
      copies.push({ file, atLeast });
      await new Promise((go) => setTimeout(go, 40));
    }
  })();
  await Promise.all([...lanes, copying]);
  copyFile(data, join(folder, 'left.db'));
  for (const { file, atLeast } of [...copies, { file: join(folder, 'left.db'), atLeast: acknowledged.size }]) {
    inspect(file, migrationNames());
    const copy = new Database(file, { readonly: true });
    const count = copy.prepare('SELECT COUNT(*) FROM ballots WHERE handedInAt IS NOT NULL').pluck().get() as number;
    copy.close();
    expect(count).toBeGreaterThanOrEqual(atLeast);
  }
  // The kill came in the middle: some were acknowledged, some were cut off.
  expect(acknowledged.size).toBeGreaterThanOrEqual(PANEL / 3);
  expect(cutOff.size).toBeGreaterThan(0);

  await start();
  const again = await coordinator();
  const { seats } = (await again.get(`/api/tastings/${id}/board`).expect(200)).body;
  for (const at of acknowledged) expect(seats[at].state).toBe('done');
  // Those who were cut off send the same ballot again; those who were not may do so too.
  for (const [at, token] of links.entries()) {
    await anyone().post(`/api/ballots/${token}/hand-in`).send(handIn(at, codes)).expect(200);
  }
  const { ballots } = (await again.get(`/api/tastings/${id}/bundle`).expect(200)).body;
  expect(ballots).toHaveLength(PANEL);
  for (const ballot of ballots) {
    expect(ballot.handedInAt).not.toBeNull();
    expect(ballot.answers.filter((answer: { kind: string }) => answer.kind === 'ranking')).toHaveLength(1);
    expect(ballot.answers.filter((answer: { kind: string }) => answer.kind === 'score')).toHaveLength(3);
  }
  expect((await again.get(`/api/tastings/${id}/seal`)).body).toMatchObject({ logIntact: true, problems: [] });
}, 60_000);

it.each(['kitchen-log', 'service-log'])(
  'keeps every acknowledged tap of the %s, once, over many kills',
  async (log) => {
    const id = await locked(await coordinator(), draft({}, 3, 6));
    const { methods } = (await (await coordinator()).get(`/api/tastings/${id}/kitchen`)).body;
    const tag = methods[0].pieces[0].tag as string;
    const said =
      log === 'kitchen-log'
        ? { kind: 'mass', piece: tag, grams: 400 }
        : { kind: 'out', sitting: 1, panelist: 'panelist-0', celsius: 58 };
    const acknowledged = new Set<string>();
    for (let kill = 0; kill < KILLS; kill++) {
      const desk = await coordinator();
      const begun = acknowledged.size;
      const lanes = Array.from({ length: 6 }, async (_, lane) => {
        for (let turn = 0; turn < 40; turn++) {
          const tap = { id: `tap-${kill}-${lane}-${turn}`, at: new Date().toISOString(), ...said };
          const reply = await desk.post(`/api/tastings/${id}/${log}`).send({ entries: [tap] });
          if (reply.status === 200) acknowledged.add(tap.id);
          if (acknowledged.size === begun + 20) child.kill('SIGKILL');
        }
      });
      await Promise.allSettled(lanes);
      await start();
    }
    const { entries } = (await (await coordinator()).get(`/api/tastings/${id}/${log}`).expect(200)).body;
    const stored = (entries as { id: string }[]).map((entry) => entry.id);
    expect(acknowledged.size).toBeGreaterThanOrEqual(KILLS * 20);
    expect([...acknowledged].filter((tap) => !stored.includes(tap))).toEqual([]);
    expect(new Set(stored).size).toBe(stored.length);
    expect((await (await coordinator()).get(`/api/tastings/${id}/seal`)).body).toMatchObject({ problems: [] });
  },
  180_000 + KILLS * 5_000,
);

it(
  'keeps every acknowledged reading, once, over many kills',
  async () => {
    const desk = await coordinator();
    const id = await locked(desk, draft({}, 3, 6));
    const { token } = (await desk.post(`/api/tastings/${id}/devices`).send({ name: 'Logger', measures: 'celsius' }))
      .body;
    const acknowledged = new Set<string>();
    let second = 0;
    for (let kill = 0; kill < KILLS; kill++) {
      const begun = acknowledged.size;
      const lanes = Array.from({ length: 4 }, async (_, lane) => {
        for (let turn = 0; turn < 40; turn++) {
          const readings = Array.from({ length: 50 }, () => {
            const at = new Date(Date.UTC(2026, 0, 1) + 1000 * second++).toISOString();
            return { channel: lane + 1, at, value: 20 };
          });
          const reply = await anyone().post('/api/readings').set('Authorization', `Bearer ${token}`).send({ readings });
          if (reply.status === 200) for (const { channel, at } of readings) acknowledged.add(`${at},Logger,${channel}`);
          if (acknowledged.size === begun + 500) child.kill('SIGKILL');
        }
      });
      await Promise.allSettled(lanes);
      await start();
    }
    const csv = (await (await coordinator()).get(`/api/tastings/${id}/readings.csv`).expect(200)).text;
    const stored = csv
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => line.split(',').slice(0, 3).join());
    expect(acknowledged.size).toBeGreaterThanOrEqual(KILLS * 500);
    const known = new Set(stored);
    expect([...acknowledged].filter((reading) => !known.has(reading))).toEqual([]);
    expect(known.size).toBe(stored.length);
  },
  180_000 + KILLS * 5_000,
);

it('refuses, in the file itself, to change or remove an answer or a log entry', () => {
  const file = new Database(data);
  const refused = (why: string | RegExp): void => {
    for (const table of ['answers', 'audit']) {
      expect(() => file.prepare(`UPDATE "${table}" SET "by" = 'someone'`).run()).toThrow(why);
      expect(() => file.prepare(`DELETE FROM "${table}"`).run()).toThrow(why);
    }
  };
  // A program that knows nothing of Jacana, and one that does.
  refused(/append-only|jacana_sha256/);
  file.function('jacana_sha256', (text: string) => createHash('sha256').update(text).digest('hex'));
  refused('append-only');
  file.close();
});
