import type { AddressInfo } from 'node:net';
import { Transactions } from '../src/database/transactions';
import { LiveService } from '../src/live/live.service';
import { BoardService } from '../src/service/board.service';
import { startServer, type Running } from './support/running';
import { device, draft, drafted, handInBallot, liking, locked, note, saveDraft, tokens } from './support/tasting';

let running: Running;
let base: string;
beforeAll(async () => {
  running = await startServer();
  await running.app.listen(0, '127.0.0.1');
  base = `http://127.0.0.1:${(running.app.getHttpServer().address() as AddressInfo).port}`;
});
afterAll(() => running.stop());

interface Heard {
  id: number | null;
  type: string;
  data: {
    asOf?: number;
    seats?: { seat: number; state: string; tasted: number }[];
    opened?: number;
    handedIn?: number;
    changed?: string[];
    people?: { name: string; at: string }[];
    by?: string;
    version?: number;
    fraction?: number;
  };
}

async function cookieOf(login: string): Promise<string> {
  const response = await fetch(`${base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ login, password: 'long enough to pass' }),
  });
  return response.headers.get('set-cookie') as string;
}

/** A stream that is open until it is stopped; what was heard can be looked at any time. */
async function listen(path: string, headers: Record<string, string>) {
  const stop = new AbortController();
  const response = await fetch(base + path, { headers, signal: stop.signal });
  expect(response.status).toBe(200);
  const heard: Heard[] = [];
  const reading = (async () => {
    let text = '';
    for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
      text += Buffer.from(chunk).toString();
      const parts = text.split('\n\n');
      text = parts.pop() ?? '';
      for (const part of parts) {
        const field = (name: string): string => new RegExp(`^${name}: ?(.*)$`, 'm').exec(part)?.[1] ?? '';
        if (!field('data')) continue;
        heard.push({
          id: field('id') ? Number(field('id')) : null,
          type: field('event'),
          data: JSON.parse(field('data')),
        });
      }
    }
  })().catch(() => undefined);
  const until = async (isThere: (heard: Heard[]) => boolean): Promise<Heard[]> => {
    for (let waited = 0; waited < 4000 && !isThere(heard); waited += 20) await new Promise((go) => setTimeout(go, 20));
    expect(isThere(heard) || heard).toBe(true);
    return heard;
  };
  return { heard, until, stop: async () => (stop.abort(), await reading) };
}

const seatsIn = (heard: Heard[]) => heard.flatMap(({ data }) => data.seats ?? []);
const open = (token: string, number: number) =>
  running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(number), takeOver: false });

it('numbers only the last of what comes together, so that who breaks off before it hears all of it again', async () => {
  const { coordinator } = running.as;
  const id = await locked(coordinator);
  const [first] = await tokens(coordinator, id);
  const cookie = await cookieOf('coordinator');
  const { asOf } = (await coordinator.get(`/api/tastings/${id}/board`)).body;
  // A seat moves and a caveat is noted while nobody listens: two things, told together.
  await open(first, 1);
  await note(coordinator, id, { text: 'late' }).expect(200);
  const stream = await listen(`/api/tastings/${id}/live?after=${asOf}`, { cookie });
  await stream.until((heard) => heard.some(({ data }) => data.changed?.includes('caveats')));
  await stream.stop();
  // All before the last carry the number that was known before; none is counted on from it.
  // Who else is here may come after it: that is no number further.
  const heard = stream.heard.filter(({ type }) => type !== 'presence');
  const numbers = heard.map(({ id: number }) => number);
  expect(numbers.length).toBeGreaterThan(2);
  expect(numbers.slice(0, -1)).toEqual(numbers.slice(0, -1).map(() => asOf as number));
  expect(numbers.at(-1)).toBe((await coordinator.get(`/api/tastings/${id}/board`)).body.asOf);
  // The browser comes back with the last number that it has; here that of the time before.
  const again = await listen(`/api/tastings/${id}/live?after=${asOf}`, { cookie, 'Last-Event-ID': String(asOf) });
  const toldIn = (all: Heard[]) => all.filter(({ type }) => type !== 'presence');
  await again.until((all) => toldIn(all).length >= heard.length);
  expect(toldIn(again.heard).map(({ type }) => type)).toEqual(heard.map(({ type }) => type));
  // What passes by, as who else is here, is no number further.
  const [latest] = toldIn(again.heard).slice(-1);
  await again.until((all) => all.some(({ type }) => type === 'presence'));
  expect(again.heard.at(-1)?.id).toBe(latest.id);
  await again.stop();
});

it('tells of seats as they move, never of answers, and catches up after a break', async () => {
  const { coordinator } = running.as;
  const id = await locked(coordinator);
  const [first, second] = await tokens(coordinator, id);
  const cookie = await cookieOf('server');
  const { asOf } = (await coordinator.get(`/api/tastings/${id}/board`)).body;
  const stream = await listen(`/api/tastings/${id}/live?after=${asOf}`, { cookie });
  await open(first, 1);
  await stream.until((heard) => seatsIn(heard).length > 0);
  expect(seatsIn(stream.heard)).toMatchObject([{ seat: 1, state: 'tasting', tasted: 0 }]);
  const last = stream.heard.at(-1)?.id;
  await stream.stop();

  // While nobody listens, two seats move; a client that names its last event hears of both.
  await open(second, 2);
  const code = (await open(first, 1)).body.sets[0].codes[0];
  await running.stranger
    .post(`/api/ballots/${first}/answers`)
    .send({ device: device(1), sitting: 1, answers: [liking(code, 9, 'answer-1')] })
    .expect(200);
  const again = await listen(`/api/tastings/${id}/live?after=${asOf}`, { cookie, 'Last-Event-ID': String(last) });
  await again.until((heard) => seatsIn(heard).length >= 2);
  expect(
    seatsIn(again.heard)
      .map(({ seat, state, tasted }) => [seat, state, tasted])
      .sort(),
  ).toEqual([
    [1, 'tasting', 1],
    [2, 'tasting', 0],
  ]);
  expect(JSON.stringify(again.heard)).not.toMatch(/score|liking|ranking"|method/);
  await again.stop();
});

it('reads what moved once for all who listen, and tells many events of one seat as one', async () => {
  const { coordinator } = running.as;
  const id = await locked(coordinator, draft({}, 3, 8));
  const links = await tokens(coordinator, id);
  const cookie = await cookieOf('coordinator');
  const board = running.app.get(BoardService);
  const reading = jest.spyOn(board, 'seats');
  const streams = await Promise.all(Array.from({ length: 6 }, () => listen(`/api/tastings/${id}/live`, { cookie })));
  await Promise.all(streams.map((stream) => stream.until((heard) => heard.some(({ type }) => type === 'listening'))));
  for (let time = 0; time < 3; time++) await Promise.all(links.map((token, at) => open(token, at)));
  for (const stream of streams)
    await stream.until((heard) => new Set(seatsIn(heard).map(({ seat }) => seat)).size === 8);
  // 24 events and 6 listeners: a handful of readings, none of them of the whole board.
  expect(reading.mock.calls.length).toBeLessThan(12);
  expect(reading.mock.calls.every(([, only]) => only !== undefined)).toBe(true);
  const progress = streams[0].heard.filter(({ data }) => data.opened !== undefined);
  expect(progress.at(-1)?.data).toMatchObject({ opened: 8, handedIn: 0 });
  reading.mockRestore();
  await Promise.all(streams.map((stream) => stream.stop()));
});

it('tells of a write that takes its time once it is committed', async () => {
  const { coordinator } = running.as;
  const id = await locked(coordinator);
  const stream = await listen(`/api/tastings/${id}/live`, { cookie: await cookieOf('coordinator') });
  await stream.until((heard) => heard.some(({ type }) => type === 'listening'));
  await running.app.get(Transactions).write(async (manager) => {
    await running.app.get(LiveService).note(manager, id, 'tasting', 'slowly');
    await new Promise((go) => setTimeout(go, 700));
    expect(stream.heard.filter(({ type }) => type === 'tasting')).toEqual([]);
  });
  await stream.until((heard) => heard.some(({ data }) => data.changed?.includes('slowly') ?? false));
  await stream.stop();
});

it('tells nothing of a write that failed', async () => {
  const { coordinator } = running.as;
  const id = await locked(coordinator);
  const cookie = await cookieOf('coordinator');
  const stream = await listen(`/api/tastings/${id}/live`, { cookie });
  const live = running.app.get(LiveService);
  await running.app
    .get(Transactions)
    .write(async (manager) => {
      await live.note(manager, id, 'tasting', 'never happened');
      throw new Error('rolled back');
    })
    .catch(() => undefined);
  await note(coordinator, id, { text: 'Happened' }).expect(200);
  await stream.until((heard) => heard.some(({ type }) => type === 'tasting'));
  expect(stream.heard.filter(({ type }) => type === 'tasting')).toMatchObject([{ data: { changed: ['caveats'] } }]);
  await stream.stop();
});

it('says what of a tasting changed, and who has saved a draft', async () => {
  const { coordinator } = running.as;
  const id = await drafted(coordinator);
  const stream = await listen(`/api/tastings/${id}/live`, { cookie: await cookieOf('coordinator') });
  await saveDraft(coordinator, id, draft({ title: 'Trout' }), 2).expect(200);
  await stream.until((heard) => heard.some(({ type }) => type === 'draft'));
  expect(stream.heard.find(({ type }) => type === 'draft')?.data).toEqual({ by: 'Ines', version: 3 });
  await coordinator.post(`/api/tastings/${id}/lock`).expect(200);
  await stream.until((heard) => heard.some(({ type }) => type === 'tasting'));
  expect(stream.heard.find(({ type }) => type === 'tasting')?.data).toEqual({ changed: ['locked'] });
  await stream.stop();
});

it('tells coordinators who else is here, and when they are gone', async () => {
  const id = await drafted(running.as.coordinator);
  const cookie = await cookieOf('coordinator');
  const one = await listen(`/api/tastings/${id}/live?at=ask`, { cookie });
  const two = await listen(`/api/tastings/${id}/live?at=plan`, { cookie });
  const here = (count: number) => (heard: Heard[]) =>
    heard.filter(({ type }) => type === 'presence').at(-1)?.data.people?.length === count;
  await one.until(here(2));
  const people = one.heard.filter(({ type }) => type === 'presence').at(-1)?.data.people;
  expect(people?.map(({ name, at }) => `${name} ${at}`).sort()).toEqual(['Ines ask', 'Ines plan']);
  await two.stop();
  await one.until(here(1));
  await one.stop();
  // The server hears of a closed connection a moment later.
  for (let waited = 0; waited < 2000 && running.app.get(LiveService).listeners > 0; waited += 20)
    await new Promise((go) => setTimeout(go, 20));
  expect(running.app.get(LiveService).listeners).toBe(0);
});

it('tells each role only what is for it: no seats to the kitchen, no progress to servers, no drafts to either', async () => {
  const { coordinator } = running.as;
  const id = await locked(coordinator, draft({}, 3, 8));
  const [first] = await tokens(coordinator, id);
  const streams = {
    kitchen: await listen(`/api/tastings/${id}/live`, { cookie: await cookieOf('kitchen') }),
    server: await listen(`/api/tastings/${id}/live`, { cookie: await cookieOf('server') }),
    coordinator: await listen(`/api/tastings/${id}/live`, { cookie: await cookieOf('coordinator') }),
  };
  const live = running.app.get(LiveService);
  await open(first, 1);
  for (const [at, token] of (await tokens(coordinator, id)).entries())
    await handInBallot(running.stranger, token, at + 1);
  await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  await coordinator.get(`/api/tastings/${id}/findings`).expect(200);
  await running.app.get(Transactions).write((manager) => live.note(manager, id, 'draft', 'Ines'));
  await streams.coordinator.until((heard) => heard.some(({ type }) => type === 'draft'));
  const kinds = (stream: { heard: Heard[] }) => [...new Set(stream.heard.map(({ type }) => type))].sort();
  expect(kinds(streams.coordinator)).toEqual(['computing', 'draft', 'listening', 'presence', 'seats', 'tasting']);
  expect(kinds(streams.server)).toEqual(['listening', 'seats', 'tasting']);
  expect(kinds(streams.kitchen)).toEqual(['listening', 'tasting']);
  for (const stream of Object.values(streams)) await stream.stop();
});

it('is closed to readers before unsealing, and to strangers', async () => {
  const id = await locked(running.as.coordinator);
  await running.as.reader.get(`/api/tastings/${id}/live`).expect(404);
  await running.as.kitchen.get(`/api/tastings/${await drafted(running.as.coordinator)}/live`).expect(404);
  await running.stranger.delete('/api/session');
  await running.stranger.get(`/api/tastings/${id}/live`).expect(401);
});
