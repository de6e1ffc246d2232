import { hostname } from 'node:os';
import { resolve } from 'node:path';
import request from 'supertest';
import { AccountsService } from '../src/accounts/accounts.service';
import { createApplication } from '../src/application';
import { FirstScreens } from '../src/ballots/firstScreens.service';
import { BadOptions, publicAddress, readOptions } from '../src/options/options';
import { LinkRateLimit } from '../src/http/linkRateLimit';
import { freshFile, startServer, testOptions } from './support/running';
import { device, locked, tokens } from './support/tasting';

const closing: (() => Promise<void>)[] = [];
afterEach(async () => {
  for (const close of closing.splice(0)) await close();
});

async function server(options: Partial<typeof testOptions> = {}) {
  const { data, discard } = freshFile();
  const app = await createApplication({ ...testOptions, data, ...options });
  await app.init();
  closing.push(async () => {
    await app.close();
    discard();
  });
  return { app, agent: request(app.getHttpServer()) };
}

const first = { name: 'Ines', login: 'ines', password: 'long enough to pass' };

/** A minute long, 60 addresses that lead nowhere. */
describe('addresses with a secret in them', () => {
  const missed = (limit: LinkRateLimit, times: number, from = 'one'): void => {
    for (let at = 0; at < times; at++) limit.answered(from, `guess-${at}`, false);
  };

  it('are guessed for a while, and then not before a minute is over', () => {
    let now = 0;
    const limit = new LinkRateLimit(60, () => now);
    missed(limit, 59);
    expect(limit.mustWait('one', 'right')).toBe(false);
    now = 59_999;
    missed(limit, 1);
    expect(limit.mustWait('one', 'right')).toBe(true);
    expect(limit.mustWait('another', 'right')).toBe(false);
    now = 60_000;
    expect(limit.mustWait('one', 'right')).toBe(false);
    missed(limit, 1);
    expect(limit.mustWait('one', 'right')).toBe(false);
  });

  it('that were good from there go on, whatever somebody beside them tries', () => {
    const limit = new LinkRateLimit(60, () => 0);
    limit.answered('one', 'right', true);
    missed(limit, 100);
    expect(limit.mustWait('one', 'right')).toBe(false);
    expect(limit.mustWait('one', 'other')).toBe(true);
    missed(limit, 100, 'another');
    expect(limit.mustWait('another', 'right')).toBe(true);
  });

  it('fill no memory', () => {
    const limit = new LinkRateLimit(1, () => 0);
    for (let at = 0; at < 30_000; at++) limit.answered(`place-${at}`, 'guess', false);
    expect(limit.mustWait('place-0', 'right')).toBe(false);
    expect(limit.mustWait('place-29999', 'right')).toBe(true);
  });

  it('tell nothing more to whoever tried too many, by page or by route, and let others answer', async () => {
    const running = await startServer({ web: resolve(__dirname, '../../web/dist'), signInsPerMinute: 20 });
    const { coordinator } = running.as;
    const [begun, fresh] = await tokens(coordinator, await locked(coordinator));
    const open = (token: string, number: number) =>
      running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(number), takeOver: false });
    await open(begun, 0).expect(200);
    for (let at = 0; at < 30; at++) {
      await open(`guess-${at}`, 9).expect(404);
      await running.stranger.get(`/b/guess-${at}`).expect(200);
    }
    const { body, headers } = await open(fresh, 1).expect(429);
    expect(body).toMatchObject({ error: 'wait', message: expect.stringContaining('Wait a minute') as string });
    expect(headers['retry-after']).toBe('60');
    await running.stranger.get('/api/shared/guess').expect(429);
    // The page is there, and does not say whether there is a ballot: nobody even looks.
    const looked = jest.spyOn(running.app.get(FirstScreens), 'page');
    const page = await running.stranger.get(`/b/${fresh}`).expect(200);
    expect(page.text).toBe((await running.stranger.get('/b/guess-again').expect(200)).text);
    expect(looked).not.toHaveBeenCalled();
    await running.stranger.get(`/b/${begun}`).expect(200);
    expect(looked).toHaveBeenCalledWith(begun);
    await open(begun, 0).expect(200);
    await running.stop();
  });
});

it('reads a large body only of a coordinator', async () => {
  const running = await startServer();
  const large = { text: 'x'.repeat(2_000_000) };
  for (const who of [running.stranger, running.as.kitchen, running.as.reader])
    await who.post('/api/import').send(large).expect(413);
  await running.as.coordinator.post('/api/import').send(large).expect(400);
  await running.stop();
});

describe('a server', () => {
  it.each(['localhost:4680', '127.0.0.1:4680', '[::1]:4680', hostname(), `${hostname().toUpperCase()}.local:4680`])(
    'answers to its name %s',
    async (host) => {
      const { agent } = await server();
      await agent.get('/api/session').set('Host', host).expect(200);
    },
  );

  it.each(['evil.example', '127.0.0.1.evil.example:4680', '10.0.0.7:4680', '', 'localhost.evil.example'])(
    'does not answer to "%s", whatever is asked',
    async (host) => {
      const { agent } = await server();
      for (const path of ['/api/session', '/api/tastings', '/', '/b/token']) {
        const { body } = await agent.get(path).set('Host', host).expect(403);
        expect((body as { message: string }).message).toContain('--address');
      }
    },
  );

  it('answers to the name that it was given, and gives it out', async () => {
    const { agent } = await server({ address: 'https://taste.example.org' });
    await agent.get('/api/session').set('Host', 'taste.example.org').expect(200);
    expect(publicAddress({ ...testOptions, address: 'https://taste.example.org' })).toBe('https://taste.example.org');
  });

  it.each([
    ['another address', { Origin: 'http://evil.example' }],
    ['another port of this machine', { Origin: 'http://127.0.0.1:9999' }],
    ['a page without an address', { Origin: 'null' }],
    ['another site, by what the browser says', { 'Sec-Fetch-Site': 'cross-site' }],
    ['another port, by what the browser says', { 'Sec-Fetch-Site': 'same-site' }],
  ])('takes nothing that %s sends', async (_what, headers) => {
    const { agent } = await server();
    await agent.post('/api/set-up').set('Host', '127.0.0.1:4680').set(headers).send(first).expect(403);
    expect((await agent.get('/api/session').set('Host', '127.0.0.1:4680')).body).toMatchObject({ setUpNeeded: true });
  });

  it('takes what its own pages send, and programs', async () => {
    const { agent } = await server();
    const sent = agent.post('/api/session').set('Host', '127.0.0.1:4680');
    await sent
      .set({ Origin: 'http://127.0.0.1:4680', 'Sec-Fetch-Site': 'same-origin' })
      .send({ login: 'x', password: 'y' })
      .expect(401);
    await agent.post('/api/session').send({ login: 'x', password: 'y' }).expect(401);
    const { agent: encrypted } = await server({ address: 'https://taste.example.org', proxy: '127.0.0.1' });
    await encrypted
      .post('/api/session')
      .set({ Host: 'taste.example.org', Origin: 'https://taste.example.org', 'X-Forwarded-Proto': 'https' })
      .send({ login: 'x', password: 'y' })
      .expect(401);
  });
});

describe('a proxy in front', () => {
  it('that the server was not told of reaches nothing', async () => {
    const { agent } = await server();
    for (const headers of [{ 'X-Forwarded-For': '10.0.0.9' }, { Forwarded: 'for=10.0.0.9' }]) {
      const { body } = await agent.get('/api/session').set(headers).expect(403);
      expect((body as { message: string }).message).toContain('--proxy');
    }
  });

  it('is taken at its word, and makes the house reachable: no demo', async () => {
    const { app, agent } = await server({ address: 'https://taste.example.org', proxy: '127.0.0.1', demo: true });
    const through = { Host: 'taste.example.org', 'X-Forwarded-For': '10.0.0.9', 'X-Forwarded-Proto': 'https' };
    const { body, headers } = await agent.get('/api/session').set(through).expect(200);
    expect(body).toMatchObject({ demo: [], setUpNeeded: true, onNetwork: true });
    expect(headers['strict-transport-security']).toContain('max-age=15552000');
    await agent.post('/api/session').set(through).send({ login: 'ines', password: 'reedbed-desk' }).expect(401);
    await agent.post('/api/set-up').set(through).send(first).expect(400);
    const { setUpCode } = app.get(AccountsService);
    await agent
      .post('/api/set-up')
      .set(through)
      .send({ ...first, login: 'own', setUpCode })
      .expect(204);
    const own = request.agent(app.getHttpServer());
    const signedIn = await own
      .post('/api/session')
      .set(through)
      .send({ login: 'own', password: first.password })
      .expect(200);
    const cookies = signedIn.headers['set-cookie'] as unknown as string[];
    expect(cookies.every((cookie) => /; Secure/.test(cookie) && /; HttpOnly/.test(cookie))).toBe(true);
    const sessions = (
      await agent.get('/api/sessions').set({ ...through, Cookie: cookies.map((one) => one.split(';')[0]).join('; ') })
    ).body;
    expect(sessions).toEqual([expect.objectContaining({ address: '10.0.0.9' })]);
  });

  it('tells browsers to come encrypted for good only where every one of them can', async () => {
    const named = { address: 'https://taste.example.org' };
    for (const options of [
      {},
      { lan: true },
      { address: 'http://taste.example.org' },
      named,
      { ...named, tls: 'made' as const },
    ]) {
      const { agent } = await server(options);
      const { headers } = await agent.get('/api/session').set('Host', '127.0.0.1');
      expect(headers['strict-transport-security']).toBeUndefined();
    }
  });
});

describe('what is typed at start', () => {
  it.each([
    [['--address', 'taste.example.org'], '--address'],
    [['--address', 'https://taste.example.org/path'], '--address'],
    [['--address', 'ftp://taste.example.org'], '--address'],
    [['--proxy', 'nginx', '--address', 'https://taste.example.org'], '--proxy'],
    [['--proxy', '127.0.0.1'], '--address'],
  ])('%j is refused with what to type instead', (words, named) => {
    expect(() => readOptions(['--data', 'a.db', ...words])).toThrow(BadOptions);
    expect(() => readOptions(['--data', 'a.db', ...words])).toThrow(named);
  });

  it('is taken where it is right', () => {
    const { address, proxy } = readOptions([
      '--data',
      'a.db',
      '--proxy',
      '::1',
      '--address',
      'https://taste.example.org/',
    ]);
    expect([address, proxy]).toEqual(['https://taste.example.org', '::1']);
  });
});
