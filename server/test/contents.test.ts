import type { TastingBundle } from '@jacana/core/bundle';
import { startServer, type Running } from './support/running';
import { codesOf, device, draft, drafted, handIn, liking, locked, tokens } from './support/tasting';

/** What samples are made of, who must not eat it, and that people agree before they taste. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const BUTTER = { id: 'butter-1', name: 'Butter', allergens: ['milk' as const], methods: ['method-0-secret'] };
const SALT = { id: 'salt-01', name: 'Salt', allergens: [], methods: [] };
const open = (token: string, number = 1) =>
  running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(number), takeOver: false });
const exclude = (id: string, panelist: string, said: object) =>
  running.as.coordinator.put(`/api/tastings/${id}/exclusions/${panelist}`).send({ allergens: [], others: '', ...said });
const seats = async (id: string) =>
  (await running.as.server.get(`/api/tastings/${id}/board`).expect(200)).body as {
    contains: string[];
    seats: { seat: number; isWithheld: boolean }[];
  };
const withheldSeats = async (id: string) =>
  (await seats(id)).seats.filter(({ isWithheld }) => isWithheld).map(({ seat }) => seat);
const versionOf = async (id: string) =>
  (await running.as.coordinator.get(`/api/tastings/${id}`).expect(200)).body.version as number;
const correct = async (id: string, ingredients: object[], version?: number) =>
  running.as.coordinator
    .put(`/api/tastings/${id}/ingredients`)
    .send({ version: version ?? (await versionOf(id)), ingredients });

it('is told to panelists all together, and to the kitchen by method', async () => {
  const id = await locked(running.as.coordinator, draft({ ingredients: [SALT, BUTTER] }));
  const [token] = await tokens(running.as.coordinator, id);
  const { body } = await open(token).expect(200);
  expect(body.contains).toEqual(['Milk', 'Butter', 'Salt']);
  expect(JSON.stringify(body)).not.toContain('method-0-secret');
  expect((await seats(id)).contains).toEqual(['Milk', 'Butter', 'Salt']);
  const kitchen = (await running.as.kitchen.get(`/api/tastings/${id}/kitchen`).expect(200)).body;
  expect(kitchen.methods.map(({ ingredients }: { ingredients: string[] }) => ingredients)).toEqual([
    ['Salt', 'Butter (milk)'],
    ['Salt'],
    ['Salt'],
  ]);
});

it('serves nothing to whoever must not eat some of it, and says to others only that', async () => {
  const id = await locked(running.as.coordinator, draft({ ingredients: [BUTTER] }));
  const links = await tokens(running.as.coordinator, id);
  await exclude(id, 'panelist-2', { allergens: ['milk'] }).expect(200);
  await exclude(id, 'panelist-3', { allergens: ['celery'], others: 'kiwi' }).expect(200);
  expect(await withheldSeats(id)).toEqual([3]);
  const { body } = await open(links[2]).expect(200);
  expect(body.state).toBe('withheld');
  expect((await open(links[3]).expect(200)).body.state).toBe('open');
  // Not opened, so nothing can be answered on it.
  const answers = [liking(codesOf(body)[0], 7, 'too-early')];
  await running.stranger
    .post(`/api/ballots/${links[2]}/answers`)
    .send({ device: device(1), sitting: 1, answers })
    .expect(409);
  for (const path of ['board', 'service-log'])
    expect((await running.as.server.get(`/api/tastings/${id}/${path}`)).text).not.toMatch(/celery|kiwi/i);
  for (const path of ['bundle', 'csv', 'seal', 'board'])
    expect((await running.as.coordinator.get(`/api/tastings/${id}/${path}`)).text).not.toMatch(/celery|kiwi/i);
  await running.as.server.get(`/api/tastings/${id}/exclusions`).expect(403);
  await running.as.kitchen.get(`/api/tastings/${id}/exclusions`).expect(403);
  // A mistake: they may eat it after all.
  const left = await exclude(id, 'panelist-2', {}).expect(200);
  expect(left.body).toEqual([{ panelistId: 'panelist-3', allergens: ['celery'], others: 'kiwi' }]);
  expect((await open(links[2]).expect(200)).body.state).toBe('open');
});

it('leaves them off the carrying list', async () => {
  const id = await locked(running.as.coordinator, draft({ ingredients: [BUTTER] }));
  const size = async () =>
    Buffer.byteLength((await running.as.server.get(`/api/tastings/${id}/sheets/carrying`).expect(200)).body as Buffer);
  const whole = await size();
  for (const at of [0, 1, 2, 3, 4]) await exclude(id, `panelist-${at}`, { others: 'butter' }).expect(200);
  expect(await withheldSeats(id)).toEqual([1, 2, 3, 4, 5]);
  expect(await size()).toBeLessThan(whole);
});

it('can be put right after locking, with plan and fingerprint as they were', async () => {
  const id = await locked(running.as.coordinator, draft({ ingredients: [SALT] }));
  const before = (await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200)).body;
  await exclude(id, 'panelist-0', { allergens: ['milk'] }).expect(200);
  expect(await withheldSeats(id)).toEqual([]);
  const version = await versionOf(id);
  expect((await correct(id, [SALT, BUTTER], version)).status).toBe(204);
  expect(await withheldSeats(id)).toEqual([1]);
  // From the version that was read: the second of two who put it right is told.
  expect((await correct(id, [SALT], version)).body.error).toBe('behind');
  const after = (await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200)).body;
  expect(after.computed).toBe(before.stated);
  expect(after.matches && after.logIntact).toBe(true);
  const [entry] = after.log.filter(({ action }: { action: string }) => action === 'ingredients corrected');
  expect(entry.detail).toBe('from Salt to Milk, Butter, Salt');
  const bundle = (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as TastingBundle;
  expect(bundle.tasting.ingredients).toEqual([SALT, BUTTER]);
});

it.each([
  [[{ ...BUTTER, methods: ['nobody'] }], 400],
  [[{ ...BUTTER, name: ' ' }], 400],
  [[{ ...BUTTER, allergens: ['gold'] }], 400],
  [[BUTTER, BUTTER], 400],
])('refuses a correction that cannot be: %j', async (ingredients, status) => {
  const id = await locked(running.as.coordinator, draft());
  expect((await correct(id, ingredients)).status).toBe(status);
});

it('is not corrected but drafted before locking, and excludes nobody who is not there', async () => {
  const id = await drafted(running.as.coordinator);
  expect((await correct(id, [SALT])).status).toBe(409);
  await exclude(id, 'nobody-here', { others: 'kiwi' }).expect(404);
  await exclude(id, 'panelist-0', { allergens: ['gold'] }).expect(400);
  await exclude(id, 'panelist-0', { others: 'x'.repeat(201) }).expect(400);
});

it('keeps what people agreed to, in bundle and CSV', async () => {
  const id = await locked(running.as.coordinator, draft({ ingredients: [SALT] }));
  const [token] = await tokens(running.as.coordinator, id);
  const { body } = await open(token).expect(200);
  const agreed = { id: 'agreed-1', kind: 'agreed', contains: body.contains };
  await running.stranger
    .post(`/api/ballots/${token}/answers`)
    .send({ device: device(1), sitting: 1, answers: [agreed] })
    .expect(200);
  const whole = handIn(1, codesOf(body));
  await running.stranger
    .post(`/api/ballots/${token}/hand-in`)
    .send({ ...whole, answers: [agreed, ...whole.answers] })
    .expect(200);
  const bundle = (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as TastingBundle;
  const kept = bundle.ballots[0].answers.filter(({ kind }) => kind === 'agreed');
  expect(kept).toMatchObject([{ contains: ['Salt'], reason: '' }]);
  const [head, ...lines] = (await running.as.coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text
    .trim()
    .split('\n');
  const at = head.split(',').indexOf('agreed_at');
  const times = lines.filter((line) => line.includes('Panelist 1,')).map((line) => line.split(',')[at]);
  expect(new Set(times)).toEqual(new Set([kept[0].at]));
});
