import type { AddressInfo } from 'node:net';
import request, { type Agent } from 'supertest';
import { Attempts } from '../src/accounts/attempts';
import { whyWeak } from '../src/accounts/weakPassword';
import { signIn, startServer, type Running } from './support/running';
import { draft, locked } from './support/tasting';

let running: Running;
beforeAll(async () => {
  running = await startServer();
});
afterAll(() => running.stop());

const PASSWORD = 'long enough to pass';
const somebody = (): Agent => request.agent(running.app.getHttpServer());
const guess = (agent: Agent, login: string, password = 'not this one at all') =>
  agent.post('/api/session').send({ login, password });

async function added(name: string, role = 'server'): Promise<string> {
  const account = { name, login: name.toLowerCase(), password: PASSWORD, role };
  return ((await running.as.coordinator.post('/api/accounts').send(account).expect(200)).body as { id: string }).id;
}

describe('guesses at one login', () => {
  it('wait, wherever they come from, while its owner goes on at home', async () => {
    await added('Wilma');
    const home = await signIn(somebody(), 'wilma');
    await home.delete('/api/session').expect(204);
    for (let time = 0; time < 5; time++) await guess(somebody(), 'wilma').expect(401);
    const { body } = await guess(somebody(), 'wilma').expect(429);
    expect((body as { message: string }).message).toMatch(/Try again in \d+ seconds, or on a device/);
    // Not even the right one, from a device that nobody knows.
    await guess(somebody(), 'wilma', PASSWORD).expect(429);
    await signIn(home, 'wilma');
    const log = (await running.as.coordinator.get('/api/accounts/log').expect(200)).body as Record<string, string>[];
    expect(log.filter(({ action, by }) => action === 'wrong password' && by === 'Wilma')).toHaveLength(5);
    expect(JSON.stringify(log)).not.toContain('not this one');
  });

  it('wait twice as long each time, up to a quarter of an hour, and are forgotten', () => {
    let now = 0;
    const attempts = new Attempts(() => now);
    const waits = Array.from({ length: 12 }, () => {
      attempts.failed('a');
      return attempts.wait('a');
    });
    expect(waits).toEqual([0, 0, 0, 0, 30, 60, 120, 240, 480, 900, 900, 900]);
    expect(attempts.wait('b')).toBe(0);
    now += 61 * 60_000;
    expect([attempts.wait('a'), attempts.failed('a'), attempts.wait('a')]).toEqual([0, 1, 0]);
    for (let time = 0; time < 9; time++) attempts.failed('c');
    attempts.succeeded('c');
    expect(attempts.wait('c')).toBe(0);
  });
});

describe('a password', () => {
  it.each([
    ['unbelievable', 'Many people'],
    ['Password1234!', 'Many people'],
    ['aaaaaaaaaaaaa', 'again and again'],
    ['abcabcabcabcabc', 'again and again'],
    ['wilma-wilma-99', 'Leave name'],
    ['Anna Lind 2026', 'Leave name'],
  ])('that is easily guessed is refused: %s', (password, why) => {
    expect(whyWeak(password, { login: 'wilma', name: 'Anna Lind' })).toContain(why);
  });

  it.each(['three words of mine', 'korrekt pferd 7 batterie', 'ääkkösiä täynnä oleva'])('may be %s', (password) => {
    expect(whyWeak(password, { login: 'wilma', name: 'Anna Lind' })).toBeNull();
  });

  it('is refused by name at every door, and when it is short', async () => {
    const { coordinator } = running.as;
    const account = { name: 'Jutta', login: 'jutta', role: 'reader' };
    for (const password of ['elevenchars', 'unbelievable', 'jutta jutta jutta']) {
      const { body } = await coordinator
        .post('/api/accounts')
        .send({ ...account, password })
        .expect(400);
      expect((body as { problems: { field: string }[] }).problems[0].field).toBe('password');
    }
  });

  it('is changed by its owner, who stays signed in here and nowhere else', async () => {
    await added('Runa');
    const [here, there] = [await signIn(somebody(), 'runa'), await signIn(somebody(), 'runa')];
    await here
      .post('/api/password')
      .send({ current: 'wrong one, this is', password: 'another three words' })
      .expect(400);
    await here.post('/api/password').send({ current: PASSWORD, password: 'runa runa runa' }).expect(400);
    await there.get('/api/tastings').expect(200);
    await here.post('/api/password').send({ current: PASSWORD, password: 'another three words' }).expect(204);
    await here.get('/api/tastings').expect(200);
    await there.get('/api/tastings').expect(401);
    await guess(somebody(), 'runa', PASSWORD).expect(401);
    await guess(somebody(), 'runa', 'another three words').expect(200);
  });

  it('is renewed by another coordinator, and the log says by whom', async () => {
    const id = await added('Elin');
    const elin = await signIn(somebody(), 'elin');
    const { coordinator } = running.as;
    await coordinator.post(`/api/accounts/${id}/password`).send({ password: 'another three words' }).expect(204);
    await elin.get('/api/tastings').expect(401);
    await guess(elin, 'elin', 'another three words').expect(200);
    const [me] = ((await coordinator.get('/api/accounts')).body as { id: string; name: string }[]).filter(
      ({ name }) => name === 'Ines',
    );
    await coordinator.post(`/api/accounts/${me.id}/password`).send({ password: 'another three words' }).expect(403);
    await coordinator.post(`/api/accounts/gone/password`).send({ password: 'another three words' }).expect(404);
    const log = (await coordinator.get('/api/accounts/log')).body as object[];
    expect(log).toContainEqual(
      expect.objectContaining({ by: 'Ines', action: 'password renewed', detail: 'Elin, server' }),
    );
  });
});

describe('sessions', () => {
  it('are listed to their owner alone, and ended one by one', async () => {
    await added('Odil');
    const [one, other] = [await signIn(somebody(), 'odil'), await signIn(somebody(), 'odil')];
    const list = (await one.get('/api/sessions').expect(200)).body as { id: string; isThis: boolean }[];
    expect(list.map(({ isThis }) => isThis).sort()).toEqual([false, true]);
    const theirs = list.find(({ isThis }) => !isThis)!.id;
    // Nobody ends somebody else's.
    await running.as.kitchen.delete(`/api/sessions/${theirs}`).expect(204);
    await other.get('/api/tastings').expect(200);
    await one.delete(`/api/sessions/${theirs}`).expect(204);
    await other.get('/api/tastings').expect(401);
    await one.get('/api/tastings').expect(200);
    expect((await one.get('/api/sessions')).body).toHaveLength(1);
  });

  it.each(['signing out', 'being removed', 'a new password', 'ending it elsewhere'])(
    'end their streams by %s',
    async (by) => {
      const name = `Stream${by.length}`;
      const account = await added(name);
      const id = await locked(running.as.coordinator, draft({}, 3, 3));
      const server = running.app.getHttpServer();
      if (!server.listening) await running.app.listen(0, '127.0.0.1');
      const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
      const body = JSON.stringify({ login: name.toLowerCase(), password: PASSWORD });
      const headers = { 'Content-Type': 'application/json' };
      const open = async (): Promise<string> =>
        (await fetch(`${base}/api/session`, { method: 'POST', headers, body })).headers
          .getSetCookie()
          .map((one) => one.split(';')[0])
          .join('; ');
      const [cookie, elsewhere] = [await open(), await open()];
      const stream = await fetch(`${base}/api/tastings/${id}/live`, {
        headers: { cookie, accept: 'text/event-stream' },
      });
      expect(stream.status).toBe(200);
      const isOver = (async () => {
        for await (const _chunk of stream.body as unknown as AsyncIterable<Uint8Array>);
        return true;
      })();
      const { coordinator } = running.as;
      if (by === 'signing out') await fetch(`${base}/api/session`, { method: 'DELETE', headers: { cookie } });
      if (by === 'being removed') await coordinator.delete(`/api/accounts/${account}`).expect(204);
      if (by === 'a new password')
        await coordinator
          .post(`/api/accounts/${account}/password`)
          .send({ password: 'another three words' })
          .expect(204);
      if (by === 'ending it elsewhere') {
        const list = (await (await fetch(`${base}/api/sessions`, { headers: { cookie: elsewhere } })).json()) as {
          id: string;
          isThis: boolean;
        }[];
        const { id: session } = list.find(({ isThis }) => !isThis)!;
        await fetch(`${base}/api/sessions/${session}`, { method: 'DELETE', headers: { cookie: elsewhere } });
      }
      const late = new Promise((resolve) => setTimeout(() => resolve('still open'), 4000).unref());
      expect(await Promise.race([isOver, late])).toBe(true);
    },
  );
});
