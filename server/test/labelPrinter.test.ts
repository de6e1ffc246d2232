import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { BadOptions, readOptions } from '../src/options/options';
import { SimulatedPrinter } from '../src/simulated/labelPrinter';
import { startServer, type Running } from './support/running';
import { locked } from './support/tasting';

/** Labels to a printer in the house: each once, through an empty roll, a jam, and a printer that is off. */

let [printer, listening]: [SimulatedPrinter, Server | undefined] = [
  new SimulatedPrinter({ roll: 8, jamsEvery: 20 }),
  undefined,
];
let running: Running;
let address: string;
beforeAll(async () => {
  listening = await printer.listen(0);
  address = `http://localhost:${(listening.address() as AddressInfo).port}`;
  running = await startServer({ printer: address });
});
afterAll(async () => {
  await running.stop();
  listening?.close();
});

const size = { width: 50, height: 25, spares: 0 };
const outIn = (page: string): string[] => [...page.matchAll(/<li><b>(.*?)<\/b>/g)].map(([, large]) => large);

describe('the label printer', () => {
  it('gets a label for each portion once, whatever it runs out of on the way', async () => {
    const { server } = running.as;
    const id = await locked(running.as.coordinator);
    const send = async () =>
      (
        await server
          .post(`/api/tastings/${id}/print/labels`)
          .send({ job: 'labels-once', ...size })
          .expect(200)
      ).body as object;
    // Six seats with three plates each; a roll has eight labels.
    expect(await send()).toEqual({ asked: 18, printed: 8, state: 'out-of-labels' });
    expect(await send()).toEqual({ asked: 18, printed: 8, state: 'out-of-labels' });
    await fetch(`${address}/load`, { method: 'POST' });
    expect(await send()).toEqual({ asked: 18, printed: 16, state: 'out-of-labels' });
    await fetch(`${address}/load`, { method: 'POST' });
    expect(await send()).toEqual({ asked: 18, printed: 18, state: 'ready' });
    expect(await send()).toEqual({ asked: 18, printed: 18, state: 'ready' });
    const { seats } = (await server.get(`/api/tastings/${id}/board`)).body as { seats: { codes: string[] }[] };
    const page = await (await fetch(address)).text();
    expect(outIn(page).sort()).toEqual(seats.flatMap(({ codes }) => codes).sort());
    // Tags for the kitchen: the twentieth label jams.
    const tags = async () =>
      (
        await running.as.kitchen
          .post(`/api/tastings/${id}/print/tags`)
          .send({ job: 'tags-of-pieces', ...size })
          .expect(200)
      ).body as object;
    expect(await tags()).toEqual({ asked: 6, printed: 2, state: 'jammed' });
    await fetch(`${address}/clear`, { method: 'POST' });
    expect(await tags()).toEqual({ asked: 6, printed: 6, state: 'ready' });
  });

  it('prints all anew, none missing, where who is served changed between two tries', async () => {
    const { server, coordinator } = running.as;
    const id = await locked(coordinator);
    await fetch(`${address}/load`, { method: 'POST' });
    const send = () => server.post(`/api/tastings/${id}/print/labels`).send({ job: 'changed-job', ...size });
    expect((await send().expect(200)).body).toMatchObject({ asked: 18, printed: 8 });
    const absent = {
      id: 'one-is-absent',
      at: '2026-03-05T18:10:00Z',
      kind: 'absent',
      sitting: 1,
      panelist: 'panelist-0',
    };
    await server
      .post(`/api/tastings/${id}/service-log`)
      .send({ entries: [absent] })
      .expect(200);
    await fetch(`${address}/load`, { method: 'POST' });
    expect((await send().expect(200)).body).toMatchObject({ asked: 15, printed: 8 });
  });

  it('is refused in words where it is off, is something else, or was never named', async () => {
    const body = { job: 'nothing-there', ...size };
    const asked = async (printerAt: string | null) => {
      const other = await startServer({ printer: printerAt });
      const id = await locked(other.as.coordinator);
      const reply = await other.as.server.post(`/api/tastings/${id}/print/labels`).send(body).expect(409);
      const session = await other.as.server.get('/api/session').expect(200);
      expect((session.body as { hasPrinter: boolean }).hasPrinter).toBe(printerAt !== null);
      await other.stop();
      return (reply.body as { message: string }).message;
    };
    expect(await asked(null)).toContain('knows of no label printer');
    expect(await asked('http://localhost:9')).toContain('does not answer');
    const stranger = await new SimulatedPrinter({ roll: 1, jamsEvery: 0 }).listen(0);
    const { port } = stranger.address() as AddressInfo;
    stranger.removeAllListeners('request').on('request', (_asked, reply) => reply.end('{"hello":1}'));
    expect(await asked(`http://localhost:${port}`)).toContain('is no label printer');
    stranger.close();
    const id = await locked(running.as.coordinator);
    for (const wrong of [{ width: 0 }, { spares: -1 }, { job: 'x' }])
      await running.as.server
        .post(`/api/tastings/${id}/print/labels`)
        .send({ ...body, ...wrong })
        .expect(400);
  });

  it('is named at start by an address, or not at all', () => {
    expect(readOptions(['--demo']).printer).toBeNull();
    expect(readOptions(['--demo', '--printer', 'http://localhost:4681']).printer).toBe('http://localhost:4681');
    for (const wrong of ['printer', 'file:///etc/passwd'])
      expect(() => readOptions(['--demo', '--printer', wrong])).toThrow(BadOptions);
  });

  it('takes jobs only, and shows what is on a label as it is written', async () => {
    printer = new SimulatedPrinter({ roll: 5, jamsEvery: 0 });
    printer.print('a', [{ large: '<b>417', small: 'Seat 1 & 2' }]);
    expect(printer.page()).toContain('&lt;b&gt;417');
    const post = async (body: string) => (await fetch(`${address}/labels`, { method: 'POST', body })).status;
    for (const body of ['', '{', '{"job":"a"}', '{"job":"a","labels":[{"large":1,"small":""}]}'])
      expect(await post(body)).toBe(400);
  });
});
