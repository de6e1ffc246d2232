import { copyFileSync } from 'node:fs';
import type Database from 'better-sqlite3';
import request, { type Agent, type Response } from 'supertest';
import { createApplication } from '../src/application';
import { stopClockAt } from './support/clock';
import { ACCESS, bodyFor, cookedIn, LEFT_OUT, servedIn, type Who } from './support/everyRoute';
import { freshFile, PASSWORD, signIn, startServer, testOptions, shareWorkers } from './support/running';
import { tamper } from './support/tamper';
import { caveat, codesOf, device, draft, handIn, locked, tokens } from './support/tasting';

/**
 * Two houses that are the same but for which method is behind which code. Whatever anybody who must not know it is
 * told (pages, lists, sheets to print, files, their names and their sizes) is the same in both, byte by byte; so
 * nothing that is told can give it away.
 */

const NOW = Date.parse('2026-03-05T19:00:00.000Z');
interface Subject {
  id: string;
  token: string;
  codes: string[];
}

const files: ReturnType<typeof freshFile>[] = [];
const place = (): string => {
  const own = freshFile();
  files.push(own);
  return own.data;
};
let plain: string;
let subjects: Subject[];
let panelist: string;

beforeAll(async () => {
  stopClockAt(NOW);
  plain = place();
  const running = await startServer({ data: plain });
  subjects = [];
  for (const title of ['Tasted', 'Closed']) {
    const { coordinator } = running.as;
    const id = await locked(coordinator, unlike(title));
    await cookedIn(running, id);
    await servedIn(running, id);
    const [token, other] = await tokens(coordinator, id);
    const open = { device: device(9), takeOver: false };
    const { body } = await running.stranger.post(`/api/ballots/${other}/open`).send(open).expect(200);
    await running.stranger
      .post(`/api/ballots/${other}/hand-in`)
      .send(handIn(9, codesOf(body)))
      .expect(200);
    if (title === 'Closed') await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    const { trays } = (await coordinator.get(`/api/tastings/${id}/plan`)).body as { trays: { codes: string[] }[] };
    panelist = (await coordinator.get(`/api/tastings/${id}`)).body.draft.panel[0].id as string;
    subjects.push({ id, token, codes: trays[0].codes });
  }
  await running.stop();
});
afterAll(() => {
  jest.useRealTimers();
  files.forEach(({ discard }) => discard());
});

/** A plan whose methods differ in everything that a method can say of itself. */
function unlike(title: string): ReturnType<typeof draft> {
  const plan = draft({ title });
  const methods = plan.methods.map((method, at) => ({
    ...method,
    note: `${'note '.repeat(at * 9)}`,
    steps: `Step ${'and step '.repeat(at * 7)}`,
    equipment: ['pan', 'oven at 90', 'a steamer with three trays'][at],
    cookLoss: [0.3, 0.1, 0.05][at],
    effort: { handsOnMinutes: 5 + 10 * at, totalMinutes: 20 + 30 * at, cost: at, mess: at + 1, skill: at + 1 },
  }));
  return { ...plan, methods };
}

/** The same house, changed in its file as nobody of it would notice. */
function twin(change: (file: Database.Database) => void): string {
  const data = place();
  copyFileSync(plain, data);
  tamper(data, change);
  return data;
}

/** Everything that makes two methods what they are changes places, under the ids that codes stand for. */
function otherMethods(file: Database.Database): void {
  const all = file.prepare('SELECT * FROM methods ORDER BY tastingId, place').all() as Record<string, unknown>[];
  for (const { id } of subjects) {
    const [one, other] = all.filter(({ tastingId }) => tastingId === id);
    for (const [own, from] of [
      [one, other],
      [other, one],
    ])
      for (const column of Object.keys(own).filter((name) => !['tastingId', 'id', 'place'].includes(name)))
        file.prepare(`UPDATE methods SET "${column}" = ? WHERE tastingId = ? AND id = ?`).run(from[column], id, own.id);
  }
}

/** Codes stand for other methods, and are cut from those methods' pieces. */
function otherKey(file: Database.Database): void {
  for (const { id } of subjects) {
    const { pieces } = file.prepare('SELECT pieces FROM plans WHERE tastingId = ?').get(id) as { pieces: string };
    const own = JSON.parse(pieces) as { tag: string; method: string }[];
    const [one, other] = [...new Set(own.map(({ method }) => method))];
    const tags = (method: string): string[] => own.filter((piece) => piece.method === method).map(({ tag }) => tag);
    const swap = new Map([[one, other], [other, one], ...tags(one).map((tag, at) => [tag, tags(other)[at]])] as [
      string,
      string,
    ][]);
    for (const [tag, to] of [...swap]) swap.set(to, tag);
    const swapped = (word: string): string => swap.get(word) ?? word;
    for (const table of ['keys', 'amended_keys']) {
      const rows = file.prepare(`SELECT rowid, codes, portions FROM ${table} WHERE tastingId = ?`).all(id) as {
        rowid: number;
        codes: string;
        portions: string;
      }[];
      for (const { rowid, codes, portions } of rows) {
        const key = Object.entries(JSON.parse(codes) as Record<string, string>).map(([code, is]) => [
          code,
          swapped(is),
        ]);
        const cut = (JSON.parse(portions) as { tags: string[] }[]).map((portion) => ({
          ...portion,
          tags: portion.tags.map(swapped),
        }));
        file
          .prepare(`UPDATE ${table} SET codes = ?, portions = ? WHERE rowid = ?`)
          .run(JSON.stringify(Object.fromEntries(key)), JSON.stringify(cut), rowid);
      }
    }
  }
}

/** What is told, to the byte. */
interface Told {
  route: string;
  status: number;
  headers: string;
  bytes: string;
}

/** Headers that are new with every reply. */
const FRESH = ['date', 'set-cookie', 'etag', 'x-ratelimit-reset', 'x-ratelimit-remaining'];

const raw = (response: Response, done: (error: null, body: Buffer) => void): void => {
  const parts: Buffer[] = [];
  const stream = response as unknown as NodeJS.ReadableStream;
  stream.on('data', (part: Buffer) => parts.push(part));
  stream.on('end', () => done(null, Buffer.concat(parts)));
};

async function toldTo(who: Who, data: string, leftOut: ReadonlySet<string>): Promise<Told[]> {
  const app = await createApplication({ ...testOptions, data });
  await app.init();
  shareWorkers(app);
  const agent: Agent = request.agent(app.getHttpServer());
  if (who !== 'stranger' && who !== 'panelist') await signIn(agent, who);
  const told: Told[] = [];
  for (const { id, token, codes } of subjects)
    for (const route of Object.keys(ACCESS).filter((one) => !LEFT_OUT.has(one) && !leftOut.has(one))) {
      const [verb, path] = route.split(' ') as ['get' | 'post' | 'put' | 'delete', string];
      const address = path
        .replace('{id}', path.startsWith('/api/accounts') ? 'nobody' : id)
        .replace('{token}', who === 'panelist' ? token : 'no-such-ballot-00')
        .replace('{panelist}', panelist)
        .replace('{sitting}', '1')
        .replace('{photo}', 'walk-photo')
        .replace('{name}', 'Logger');
      const body = route.endsWith('/caveats')
        ? { entries: [caveat({ text: 'walked by' }, 'twin-caveat')] }
        : bodyFor(route, codes);
      const reply = await agent[verb](address)
        .send(body)
        .buffer(true)
        .parse(raw as never);
      const headers = Object.entries(reply.headers as Record<string, string>).filter(([name]) => !FRESH.includes(name));
      // How many portions a piece gives is before the eyes of whoever cuts it.
      // When a sheet was made is written by a worker, whose clock goes on.
      const bytes = (reply.body as Buffer).toString('latin1').replace(/\(D:\d{14}Z\)|\/ID \[[^\]]*\]|"gives":\d+/g, '');
      told.push({ route, status: reply.status, headers: JSON.stringify(headers), bytes });
    }
  await app.close();
  return told;
}

/** Of these, sign-ins have ids of their own. */
const OF_SIGN_INS = ['get /api/sessions', 'get /api/accounts', 'get /api/accounts/log'];

it.each([
  // Who sees codes, tags and trays, and no method.
  ['server', 'methods', otherMethods, []],
  ['panelist', 'methods', otherMethods, []],
  ['stranger', 'methods', otherMethods, []],
  ['reader', 'methods', otherMethods, []],
  // Who sees methods and tags, and no code.
  ['kitchen', 'key', otherKey, []],
  // Who sees both, and nowhere one beside the other but where a reason is asked for; and the seal, which sees that the key is another.
  [
    'coordinator',
    'key',
    otherKey,
    ['get /api/tastings/{id}/seal', 'post /api/tastings/{id}/portioning', 'post /api/tastings/{id}/sheets/portioning'],
  ],
] as const)(
  'a %s is told the same by a house with other %s',
  async (who, _what, change, leftOut) => {
    const without = new Set<string>([...OF_SIGN_INS, ...leftOut]);
    const [here, there] = [place(), twin(change)];
    copyFileSync(plain, here);
    const [told, toldThere] = [await toldTo(who, here, without), await toldTo(who, there, without)];
    const isSame = (one: Told, at: number): boolean => JSON.stringify(one) === JSON.stringify(toldThere[at]);
    expect(told.filter((one, at) => !isSame(one, at)).map(({ route, status }) => `${route} ${status}`)).toEqual([]);
    expect(told.some(({ status }) => status === 200)).toBe(true);
  },
  180_000,
);

/** What a live screen of theirs hears that has heard nothing yet. */
async function heardBy(who: Who, data: string, id: string): Promise<string> {
  const app = await createApplication({ ...testOptions, data });
  await app.listen(0, '127.0.0.1');
  const agent = request.agent(app.getHttpServer());
  await signIn(agent, who);
  const stop = new AbortController();
  const { port } = app.getHttpServer().address() as { port: number };
  const { 'set-cookie': cookies } = (await agent.post('/api/session').send({ login: who, password: PASSWORD })).headers;
  const response = await fetch(`http://127.0.0.1:${port}/api/tastings/${id}/live`, {
    headers: { cookie: String(cookies), 'last-event-id': '0', accept: 'text/event-stream' },
    signal: stop.signal,
  });
  let text = '';
  const over = setTimeout(() => stop.abort(), 1500);
  try {
    for await (const part of response.body as unknown as AsyncIterable<Uint8Array>)
      text += Buffer.from(part).toString();
  } catch (error) {
    if (!stop.signal.aborted) throw error;
  }
  clearTimeout(over);
  await app.close();
  return text;
}

it.each([
  ['server', otherMethods],
  ['kitchen', otherKey],
  ['coordinator', otherKey],
] as const)(
  'a %s hears the same as it happens',
  async (who, change) => {
    const here = place();
    copyFileSync(plain, here);
    const [{ id }] = subjects;
    const heard = await heardBy(who, here, id);
    expect(heard.match(/^event: /gm)?.length ?? 0).toBeGreaterThan(1);
    expect(await heardBy(who, twin(change), id)).toBe(heard);
  },
  60_000,
);

it('would be noticed: whoever may know is told another thing', async () => {
  const here = place();
  copyFileSync(plain, here);
  const told = ['kitchen', 'sheets/kitchen', 'portioning', 'sheets/portioning'].map(
    (end) => `get /api/tastings/{id}/${end}`,
  );
  const others = new Set(Object.keys(ACCESS).filter((route) => !told.includes(route)));
  const differ = async (who: Who, change: (file: Database.Database) => void): Promise<string[]> => {
    const [own, toldThere] = [await toldTo(who, here, others), await toldTo(who, twin(change), others)];
    return own.filter(({ bytes }, at) => bytes !== toldThere[at].bytes).map(({ route }) => route);
  };
  expect(await differ('kitchen', otherMethods)).toEqual(
    expect.arrayContaining(['get /api/tastings/{id}/kitchen', 'get /api/tastings/{id}/sheets/kitchen']),
  );
  expect(await differ('server', otherKey)).toEqual(
    expect.arrayContaining(['get /api/tastings/{id}/portioning', 'get /api/tastings/{id}/sheets/portioning']),
  );
}, 180_000);
