import { parseBundle } from '@jacana/core/bundle';
import { findings, sectionOf, type Findings } from '@jacana/core/findings';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PanelistRow, TastingRow } from '../src/database/entities';
import { Transactions } from '../src/database/transactions';
import { WorkersService } from '../src/jobs/workers.service';
import { startServer, type Running } from './support/running';
import {
  codesOf,
  device,
  draft,
  drafted,
  handIn,
  handInBallot,
  liking,
  locked,
  saveDraft,
  tokens,
} from './support/tasting';

const KEPT = join(__dirname, '../../core/test/bundle/kept');
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
    const overall = sectionOf(found as Findings, 'rank-sums')?.overall;
    expect(overall?.test === null || overall?.kendallW).toBeCloseTo(1, 12);
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
      // An import keeps what was said, under a title of its own where one is taken.
      digest: null,
      tasting: { ...bundle.tasting, title: '' },
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
    codes = codesOf(await open(1));
  });
  const open = async (number: number, takeOver = false) =>
    (
      await running.stranger
        .post(`/api/ballots/${token}/open`)
        .send({ device: device(number), takeOver })
        .expect(200)
    ).body;
  const save = (number: number, answers: object[]) =>
    running.stranger.post(`/api/ballots/${token}/answers`).send({ device: device(number), sitting: 1, answers });
  const stored = async () => (await running.as.coordinator.get(`/api/tastings/${id}/bundle`)).body.ballots[0].answers;

  it('remembers answers over a reload, and keeps what was changed', async () => {
    await save(1, [liking(codes[0], 4, 'answer-1')]).expect(200);
    await save(1, [liking(codes[0], 7, 'answer-2')]).expect(200);
    expect((await open(1)).answers).toEqual([liking(codes[0], 7, 'answer-2')]);
    expect(await stored()).toMatchObject([
      { score: 4, reason: '' },
      { score: 7, reason: 'changed by the panelist before handing in' },
    ]);
  });

  it('stores once what is sent twice, also at the same moment', async () => {
    const answers = [liking(codes[0], 4, 'answer-1')];
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
    await save(1, [liking(codes[0], 1, 'late-answer')]).expect(409);
    expect((await open(1)).state).toBe('handed-in');
  });

  it('tells a second device, and lets it take over', async () => {
    await save(1, [liking(codes[0], 4, 'answer-1')]);
    expect(await open(2)).toMatchObject({ state: 'elsewhere', answers: [] });
    expect((await save(2, [liking(codes[0], 1, 'answer-9')]).expect(409)).body.error).toBe('elsewhere');
    expect(await open(2, true)).toMatchObject({ state: 'open', answers: [liking(codes[0], 4, 'answer-1')] });
    expect((await save(1, [{ id: 'answer-8', kind: 'tasted', code: codes[1] }]).expect(409)).body.error).toBe(
      'elsewhere',
    );
  });

  it('hands in what this device shows, whatever another one said in between', async () => {
    await save(1, [liking(codes[0], 4, 'answer-1')]).expect(200);
    await open(2, true);
    await save(2, [liking(codes[0], 8, 'answer-2')]).expect(200);
    // Coming back, the first device sees what the other entered, and may say 4 all the same.
    expect((await open(1, true)).answers).toEqual([liking(codes[0], 8, 'answer-2')]);
    const shown = handIn(1, codes);
    shown.answers[0] = liking(codes[0], 4, 'answer-1');
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(shown).expect(200);
    const counted = (await open(1)).answers.find((answer: { code?: string }) => answer.code === codes[0]);
    expect(counted.score).toBe(4);
    const scores = (await stored()).filter((answer: { code?: string }) => answer.code === codes[0]);
    expect(scores.map(({ score, reason }: Record<string, unknown>) => [score, reason])).toEqual([
      [4, ''],
      [8, 'changed by the panelist before handing in'],
      [4, 'as shown when handing in'],
    ]);
  });

  it('is not handed in over answers of another device that were never shown', async () => {
    await open(2, true);
    await save(2, [{ id: 'comment-9', kind: 'comment', item: 'comment', text: 'Dry' }]).expect(200);
    await open(1, true);
    const reply = await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes)).expect(409);
    expect(reply.body.error).toBe('behind');
  });

  it('stores every change of mind in a letter, in its order', async () => {
    await save(1, [liking(codes[0], 4, 'answer-1')]).expect(200);
    await save(1, [liking(codes[0], 7, 'answer-2'), liking(codes[0], 4, 'answer-3')]).expect(200);
    expect((await stored()).map(({ score }: { score: number }) => score)).toEqual([4, 7, 4]);
    expect((await open(1)).answers[0].score).toBe(4);
  });

  it('refuses an id that stands for another answer, and the same hand-in with other answers', async () => {
    await save(1, [liking(codes[0], 4, 'answer-1')]).expect(200);
    expect((await save(1, [liking(codes[1], 4, 'answer-1')]).expect(400)).body.problems[0].field).toBe('answers.0.id');
    expect((await save(1, [liking(codes[0], 5, 'answer-1')]).expect(400)).body.problems[0].field).toBe('answers.0.id');
    expect(await stored()).toHaveLength(1);
    const first = handIn(1, codes);
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(first).expect(200);
    const other = { ...first, answers: handIn(1, [...codes].reverse()).answers };
    const reply = await running.stranger.post(`/api/ballots/${token}/hand-in`).send(other).expect(409);
    expect(reply.body.message).toContain('other answers');
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(first).expect(200);
  });

  it('waits while the tasting is closed and goes on when it is reopened', async () => {
    await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
    expect(
      (await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes)).expect(409)).body.error,
    ).toBe('closed');
    await running.as.coordinator.post(`/api/tastings/${id}/reopen`).expect(204);
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes)).expect(200);
  });

  /** The whole ballot with its last answer, the ranking, changed; or its first, a score. */
  const withRanking = (body: ReturnType<typeof handIn>, change: (codes: string[]) => object) => ({
    ...body,
    answers: [...body.answers.slice(0, -1), { ...body.answers.at(-1), ...change(codes) }],
  });
  const withScore = (body: ReturnType<typeof handIn>, change: object) => ({
    ...body,
    answers: [{ ...body.answers[0], ...change }, ...body.answers.slice(1)],
  });

  it.each<[string, (body: ReturnType<typeof handIn>) => object]>([
    ['answers.3.ranking', (body) => withRanking(body, ([first]) => ({ ranking: [[first]] }))],
    [
      'answers.3.ranking.1.0',
      (body) => withRanking(body, (all) => ({ ranking: [[all[0]], ...all.map((one) => [one])] })),
    ],
    ['answers.3.ranking.0', (body) => withRanking(body, (all) => ({ ranking: [all] }))],
    ['answers.3.ranking', (body) => withRanking(body, () => ({ ranking: 'best first' }))],
    ['answers.3.ranking', (body) => withRanking(body, () => ({ ranking: [[{ code: 1 }]] }))],
    ['answers.3.set', (body) => withRanking(body, () => ({ set: 3 }))],
    ['answers.3.ranking', (body) => withRanking(body, () => ({ ranking: undefined }))],
    ['answers.0.score', (body) => withScore(body, { score: 4.5 })],
    ['answers.0.score', (body) => withScore(body, { score: 10 })],
    ['answers.0.code', (body) => withScore(body, { code: '0x1' })],
    ['answers.0.item', (body) => withScore(body, { item: 'nobody-asked' })],
    ['answers.0.text', (body) => withScore(body, { text: 'yum' })],
    ['answers.0.method', (body) => withScore(body, { method: 'x' })],
    ['items.liking', (body) => ({ ...body, answers: body.answers.slice(1) })],
    ['items.ranking', (body) => ({ ...body, answers: body.answers.slice(0, -1) })],
    ['sitting', (body) => ({ ...body, sitting: 0 })],
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

describe('a tasting of two sittings', () => {
  const service = { ...draft().service, together: 2, sittings: 2 };
  const twoSittings = () => locked(running.as.coordinator, draft({ service }, 4, 6));
  const handInAt = async (token: string, number: number): Promise<{ sitting: number; codes: string[] }> => {
    const { body } = await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(number), takeOver: false })
      .expect(200);
    const codes = codesOf(body);
    const whole = handIn(number, codes);
    whole.answers = whole.answers.map((answer, at) => ({ ...answer, id: `answer-${body.sitting}-${at}` }));
    Object.assign(whole, { id: `hand-in-${number}-${body.sitting}`, sitting: body.sitting });
    await running.stranger.post(`/api/ballots/${token}/hand-in`).send(whole).expect(200);
    return { sitting: body.sitting, codes };
  };

  it('takes in one after the other, with codes of their own, and reads both', async () => {
    const { coordinator } = running.as;
    const id = await twoSittings();
    const links = await tokens(coordinator, id);
    const first = await Promise.all(links.map((token, at) => handInAt(token, at)));
    await coordinator.post(`/api/tastings/${id}/next-sitting`).expect(204);
    const card = (await coordinator.get(`/api/tastings/${id}/card`)).body;
    expect(card).toMatchObject({ sitting: 2, sittings: 2, handedIn: 0 });
    const second = await Promise.all(links.map((token, at) => handInAt(token, at)));
    expect([first[0].sitting, second[0].sitting]).toEqual([1, 2]);
    expect(second[0].codes.some((code) => first.some(({ codes }) => codes.includes(code)))).toBe(false);
    expect((await coordinator.post(`/api/tastings/${id}/next-sitting`).expect(409)).body.error).toBe('last');

    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const { body: found } = await coordinator.get(`/api/tastings/${id}/findings`).expect(200);
    expect(found).toMatchObject({ people: 6, leftOut: [] });
    expect(sectionOf(found as Findings, 'incomplete-ranking')).toMatchObject({ of: 'ranking' });
    const orders = (await coordinator.get(`/api/tastings/${id}/orders`).expect(200)).text;
    expect(orders.trim().split('\n')).toHaveLength(1 + 6 * 4);
  });

  it('lets who began the first sitting finish it after the second was opened', async () => {
    const { coordinator } = running.as;
    const id = await twoSittings();
    const [late, absent] = await tokens(coordinator, id);
    const open = { device: device(0), takeOver: false };
    const { body } = await running.stranger.post(`/api/ballots/${late}/open`).send(open).expect(200);
    await coordinator.post(`/api/tastings/${id}/next-sitting`).expect(204);
    const answer = liking(codesOf(body)[0], 5, 'late-answer');
    await running.stranger
      .post(`/api/ballots/${late}/answers`)
      .send({ device: device(0), sitting: 1, answers: [answer] })
      .expect(200);
    expect((await handInAt(late, 0)).sitting).toBe(1);
    expect((await handInAt(late, 0)).sitting).toBe(2);
    expect((await handInAt(absent, 1)).sitting).toBe(2);
    // A sitting that is not open yet has no ballot.
    const early = await twoSittings();
    const [token] = await tokens(coordinator, early);
    await running.stranger
      .post(`/api/ballots/${token}/answers`)
      .send({ device: device(0), sitting: 2, answers: [answer] })
      .expect(404);
  });
});

describe('a lock', () => {
  it('can be taken back until someone is served, and the next one draws anew', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    const before = (await coordinator.get(`/api/tastings/${id}/plan`).expect(200)).body;
    await coordinator.post(`/api/tastings/${id}/unlock`).expect(204);
    await coordinator.get(`/api/tastings/${id}/plan`).expect(409);
    await saveDraft(coordinator, id, draft(), 2).expect(200);
    await coordinator.post(`/api/tastings/${id}/lock`).expect(200);
    const after = (await coordinator.get(`/api/tastings/${id}/plan`).expect(200)).body;
    expect(after.fingerprint).not.toBe(before.fingerprint);
    const { log, logIntact } = (await coordinator.get(`/api/tastings/${id}/seal`)).body;
    expect(log.map(({ action }: { action: string }) => action)).toContain('plan unlocked, key destroyed');
    expect(logIntact).toBe(true);

    const [token] = await tokens(coordinator, id);
    await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(0), takeOver: false })
      .expect(200);
    expect((await coordinator.post(`/api/tastings/${id}/unlock`).expect(409)).body.error).toBe('served');
  });

  it('is never taken back once the tasting was closed or unsealed, even if nobody had come', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    expect((await coordinator.post(`/api/tastings/${id}/unlock`).expect(409)).body.error).toBe('closed');
    await coordinator.post(`/api/tastings/${id}/redraw`).expect(409);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    expect((await coordinator.post(`/api/tastings/${id}/unlock`).expect(409)).body.error).toBe('closed');
    expect((await coordinator.get(`/api/tastings/${id}/plan`)).status).toBe(200);
  });

  it('of an older, weaker kind says so, and can be drawn anew before anyone is served', async () => {
    const { coordinator } = running.as;
    const bundle = JSON.parse(readFileSync(join(KEPT, 'version-2-2-rice.json'), 'utf8'));
    const id = (
      await coordinator
        .post('/api/import')
        .send({ ...bundle, ballots: [] })
        .expect(200)
    ).body.id;
    const before = (await coordinator.get(`/api/tastings/${id}/plan`)).body;
    expect(before).toMatchObject({ scheme: 2, isWeak: true });
    const after = (await coordinator.post(`/api/tastings/${id}/redraw`).expect(200)).body;
    expect(after).toMatchObject({ scheme: 3, isWeak: false });
    expect(after.fingerprint).not.toBe(before.fingerprint);
    const { log, matches } = (await coordinator.get(`/api/tastings/${id}/seal`)).body;
    expect(log.at(-1).action).toBe('new key drawn, old key destroyed');
    expect(matches).toBe(true);
    const [token] = await tokens(coordinator, id);
    await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(0), takeOver: false })
      .expect(200);
    expect((await coordinator.post(`/api/tastings/${id}/redraw`).expect(409)).body.error).toBe('served');
  });

  it('is made once, however often it is asked for at the same moment', async () => {
    const { coordinator } = running.as;
    const id = await drafted(coordinator);
    const asked = [1, 2, 3].map(() => coordinator.post(`/api/tastings/${id}/lock`));
    const replies = await Promise.all(asked);
    expect(replies.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    const { log } = (await coordinator.get(`/api/tastings/${id}/seal`)).body;
    const locks = log.filter(({ action }: { action: string }) => action === 'plan locked, key sealed');
    expect(locks).toHaveLength(1);
  });

  it('is checked once more when it has been drawn: what was changed meanwhile is not covered', async () => {
    const { coordinator } = running.as;
    const id = await drafted(coordinator);
    const workers = running.app.get(WorkersService);
    const draw = workers.lock.bind(workers);
    const drawing = jest.spyOn(workers, 'lock').mockImplementation(async (tasting, inputs) => {
      const drawn = await draw(tasting, inputs);
      await saveDraft(coordinator, id, draft({ title: 'Trout' }), 2).expect(200);
      return drawn;
    });
    const reply = await coordinator.post(`/api/tastings/${id}/lock`).expect(409);
    expect(reply.body.error).toBe('changed');
    drawing.mockRestore();
    expect((await coordinator.get(`/api/tastings/${id}/card`)).body.status).toBe('draft');
    await coordinator.post(`/api/tastings/${id}/lock`).expect(200);
  });

  it('never covers a draft that was changed while it was drawn', async () => {
    const { coordinator } = running.as;
    const id = await drafted(coordinator, draft({}, 3, 60));
    const [lock, save] = await Promise.all([
      coordinator.post(`/api/tastings/${id}/lock`),
      saveDraft(coordinator, id, draft({ title: 'Trout' }, 3, 60), 2),
    ]);
    // The later one is refused, unless all was saved before the lock began.
    if (lock.status === 409) expect([save.status, lock.body.error]).toEqual([200, 'changed']);
    else if (save.status === 409) expect(lock.status).toBe(200);
    else {
      const { tasting } = (await coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body;
      expect(tasting.title).toBe('Trout');
    }
  });

  it('is refused when a method has no portions left, in words that say which', async () => {
    const { coordinator } = running.as;
    const quantities = { ...draft().quantities, pieceGrams: 60 };
    const { body } = await coordinator.post('/api/tastings').send({ title: 'Short' });
    const saved = await saveDraft(coordinator, body.id, draft({ quantities })).expect(200);
    expect(saved.body.problems).toHaveLength(1);
    const reply = await coordinator.post(`/api/tastings/${body.id}/lock`).expect(400);
    expect(reply.body.problems[0].message).toContain('Pan-seared has no portions left for 4 of its 6 servings');
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
    await saveDraft(running.as.coordinator, id, draft(), 2).expect(409);
    await running.as.coordinator.post(`/api/tastings/${id}/lock`).expect(409);
  });

  it('refuses fields it does not know and says which are wrong', async () => {
    const { body } = await running.as.coordinator.post('/api/tastings').send({ title: 'Fields' });
    const wrong = {
      ...draft({ piecesPerMethod: 0, title: 'x'.repeat(201) }),
      secret: 1,
      methods: [{ ...draft().methods[0], id: 'short-id', name: 5 }],
      service: { ...draft().service, sittings: 9 },
      quantities: null,
      decision: { ...draft().decision, kind: 'whatever' },
    };
    const reply = await saveDraft(running.as.coordinator, body.id, wrong).expect(400);
    expect(reply.body.problems.map((problem: { field: string }) => problem.field).sort()).toEqual([
      'draft.decision.kind',
      'draft.methods.0.name',
      'draft.piecesPerMethod',
      'draft.quantities',
      'draft.secret',
      'draft.service.sittings',
      'draft.title',
    ]);
  });

  it('keeps ballot addresses while the draft is edited', async () => {
    const { coordinator } = running.as;
    const { body } = await coordinator.post('/api/tastings').send({ title: 'Panel' });
    await saveDraft(coordinator, body.id, draft()).expect(200);
    const addresses = async (): Promise<Map<string, string>> => {
      const rows = await running.app.get(Transactions).read.findBy(PanelistRow, { tastingId: body.id });
      return new Map(rows.map(({ id, token }) => [id, token]));
    };
    const before = await addresses();
    const plan = draft();
    plan.panel = [plan.panel[2], plan.panel[0], { id: 'newcomer-1', name: 'New' }];
    const saved = await saveDraft(coordinator, body.id, plan, 2).expect(200);
    expect(saved.body.draft.panel.map((panelist: { name: string }) => panelist.name)).toEqual([
      'Panelist 3',
      'Panelist 1',
      'New',
    ]);
    const after = await addresses();
    expect(after.size).toBe(3);
    for (const id of ['panelist-2', 'panelist-0']) expect(after.get(id)).toBe(before.get(id));
    expect([...before.values()]).not.toContain(after.get('newcomer-1'));
  });

  it('is saved only by whoever has read what was saved last', async () => {
    const { coordinator } = running.as;
    const id = await drafted(coordinator);
    const { version } = (await coordinator.get(`/api/tastings/${id}`)).body;
    const saved = await saveDraft(coordinator, id, draft({ title: 'One' }), version).expect(200);
    expect(saved.body.version).toBe(version + 1);
    const behind = await saveDraft(coordinator, id, draft({ title: 'Two' }), version).expect(409);
    expect(behind.body.error).toBe('behind');
    expect((await coordinator.get(`/api/tastings/${id}`)).body.draft.title).toBe('One');
    await saveDraft(coordinator, id, draft({ title: 'Two' }), version + 1).expect(200);
  });

  it('takes what an imported bundle brought, to the ends of every limit', async () => {
    const { coordinator } = running.as;
    const edges = draft({ alpha: 0.02, decision: { ...draft().decision, margin: 0.01 } });
    const id = await drafted(coordinator, edges);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    const copy = (await coordinator.post('/api/import').send(bundle).expect(200)).body.id;
    const { draft: read, version } = (await coordinator.get(`/api/tastings/${copy}`)).body;
    await saveDraft(coordinator, copy, read, version).expect(200);
  });

  it('lies in the bin for 30 days, and is gone from there after', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({ title: 'Binned' }));
    await coordinator.delete(`/api/tastings/${id}`).expect(204);
    const inBin = async () =>
      ((await coordinator.get('/api/tastings/removed').expect(200)).body as { id: string; locked: boolean }[]).find(
        (one) => one.id === id,
      );
    expect(await inBin()).toMatchObject({ title: 'Binned', locked: true });
    const longAgo = new Date(Date.now() - 31 * 86_400_000).toISOString();
    await running.app.get(Transactions).write((manager) => manager.update(TastingRow, { id }, { removedAt: longAgo }));
    expect(await inBin()).toBeUndefined();
    await coordinator.post(`/api/tastings/${id}/restore`).expect(404);
    await coordinator.post('/api/tastings/nobody-here/restore').expect(404);
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
