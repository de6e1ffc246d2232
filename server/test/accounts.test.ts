import request from 'supertest';
import { AccountsService } from '../src/accounts/accounts.service';
import { DEMO_SIGN_INS } from '../src/accounts/demoSignIns';
import { createApplication } from '../src/application';
import { SessionRow } from '../src/database/entities';
import { Transactions } from '../src/database/transactions';
import { withoutToken } from '../src/http/logging';
import { BadOptions, readOptions } from '../src/options/options';
import { freshFile, startServer, testOptions } from './support/running';

const files: (() => void)[] = [];
afterAll(() => files.forEach((discard) => discard()));

async function bare(options: Partial<typeof testOptions>) {
  const { data, discard } = freshFile();
  files.push(discard);
  const app = await createApplication({ ...testOptions, data, ...options });
  await app.init();
  return { app, agent: request.agent(app.getHttpServer()) };
}

const first = { name: 'Ines', login: 'ines', password: 'long enough to pass' };
const [ines] = DEMO_SIGN_INS;

describe('the first visit', () => {
  it('creates the coordinator once', async () => {
    const { app, agent } = await bare({});
    expect((await agent.get('/api/session')).body).toMatchObject({ setUpNeeded: true, demo: [] });
    const { setUpCode } = app.get(AccountsService);
    // Typed off a screen, with a space and in capitals.
    const typed = ` ${setUpCode.toUpperCase()}`;
    await agent
      .post('/api/set-up')
      .send({ ...first, setUpCode: typed })
      .expect(204);
    expect((await agent.get('/api/session')).body.setUpNeeded).toBe(false);
    await agent
      .post('/api/set-up')
      .send({ ...first, setUpCode, login: 'other' })
      .expect(409);
    await app.close();
  });

  it('names what is wrong with the account', async () => {
    const { app, agent } = await bare({});
    const { body } = await agent
      .post('/api/set-up')
      .send({ name: '', login: 'a b', password: 'short', setUpCode: '' })
      .expect(400);
    expect(body.problems.map((problem: { field: string }) => problem.field)).toEqual(['name', 'login', 'password']);
    await app.close();
  });

  it.each([false, true])('asks for the code that only the console shows; open to the network: %s', async (lan) => {
    const { app, agent } = await bare({ lan });
    await agent.post('/api/set-up').send(first).expect(400);
    const refused = await agent
      .post('/api/set-up')
      .send({ ...first, setUpCode: 'guess' })
      .expect(400);
    expect(refused.body.problems[0].field).toBe('setUpCode');
    const { setUpCode } = app.get(AccountsService);
    await agent
      .post('/api/set-up')
      .send({ ...first, setUpCode })
      .expect(204);
    await app.close();
  });
});

describe('demo sign-ins', () => {
  it('work, and are shown, on this machine', async () => {
    const { app, agent } = await bare({ demo: true });
    expect((await agent.get('/api/session')).body.demo).toHaveLength(4);
    await agent.post('/api/session').send({ login: ines.login, password: ines.password }).expect(200);
    const { body } = await agent.get('/api/tastings').expect(200);
    expect(body.map((card: { status: string }) => card.status).sort()).toEqual([
      'draft',
      'locked',
      'tasting',
      'unsealed',
      'unsealed',
    ]);
    await app.close();
  });

  it('are refused, and not shown, on a network', async () => {
    const { app, agent } = await bare({ demo: true, lan: true });
    expect((await agent.get('/api/session')).body).toMatchObject({ demo: [], setUpNeeded: true });
    const { body } = await agent.post('/api/session').send({ login: ines.login, password: ines.password }).expect(401);
    expect(body.message).toContain('Demo sign-ins do not work');
    await app.close();
  });
});

describe('sessions', () => {
  it('end with sign-out and with the account', async () => {
    const running = await startServer();
    await running.as.kitchen.delete('/api/session').expect(204);
    await running.as.kitchen.get('/api/tastings').expect(401);
    const { body } = await running.as.coordinator.get('/api/accounts');
    const server = body.find((account: { role: string }) => account.role === 'server');
    await running.as.coordinator.delete(`/api/accounts/${server.id}`).expect(204);
    await running.as.server.get('/api/tastings').expect(401);
    const own = body.find((account: { role: string }) => account.role === 'coordinator');
    await running.as.coordinator.delete(`/api/accounts/${own.id}`).expect(403);
    await running.stop();
  });

  it('expire, and a cookie that is older signs nobody in', async () => {
    const running = await startServer();
    await running.as.kitchen.get('/api/tastings').expect(200);
    const write = (expiresAt: string) =>
      running.app.get(Transactions).write((manager) => manager.updateAll(SessionRow, { expiresAt }));
    await write(new Date(Date.now() + 60_000).toISOString());
    await running.as.kitchen.get('/api/tastings').expect(200);
    await write(new Date(Date.now() - 1).toISOString());
    await running.as.kitchen.get('/api/tastings').expect(401);
    await running.stop();
  });

  it('of the demo end when the same file is opened to the network', async () => {
    const { data, discard } = freshFile();
    const local = await createApplication({ ...testOptions, data, demo: true });
    await local.init();
    const agent = request.agent(local.getHttpServer());
    const signedIn = await agent.post('/api/session').send({ login: ines.login, password: ines.password }).expect(200);
    const [cookie] = signedIn.headers['set-cookie'] as unknown as string[];
    await local.close();
    const open = await createApplication({ ...testOptions, data, demo: true, lan: true });
    await open.init();
    await request(open.getHttpServer()).get('/api/tastings').set('Cookie', cookie).expect(401);
    await open.close();
    discard();
  });

  it('are refused too many tries', async () => {
    const { app, agent } = await bare({ signInsPerMinute: 3 });
    const tries = [];
    for (let at = 0; at < 4; at++)
      tries.push((await agent.post('/api/session').send({ login: 'x', password: 'y' })).status);
    expect(tries).toEqual([401, 401, 401, 429]);
    await app.close();
  });
});

describe('refusals', () => {
  it.each([
    ['{', 400, 'The request is not valid JSON.'],
    [JSON.stringify({ login: 'x'.repeat(1_100_000), password: '' }), 413, 'This is too large to take in.'],
  ])('speak plainly of %.10s', async (text, status, message) => {
    const { app, agent } = await bare({});
    const { body } = await agent.post('/api/session').set('Content-Type', 'application/json').send(text).expect(status);
    expect(body.message).toBe(message);
    await app.close();
  });
});

describe('options', () => {
  it.each([[[]], [['--port', '99999', '--data', 'x']], [['--nonsense']]])('%j are refused with what to do', (words) => {
    expect(() => readOptions(words)).toThrow(BadOptions);
  });

  it('keep ballot tokens out of the log', () => {
    expect(withoutToken('/api/ballots/abcdefgh/open')).toBe('/api/ballots/…/open');
    expect(withoutToken('/b/abcdefgh')).toBe('/b/…');
  });
});
