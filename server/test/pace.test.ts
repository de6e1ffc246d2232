import { startServer, type Running } from './support/running';
import { codesOf, device, draft, handIn, liking, locked, ranking, tokens } from './support/tasting';

/** Pauses between samples, and a plan at which nobody goes back. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const plan = (goingBack: boolean) => draft({ service: { ...draft().service, goingBack, rinseSeconds: 30 } });

async function opened(goingBack = true) {
  const id = await locked(running.as.coordinator, plan(goingBack));
  const [token] = await tokens(running.as.coordinator, id);
  const { body } = await running.stranger
    .post(`/api/ballots/${token}/open`)
    .send({ device: device(1), takeOver: false })
    .expect(200);
  const save = (...answers: object[]) =>
    running.stranger.post(`/api/ballots/${token}/answers`).send({ device: device(1), sitting: 1, answers });
  return { id, token, body, codes: codesOf(body), save };
}

const rinse = (code: string, seconds: number | null, id = `rinse-${code}-${seconds}`) => ({
  ...{ id, kind: 'rinse', code, seconds },
});
const seatOf = async (id: string) =>
  (await running.as.server.get(`/api/tastings/${id}/board`).expect(200)).body.seats[0] as {
    rinsingUntil: string | null;
    tasted: number;
  };

it('shows on the board who rinses, and until when', async () => {
  const { id, codes, save } = await opened();
  await save(liking(codes[0], 7, 'liking-0')).expect(200);
  expect((await seatOf(id)).rinsingUntil).toBeNull();
  const began = Date.now();
  await save(rinse(codes[1], null)).expect(200);
  const { rinsingUntil, tasted } = await seatOf(id);
  expect(tasted).toBe(1);
  expect(Math.abs(Date.parse(rinsingUntil ?? '') - began - 30_000)).toBeLessThan(5000);
  await save(rinse(codes[1], 31)).expect(200);
  expect((await seatOf(id)).rinsingUntil).toBeNull();
});

it('keeps how long a pause took, in bundle and CSV, and asks for none', async () => {
  const { id, token, codes, save } = await opened();
  await save(rinse(codes[1], null), rinse(codes[1], 12)).expect(200);
  const whole = handIn(1, codes);
  const sent = { ...whole, answers: [...whole.answers, rinse(codes[1], 12)] };
  await running.stranger.post(`/api/ballots/${token}/hand-in`).send(sent).expect(200);
  await running.stranger.post(`/api/ballots/${token}/hand-in`).send(sent).expect(200);
  const bundle = (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body;
  const pauses = bundle.ballots[0].answers.filter(({ kind }: { kind: string }) => kind === 'rinse');
  expect(pauses.map(({ seconds, reason }: { seconds: number; reason: string }) => [seconds, reason])).toEqual([
    [null, ''],
    [12, ''],
  ]);
  const [head, ...lines] = (await running.as.coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text
    .trim()
    .split('\n');
  const at = head.split(',').indexOf('rinsed_s');
  const own = lines.filter((line) => line.includes('Panelist 1,')).map((line) => line.split(',')[at]);
  expect([...own].sort()).toEqual(['', '', '12']);
});

it.each([{ seconds: -1 }, { seconds: 90_000 }, { seconds: 'long' }, { code: '000' }, { item: 'liking' }])(
  'refuses a pause that cannot be: %j',
  async (wrong) => {
    const { codes, save } = await opened();
    await save({ ...rinse(codes[1], 5), ...wrong }).expect(400);
  },
);

it('lets an earlier sample be changed where the plan does, and not where it does not', async () => {
  for (const goingBack of [true, false]) {
    const { codes, save, token, body } = await opened(goingBack);
    expect(body.goingBack).toBe(goingBack);
    await save(liking(codes[0], 7, 'answer-a1')).expect(200);
    // Nothing later was answered yet: it may be changed at any tasting.
    await save(liking(codes[0], 6, 'answer-a2')).expect(200);
    await save(rinse(codes[1], null), liking(codes[1], 5, 'answer-b1')).expect(200);
    const late = await save(liking(codes[0], 9, 'answer-a3'));
    expect(late.status).toBe(goingBack ? 200 : 409);
    if (!goingBack) expect(late.body.error).toBe('no-way-back');
    await save(
      liking(codes[1], 4, 'answer-b2'),
      liking(codes[2], 3, 'answer-c1'),
      ranking(
        codes.map((code) => [code]),
        'answer-r1',
      ),
    ).expect(200);
    // A hand-in that would change it is refused as a whole; one that says what counts is taken.
    const answers = [goingBack ? 9 : 6, 4, 3].map((score, at) => liking(codes[at], score, `last-${at}0`));
    const order = ranking(
      codes.map((code) => [code]),
      'answer-r1',
    );
    const sent = (all: object[]) =>
      running.stranger
        .post(`/api/ballots/${token}/hand-in`)
        .send({ device: device(1), id: 'hand-in-1', sitting: 1, answers: all });
    if (!goingBack) await sent([liking(codes[0], 1, 'answer-x1'), ...answers.slice(1), order]).expect(409);
    await sent([...answers, order]).expect(200);
  }
});

const untasted = (code: string, because: string, id = `untasted-${code}-${because.length}`) => ({
  ...{ id, kind: 'untasted', code, because },
});

it('asks nothing more of a sample that was not tasted, and counts it as done on the board', async () => {
  const { id, token, codes, save } = await opened();
  await save(liking(codes[0], 7, 'liking-a'), untasted(codes[1], 'spilled')).expect(200);
  expect((await seatOf(id)).tasted).toBe(2);
  // What was not tasted may be left out of an order, and nothing else.
  await save(ranking([[codes[0]]], 'ranking-a')).expect(400);
  await save(liking(codes[2], 5, 'liking-c'), ranking([[codes[0]], [codes[2]]], 'ranking-b')).expect(200);
  const hand = (answers: object[]) =>
    running.stranger
      .post(`/api/ballots/${token}/hand-in`)
      .send({ device: device(1), id: 'hand-in-1', sitting: 1, answers });
  const rest = [
    liking(codes[0], 7, 'liking-a'),
    liking(codes[2], 5, 'liking-c'),
    ranking([[codes[0]], [codes[2]]], 'ranking-b'),
  ];
  await hand(rest).expect(400);
  await hand([...rest, untasted(codes[1], 'spilled')]).expect(200);
  await hand([...rest, untasted(codes[1], 'spilled')]).expect(200);
  await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await running.as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  const bundle = (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body;
  const imported = await running.as.coordinator.post('/api/import').send(bundle).expect(200);
  const again = (await running.as.coordinator.get(`/api/tastings/${imported.body.id}/bundle`).expect(200)).body;
  expect(again.ballots).toEqual(bundle.ballots);
  const csv = (await running.as.coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text;
  expect(csv).toContain('spilled');
});

it('refuses what is no sample of the ballot, or too long a reason', async () => {
  const { codes, save } = await opened();
  await save(untasted('000', 'spilled')).expect(400);
  await save(untasted(codes[0], 'x'.repeat(500))).expect(400);
  await save({ id: 'untasted-1', kind: 'untasted', code: codes[0] }).expect(400);
});

it('lets anybody stop, tells the board why, and go on once a coordinator takes it back', async () => {
  const { id, token, codes, save } = await opened();
  await save(liking(codes[0], 7, 'liking-a')).expect(200);
  const stop = (change: object = {}) =>
    running.stranger
      .post(`/api/ballots/${token}/stop`)
      .send({ id: 'stop-1000', sitting: 1, because: 'Must not eat this', ...change });
  for (const wrong of [{ sitting: 9 }, { because: 'x'.repeat(500) }, { because: 7 }, { panelist: 'panelist-2' }])
    expect((await stop(wrong)).status).toBeGreaterThanOrEqual(400);
  for (let times = 0; times < 2; times++) await stop().expect(200);
  await stop({ id: 'stop-1001', because: 'again' }).expect(200);
  const seat = (await running.as.coordinator.get(`/api/tastings/${id}/board`).expect(200)).body.seats[0];
  expect(seat).toMatchObject({ presence: 'stopped', stoppedBecause: 'Must not eat this' });
  const reopened = () =>
    running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(1), takeOver: false })
      .expect(200);
  expect((await reopened()).body.state).toBe('stopped');
  // What was under way when they stopped is kept all the same.
  await save(liking(codes[1], 3, 'liking-b')).expect(200);
  const log = (await running.as.coordinator.get(`/api/tastings/${id}/service-log`).expect(200)).body.entries;
  expect(log).toMatchObject([{ kind: 'stopped', by: 'Seat 1', because: 'Must not eat this' }]);
  const { body: chained } = await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200);
  expect(JSON.stringify(chained)).toContain('Seat 1 stopped before the end');
  const undo = { entries: [{ id: 'undo-1000', at: '2026-03-05T18:10:00.000Z', kind: 'undone', of: 'stop-1000' }] };
  await running.as.coordinator.post(`/api/tastings/${id}/service-log`).send(undo).expect(200);
  expect((await reopened()).body.state).toBe('open');
  // The letter that comes again changes nothing, and writes nothing down.
  await stop().expect(200);
  expect((await reopened()).body.state).toBe('open');
  const chain = (await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200)).body;
  expect(JSON.stringify(chain).split('Seat 1 stopped before the end')).toHaveLength(2);
  await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(1, codes)).expect(200);
  expect((await stop({ id: 'stop-2000' }).expect(409)).body.error).toBe('handed-in');
});

it.each([
  ['alike', { likings: [5, 5, 5], first: 5 }, true],
  ['alike after a change of mind', { likings: [5, 5, 5], first: 9 }, true],
  ['unlike', { likings: [5, 5, 6], first: 5 }, false],
])('shows on the board who answered %s, and not how', async (_how, { likings, first }, isAlike) => {
  const items = [...draft().ballot.items, { ...draft().ballot.items[0], id: 'liking-2' }];
  const id = await locked(running.as.coordinator, draft({ ballot: { items } }));
  const [token] = await tokens(running.as.coordinator, id);
  const opened = await running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(1), takeOver: false });
  const codes = codesOf(opened.body);
  const save = (...answers: object[]) =>
    running.stranger
      .post(`/api/ballots/${token}/answers`)
      .send({ device: device(1), sitting: 1, answers })
      .expect(200);
  await save(liking(codes[0], first, 'thought-again'));
  const own = codes.flatMap((code, at) => [
    liking(code, likings[at], `alike-${at}`),
    { ...liking(code, 7, `second-${at}`), item: 'liking-2' },
  ]);
  await save(...own);
  const seat = async () =>
    (await running.as.server.get(`/api/tastings/${id}/board`).expect(200)).body.seats[0] as { isAllAlike: boolean };
  expect((await seat()).isAllAlike).toBe(false);
  const answers = [
    ...own,
    ranking(
      codes.map((code) => [code]),
      'alike-order',
    ),
  ];
  const whole = { device: device(1), id: `hand-in-${token.slice(0, 8)}`, sitting: 1, answers };
  await running.stranger.post(`/api/ballots/${token}/hand-in`).send(whole).expect(200);
  const shown = await seat();
  expect(shown.isAllAlike).toBe(isAlike);
  expect(JSON.stringify(shown)).not.toContain('"score"');
});

it('sends what a category counts to nobody who answers', async () => {
  const category = {
    ...{
      id: 'category',
      kind: 'category' as const,
      ask: 'How crisp?',
      attribute: 'crisp',
      definition: '',
      low: '',
      high: '',
    },
    options: [
      { text: 'soft', weight: 1 },
      { text: 'crisp', weight: 40 },
    ],
    ties: false,
  };
  const id = await locked(running.as.coordinator, draft({ ballot: { items: [...draft().ballot.items, category] } }));
  const [token] = await tokens(running.as.coordinator, id);
  const { body } = await running.stranger
    .post(`/api/ballots/${token}/open`)
    .send({ device: device(1), takeOver: false });
  const shown = (body.items as { id: string; options: object[] }[]).find((one) => one.id === 'category');
  expect(shown?.options).toEqual([
    { text: 'soft', weight: 0 },
    { text: 'crisp', weight: 0 },
  ]);
});
