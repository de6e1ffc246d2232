import type { Product } from '@jacana/core/bundle';
import { startServer, type Running } from './support/running';
import { draft, locked } from './support/tasting';

/** Nothing goes to a plate before somebody has decided, and a limit that is not recorded as met takes a reason. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const AT = '2026-03-05T18:00:00.000Z';
let count = 0;
const entry = (body: object) => ({ id: `gate-entry-${count++}`, at: AT, ...body });
const pass = (piece: string) => entry({ kind: 'gate', piece, decision: 'passed', because: '' });
const tap = (id: string, ...entries: object[]) =>
  running.as.kitchen.post(`/api/tastings/${id}/kitchen-log`).send({ entries });
const tagsOf = async (id: string): Promise<string[]> => {
  const { methods } = (await running.as.kitchen.get(`/api/tastings/${id}/kitchen`).expect(200)).body as {
    methods: { pieces: { tag: string }[] }[];
  };
  return methods.flatMap(({ pieces }) => pieces.map(({ tag }) => tag));
};
const tasting = (product: Product) => locked(running.as.coordinator, draft({ product }));
const cut = (id: string) =>
  running.as.server
    .post(`/api/tastings/${id}/service-log`)
    .send({ entries: [entry({ kind: 'sliced', sitting: 1, flight: 1 })] });
const portionsOf = async (id: string) =>
  (await running.as.server.get(`/api/tastings/${id}/portioning`).expect(200)).body as {
    tag: string;
    isLetThrough: boolean;
  }[];

it('passes poultry with one tap only where its limit was recorded as met, by whichever door', async () => {
  const id = await tasting('poultry');
  const [cold, warm, unmeasured] = await tagsOf(id);
  const measured = (piece: string, celsius: number) => entry({ kind: 'temperature', piece, celsius });
  await tap(id, measured(cold, 55)).expect(200);
  const refused = await tap(id, pass(cold)).expect(400);
  expect(refused.body.problems).toEqual([
    {
      field: 'entries.0.because',
      message: `${cold}: limit for poultry not recorded as met. Say why it is served anyway, or withdraw it.`,
    },
  ]);
  expect((await tap(id, pass(unmeasured)).expect(400)).body.problems[0].message).toContain('nothing was measured');
  // What was measured comes with the decision, in one letter; nobody believes 740 °C.
  await tap(id, measured(unmeasured, 740), pass(unmeasured)).expect(400);
  await tap(id, measured(warm, 75), pass(warm)).expect(200);
  const decided = (piece: string, because: string) =>
    entry({ kind: 'gate', piece, decision: 'served-all-the-same', because });
  await tap(id, decided(cold, ' ')).expect(400);
  await tap(id, decided(cold, 'cooked at 60 °C for an hour'), decided(unmeasured, 'as its twin')).expect(200);
  const { log } = (await running.as.coordinator.get(`/api/tastings/${id}/seal`)).body as {
    log: { action: string; by: string; detail: string }[];
  };
  expect(log.filter(({ action }) => action === 'piece served anyway')).toMatchObject([
    { by: 'The kitchen', detail: `${cold}: cooked at 60 °C for an hour` },
    { by: 'The kitchen', detail: `${unmeasured}: as its twin` },
  ]);
});

it('takes one decision for the batch, and no reason, where no limit applies', async () => {
  const id = await tasting('vegetable');
  const all = await tagsOf(id);
  await tap(id, ...all.map(pass)).expect(200);
  expect((await portionsOf(id)).every(({ isLetThrough }) => isLetThrough)).toBe(true);
  await cut(id).expect(200);
});

it('shows to whoever portions what nobody has decided on, and lets no flight be cut before', async () => {
  const id = await tasting('vegetable');
  const [first, ...others] = await tagsOf(id);
  expect((await portionsOf(id)).some(({ isLetThrough }) => isLetThrough)).toBe(false);
  await tap(id, ...others.map(pass)).expect(200);
  const open = (await portionsOf(id)).filter(({ isLetThrough }) => !isLetThrough);
  expect(new Set(open.map(({ tag }) => tag))).toEqual(new Set([first]));
  const refused = await cut(id).expect(409);
  expect(refused.body).toMatchObject({ error: 'undecided' });
  expect(refused.body.message).toContain(`Nobody has decided at the gate on ${first}.`);
  const withdrawn = entry({ kind: 'gate', piece: first, decision: 'withdrawn', because: 'burnt' });
  await tap(id, withdrawn).expect(200);
  expect((await portionsOf(id)).some(({ tag }) => tag === first)).toBe(false);
  await cut(id).expect(200);
  // Taken back, it waits for a decision again.
  await tap(id, entry({ kind: 'undone', of: withdrawn.id })).expect(200);
  await cut(id).expect(409);
});
