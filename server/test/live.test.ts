import type { AddressInfo } from 'node:net';
import { startServer, type Running } from './support/running';
import { device, locked, tokens, liking } from './support/tasting';

let running: Running;
let base: string;
beforeAll(async () => {
  running = await startServer();
  await running.app.listen(0, '127.0.0.1');
  base = `http://127.0.0.1:${(running.app.getHttpServer().address() as AddressInfo).port}`;
});
afterAll(() => running.stop());

interface Heard {
  id: number;
  type: string;
  data: { seat?: number; state?: string };
}

/** Listens until so many events have come. */
async function listen(
  path: string,
  headers: Record<string, string>,
  count: number,
  meanwhile: () => Promise<void> = async () => {},
): Promise<Heard[]> {
  const stop = new AbortController();
  const response = await fetch(base + path, { headers, signal: stop.signal });
  const reader = response.body!.getReader();
  const heard: Heard[] = [];
  let text = '';
  await meanwhile();
  while (heard.length < count) {
    const { value, done } = await reader.read();
    if (done) break;
    text += Buffer.from(value).toString();
    const parts = text.split('\n\n');
    text = parts.pop() ?? '';
    for (const part of parts) {
      const field = (name: string): string => new RegExp(`^${name}: ?(.*)$`, 'm').exec(part)?.[1] ?? '';
      if (field('id')) heard.push({ id: Number(field('id')), type: field('event'), data: JSON.parse(field('data')) });
    }
  }
  stop.abort();
  return heard;
}

it('tells of seats as they move, never of answers, and catches up after a break', async () => {
  const { coordinator } = running.as;
  const id = await locked(coordinator);
  const [first, second] = await tokens(coordinator, id);
  const cookie = (
    await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ login: 'server', password: 'long enough to pass' }),
    })
  ).headers.get('set-cookie') as string;
  const { asOf } = (await coordinator.get(`/api/tastings/${id}/board`)).body;
  const open = (token: string, number: number) =>
    running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(number), takeOver: false });

  const heard = await listen(
    `/api/tastings/${id}/live?after=${asOf}`,
    { cookie },
    1,
    async () => void (await open(first, 1)),
  );
  expect(heard).toMatchObject([{ type: 'seat', data: { seat: 1, state: 'tasting', tasted: 0 } }]);

  // While nobody listens, two seats move; a client that names its last event hears of both.
  await open(second, 2);
  const code = (await open(first, 1)).body.sets[0].codes[0];
  await running.stranger
    .post(`/api/ballots/${first}/answers`)
    .send({ device: device(1), sitting: 1, answers: [liking(code, 9, 'answer-1')] })
    .expect(200);
  const missed = await listen(
    `/api/tastings/${id}/live?after=${asOf}`,
    { cookie, 'Last-Event-ID': String(heard[0].id) },
    2,
  );
  expect(missed.map((event) => [event.data.seat, event.data.state]).sort()).toEqual([
    [1, 'tasting'],
    [2, 'tasting'],
  ]);
  expect(missed.every((event) => event.id > heard[0].id)).toBe(true);
  expect(JSON.stringify(missed)).not.toMatch(/score|liking|ranking"|method/);
});

it('is closed to the kitchen, to readers and to strangers', async () => {
  const id = await locked(running.as.coordinator);
  await running.as.kitchen.get(`/api/tastings/${id}/live`).expect(403);
  await running.as.reader.get(`/api/tastings/${id}/live`).expect(403);
  await running.stranger.delete('/api/session');
  await running.stranger.get(`/api/tastings/${id}/live`).expect(401);
});
