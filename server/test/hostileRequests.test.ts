import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Agent, Response, Test } from 'supertest';
import { Transactions } from '../src/database/transactions';
import { startServer, testOptions, type Running } from './support/running';
import { caveat, codesOf, device, draft, drafted, handIn, locked, saveDraft, tokens } from './support/tasting';

/**
 * Every body that the server takes, broken in one place after the other: it is refused with a
 * word to the person, or taken; it never breaks the server, and a refusal writes nothing.
 */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

/** What is put in the place of a value, one after the other. */
const JUNK: readonly unknown[] = [
  null,
  true,
  -1,
  1e308,
  2 ** 53,
  0.1,
  '',
  ' ',
  'x'.repeat(60_000),
  'a\u0000b',
  '\ud800',
  '__proto__',
  "'; DROP TABLE answers; --",
  '2026-13-45T99:00:00Z',
  [],
  [[[[]]]],
  {},
  { toString: 'no', constructor: null },
  Array.from({ length: 1200 }, () => ({ id: 'same' })),
];

type Path = readonly (string | number)[];

/** Every place in a value, the whole of it first. */
function places(value: unknown, path: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, inner]) => places(inner, [...path, key]))];
}

const LEFT_OUT = Symbol('left out');

/** The value with another in one place, or without it. */
function changed(value: unknown, [head, ...rest]: Path, into: unknown): unknown {
  if (head === undefined) return into;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...(value as object) }) as Record<string, unknown>;
  if (rest.length === 0 && into === LEFT_OUT) delete copy[head];
  else copy[head] = changed(copy[head], rest, into);
  return copy;
}

/** Changes whenever anybody but this connection has committed something. */
async function writes(): Promise<number> {
  const [row] = await running.app.get(Transactions).read.query<{ data_version: number }[]>('PRAGMA data_version');
  return row.data_version;
}

/** What a refusal must be, said in a sentence where it is not. */
function complaint(reply: Response, hasWritten: boolean): string | null {
  const { message } = reply.body as { message?: unknown };
  if (reply.status >= 500) return `answered ${reply.status}`;
  if (reply.status < 400) return null;
  if (hasWritten) return 'refused, and wrote something';
  if (typeof message !== 'string' || message.length < 10) return `refused without a word: ${reply.text.slice(0, 80)}`;
  return /\bat \S+:\d+|SQLITE|QueryFailed|node_modules|Unexpected token|\[object/i.test(reply.text)
    ? `shows its inside: ${reply.text.slice(0, 120)}`
    : null;
}

interface Target {
  send: (body: unknown) => PromiseLike<Response>;
  /** A body that would be taken, made anew when one was. */
  valid: () => Promise<object>;
}

/** Sends every broken body, or, of a large one, every so manieth; says what went wrong. */
async function attack({ send, valid }: Target, most = 900): Promise<string[]> {
  const complaints: string[] = [];
  let body = await valid();
  const tries = places(body).flatMap((path) => [...JUNK, LEFT_OUT].map((into) => ({ path, into })));
  const stride = Math.max(1, Math.ceil(tries.length / most));
  let refused = 0;
  for (const { path, into } of tries.filter((_, at) => at % stride === 0)) {
    if (path.length === 0 && into === LEFT_OUT) continue;
    const before = await writes();
    const reply = await send(changed(body, path, into));
    const wrong = complaint(reply, (await writes()) !== before);
    if (reply.status < 400) body = await valid();
    else refused++;
    if (wrong) complaints.push(`${path.join('.')} = ${JSON.stringify(into)?.slice(0, 40) ?? 'left out'}: ${wrong}`);
  }
  expect(refused).toBeGreaterThan(10);
  return complaints;
}

const sent = (request: Test, body: unknown) =>
  request.set('Content-Type', 'application/json').send(JSON.stringify(body) ?? '');
const post = (agent: Agent, path: string) => (body: unknown) => sent(agent.post(path), body);

describe('a broken body', () => {
  it('of accounts and sessions is refused in words', async () => {
    const { as, stranger } = running;
    let number = 0;
    const account = { name: 'Ada', password: 'long enough to pass', role: 'kitchen' };
    const valid = () => Promise.resolve({ ...account, login: `ada-${++number}` });
    expect(await attack({ send: post(as.coordinator, '/api/accounts'), valid })).toEqual([]);
    const session = () => Promise.resolve({ login: 'nobody', password: 'long enough to pass' });
    expect(await attack({ send: post(stranger, '/api/session'), valid: session })).toEqual([]);
    const first = () =>
      Promise.resolve({ name: 'Eve', login: 'eve', password: 'long enough to pass', setUpCode: '01234567' });
    expect(await attack({ send: post(stranger, '/api/set-up'), valid: first })).toEqual([]);
  });

  it('of a plan is refused in words, and the plan stays as it was', async () => {
    const { coordinator } = running.as;
    const plan = draft({
      ...{ zones: [{ id: 'z', name: 'Loin' }], lots: [{ id: 'l', name: 'Fish' }] },
      constants: [{ id: 'c', name: 'Salt', target: '1 %', tolerance: '', check: 'scale' }],
      bundled: [{ id: 'b', method: 'method-1-secret', text: 'butter' }],
    });
    const id = await drafted(coordinator, plan);
    let version = 0;
    const valid = async () => {
      ({ version } = (await coordinator.get(`/api/tastings/${id}`)).body as { version: number });
      return { version, draft: plan };
    };
    const send = (body: unknown) => sent(coordinator.put(`/api/tastings/${id}/draft`), body);
    expect(await attack({ send, valid }, 700)).toEqual([]);
    await saveDraft(coordinator, id, plan, version).expect(200);
    expect((await coordinator.get(`/api/tastings/${id}`)).body.draft.methods).toEqual(plan.methods);
  });

  it('of a caveat or a reason is refused in words', async () => {
    const { coordinator, kitchen } = running.as;
    const id = await locked(coordinator);
    const entries = () =>
      Promise.resolve({ entries: [caveat({ text: 'Too hot', about: { pieces: [], panelists: ['panelist-0'] } })] });
    expect(await attack({ send: post(kitchen, `/api/tastings/${id}/caveats`), valid: entries })).toEqual([]);
    const reason = () => Promise.resolve({ reason: 'alone today' });
    expect(await attack({ send: post(coordinator, `/api/tastings/${id}/portioning`), valid: reason })).toEqual([]);
    expect(
      await attack({ send: post(coordinator, '/api/tastings'), valid: () => Promise.resolve({ title: 'Once more' }) }),
    ).toEqual([]);
  });

  it('of a ballot is refused in words, and the answers stay as they were', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({}, 3, 40));
    const left = await tokens(coordinator, id);
    const seat = { token: '', number: 0 };
    const opened = async () => {
      Object.assign(seat, { token: left.pop()!, number: left.length });
      const { body } = await running.stranger
        .post(`/api/ballots/${seat.token}/open`)
        .send({ device: device(seat.number), takeOver: false })
        .expect(200);
      return codesOf(body);
    };
    const send = (what: string) => (body: unknown) =>
      sent(running.stranger.post(`/api/ballots/${seat.token}/${what}`), body);
    const codes = await opened();
    const { answers } = handIn(seat.number, codes);
    const letter = () => Promise.resolve({ device: device(seat.number), sitting: 1, answers });
    expect(await attack({ send: send('answers'), valid: letter }, 400)).toEqual([]);
    const open = () => Promise.resolve({ device: device(seat.number), takeOver: false });
    expect(await attack({ send: send('open'), valid: open })).toEqual([]);
    // Each that is handed in after all makes room for the next.
    const whole = async () => handIn(seat.number, await opened()) as object;
    expect(await attack({ send: send('hand-in'), valid: whole }, 500)).toEqual([]);
  });

  it('of a bundle is refused in words, and nothing of it stays', async () => {
    const bundle = JSON.parse(readFileSync(join(testOptions.demoBundles, '2-rice.json'), 'utf8')) as object;
    const send = post(running.as.coordinator, '/api/import');
    expect(await attack({ send, valid: () => Promise.resolve(bundle) }, 220)).toEqual([]);
  }, 120_000);
});

describe('what is no JSON', () => {
  const routes = ['/api/session', '/api/tastings', '/api/import', '/api/ballots/no-such-ballot-00/open'];
  const texts: [string, string][] = [
    ['half a body', '{"login":'],
    ['two bodies', '{}{}'],
    ['a bare word', 'yes'],
    ['depth', '['.repeat(100_000) + ']'.repeat(100_000)],
    ['a prototype', '{"__proto__":{"role":"coordinator"},"constructor":{"prototype":{"role":"coordinator"}}}'],
  ];
  it.each(texts)('%s is refused in words', async (_, text) => {
    for (const route of routes) {
      const before = await writes();
      const reply = await running.as.coordinator.post(route).set('Content-Type', 'application/json').send(text);
      expect(complaint(reply, (await writes()) !== before)).toBeNull();
      expect(reply.status).toBeGreaterThanOrEqual(400);
    }
    expect(({} as { role?: string }).role).toBeUndefined();
  });

  it('is refused by its size before it is read', async () => {
    const large = { title: 'x'.repeat(1_200_000) };
    const reply = await running.as.coordinator.post('/api/tastings').send(large);
    expect([reply.status, complaint(reply, false)]).toEqual([413, null]);
  });

  it.each([
    ['a null byte', '%00'],
    ['another folder', '..%2f..%2fetc%2fpasswd'],
    ['great length', 'x'.repeat(3000)],
    ['a query', "1' OR '1'='1"],
    ['broken letters', '%ff%fe'],
    ['a picture', '🥕'],
  ])('an address with %s leads nowhere, and says so', async (_, id) => {
    for (const path of [`/api/tastings/${id}`, `/api/tastings/${id}/findings`, `/api/tastings/${id}/sheets/plan`]) {
      const reply = await running.as.coordinator.get(encodeURI(path).replaceAll('%25', '%'));
      expect([400, 404, 414]).toContain(reply.status);
      expect(complaint(reply, false)).toBeNull();
    }
  });
});
