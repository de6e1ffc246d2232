import { findings } from '@jacana/core/findings';
import { parseBundle } from '@jacana/core/bundle';
import { startServer, type Running } from './support/running';
import { device, draft, handIn, handInBallot, locked, tokens } from './support/tasting';

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

describe('one tasting from lock to findings', () => {
  it('answers with the numbers that its own bundle gives', async () => {
    const { as, stranger } = running;
    const id = await locked(as.coordinator, draft({}, 3, 12));
    const links = await tokens(as.coordinator, id);
    for (const [at, token] of links.entries()) await handInBallot(stranger, token, at);

    const board = (await as.server.get(`/api/tastings/${id}/board`).expect(200)).body;
    expect(board.seats.map((seat: { state: string }) => seat.state)).toEqual(Array(12).fill('done'));
    await as.coordinator.post(`/api/tastings/${id}/unseal`).expect(409);
    await as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await as.coordinator.get(`/api/tastings/${id}/findings`).expect(409);
    const seal = (await as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200)).body;
    expect(seal).toMatchObject({ matches: true, logIntact: true, unsealedBy: 'Ines' });
    expect(seal.log.map((entry: { action: string }) => entry.action)).toEqual([
      'tasting created',
      'plan locked, key sealed',
      'tasting closed',
      'key unsealed',
    ]);

    const found = (await as.reader.get(`/api/tastings/${id}/findings`).expect(200)).body;
    const exported = (await as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body;
    const { bundle, problems } = parseBundle(exported);
    expect(problems).toEqual([]);
    expect(found).toEqual(JSON.parse(JSON.stringify(findings(bundle!))));
    // Everyone ranked by ascending code, so the smallest code is liked best by all.
    expect(found.verdict.kind).toBe('winner');
    expect(found.overall.kendallW).toBeCloseTo(1, 12);
    // A second reading comes from the snapshot and says the same.
    expect((await as.coordinator.get(`/api/tastings/${id}/findings`)).body).toEqual(found);

    const csv = (await as.coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text;
    expect(csv.trim().split('\n')).toHaveLength(1 + 36);
  });

  it('goes out as a bundle and comes back the same', async () => {
    const { as, stranger } = running;
    const id = await locked(as.coordinator);
    for (const [at, token] of (await tokens(as.coordinator, id)).entries()) await handInBallot(stranger, token, at);
    await as.coordinator.post(`/api/tastings/${id}/close`).expect(204);

    const sealed = (await as.coordinator.get(`/api/tastings/${id}/bundle`)).body;
    expect(sealed.key).toBeNull();
    const refused = await as.coordinator.post('/api/import').send(sealed).expect(400);
    expect(refused.body.problems[0]).toMatchObject({
      field: 'key',
      message: expect.stringContaining('exported while sealed'),
    });

    await as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const open = (await as.coordinator.get(`/api/tastings/${id}/bundle`)).body;
    const copy = (await as.coordinator.post('/api/import').send(open).expect(200)).body.id;
    const again = (await as.coordinator.get(`/api/tastings/${copy}/bundle`)).body;
    const withoutIds = (bundle: typeof open) => ({
      ...bundle,
      caveats: bundle.caveats.map((caveat: { text: string }) => caveat.text),
    });
    expect(withoutIds(again)).toEqual(withoutIds(open));
  });
});

describe('a ballot', () => {
  let id: string;
  let token: string;
  let codes: string[];
  beforeEach(async () => {
    id = await locked(running.as.coordinator);
    [token] = await tokens(running.as.coordinator, id);
    codes = (await open(1)).codes;
  });
  const open = async (number: number, takeOver = false) =>
    (
      await running.stranger
        .post(`/api/ballots/${token}/open`)
        .send({ device: device(number), takeOver })
        .expect(200)
    ).body;
  const save = (number: number, answers: object[]) =>
    running.stranger.post(`/api/ballots/${token}/answers`).send({ device: device(number), answers });
  const stored = async () => (await running.as.coordinator.get(`/api/tastings/${id}/bundle`)).body.ballots[0].answers;

  it('remembers answers over a reload, and keeps what was changed', async () => {
    await save(1, [{ id: 'answer-1', kind: 'liking', code: codes[0], score: 4 }]).expect(200);
    await save(1, [{ id: 'answer-2', kind: 'liking', code: codes[0], score: 7 }]).expect(200);
    expect((await open(1)).liking).toEqual([{ code: codes[0], score: 7 }]);
    expect(await stored()).toMatchObject([
      { score: 4, reason: '' },
      { score: 7, reason: 'changed by the panelist before handing in' },
    ]);
  });

  it('stores once what is sent twice, also at the same moment', async () => {
    const answers = [{ id: 'answer-1', kind: 'liking', code: codes[0], score: 4 }];
    await Promise.all([save(1, answers), save(1, answers), save(1, answers)]);
    expect(await stored()).toHaveLength(1);
    const bodies = await Promise.all(
      [1, 2, 3].map(() => running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes))),
    );
    expect(bodies.map((reply) => reply.status)).toEqual([200, 200, 200]);
    expect((await stored()).filter((answer: { kind: string }) => answer.kind === 'ranking')).toHaveLength(1);
  });

  it('counts once: another hand-in is refused', async () => {
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes)).expect(200);
    const other = { ...handIn(1, [...codes].reverse()), id: 'another-one' };
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(other).expect(409);
    await save(1, [{ id: 'late-answer', kind: 'liking', code: codes[0], score: 1 }]).expect(409);
    expect((await open(1)).state).toBe('handed-in');
  });

  it('tells a second device, and lets it take over', async () => {
    await save(1, [{ id: 'answer-1', kind: 'liking', code: codes[0], score: 4 }]);
    expect(await open(2)).toMatchObject({ state: 'elsewhere', liking: [] });
    expect((await save(2, [{ id: 'answer-9', kind: 'liking', code: codes[0], score: 1 }]).expect(409)).body.error).toBe(
      'elsewhere',
    );
    expect(await open(2, true)).toMatchObject({ state: 'open', liking: [{ code: codes[0], score: 4 }] });
    expect((await save(1, [{ id: 'answer-8', kind: 'tasted', code: codes[1] }]).expect(409)).body.error).toBe(
      'elsewhere',
    );
  });

  it('waits while the tasting is closed and goes on when it is reopened', async () => {
    await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
    expect(
      (await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes)).expect(409)).body.error,
    ).toBe('closed');
    await running.as.coordinator.post(`/api/tastings/${id}/reopen`).expect(204);
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes)).expect(200);
  });

  it.each<[string, (body: ReturnType<typeof handIn>) => object]>([
    ['ranking', (body) => ({ ...body, ranking: body.ranking.slice(1) })],
    ['ranking.1.0', (body) => ({ ...body, ranking: [body.ranking[0], ...body.ranking] })],
    ['ranking.0', (body) => ({ ...body, ranking: [body.ranking.flat()] })],
    ['ranking', (body) => ({ ...body, ranking: 'best first' })],
    ['ranking', (body) => ({ ...body, ranking: [[{ code: 1 }]] })],
    ['liking.0.score', (body) => ({ ...body, liking: body.liking.map((one) => ({ ...one, score: 4.5 })) })],
    ['liking.0.score', (body) => ({ ...body, liking: body.liking.map((one) => ({ ...one, score: 10 })) })],
    ['liking', (body) => ({ ...body, liking: [] })],
    ['liking.0.code', (body) => ({ ...body, liking: body.liking.map((one) => ({ ...one, code: '0x1' })) })],
    ['method', (body) => ({ ...body, method: 'x' })],
    ['id', ({ id: _id, ...body }) => body],
  ])('is refused with the field %s named', async (field, spoil) => {
    const reply = await running.stranger
      .post(`/api/ballots/${token}/hand-in`)
      .send(spoil(handIn(1, codes)))
      .expect(400);
    expect(reply.body.problems.map((problem: { field: string }) => problem.field)).toContain(field);
    expect(await stored()).toEqual([]);
  });
});

describe('a plan', () => {
  it('does not lock before it is complete, and says what is missing', async () => {
    const { body } = await running.as.coordinator.post('/api/tastings').send({ title: 'Bare' });
    const reply = await running.as.coordinator.post(`/api/tastings/${body.id}/lock`).expect(400);
    expect(reply.body.problems.map((problem: { field: string }) => problem.field)).toEqual([
      'question',
      'methods',
      'panel',
    ]);
  });

  it('does not change once locked', async () => {
    const id = await locked(running.as.coordinator);
    await running.as.coordinator.put(`/api/tastings/${id}/draft`).send(draft()).expect(409);
    await running.as.coordinator.post(`/api/tastings/${id}/lock`).expect(409);
  });

  it('refuses fields it does not know and says which are wrong', async () => {
    const { body } = await running.as.coordinator.post('/api/tastings').send({ title: 'Fields' });
    const wrong = {
      ...draft({ piecesPerMethod: 0, title: 'x'.repeat(201) }),
      secret: 1,
      methods: [{ id: 'short-id', name: 5, note: '', reference: false }],
    };
    const reply = await running.as.coordinator.put(`/api/tastings/${body.id}/draft`).send(wrong).expect(400);
    expect(reply.body.problems.map((problem: { field: string }) => problem.field).sort()).toEqual([
      'methods.0.name',
      'piecesPerMethod',
      'secret',
      'title',
    ]);
  });

  it('keeps ballot addresses while the draft is edited', async () => {
    const { coordinator } = running.as;
    const { body } = await coordinator.post('/api/tastings').send({ title: 'Panel' });
    await coordinator.put(`/api/tastings/${body.id}/draft`).send(draft()).expect(200);
    const plan = draft();
    plan.panel = [plan.panel[2], plan.panel[0], { id: 'newcomer-1', name: 'New' }];
    const saved = await coordinator.put(`/api/tastings/${body.id}/draft`).send(plan).expect(200);
    expect(saved.body.draft.panel.map((panelist: { name: string }) => panelist.name)).toEqual([
      'Taster 3',
      'Taster 1',
      'New',
    ]);
  });

  it('can be removed and brought back', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    await coordinator.delete(`/api/tastings/${id}`).expect(204);
    await coordinator.get(`/api/tastings/${id}`).expect(404);
    await coordinator.post(`/api/tastings/${id}/restore`).expect(204);
    await coordinator.get(`/api/tastings/${id}`).expect(200);
  });
});
