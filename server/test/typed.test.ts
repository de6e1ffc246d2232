import type { Answer, TastingBundle } from '@jacana/core/bundle';
import type { Agent } from 'supertest';
import { startServer, type Running } from './support/running';
import { codesOf, device, draft, liking, locked, ranking, tokens } from './support/tasting';

/** Ballots on paper, typed in by two people, and answers that are put right. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

interface Read {
  likings?: number[];
  order?: number[];
  text?: string;
}
let ids = 0;
/** What one person reads off a sheet, under ids of their own. */
const read = (codes: string[], { likings = [7, 5, 3], order = [0, 1, 2], text }: Read = {}) => [
  ...codes.flatMap((code, at) => (at < likings.length ? [liking(code, likings[at], `typed-${++ids}`)] : [])),
  ranking(
    order.map((at) => [codes[at]]),
    `typed-${++ids}`,
  ),
  ...(text ? [{ id: `typed-${++ids}`, kind: 'comment', item: 'comment', text }] : []),
];
const at = (id: string, panelist = 'panelist-0', what = '') =>
  `/api/tastings/${id}/sittings/1/paper/${panelist}${what}`;
const type = (who: Agent, id: string, answers: object[], isOnly = false) => who.put(at(id)).send({ answers, isOnly });
const sheet = async (id: string) => {
  const { body } = await running.as.server.get(at(id)).expect(200);
  return body.sets[0].codes as string[];
};
const stateOf = async (id: string, who: Agent = running.as.coordinator) =>
  (await who.get(`/api/tastings/${id}/sittings/1/paper`).expect(200)).body.ballots[0] as {
    state: string;
    isOwn: boolean;
    firstBy: string;
  };
const exported = async (id: string) =>
  (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as TastingBundle;
const answersIn = async (id: string): Promise<Answer[]> => (await exported(id)).ballots[0]?.answers ?? [];
const typedHow = async (id: string) => (await answersIn(id)).find(({ kind }) => kind === 'typed');
const said = (text: string) => expect.objectContaining({ message: expect.stringContaining(text) });

it('counts once two people have read it alike, and shows neither what the other read', async () => {
  const id = await locked(running.as.coordinator);
  const codes = await sheet(id);
  const { server, coordinator } = running.as;
  await type(server, id, read(codes, { text: 'Good' })).expect(204);
  expect(await stateOf(id)).toMatchObject({ state: 'once', isOwn: false });
  expect(await stateOf(id, server)).toMatchObject({ state: 'once', isOwn: true });
  // Counted for nothing, and shown to nobody.
  expect(await answersIn(id)).toEqual([]);
  for (const who of [server, coordinator])
    for (const path of ['', '/sittings/1/paper', '/board', '/bundle', '/csv', `/sittings/1/paper/panelist-0`])
      expect((await who.get(`/api/tastings/${id}${path}`)).text).not.toContain('Good');
  await type(coordinator, id, read(codes, { text: ' Good ' })).expect(204);
  expect(await stateOf(id)).toMatchObject({ state: 'in' });
  const answers = await answersIn(id);
  const { name } = (await server.get('/api/session').expect(200)).body.me as { name: string };
  expect(answers.filter(({ kind }) => kind === 'score').map(({ by, reason }) => [by, reason])).toEqual(
    Array(3).fill([name, '']),
  );
  expect(await typedHow(id)).toMatchObject({ times: 2, settled: 0, by: name });
});

it('asks the same person nothing twice, and is typed in once only where that is said', async () => {
  const id = await locked(running.as.coordinator);
  const codes = await sheet(id);
  const typing = read(codes);
  await type(running.as.server, id, typing).expect(204);
  // Sent again, as when the reply was lost.
  await type(running.as.server, id, typing).expect(204);
  const { body } = await type(running.as.server, id, read(codes, { likings: [1, 1, 1] })).expect(409);
  expect(body.error).toBe('same-person');
  // What is half typed would be lost: the tasting does not close over it.
  const close = await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(409);
  expect(close.body).toEqual(said('seat 1'));
  await running.as.server.post(at(id, 'panelist-0', '/once')).expect(204);
  expect(await typedHow(id)).toMatchObject({ times: 1, second: '' });
  await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
});

it('is settled by the sheet where two differ, with who read what and who decided', async () => {
  const id = await locked(running.as.coordinator);
  const codes = await sheet(id);
  await type(running.as.server, id, read(codes)).expect(204);
  await type(running.as.coordinator, id, read(codes, { likings: [7, 6], order: [1, 0, 2] })).expect(204);
  expect(await stateOf(id)).toMatchObject({ state: 'differs' });
  expect(await answersIn(id)).toEqual([]);
  const { body } = await running.as.server.get(at(id, 'panelist-0', '/differences')).expect(200);
  const names = (body.differences as { name: string; second: object | null }[]).map(({ name }) => name);
  expect(names).toEqual([`score liking ${codes[1]}`, `score liking ${codes[2]}`, 'ranking ranking 0']);
  expect(body.differences[1]).toMatchObject({ first: { score: 3 }, second: null });
  const settle = (answers: object[], blanks: string[]) =>
    running.as.coordinator.post(at(id, 'panelist-0', '/settle')).send({ answers, blanks });
  const order = ranking(
    codes.map((code) => [code]),
    'settled-order',
  );
  const open = await settle([order], []).expect(400);
  expect(JSON.stringify(open.body)).toContain('still to be settled');
  await settle([order, liking(codes[0], 1, 'not-asked')], names.slice(0, 2)).expect(400);
  await settle([liking(codes[1], 6, 'settled-1'), order], [names[1]]).expect(204);
  const answers = await answersIn(id);
  const about = (code: string) => answers.flatMap((one) => (one.kind === 'score' && one.code === code ? [one] : []));
  // What the first read stays before what was decided; what nobody wrote has no answer.
  expect(about(codes[1]).map(({ score }) => score)).toEqual([5, 6]);
  expect(about(codes[1])[1].reason).toMatch(/^settled by the sheet: .+ read "5 .+", .+ "6 .+"$/);
  expect(about(codes[2])).toEqual([]);
  expect(await typedHow(id)).toMatchObject({ times: 2, settled: 3 });
  // A ballot with a blank goes out and comes in again.
  await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await running.as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  const whole = await exported(id);
  await running.as.coordinator.post('/api/import').send(whole).expect(200);
});

describe('a code that is crossed out', () => {
  const crossed = (code: string) => ({
    ...{ id: `typed-${++ids}`, kind: 'untasted', code, because: 'crossed out on paper' },
  });
  const without = (codes: string[]) => [
    ...[liking(codes[0], 7, `typed-${++ids}`), crossed(codes[1]), liking(codes[2], 3, `typed-${++ids}`)],
    ranking([[codes[2]], [codes[0]]], `typed-${++ids}`),
  ];

  it('is read like an answer, leaves the order without its sample, and stands in the CSV', async () => {
    const { coordinator, server } = running.as;
    const id = await locked(coordinator);
    const codes = await sheet(id);
    await type(server, id, without(codes)).expect(204);
    await type(coordinator, id, without(codes)).expect(204);
    expect(await stateOf(id)).toMatchObject({ state: 'in' });
    expect((await coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text).toContain('crossed out on paper');
  });

  it('has no answer besides, neither as typed nor as settled', async () => {
    const { coordinator, server } = running.as;
    const id = await locked(coordinator);
    const codes = await sheet(id);
    const both = [...without(codes), liking(codes[1], 5, `typed-${++ids}`)];
    const refused = await type(server, id, both).expect(400);
    expect(refused.body.problems).toContainEqual(said('crossed out, and has an answer'));
    await type(server, id, without(codes)).expect(204);
    await type(coordinator, id, read(codes, { likings: [7, 5, 3], order: [2, 0, 1] })).expect(204);
    const { body } = await coordinator.get(at(id, 'panelist-0', '/differences')).expect(200);
    const names = body.differences.map(({ name }: { name: string }) => name) as string[];
    expect(names).toEqual([`score liking ${codes[1]}`, `untasted  ${codes[1]}`, 'ranking ranking 0']);
    const settle = (answers: object[], blanks: string[]) =>
      coordinator.post(at(id, 'panelist-0', '/settle')).send({ answers, blanks });
    const order = ranking([[codes[2]], [codes[0]]], `typed-${++ids}`);
    const wrong = await settle([liking(codes[1], 5, `typed-${++ids}`), crossed(codes[1]), order], []).expect(400);
    expect(wrong.body.problems).toContainEqual(said('crossed out, and has an answer'));
    await settle([crossed(codes[1]), order], [names[0]]).expect(204);
    expect(await stateOf(id)).toMatchObject({ state: 'in' });
  });

  it('said by a phone alone, gives way to what stands on the sheet', async () => {
    const id = await locked(running.as.coordinator);
    const codes = await sheet(id);
    const [token] = await tokens(running.as.coordinator, id);
    const opening = { device: device(1), takeOver: false };
    await running.stranger.post(`/api/ballots/${token}/open`).send(opening).expect(200);
    const answers = [{ ...crossed(codes[1]), because: 'It fell down' }];
    const letter = { device: device(1), sitting: 1, answers };
    await running.stranger.post(`/api/ballots/${token}/answers`).send(letter).expect(200);
    await type(running.as.server, id, read(codes), true).expect(204);
    const last = (await answersIn(id)).filter(({ kind }) => kind === 'untasted').at(-1);
    expect(last).toMatchObject({ code: codes[1], because: '', reason: 'as it stands on paper' });
  });
});

it('is typed in for a sitting that is over, once the next is open, and for none that is not open yet', async () => {
  const { coordinator, server } = running.as;
  const id = await locked(coordinator, draft({ service: { ...draft().service, sittings: 2 } }));
  const first = await sheet(id);
  await type(server, id, read(first)).expect(204);
  await coordinator.post(`/api/tastings/${id}/next-sitting`).expect(204);
  // Half typed, it does not keep the next sitting; only the end.
  expect(JSON.stringify((await coordinator.post(`/api/tastings/${id}/close`).expect(409)).body)).toContain(
    'seat 1 of sitting 1',
  );
  await type(coordinator, id, read(first)).expect(204);
  expect(await stateOf(id)).toMatchObject({ state: 'in' });
  const later = at(id).replace('/sittings/1/', '/sittings/2/');
  const { body } = await server.get(later).expect(200);
  expect(body).toMatchObject({ sitting: 2 });
  const codes = (body as { sets: { codes: string[] }[] }).sets[0].codes;
  expect(codes).not.toEqual(first);
  await server
    .put(later)
    .send({ answers: read(first), isOnly: true })
    .expect(400);
  await server
    .put(later)
    .send({ answers: read(codes), isOnly: true })
    .expect(204);
  const { ballots } = await exported(id);
  expect(ballots.map(({ sitting }) => sitting).sort()).toEqual([1, 2]);
  for (const wrong of ['3', '0', 'one', '1.5'])
    expect((await server.get(at(id).replace('/sittings/1/', `/sittings/${wrong}/`))).status).toBeGreaterThanOrEqual(
      400,
    );
  await server
    .get(at(await locked(coordinator, draft({ service: { ...draft().service, sittings: 2 } }))).replace('/1/', '/2/'))
    .expect(404);
});

it('is forgotten before it counts, and not after', async () => {
  const id = await locked(running.as.coordinator);
  const codes = await sheet(id);
  await type(running.as.server, id, read(codes)).expect(204);
  await running.as.coordinator.delete(at(id)).expect(204);
  expect(await stateOf(id)).toMatchObject({ state: 'open', firstBy: '' });
  await type(running.as.server, id, read(codes, { likings: [2, 2, 2] }), true).expect(204);
  await running.as.coordinator.delete(at(id)).expect(409);
  await type(running.as.coordinator, id, read(codes)).expect(409);
});

it('goes on where a phone gave up', async () => {
  const id = await locked(running.as.coordinator);
  const [token] = await tokens(running.as.coordinator, id);
  const opened = await running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(1), takeOver: false });
  const codes = codesOf(opened.body);
  const early = [liking(codes[0], 9, 'from-phone')];
  await running.stranger
    .post(`/api/ballots/${token}/answers`)
    .send({ device: device(1), sitting: 1, answers: early })
    .expect(200);
  expect(await stateOf(id)).toMatchObject({ isBegun: true, state: 'open' });
  await type(running.as.server, id, read(codes), true).expect(204);
  const about = (await answersIn(id)).flatMap((one) =>
    one.kind === 'score' && one.code === codes[0] ? [[one.score, one.reason]] : [],
  );
  expect(about).toEqual([
    [9, ''],
    [7, 'as it stands on paper'],
  ]);
  const late = await running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(1), takeOver: false });
  expect(late.body.state).toBe('handed-in');
});

it.each([
  ['a code of another ballot', (codes: string[]) => [liking('000', 5, 'stray-code'), ...read(codes)]],
  ['a score beyond the scale', (codes: string[]) => [{ ...liking(codes[0], 5, 'stray-score'), score: 12 }]],
  ['a rinse', (codes: string[]) => [{ id: 'stray-rinse', kind: 'rinse', code: codes[0], seconds: 4 }]],
  ['what only Jacana says', () => [{ id: 'stray-typed', kind: 'typed', times: 2, second: 'X', settled: 0 }]],
])('refuses %s', async (_what, wrong) => {
  const id = await locked(running.as.coordinator);
  await type(running.as.server, id, wrong(await sheet(id))).expect(400);
  expect(await stateOf(id)).toMatchObject({ state: 'open' });
});

it('keeps a picture of the sheet, and only a picture', async () => {
  const id = await locked(running.as.coordinator);
  const jpeg = Buffer.from([255, 216, 255, 224, 1, 2, 3]);
  const path = at(id, 'panelist-0', '/picture');
  await running.as.server
    .put(path)
    .send({ jpeg: jpeg.toString('base64') })
    .expect(204);
  await running.as.server
    .put(path)
    .send({ jpeg: Buffer.from('text').toString('base64') })
    .expect(400);
  const { body } = await running.as.coordinator.get(path).expect(200);
  expect(Buffer.compare(body as Buffer, jpeg)).toBe(0);
  await running.as.kitchen.get(path).expect(403);
  await running.as.server.get(at(id, 'panelist-1', '/picture')).expect(404);
  expect(JSON.stringify(await exported(id))).not.toContain(jpeg.toString('base64'));
});

describe('an answer that is put right', () => {
  const correct = (id: string, answers: object[], because = 'wrote it at the wrong sample') =>
    running.as.coordinator.post(at(id, 'panelist-0', '/corrections')).send({ because, answers });
  const look = (id: string, because = 'Ada says she mixed two up') =>
    running.as.coordinator.post(at(id, 'panelist-0', '/look')).send({ because });

  it('keeps the old one, who changed it, when and why, until the key is open', async () => {
    const id = await locked(running.as.coordinator);
    const codes = await sheet(id);
    await look(id).expect(409);
    await correct(id, [liking(codes[0], 2, 'correction-0')]).expect(409);
    await type(running.as.server, id, read(codes), true).expect(204);
    await look(id, '').expect(400);
    const seen = await look(id).expect(200);
    expect(seen.body.answers).toContainEqual({
      ...liking(codes[0], 7, expect.any(String) as never),
      id: expect.any(String),
    });
    await correct(id, [liking(codes[0], 2, 'correction-1')]).expect(204);
    await correct(id, [liking(codes[0], 2, 'correction-1')]).expect(400);
    await correct(id, [liking('000', 2, 'correction-2')]).expect(400);
    await running.as.server
      .post(at(id, 'panelist-0', '/look'))
      .send({ because: 'curious' })
      .expect(403);
    const own = (await answersIn(id)).filter((one) => one.kind === 'score' && one.code === codes[0]);
    expect(own.map((one) => (one.kind === 'score' ? [one.score, one.reason] : []))).toEqual([
      [7, ''],
      [2, 'wrote it at the wrong sample'],
    ]);
    const { log } = (await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200)).body;
    const actions = (log as { action: string; detail: string }[]).map(({ action, detail }) => `${action}: ${detail}`);
    expect(actions).toContain('answers looked at: seat 1: Ada says she mixed two up');
    expect(actions).toContain('answers corrected: seat 1, 1: wrote it at the wrong sample');
    await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await correct(id, [liking(codes[1], 4, 'correction-3')]).expect(204);
    await running.as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    await correct(id, [liking(codes[1], 9, 'correction-4')]).expect(409);
    const { body } = await running.as.coordinator.get(`/api/tastings/${id}/findings`).expect(200);
    const service = (body.sections as { id: string; data: { corrected: object[]; onPaper: object } }[]).find(
      (one) => one.id === 'service',
    );
    expect(service?.data.corrected).toHaveLength(2);
    expect(service?.data.onPaper).toEqual({ once: [1], all: 1 });
  });
});
