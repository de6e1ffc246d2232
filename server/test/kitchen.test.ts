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

it('offers the kitchen of last time, without its times', async () => {
  await save('kitchen', await cooked(), 0, { cooks: ['Last'] }).expect(200);
  const { house, range: own } = (await running.as.kitchen.get(`/api/tastings/${await cooked()}/range`)).body;
  expect(own).toEqual({ equipment: [], cooks: [], served: [] });
  expect(house).toEqual({ ...range, cooks: ['Last'], served: [] });
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
