import { startServer, type Running } from './support/running';
import { draft, locked } from './support/tasting';

/** What is cooked on, by whom and when, and the run sheet that follows. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const step = (id: string, name: string, minutes: number, more: object = {}) => ({
  ...{ id, kind: 'heat', name, minutes: { usual: minutes }, setting: '', hands: 'start', doses: [], swaps: false },
  ...more,
});
const range = {
  equipment: [{ id: 'hob', name: 'Hob', kind: 'hob', places: 4, perPlace: 4, shared: false }],
  cooks: ['Marek', 'Leni'],
  served: [
    { sitting: 1, flight: 1, at: '2026-11-26T17:00:00.000Z' },
    { sitting: 1, flight: 2, at: '2026-11-26T17:40:00.000Z' },
  ],
};

async function cooked(): Promise<string> {
  const plain = draft();
  return locked(running.as.coordinator, {
    ...plain,
    methods: plain.methods.map((method, at) => ({
      ...method,
      steps: '',
      chain: [
        step('boil', `Boil ${at}`, 10 + at, { equipment: 'hob' }),
        step('plate', 'Plate', 1, { kind: 'plate', hands: 'throughout' }),
      ],
    })),
    service: { ...plain.service, seatsPerFlight: 6 },
  } as ReturnType<typeof draft>);
}

const save = (who: 'coordinator' | 'kitchen' | 'server', id: string, version: number, part: object = {}) =>
  running.as[who].put(`/api/tastings/${id}/range`).send({ version, range: { ...range, ...part } });

interface SheetBody {
  isFeasible: boolean;
  steps: { piece: string; name: string; end: string; hands: string | null }[];
  why: string[];
}

it('says what is missing, and makes a sheet once it is there, the same for cook and coordinator', async () => {
  const { coordinator, kitchen } = running.as;
  const id = await cooked();
  const before = (await kitchen.get(`/api/tastings/${id}/run-sheet`).expect(200)).body as SheetBody;
  expect(before).toMatchObject({ isFeasible: false, steps: [] });
  expect(before.why).toEqual(expect.arrayContaining(['Say when the first flight is served.', 'Say who cooks.']));
  await save('kitchen', id, 0).expect(200);
  const [one, other] = await Promise.all(
    [coordinator, kitchen].map(
      async (who) => (await who.get(`/api/tastings/${id}/run-sheet`).expect(200)).body as SheetBody,
    ),
  );
  expect(one).toEqual(other);
  expect(one.isFeasible).toBe(true);
  const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body as {
    pieces: { tag: string }[];
    range: object;
  };
  expect(new Set(one.steps.map(({ piece }) => piece))).toEqual(new Set(bundle.pieces.map(({ tag }) => tag)));
  expect(bundle.range).toEqual(range);
});

it('shows codes and seats to nobody in it, and nothing of it to servers and readers', async () => {
  const { kitchen, server, coordinator } = running.as;
  const id = await cooked();
  await save('kitchen', id, 0).expect(200);
  const trays = (await server.get(`/api/tastings/${id}/board`).expect(200)).text;
  const codes = new Set(trays.match(/"[1-9]\d{2}"/g));
  expect(codes.size).toBeGreaterThan(2);
  const ics = (await kitchen.get(`/api/tastings/${id}/sheets/run.ics`).expect(200)).text;
  const sheet = (await kitchen.get(`/api/tastings/${id}/run-sheet`).expect(200)).text;
  for (const code of codes) expect(sheet.includes(code)).toBe(false);
  for (const code of codes) expect(ics).not.toMatch(new RegExp(`\\b${code.slice(1, -1)}\\b`));
  expect(ics).toContain('BEGIN:VEVENT');
  expect(ics).toContain('DTSTART:20261126T1');
  for (const path of ['range', 'run-sheet', 'sheets/run', 'sheets/run.ics']) {
    await server.get(`/api/tastings/${id}/${path}`).expect(403);
    await running.as.reader.get(`/api/tastings/${id}/${path}`).expect(403);
  }
  await coordinator.get(`/api/tastings/${id}/sheets/run`).expect(200).expect('Content-Type', 'application/pdf');
});

it('overwrites nothing that somebody else changed meanwhile', async () => {
  const id = await cooked();
  await save('kitchen', id, 0).expect(200);
  const refused = (await save('coordinator', id, 0, { cooks: ['Ines'] }).expect(409)).body as { error: string };
  expect(refused.error).toBe('behind');
  const view = (await running.as.kitchen.get(`/api/tastings/${id}/range`)).body as {
    version: number;
    range: { cooks: string[] };
  };
  expect([view.version, view.range.cooks]).toEqual([1, ['Marek', 'Leni']]);
  await save('coordinator', id, 1, { cooks: ['Ines'] }).expect(200);
});

it.each([
  [{ cooks: 'Marek' }, 400],
  [{ served: [{ sitting: 1, flight: 1, at: 'soon' }] }, 400],
  [{ served: [range.served[0], range.served[0]] }, 400],
  [{ equipment: [range.equipment[0], range.equipment[0]] }, 400],
  [{ equipment: [{ ...range.equipment[0], places: 0 }] }, 400],
  [{ equipment: [{ ...range.equipment[0], kind: 'volcano' }] }, 400],
  [{ cooks: new Array(21).fill('Marek') }, 400],
])('refuses %j, and keeps what there was', async (part, status) => {
  const id = await cooked();
  await save('kitchen', id, 0).expect(200);
  await save('kitchen', id, 1, part).expect(status);
  expect((await running.as.kitchen.get(`/api/tastings/${id}/range`)).body).toMatchObject({ version: 1, range });
});

it('has the kitchen of last time for the house, until one is kept for it; without times either way', async () => {
  const { kitchen, coordinator, server } = running.as;
  const house = async () => (await kitchen.get('/api/house').expect(200)).body as object;
  await save('kitchen', await cooked(), 0, { cooks: ['Last'] }).expect(200);
  expect(await house()).toEqual({ range: { ...range, cooks: ['Last'], served: [] }, isKept: false, locale: 'us' });
  await kitchen
    .put('/api/house/range')
    .send({ range: { ...range, cooks: ['Kept'] } })
    .expect(200);
  await save('kitchen', await cooked(), 0, { cooks: ['Later'] }).expect(200);
  await coordinator.put('/api/house/locale').send({ locale: 'uk' }).expect(200);
  expect(await house()).toEqual({ range: { ...range, cooks: ['Kept'], served: [] }, isKept: true, locale: 'uk' });
  await kitchen
    .put('/api/house/range')
    .send({ range: { ...range, equipment: [range.equipment[0], range.equipment[0]] } })
    .expect(400);
  await kitchen.put('/api/house/locale').send({ locale: 'the moon' }).expect(400);
  await server.get('/api/house').expect(403);
  expect(await house()).toMatchObject({ range: { cooks: ['Kept'] }, locale: 'uk' });
});

it('comes back out of an exported bundle', async () => {
  const { coordinator } = running.as;
  const id = await cooked();
  await save('coordinator', id, 0).expect(200);
  await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body as {
    digest: string;
    tasting: { methods: object[] };
  };
  const brought = (await coordinator.post('/api/import').send(bundle).expect(200)).body as {
    id: string;
    notices: string[];
  };
  expect(brought.notices.join(' ')).not.toMatch(/changed|does not match/);
  const again = (await coordinator.get(`/api/tastings/${brought.id}/bundle`)).body as typeof bundle & { range: object };
  expect(again.range).toEqual(range);
  expect(again.tasting.methods).toEqual(bundle.tasting.methods);
});

it('spreads pieces that are to come over the flights, before anything is locked', async () => {
  const { coordinator } = running.as;
  const id = (await coordinator.post('/api/tastings').send({ title: 'Draft' })).body.id as string;
  const plain = draft();
  const { version } = (await coordinator.get(`/api/tastings/${id}`)).body as { version: number };
  await coordinator
    .put(`/api/tastings/${id}/draft`)
    .send({
      version,
      draft: {
        ...plain,
        methods: plain.methods.map((method) => ({
          ...method,
          steps: '',
          chain: [step('s', 'Boil', 10, { equipment: 'hob' })],
        })),
      },
    })
    .expect(200);
  await save('coordinator', id, 0).expect(200);
  const { steps } = (await coordinator.get(`/api/tastings/${id}/run-sheet`)).body as SheetBody;
  const ends = steps.map(({ end }) => end.slice(11, 16));
  expect(ends).toEqual(expect.arrayContaining(['17:00', '17:40']));
  expect(ends.every((end) => end <= '17:00' || (end > '17:30' && end <= '17:40'))).toBe(true);
});

describe('the kitchen log', () => {
  const tap = (who: 'coordinator' | 'kitchen' | 'server', id: string, ...entries: object[]) =>
    running.as[who].post(`/api/tastings/${id}/kitchen-log`).send({
      entries: entries.map((entry, at) => ({
        id: `tap-${Math.random().toString(36).slice(2, 12)}-${at}`,
        at: '2026-11-26T16:00:00.000Z',
        ...entry,
      })),
    });
  const logOf = async (id: string) =>
    (await running.as.kitchen.get(`/api/tastings/${id}/kitchen-log`).expect(200)).body.entries as Record<
      string,
      unknown
    >[];
  const tagsOf = async (id: string): Promise<string[]> => {
    const { methods } = (await running.as.kitchen.get(`/api/tastings/${id}/kitchen`)).body as {
      methods: { pieces: { tag: string }[] }[];
    };
    return methods.flatMap(({ pieces }) => pieces.map(({ tag }) => tag));
  };

  it('takes taps of several tablets, each once, with the time of the tablet and of the server', async () => {
    const id = await cooked();
    const [tag, other] = await tagsOf(id);
    const start = { id: 'tap-one-and-only', kind: 'started', pieces: [tag, other], step: 'boil' };
    await tap('kitchen', id, start).expect(200);
    await tap('kitchen', id, start).expect(200);
    await tap('coordinator', id, { kind: 'done', pieces: [tag], step: 'boil' }).expect(200);
    const entries = await logOf(id);
    expect(entries.map(({ kind }) => kind)).toEqual(['started', 'done']);
    expect(new Set(entries.map(({ by }) => by)).size).toBe(2);
    expect(entries.every(({ at }) => at === '2026-11-26T16:00:00.000Z')).toBe(true);
    expect(entries.every(({ storedAt }) => Math.abs(Date.parse(storedAt as string) - Date.now()) < 60_000)).toBe(true);
    await tap('kitchen', id, { ...start, pieces: [tag] }).expect(409);
  });

  it('plans the rest anew from a tap on, the same for everyone, until that is taken back', async () => {
    const { kitchen, coordinator } = running.as;
    const id = await cooked();
    await save('kitchen', id, 0).expect(200);
    const sheet = async (who: typeof kitchen) =>
      (await who.get(`/api/tastings/${id}/run-sheet`).expect(200)).body as SheetBody & {
        replannedAt: string | null;
        putOff: object[];
      };
    const before = await sheet(kitchen);
    expect([before.replannedAt, before.putOff]).toEqual([null, []]);
    // Nothing was begun twenty minutes after the first flight should have been served.
    await tap('kitchen', id, { id: 'planned-anew', kind: 'replanned', at: '2026-11-26T17:20:00.000Z' }).expect(200);
    const after = await sheet(coordinator);
    expect(after.replannedAt).toBe('2026-11-26T17:20:00.000Z');
    expect(after.putOff.length).toBeGreaterThan(0);
    expect(after.steps.every(({ end }) => end > '2026-11-26T17:20:00.000Z')).toBe(true);
    expect(await sheet(kitchen)).toEqual(after);
    await tap('kitchen', id, { kind: 'undone', of: 'planned-anew' }).expect(200);
    expect(await sheet(kitchen)).toEqual(before);
  });

  it('shows what planning anew would do before anybody is told of it, and writes nothing down', async () => {
    const { kitchen } = running.as;
    const id = await cooked();
    const from = Math.floor(Date.now() / 60_000) * 60_000;
    const at = new Date(from - 10 * 60_000).toISOString();
    await save('kitchen', id, 0, { served: range.served.map((one) => ({ ...one, at })) }).expect(200);
    const read = async (path: string) =>
      (await kitchen.get(`/api/tastings/${id}/${path}`).expect(200)).body as SheetBody & {
        replannedAt: string | null;
        putOff: { from: string; to: string }[];
      };
    const [told, anew] = [await read('run-sheet'), await read('run-sheet/anew')];
    expect(Date.parse(anew.replannedAt as string)).toBeGreaterThanOrEqual(from);
    expect(anew.putOff.every(({ to }) => Date.parse(to) > from)).toBe(true);
    expect(anew.putOff.length).toBeGreaterThan(0);
    expect(anew.steps.every(({ end }) => Date.parse(end) > from)).toBe(true);
    expect(await read('run-sheet')).toEqual(told);
    expect((await kitchen.get(`/api/tastings/${id}/kitchen-log`)).body).toMatchObject({ entries: [] });
  });

  it('goes on for whoever still waits when somebody who asked for a sheet goes away', async () => {
    const { kitchen, coordinator } = running.as;
    const id = await cooked();
    await save('kitchen', id, 0).expect(200);
    const path = `/api/tastings/${id}/run-sheet`;
    const [left, stayed] = [coordinator.get(path), kitchen.get(path)];
    const leaving = left.then(() => undefined).catch(() => undefined);
    setTimeout(() => void left.abort(), 5);
    expect((await stayed.expect(200)).body).toMatchObject({ isFeasible: true });
    await Promise.race([leaving, new Promise((done) => setTimeout(done, 100))]);
    expect((await kitchen.get(path).expect(200)).body).toMatchObject({ isFeasible: true });
  });

  it('is not for servers and readers, and holds no code', async () => {
    const id = await cooked();
    const [tag] = await tagsOf(id);
    await tap('server', id, { kind: 'mass', piece: tag, grams: 400 }).expect(403);
    await running.as.server.get(`/api/tastings/${id}/kitchen-log`).expect(403);
    await running.as.reader.get(`/api/tastings/${id}/kitchen-log`).expect(404);
    await running.as.reader.get(`/api/tastings/${id}/run-sheet`).expect(403);
  });

  it.each([
    ['"kind":"started","pieces":["Z9"],"step":"boil"', 'No piece has the tag Z9.'],
    ['"kind":"started","pieces":[],"step":"boil"', ''],
    ['"kind":"started","step":"boil"', ''],
    ['"kind":"started","pieces":["TAG"],"step":"fly"', 'Its method has no such step.'],
    ['"kind":"skipped","pieces":["TAG"],"step":"boil","because":""', ''],
    ['"kind":"mass","piece":"TAG","grams":-1', ''],
    ['"kind":"mass","piece":"TAG","grams":400,"celsius":5', 'An entry of this kind has no such field.'],
    ['"kind":"temperature","piece":"TAG","celsius":5000', ''],
    ['"kind":"undone","of":"nothing"', 'There is no such entry.'],
    ['"kind":"gate","piece":"TAG","decision":"withdrawn"', 'Say why: it stands in the findings.'],
    ['"kind":"gate","piece":"TAG","decision":"safe"', ''],
  ])('refuses {%s}, and keeps nothing of it', async (written, message) => {
    const id = await cooked();
    const [tag] = await tagsOf(id);
    const refused = await tap('kitchen', id, JSON.parse(`{${written.replace('TAG', tag)}}`) as object);
    expect(refused.status).toBe(400);
    expect(JSON.stringify(refused.body)).toContain(message);
    expect(await logOf(id)).toEqual([]);
  });

  it('goes out in a bundle and comes back in, and a gate stands in the chain of what was done', async () => {
    const { coordinator } = running.as;
    const id = await cooked();
    const [tag] = await tagsOf(id);
    await tap(
      'kitchen',
      id,
      { kind: 'mass', piece: tag, grams: 400 },
      { kind: 'gate', piece: tag, decision: 'withdrawn', because: 'burnt' },
    ).expect(200);
    const csv = (await running.as.kitchen.get(`/api/tastings/${id}/kitchen-log.csv`).expect(200)).text;
    expect(csv.split('\n')[0]).toContain('at,stored_at,by,kind,piece,method,step,value,unit,text');
    expect(csv).toContain(`mass,${tag},`);
    expect(csv).toContain('withdrawn: burnt');
    const seal = (await coordinator.get(`/api/tastings/${id}/seal`).expect(200)).text;
    expect(seal).toContain('piece withdrawn');
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body as { records: { kitchen: object[] } };
    expect(bundle.records.kitchen).toMatchObject([
      { body: { kind: 'mass', grams: 400 } },
      { body: { kind: 'gate', because: 'burnt' } },
    ]);
    const brought = (await coordinator.post('/api/import').send(bundle).expect(200)).body as { id: string };
    expect((await logOf(brought.id)).map(({ kind }) => kind)).toEqual(['mass', 'gate']);
  });

  const JPEG = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(500, 7)]).toString('base64');

  it('keeps photos of pieces, each once, for the kitchen and, once unsealed, for readers', async () => {
    const { coordinator, kitchen, server, reader } = running.as;
    const id = await cooked();
    const [tag] = await tagsOf(id);
    const photo = { id: 'photo-of-a-piece', kind: 'photo', piece: tag, jpeg: JPEG };
    await tap('kitchen', id, photo).expect(200);
    await tap('kitchen', id, photo).expect(200);
    const [entry] = await logOf(id);
    expect(entry).not.toHaveProperty('jpeg');
    const path = `/api/tastings/${id}/photos/photo-of-a-piece`;
    const shown = await kitchen.get(path).expect(200).expect('Content-Type', 'image/jpeg');
    expect((shown.body as Buffer).toString('base64')).toBe(JPEG);
    await server.get(path).expect(403);
    await reader.get(path).expect(404);
    await kitchen.get(`/api/tastings/${id}/photos/other`).expect(404);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    await reader.get(path).expect(200);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body as {
      photos: { id: string; jpeg: string }[];
    };
    expect(bundle.photos).toEqual([{ id: 'photo-of-a-piece', jpeg: JPEG }]);
    const brought = (await coordinator.post('/api/import').send(bundle).expect(200)).body as {
      id: string;
      notices: string[];
    };
    expect(brought.notices.join()).not.toContain('changed');
    await kitchen.get(`/api/tastings/${brought.id}/photos/photo-of-a-piece`).expect(200);
    const stray = { ...bundle, photos: [{ id: 'another', jpeg: JPEG }] };
    expect((await coordinator.post('/api/import').send(stray).expect(400)).text).toContain(
      'No photo of the kitchen log',
    );
  });

  it.each([
    ['no picture', { kind: 'photo' }],
    ['a page', { kind: 'photo', jpeg: Buffer.from('<script>').toString('base64') }],
    [
      'a very large one',
      { kind: 'photo', jpeg: Buffer.concat([Buffer.from([255, 216, 255]), Buffer.alloc(400_001)]).toString('base64') },
    ],
    ['a picture beside a mass', { kind: 'mass', grams: 400, jpeg: JPEG }],
  ])('takes %s for no photo, and keeps nothing', async (_what, body) => {
    const id = await cooked();
    const [tag] = await tagsOf(id);
    await tap('kitchen', id, { ...body, piece: tag }).expect(400);
    expect(await logOf(id)).toEqual([]);
  });

  it('puts what is looked at during a long stage into the calendar, with an alarm', async () => {
    const plain = draft();
    const id = await locked(running.as.coordinator, {
      ...plain,
      methods: plain.methods.map((method) => ({
        ...method,
        chain: [
          step('thaw', 'Thaw', 30 * 60, { kind: 'thaw', equipment: 'refrigerator', hands: 'start' }),
          step('boil', 'Boil', 10, { equipment: 'hob' }),
        ],
      })),
    } as ReturnType<typeof draft>);
    const cold = { id: 'cold', name: 'Refrigerator', kind: 'refrigerator', places: 6, perPlace: 12, shared: false };
    await save('kitchen', id, 0, { equipment: [...range.equipment, cold] }).expect(200);
    const ics = (await running.as.kitchen.get(`/api/tastings/${id}/sheets/run.ics`).expect(200)).text;
    expect(ics).toContain('5 °C or below');
    expect(ics).toContain('BEGIN:VALARM');
    const [tag] = await tagsOf(id);
    await tap('kitchen', id, { kind: 'checked', pieces: [tag], step: 'thaw', check: 'cold', isSo: false }).expect(200);
    await tap('kitchen', id, { kind: 'checked', pieces: [tag], step: 'thaw', check: 'warm', isSo: true }).expect(400);
    await tap('kitchen', id, { kind: 'checked', pieces: [tag], step: 'fly', check: 'cold', isSo: true }).expect(400);
  });

  it('survives hostile entries', async () => {
    const id = await cooked();
    const [tag] = await tagsOf(id);
    for (const entry of [
      { kind: 'noted', pieces: [tag], text: 'x'.repeat(3000) },
      { kind: 'noted', pieces: [tag], text: '\u0000' },
      { kind: 'mass', piece: tag, grams: '400' },
      { kind: 'mass', piece: [tag], grams: 400 },
      { kind: 'settled', proposal: { a: 1 }, noted: true },
      { kind: '__proto__', piece: tag },
    ])
      expect((await tap('kitchen', id, entry)).status).toBe(400);
    expect(await logOf(id)).toEqual([]);
  });
});
