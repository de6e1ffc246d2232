import type { Agent } from 'supertest';
import { startServer, type Running } from './support/running';
import { draft, handInBallot, locked, tokens } from './support/tasting';

/** The service log: trays and repairs, written by whoever carries, portions or watches over it. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

interface Seat {
  panelistId: string;
  seat: number;
  flight: number;
  codes: string[];
  tray: string;
  trayBy: string | null;
  outAt: string | null;
  celsius: number | null;
  isTwice: boolean;
  presence: string;
}

const AT = '2026-03-05T18:10:00.000Z';
let count = 0;
const send = (agent: Agent, id: string, ...entries: object[]) =>
  agent.post(`/api/tastings/${id}/service-log`).send({
    entries: entries.map((entry) => ({
      ...{ id: `service-${count++}`, at: AT },
      ...('of' in entry || 'text' in entry ? {} : { sitting: 1 }),
      ...entry,
    })),
  });
const seatsOf = async (id: string): Promise<Seat[]> =>
  (await running.as.server.get(`/api/tastings/${id}/board`).expect(200)).body.seats as Seat[];
const logOf = async (agent: Agent, id: string) =>
  (await agent.get(`/api/tastings/${id}/service-log`).expect(200)).body.entries as Record<string, unknown>[];
const portionsOf = async (id: string) =>
  (await running.as.server.get(`/api/tastings/${id}/portioning`).expect(200)).body as {
    tag: string;
    code: string;
    seats: number[];
    isAgain: boolean;
    flight: number;
  }[];

describe('trays', () => {
  it('are on the board as soon as somebody has them, once, by whoever was first', async () => {
    const { server, coordinator } = running.as;
    const id = await locked(coordinator);
    const [{ panelistId: panelist }, { panelistId: other }] = await seatsOf(id);
    const taken = { id: 'taken-once', kind: 'taken', panelist };
    await send(server, id, taken).expect(200);
    await send(server, id, taken).expect(200);
    expect((await seatsOf(id))[0]).toMatchObject({ tray: 'taken', trayBy: 'The server', outAt: null });
    await send(server, id, { kind: 'out', panelist, celsius: 57.5 }).expect(200);
    await send(coordinator, id, { kind: 'out', panelist }).expect(200);
    const [first, second] = await seatsOf(id);
    expect(first).toMatchObject({ tray: 'out', trayBy: 'The server', outAt: AT, celsius: 57.5, isTwice: true });
    expect(second).toMatchObject({ panelistId: other, tray: 'waiting', presence: 'expected', isTwice: false });
    expect(await logOf(server, id)).toHaveLength(3);
  });

  it('of whom is absent, moved or gone are told so, and can be taken back', async () => {
    const { server, coordinator } = running.as;
    const id = await locked(coordinator);
    const [a, b, c] = (await seatsOf(id)).map(({ panelistId }) => panelistId);
    await send(
      server,
      id,
      { id: 'is-absent', kind: 'absent', panelist: a, because: 'called in ill' },
      { kind: 'moved', panelists: [b], flight: 7 },
      { kind: 'stopped', panelist: c, because: 'had enough' },
    ).expect(200);
    const [first, second, third] = await seatsOf(id);
    expect([first.presence, second.flight, third.presence]).toEqual(['absent', 7, 'stopped']);
    const cut = await portionsOf(id);
    expect(cut.flatMap(({ seats }) => seats)).not.toContain(1);
    expect(new Set(cut.filter(({ seats }) => seats.includes(2)).map(({ flight }) => flight))).toEqual(new Set([7]));
    await send(server, id, { kind: 'undone', of: 'is-absent' }).expect(200);
    expect((await seatsOf(id))[0].presence).toBe('expected');
    expect((await portionsOf(id)).flatMap(({ seats }) => seats)).toContain(1);
  });
});

describe('which piece another portion is cut from', () => {
  it('is told to servers alone, and refused for a piece of another method', async () => {
    const { server, coordinator } = running.as;
    const id = await locked(coordinator);
    const [{ panelistId: panelist, codes }] = await seatsOf(id);
    const [code] = codes;
    const { tag } = (await portionsOf(id)).find((one) => one.code === code && one.seats.includes(1))!;
    const refusal = await send(server, id, {
      ...{ kind: 'replaced', panelist, code, because: 'dropped' },
      piece: (await portionsOf(id)).find((one) => one.code === codes[1])!.tag,
    }).expect(400);
    const [spare] = (refusal.body.problems[0].message as string).match(/[A-Z]\d(?=\.$|,|$)/g)!;
    const { pieces } = (await server.get(`/api/tastings/${id}/spares?code=${code}`).expect(200)).body;
    expect([pieces.length, pieces.includes(spare), pieces.includes(tag)]).toEqual([2, true, true]);
    await server.get(`/api/tastings/${id}/spares?code=x`).expect(400);
    await coordinator.get(`/api/tastings/${id}/spares?code=${code}`).expect(403);
    await send(server, id, { kind: 'replaced', panelist, code, because: 'dropped', piece: spare }).expect(200);
    expect((await portionsOf(id)).filter(({ isAgain }) => isAgain)).toMatchObject([{ tag: spare, code, seats: [1] }]);

    // A coordinator, who also has the kitchen's list, reads none, and is refused each piece with the same words.
    expect((await logOf(server, id))[0].piece).toBe(spare);
    expect((await logOf(coordinator, id))[0].piece).toBeNull();
    const words = await Promise.all(
      [tag, spare, 'Q9'].map((piece) =>
        send(coordinator, id, { kind: 'replaced', panelist, code, because: 'dropped', piece }),
      ),
    );
    expect(words.slice(0, 2).map(({ status, body }) => [status, body.message])).toEqual(
      new Array(2).fill([409, expect.stringContaining('for the server to say')]),
    );
    expect(words[2].status).toBe(400);
    await send(coordinator, id, { kind: 'replaced', panelist, code, because: 'dropped' }).expect(200);
    const { log } = (await coordinator.get(`/api/tastings/${id}/seal`)).body as { log: { detail: string }[] };
    expect(log.map(({ detail }) => detail)).toContain(`Plate ${code} of seat 1 was replaced: dropped`);
    expect(JSON.stringify(log)).not.toContain(`piece ${spare}`);
    const sealed = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    expect(sealed.records.service[0].body.piece).toBeNull();
  });
});

it('cuts nothing from a piece that has none left, by its mass once it was weighed cooked', async () => {
  const { server, kitchen, coordinator } = running.as;
  const plan = draft({ quantities: { ...draft().quantities, portionGrams: 25, usable: 1 } });
  const id = await locked(coordinator, plan);
  const [{ panelistId: panelist, codes }] = await seatsOf(id);
  const [code] = codes;
  const [first, second] = (await server.get(`/api/tastings/${id}/spares?code=${code}`)).body.pieces as string[];
  // Three portions of each are cut; the first gives four, the second just three.
  const weigh = (piece: string, ...grams: number[]) =>
    kitchen.post(`/api/tastings/${id}/kitchen-log`).send({
      entries: grams.map((mass) => ({ id: `mass-${piece}-${mass}`, at: AT, kind: 'mass', piece, grams: mass })),
    });
  await weigh(first, 140, 124).expect(200);
  await weigh(second, 140, 99).expect(200);
  const gives = new Map(
    ((await portionsOf(id)) as { tag: string; gives?: number }[]).map((row) => [row.tag, row.gives]),
  );
  expect([gives.get(first), gives.get(second)]).toEqual([4, 3]);
  const replaced = (piece: string) => ({ kind: 'replaced', panelist, code, because: 'dropped', piece });
  await send(server, id, replaced(second)).expect(400);
  await send(server, id, replaced(first)).expect(200);
  const { body } = await send(server, id, replaced(first)).expect(400);
  expect(body.problems[0].message).toBe(`Nothing is left that ${code} may be cut from.`);
  expect((await server.get(`/api/tastings/${id}/spares?code=${code}`)).body.pieces).toEqual([]);
});

it('is what findings and CSV rest on, and comes back out of a bundle', async () => {
  const { server, coordinator, reader } = running.as;
  const id = await locked(coordinator, draft({}, 3, 12));
  const [one, other, gone] = await seatsOf(id);
  await send(
    server,
    id,
    {
      ...{ kind: 'swapped', panelist: one.panelistId, code: one.codes[0] },
      ...{ withPanelist: one.panelistId, withCode: one.codes[1] },
    },
    { kind: 'missed', panelist: other.panelistId, code: other.codes[2], because: 'spilled' },
    { kind: 'absent', panelist: gone.panelistId, because: 'ill' },
  ).expect(200);
  for (const [seat, token] of (await tokens(coordinator, id)).entries())
    if (seat + 1 !== gone.seat) await handInBallot(running.stranger, token, seat, (codes) => codes);
  await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body;
  const { codes } = bundle.key as { codes: Record<string, string> };
  const found = (await reader.get(`/api/tastings/${id}/findings`).expect(200)).body;
  expect(found.people).toBe(10);
  expect(found.leftOut).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ seat: gone.seat, why: 'did not come' }),
      expect.objectContaining({ seat: other.seat, why: 'did not eat and rank every method' }),
    ]),
  );
  // Everybody ranked as served: by hand, the sum of a method is that of its places, two of them exchanged at seat 1.
  const sums = new Map<string, number>();
  for (const { seat, codes: own } of await seatsOf(id)) {
    if (seat === other.seat || seat === gone.seat) continue;
    const order = seat === one.seat ? [own[1], own[0], own[2]] : own;
    order.forEach((code, at) => sums.set(codes[code], (sums.get(codes[code]) ?? 0) + at + 1));
  }
  const rankSums = found.sections.find(({ id: section }: { id: string }) => section === 'rank-sums').data.methods as {
    id: string;
    rankSum: number;
  }[];
  expect(Object.fromEntries(rankSums.map(({ id: method, rankSum }) => [method, rankSum]))).toEqual(
    Object.fromEntries(sums),
  );
  const csv = (await coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text.split('\n');
  const eaten = csv[0].split(',').indexOf('eaten');
  expect(csv.slice(1).filter((line) => line.split(',')[eaten] === 'no')).toHaveLength(1 + 3);

  const brought = (await coordinator.post('/api/import').send(bundle).expect(200)).body as { id: string };
  const again = (await coordinator.get(`/api/tastings/${brought.id}/bundle`).expect(200)).body;
  expect(again.records.service).toEqual(bundle.records.service);
});

it.each([
  ['missed', { code: '000', because: 'spilled' }, 400],
  ['missed', { because: 'spilled' }, 400],
  ['missed', { code: 'CODE', because: '' }, 400],
  ['missed', { code: 'CODE', because: 'spilled', celsius: 5 }, 400],
  ['missed', { code: 'CODE', because: 'spilled', sitting: 2 }, 400],
  ['out', { panelist: 'nobody' }, 400],
  ['out', { celsius: 5000 }, 400],
  ['swapped', { code: 'CODE', withPanelist: 'panelist-0', withCode: 'CODE' }, 400],
  ['trays-swapped', { withPanelist: 'panelist-0' }, 400],
  ['reordered', { codes: ['CODE'] }, 400],
  ['moved', { panelists: ['nobody'], flight: 1 }, 400],
  ['exploded', {}, 400],
])('refuses %s with %j, and keeps nothing of it', async (kind, more, status) => {
  const { server, coordinator } = running.as;
  const id = await locked(coordinator);
  const [{ codes }] = await seatsOf(id);
  const own = JSON.parse(
    JSON.stringify({ kind, panelist: 'panelist-0', ...more }).replaceAll('CODE', codes[0]),
  ) as object;
  const entry = kind === 'moved' ? { ...own, panelist: undefined } : own;
  const reply = await send(server, id, { kind: 'late', panelist: 'panelist-1' }, entry).expect(status);
  expect(reply.body.problems.length).toBeGreaterThan(0);
  expect(await logOf(server, id)).toEqual([]);
});

it('is not for kitchens, readers and strangers, nor before the plan is locked', async () => {
  const { kitchen, reader, coordinator } = running.as;
  const id = await locked(coordinator);
  await send(kitchen, id, { kind: 'late', panelist: 'panelist-1' }).expect(403);
  await kitchen.get(`/api/tastings/${id}/service-log`).expect(403);
  await send(reader, id, { kind: 'late', panelist: 'panelist-1' }).expect(403);
  await send(running.stranger, id, { kind: 'late', panelist: 'panelist-1' }).expect(401);
  const { body } = await coordinator.post('/api/tastings').send({ title: 'Draft' });
  await send(coordinator, (body as { id: string }).id, { kind: 'late', panelist: 'panelist-1' }).expect(409);
});

it('goes on the next day where it was broken off: what was answered and carried stands, and the rest is carried then', async () => {
  const { server, coordinator } = running.as;
  const id = await locked(coordinator);
  const [first] = await seatsOf(id);
  const [token, second] = await tokens(coordinator, id);
  await handInBallot(running.stranger, token, 0, (codes) => codes);
  await send(
    server,
    id,
    { kind: 'out', panelist: first.panelistId },
    { kind: 'postponed', to: '2026-03-06T18:00:00.000Z', because: 'the power failed' },
  ).expect(200);
  await handInBallot(running.stranger, second, 1, (codes) => codes);
  const [one, other] = await seatsOf(id);
  expect([one.tray, other.tray]).toEqual(['out', 'waiting']);
  await send(server, id, { kind: 'out', panelist: other.panelistId, at: '2026-03-06T18:05:00.000Z' }).expect(200);
  expect((await seatsOf(id))[1].outAt).toBe('2026-03-06T18:05:00.000Z');
  expect((await logOf(coordinator, id)).map(({ kind }) => kind)).toEqual(['out', 'postponed', 'out']);
});
