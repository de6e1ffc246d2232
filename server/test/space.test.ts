import { SpaceService } from '../src/storage/space.service';
import { startServer, type Running } from './support/running';
import { codesOf, device, draft, drafted, handIn, liking, locked, tokens } from './support/tasting';

let running: Running;
beforeAll(async () => {
  running = await startServer();
});
afterAll(() => running.stop());

const MEGABYTE = 1024 * 1024;
const leave = (megabytes: number) =>
  jest.spyOn(running.app.get(SpaceService), 'free').mockResolvedValue(megabytes * MEGABYTE);

describe('room on the disk', () => {
  it('is looked up, and told to coordinators where it is little', async () => {
    const space = running.app.get(SpaceService);
    expect(await space.free()).toBeGreaterThan(MEGABYTE);
    const told = async (who: 'coordinator' | 'server') =>
      ((await running.as[who].get('/api/session').expect(200)).body as { spaceLeft: number | null }).spaceLeft;
    const mocked = leave(500.5);
    expect(await told('coordinator')).toBeNull();
    mocked.mockResolvedValue(499.9 * MEGABYTE);
    expect([await told('coordinator'), await told('server')]).toEqual([499, null]);
    mocked.mockRestore();
  });

  it('that is nearly gone lets nothing new begin, and what runs end', async () => {
    const { coordinator } = running.as;
    const service = { ...draft().service, sittings: 2 };
    const [id, early] = [await locked(coordinator, draft({ service }, 3, 3)), await drafted(coordinator)];
    const [token] = await tokens(coordinator, id);
    const mocked = leave(49);
    for (const path of [`${early}/lock`, `${id}/next-sitting`]) {
      const { body } = await coordinator.post(`/api/tastings/${path}`).expect(409);
      expect(body).toMatchObject({ error: 'full', message: expect.stringContaining('Make room') });
    }
    const { body } = await running.stranger
      .post(`/api/ballots/${token}/open`)
      .send({ device: device(0), takeOver: false });
    await running.stranger
      .post(`/api/ballots/${token}/hand-in`)
      .send(handIn(0, codesOf(body)))
      .expect(200);
    mocked.mockRestore();
    await coordinator.post(`/api/tastings/${early}/lock`).expect(200);
  });
});

it('a ballot that a program changes again and again takes no more, and is handed in all the same', async () => {
  const id = await locked(running.as.coordinator, draft({}, 3, 3));
  const [token] = await tokens(running.as.coordinator, id);
  const { body } = await running.stranger
    .post(`/api/ballots/${token}/open`)
    .send({ device: device(0), takeOver: false });
  const codes = codesOf(body);
  const save = (round: number) =>
    running.stranger.post(`/api/ballots/${token}/answers`).send({
      ...{ device: device(0), sitting: 1 },
      answers: Array.from({ length: 100 }, (_, at) => liking(codes[0], 1 + ((at + round) % 9), `again-${round}-${at}`)),
    });
  let rounds = 0;
  while (rounds < 20 && (await save(rounds)).status === 200) rounds++;
  // Far more than anybody needs, far less than fills a disk.
  expect(rounds).toBeGreaterThanOrEqual(2);
  expect(rounds).toBeLessThan(8);
  expect((await save(99)).body).toMatchObject({ error: 'too-often' });
  await running.stranger.post(`/api/ballots/${token}/hand-in`).send(handIn(0, codes)).expect(200);
});
