import { SCALE, SimulatedDevices, THERMOMETER, type Server } from '../src/simulated/devices';
import { startServer, type Running } from './support/running';
import { draft, locked } from './support/tasting';

/** Devices that are not there, through the door that real ones use. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const asServer = (): Server => ({
  get: async (path) => (await running.as.kitchen.get(path).expect(200)).body as unknown,
  post: async (path, body, token) => {
    const agent = token
      ? running.stranger.post(path).set('Authorization', `Bearer ${token}`)
      : running.as.kitchen.post(path);
    return (await agent.send(body).expect(200)).body as unknown;
  },
});

const step = (id: string, kind: string, name: string, minutes: number, more: object = {}) => ({
  ...{ id, kind, name, minutes: { usual: minutes }, setting: '', hands: 'start', doses: [], swaps: false },
  ...more,
});

async function kitchen(): Promise<{ id: string; tag: string }> {
  const plain = draft();
  const id = await locked(running.as.coordinator, {
    ...plain,
    product: 'vegetable',
    methods: plain.methods.map((method) => ({
      ...method,
      chain: [
        step('weigh', 'weigh', 'Weigh', 1),
        step('boil', 'heat', 'Boil', 50, { equipment: 'hob', until: { celsius: 92, where: '' } }),
      ],
    })),
  } as ReturnType<typeof draft>);
  const { methods } = (await running.as.kitchen.get(`/api/tastings/${id}/kitchen`)).body as {
    methods: { pieces: { tag: string }[] }[];
  };
  return { id, tag: methods[0].pieces[0].tag };
}

let count = 0;
const tap = (id: string, ...entries: { at: number; kind: string }[]) =>
  running.as.kitchen
    .post(`/api/tastings/${id}/kitchen-log`)
    .send({
      entries: entries.map((entry) => ({ id: `simulated-${count++}`, ...entry, at: new Date(entry.at).toISOString() })),
    })
    .expect(200);

interface Curve {
  seconds: number[];
  mean: number[];
}
const curvesOf = async (id: string): Promise<Curve[]> =>
  ((await running.as.kitchen.get(`/api/tastings/${id}/curves`)).body as { curves: Curve[] }).curves;

it('send what conduction makes of the log, and go on where they were', async () => {
  const { id, tag } = await kitchen();
  const devices = new SimulatedDevices(asServer(), id, 2000);
  await devices.open();
  const zero = Date.now() - 30 * 60_000;
  await tap(
    id,
    { at: zero, kind: 'mass', ...{ piece: tag, grams: 260 } },
    { at: zero, kind: 'started', ...{ pieces: [tag], step: 'boil' } },
    { at: zero, kind: 'probed', ...{ piece: tag, device: THERMOMETER, channel: 2, where: 'core' } },
  );
  await devices.measure(zero + 25 * 60_000);
  const [first] = await curvesOf(id);
  expect(first.seconds.at(-1)).toBe(25 * 60);
  expect(first.mean[0]).toBeLessThan(8);
  const then = first.mean.at(-1) as number;
  expect(then).toBeGreaterThan(50);
  await devices.measure(zero + 26 * 60_000);
  const [second] = await curvesOf(id);
  expect(second.mean.at(-1)).toBeGreaterThan(then);
  // Taken out, it cools, and its channel shows the room.
  await tap(
    id,
    { at: zero + 26.5 * 60_000, kind: 'done', ...{ pieces: [tag], step: 'boil' } },
    { at: zero + 27 * 60_000, kind: 'unprobed', ...{ device: THERMOMETER, channel: 2 } },
  );
  await devices.measure(zero + 29 * 60_000);
  const [last] = await curvesOf(id);
  expect(last.seconds.at(-1)).toBeLessThanOrEqual(27 * 60);
  const listed = (await running.as.kitchen.get(`/api/tastings/${id}/devices`)).body as {
    name: string;
    channels: { channel: number; value: number }[];
  }[];
  const thermometer = listed.find(({ name }) => name === THERMOMETER);
  expect(thermometer?.channels).toHaveLength(8);
  expect(thermometer?.channels[1].value).toBeLessThan(25);
});

it('weigh what is being weighed, and nothing else', async () => {
  const { id, tag } = await kitchen();
  const devices = new SimulatedDevices(asServer(), id, 2000);
  await devices.open();
  const zero = Date.now() - 60_000;
  const onScale = async (): Promise<number> => {
    const listed = (await running.as.kitchen.get(`/api/tastings/${id}/devices`)).body as {
      name: string;
      channels: { value: number }[];
    }[];
    return listed.find(({ name }) => name === SCALE)?.channels[0].value ?? NaN;
  };
  await devices.measure(zero);
  expect(await onScale()).toBe(0);
  await tap(
    id,
    { at: zero, kind: 'mass', ...{ piece: tag, grams: 261 } },
    { at: zero, kind: 'started', ...{ pieces: [tag], step: 'weigh' } },
  );
  await devices.measure(zero + 1000);
  expect(await onScale()).toBe(261);
});

it('of an old demo are flat', async () => {
  const { id, tag } = await kitchen();
  const devices = new SimulatedDevices(asServer(), id, 2000);
  await devices.open();
  const old = Date.now() - 3 * 24 * 3_600_000;
  await tap(id, { at: old, kind: 'probed', ...{ piece: tag, device: THERMOMETER, channel: 1, where: 'core' } });
  await devices.measure(Date.now());
  expect((await curvesOf(id))[0].seconds).toEqual([]);
});
