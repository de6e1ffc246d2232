import { MOST_IN_A_MINUTE } from '@jacana/core/bundle';
import { startServer, type Running } from './support/running';
import { locked } from './support/tasting';

/** What thermometers and scales send, and what is drawn and carried of it. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const START = Date.parse('2026-11-26T16:00:00.000Z');
const at = (seconds: number): string => new Date(START + 1000 * seconds).toISOString();
const reading = (seconds: number, value: number, channel = 1) => ({ channel, at: at(seconds), value });

interface Opened {
  id: string;
  tag: string;
  token: string;
}

async function opened(measures = 'celsius'): Promise<Opened> {
  const id = await locked(running.as.coordinator);
  const { methods } = (await running.as.kitchen.get(`/api/tastings/${id}/kitchen`)).body as {
    methods: { pieces: { tag: string }[] }[];
  };
  const { body } = await running.as.kitchen
    .post(`/api/tastings/${id}/devices`)
    .send({ name: 'Logger', measures })
    .expect(200);
  return { id, tag: methods[0].pieces[0].tag, token: (body as { token: string }).token };
}

const send = (token: string, readings: object[]) =>
  running.stranger.post('/api/readings').set('Authorization', `Bearer ${token}`).send({ readings });
const tap = (id: string, ...entries: object[]) =>
  running.as.kitchen.post(`/api/tastings/${id}/kitchen-log`).send({
    entries: entries.map((entry, number) => ({
      ...{ id: `tap-${Math.random().toString(36).slice(2, 12)}-${number}`, at: at(0) },
      ...entry,
    })),
  });
const probed = (piece: string, more: object = {}) => ({
  ...{ kind: 'probed', piece, device: 'Logger', channel: 1, where: 'core' },
  ...more,
});
const csvOf = async (id: string): Promise<string[]> =>
  (await running.as.kitchen.get(`/api/tastings/${id}/readings.csv`).expect(200)).text.trim().split('\n').slice(1);

interface Curve {
  piece: string;
  to: string | null;
  seconds: number[];
  mean: number[];
  least: number[];
  most: number[];
}
const curvesOf = async (id: string, query = ''): Promise<Curve[]> =>
  ((await running.as.kitchen.get(`/api/tastings/${id}/curves${query}`).expect(200)).body as { curves: Curve[] }).curves;

it('stores each reading once, however often and in whatever parts it comes', async () => {
  const { id, token } = await opened();
  const all = Array.from({ length: 150 }, (_, second) => reading(second, 20 + second / 10));
  expect((await send(token, all.slice(0, 100)).expect(200)).body).toEqual({ stored: 100, known: 0 });
  expect((await send(token, all.slice(50)).expect(200)).body).toEqual({ stored: 100, known: 50 });
  expect((await send(token, [...all].reverse()).expect(200)).body).toEqual({ stored: 150, known: 150 });
  const lines = await csvOf(id);
  expect(lines).toHaveLength(150);
  expect(lines[0]).toBe(`${at(0)},Logger,1,,,20,°C`);
  expect(lines[149]).toBe(`${at(149)},Logger,1,,,34.9,°C`);
  // What was acknowledged stands, whatever a device says later of the same moment.
  await send(token, [reading(0, 99)]).expect(200);
  expect((await csvOf(id))[0]).toContain(',20,');
});

it('takes several devices and channels at once without losing any', async () => {
  const { id, token } = await opened();
  const letters = Array.from({ length: 20 }, (_, letter) =>
    Array.from({ length: 30 }, (__, number) => reading((letter * 30 + number) / 5, number, 1 + (letter % 4))),
  );
  const answers = await Promise.all(letters.map((letter) => send(token, letter)));
  expect(answers.every(({ status }) => status === 200)).toBe(true);
  expect(await csvOf(id)).toHaveLength(600);
});

it('draws what a probe showed while it was in a piece, and for whom', async () => {
  const { id, tag, token } = await opened();
  await send(
    token,
    Array.from({ length: 300 }, (_, second) => reading(second, second / 10)),
  ).expect(200);
  await tap(id, probed(tag, { at: at(60) })).expect(200);
  const [open] = await curvesOf(id);
  expect(open).toMatchObject({ piece: tag, to: null });
  expect([open.seconds[0], open.seconds.at(-1)]).toEqual([0, 239]);
  expect([Math.min(...open.least), Math.max(...open.most)]).toEqual([6, 29.9]);
  await tap(id, { kind: 'unprobed', device: 'Logger', channel: 1, at: at(120) }).expect(200);
  const [closed] = await curvesOf(id, `?piece=${tag}`);
  expect([closed.to, closed.seconds.at(-1), Math.max(...closed.most)]).toEqual([at(120), 60, 12]);
  expect(await curvesOf(id, '?piece=Z9')).toEqual([]);
  expect((await csvOf(id)).filter((line) => line.includes(`,${tag},core,`))).toHaveLength(61);
});

it('draws a night in few points, with every extreme', async () => {
  const { id, tag, token } = await opened();
  await tap(id, probed(tag)).expect(200);
  const hours = 10;
  const all = Array.from({ length: hours * 360 }, (_, tick) =>
    reading(10 * tick, tick === 2222 ? 99 : 60 + (tick % 7) / 10),
  );
  for (let from = 0; from < all.length; from += 2000) await send(token, all.slice(from, from + 2000)).expect(200);
  expect(await csvOf(id)).toHaveLength(all.length);
  const [curve] = await curvesOf(id);
  expect(curve.seconds.length).toBeLessThanOrEqual(240);
  expect(Math.max(...curve.most)).toBe(99);
  expect(Math.min(...curve.least)).toBe(60);
  expect((await curvesOf(id, `?piece=${tag}`))[0].seconds.length).toBeGreaterThan(500);
});

describe('who may send', () => {
  it('is whoever has the token, which is shown once and opens nothing else', async () => {
    const { id, token } = await opened();
    await running.stranger
      .post('/api/readings')
      .send({ readings: [reading(0, 20)] })
      .expect(401);
    for (const wrong of ['', 'x'.repeat(32), `${token}x`, token.slice(1)])
      await send(wrong, [reading(0, 20)]).expect(401);
    const listed = (await running.as.coordinator.get(`/api/tastings/${id}/devices`).expect(200)).text;
    expect(listed).not.toContain(token);
    for (const path of ['curves', 'devices', 'readings.csv', 'kitchen', 'bundle'])
      await running.stranger.get(`/api/tastings/${id}/${path}`).set('Authorization', `Bearer ${token}`).expect(401);
  });

  it('ends when it is closed, when a new token is given, and when the tasting is removed', async () => {
    const { id, token } = await opened();
    const again = await running.as.coordinator
      .post(`/api/tastings/${id}/devices`)
      .send({ name: ' Logger ', measures: 'celsius' });
    await send(token, [reading(0, 20)]).expect(401);
    const next = (again.body as { token: string }).token;
    await send(next, [reading(0, 20)]).expect(200);
    await running.as.kitchen.delete(`/api/tastings/${id}/devices/Logger`).expect(204);
    await send(next, [reading(1, 20)]).expect(401);
    expect(await csvOf(id)).toHaveLength(1);
    await running.as.kitchen.delete(`/api/tastings/${id}/devices/Other`).expect(404);
    await running.as.kitchen
      .post(`/api/tastings/${id}/devices`)
      .send({ name: 'Logger', measures: 'grams' })
      .expect(409);
    const other = await opened();
    await running.as.coordinator.delete(`/api/tastings/${other.id}`).expect(204);
    await send(other.token, [reading(0, 20)]).expect(401);
  });

  it.each(['a/b', '50%', 'what?', '#1', 'back\\slash', '', 'x'.repeat(51)])('has no name like "%s"', async (name) => {
    const { id } = await opened();
    await running.as.kitchen.post(`/api/tastings/${id}/devices`).send({ name, measures: 'celsius' }).expect(400);
  });

  it('is neither servers nor readers, who read none of it either', async () => {
    const { id } = await opened();
    for (const who of ['server', 'reader'] as const) {
      for (const path of ['devices', 'readings.csv'])
        await running.as[who].get(`/api/tastings/${id}/${path}`).expect(403);
      // Readers may see curves of what is unsealed.
      await running.as[who].get(`/api/tastings/${id}/curves`).expect(who === 'reader' ? 404 : 403);
      await running.as[who].post(`/api/tastings/${id}/devices`).send({ name: 'X', measures: 'celsius' }).expect(403);
      await running.as[who].delete(`/api/tastings/${id}/devices/Logger`).expect(403);
      await running.as[who]
        .post(`/api/tastings/${id}/devices/Logger/readings`)
        .send({ readings: [reading(0, 1)] })
        .expect(403);
    }
  });
});

it.each([
  ['no readings', []],
  ['a time without a zone', [{ ...reading(0, 20), at: '2026-11-26T16:00:00' }]],
  ['no time', [{ channel: 1, value: 20 }]],
  ['a day that is not in the calendar', [{ ...reading(0, 20), at: '2026-02-31T16:00:00Z' }]],
  ['text for a number', [{ ...reading(0, 20), value: '20' }]],
  ['beyond what is measured', [reading(0, 5000)]],
  ['no number', [{ ...reading(0, 20), value: null }]],
  ['channel 0', [reading(0, 20, 0)]],
  ['channel 65', [reading(0, 20, 65)]],
  ['a strange field', [{ ...reading(0, 20), piece: 'K4' }]],
  ['a list in the list', [[reading(0, 20)]]],
  ['too many', Array.from({ length: 2001 }, (_, second) => reading(second, 20))],
])('refuses %s, and keeps nothing of the letter', async (_what, readings) => {
  const { id, token } = await opened();
  const good = reading(500, 20);
  const refused = await send(token, readings.length > 0 ? [good, ...(readings as object[])] : []);
  expect(refused.status).toBe(400);
  expect((refused.body as { message: string }).message.length).toBeGreaterThan(10);
  expect(await csvOf(id)).toEqual([]);
});

it('takes no more than twenty readings a second for long', async () => {
  const { id, token } = await opened();
  const fast = Array.from({ length: MOST_IN_A_MINUTE + 1 }, (_, number) => reading(number / 25, 20));
  await send(token, fast).expect(400);
  await send(token, fast.slice(0, MOST_IN_A_MINUTE)).expect(200);
  await send(token, fast.slice(MOST_IN_A_MINUTE)).expect(400);
  expect(await csvOf(id)).toHaveLength(MOST_IN_A_MINUTE);
});

it('takes a file from a person, by the name of the device', async () => {
  const { id } = await opened();
  const path = `/api/tastings/${id}/devices/Logger/readings`;
  await running.as.kitchen.delete(`/api/tastings/${id}/devices/Logger`).expect(204);
  await running.as.kitchen
    .post(path)
    .send({ readings: [reading(0, 20), reading(1, 21)] })
    .expect(200);
  expect(await csvOf(id)).toHaveLength(2);
  await running.as.kitchen
    .post(`/api/tastings/${id}/devices/Nobody/readings`)
    .send({ readings: [reading(0, 20)] })
    .expect(404);
});

it('takes mass from a scale, and a probe only of a device that there is', async () => {
  const { id, tag, token } = await opened('grams');
  await send(token, [reading(0, 412.55), reading(2, -0.1)]).expect(200);
  await send(token, [reading(1, -5000)]).expect(400);
  expect((await csvOf(id))[0]).toBe(`${at(0)},Logger,1,,,412.55,g`);
  const refused = await tap(id, probed(tag, { device: 'Nobody' })).expect(400);
  expect(JSON.stringify(refused.body)).toContain('There is no device');
  await tap(id, probed(tag, { channel: 0 })).expect(400);
  await tap(id, probed(tag, { where: 'nowhere' })).expect(400);
});

it('goes out in a bundle and comes back in, with curves, and with a digest that notices a change', async () => {
  const { coordinator, kitchen } = running.as;
  const { id, tag, token } = await opened();
  await send(
    token,
    Array.from({ length: 130 }, (_, second) => reading(second, 20 + second / 10)),
  ).expect(200);
  await tap(id, probed(tag)).expect(200);
  await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as {
    readings: { values: number[] }[];
  };
  expect(bundle.readings.map(({ values }) => values.length)).toEqual([60, 60, 10]);
  const brought = (await coordinator.post('/api/import').send(bundle).expect(200)).body as {
    id: string;
    notices: string[];
  };
  expect(brought.notices.join()).not.toContain('changed');
  expect(await curvesOf(brought.id)).toEqual(await curvesOf(id));
  const devices = (await kitchen.get(`/api/tastings/${brought.id}/devices`)).body as { isOpen: boolean }[];
  expect(devices).toMatchObject([{ name: 'Logger', isOpen: false }]);
  bundle.readings[0].values[0] = 99;
  const changed = (await coordinator.post('/api/import').send(bundle).expect(200)).body as { notices: string[] };
  expect(changed.notices.join()).toContain('It was changed after it was exported');
  await coordinator
    .post('/api/import')
    .send({ ...bundle, readings: [bundle.readings[0], bundle.readings[0]] })
    .expect(400);
});

describe('a piece that is cooked again', () => {
  const kitchenOf = async (id: string) =>
    (await running.as.kitchen.get(`/api/tastings/${id}/kitchen`).expect(200)).body as {
      methods: { method: string; pieces: { tag: string; standing: string; insteadOf: string | null }[] }[];
    };
  const portionsOf = async (id: string) =>
    (await running.as.server.get(`/api/tastings/${id}/portioning`).expect(200)).body as {
      tag: string;
      code: string;
      seats: number[];
    }[];

  it('stands on the kitchen’s list and is portioned in place of the first', async () => {
    const { id, tag } = await opened();
    const before = await portionsOf(id);
    await tap(
      id,
      { kind: 'gate', piece: tag, decision: 'withdrawn', because: 'burnt' },
      { kind: 'redone', piece: tag, as: 'Q9' },
    ).expect(200);
    const { methods } = await kitchenOf(id);
    expect(methods[0].pieces).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ tag, standing: 'redone', insteadOf: null }),
        expect.objectContaining({ tag: 'Q9', standing: 'stands', insteadOf: tag }),
      ]),
    );
    const named = (portions: typeof before, from: string, to: string) =>
      portions.map((one) => JSON.stringify({ ...one, tag: one.tag === from ? to : one.tag })).sort();
    expect(named(await portionsOf(id), '', '')).toEqual(named(before, tag, 'Q9'));
    await tap(id, { kind: 'mass', piece: 'Q9', grams: 400 }).expect(200);
    await running.as.kitchen
      .post(`/api/tastings/${id}/caveats`)
      .send({ entries: [{ id: 'caveat-on-q9', at: at(0), kind: 'noted', text: 'Q9 is thinner', pieces: ['Q9'] }] })
      .expect(200);
    await running.as.coordinator.get(`/api/tastings/${id}/sheets/kitchen`).expect(200);
  });

  it('leaves its portions to the others of its method where there is none', async () => {
    const { id, tag } = await opened();
    const [{ pieces }] = (await kitchenOf(id)).methods;
    const others = pieces.map((piece) => piece.tag).filter((other) => other !== tag);
    const seats = (portions: { tag: string; seats: number[] }[], tags: string[]) =>
      portions.filter((one) => tags.includes(one.tag)).reduce((sum, one) => sum + one.seats.length, 0);
    const before = await portionsOf(id);
    await tap(id, { kind: 'gate', piece: tag, decision: 'withdrawn', because: 'burnt' }).expect(200);
    const after = await portionsOf(id);
    expect(seats(after, [tag])).toBe(0);
    expect(seats(after, others)).toBe(seats(before, [tag, ...others]));
  });

  it('has a tag that no other has, and is begun once', async () => {
    const { id, tag } = await opened();
    const [{ pieces }] = (await kitchenOf(id)).methods;
    const taken = await tap(id, { kind: 'redone', piece: tag, as: pieces[1].tag }).expect(400);
    expect(JSON.stringify(taken.body)).toContain('Another piece has the tag');
    const once = { id: 'begun-anew-once', kind: 'redone', piece: tag, as: 'Q9' };
    await tap(id, once).expect(200);
    await tap(id, once).expect(200);
    const twice = await tap(id, { kind: 'redone', piece: tag, as: 'X8' }).expect(400);
    expect(JSON.stringify(twice.body)).toContain('being cooked again already');
    await tap(id, { kind: 'redone', piece: 'Z9', as: 'X8' }).expect(400);
    await tap(id, { kind: 'redone', piece: tag, as: 'not a tag' }).expect(400);
  });
});
