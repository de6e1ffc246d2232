import { startServer, type Running } from './support/running';
import { codesOf, device, draft, liking, locked, tokens } from './support/tasting';

/** How a ballot leads through its samples: time, pauses, trays, and what stands side by side. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

async function opened() {
  const id = await locked(running.as.coordinator, draft());
  const [token] = await tokens(running.as.coordinator, id);
  const opening = { device: device(1), takeOver: false };
  const { body } = await running.stranger.post(`/api/ballots/${token}/open`).send(opening).expect(200);
  const save = (...answers: object[]) =>
    running.stranger.post(`/api/ballots/${token}/answers`).send({ device: device(1), sitting: 1, answers });
  return { id, token, body, codes: codesOf(body), save };
}

describe('what ballots note beside the answers', () => {
  const timed = (code: string, seconds: number) => ({ id: `timed-${code}`, kind: 'timed', code, seconds });
  const boardOf = async (id: string) =>
    (await running.as.coordinator.get(`/api/tastings/${id}/board`).expect(200)).body.seats[0] as {
      hasty: number;
      saysArrived: boolean;
      tasted: number;
      rinsingUntil: string | null;
    };

  it('shows how many samples were left within seconds, and not which', async () => {
    const { id, codes, save } = await opened();
    await save(liking(codes[0], 7, 'liking-0'), timed(codes[0], 3), timed(codes[1], 5)).expect(200);
    const seat = await boardOf(id);
    expect(seat).toMatchObject({ hasty: 1, saysArrived: false, tasted: 1 });
    expect(JSON.stringify(seat)).not.toContain('"seconds"');
    // Only the codes of the own tray, each known to whoever carries it.
    await save({ ...timed('999', 3), id: 'stray-1' }).expect(400);
    await save({ ...timed(codes[2], -1) }).expect(400);
  });

  it('shows the longer pause for as long as it was planned', async () => {
    const service = { ...draft().service, rinseSeconds: 30, pauseAfter: 2, pauseSeconds: 600 };
    const id = await locked(running.as.coordinator, draft({ service }));
    const [token] = await tokens(running.as.coordinator, id);
    const opening = { device: device(1), takeOver: false };
    const { body } = await running.stranger.post(`/api/ballots/${token}/open`).send(opening).expect(200);
    expect(body).toMatchObject({ pauseAfter: 2, pauseSeconds: 600, presentation: 'sequential', practice: false });
    const answers = [{ id: 'rinse-0', kind: 'rinse', code: codesOf(body)[2], seconds: null }];
    const before = Date.now();
    await running.stranger
      .post(`/api/ballots/${token}/answers`)
      .send({ device: device(1), sitting: 1, answers })
      .expect(200);
    const { rinsingUntil } = await boardOf(id);
    expect(Math.abs(Date.parse(rinsingUntil ?? '') - before - 600_000)).toBeLessThan(5000);
  });

  it('opens samples once the tray is put down, or is said to stand there', async () => {
    const id = await locked(running.as.coordinator, draft({ service: { ...draft().service, waitsForTray: true } }));
    const [token, other] = await tokens(running.as.coordinator, id);
    const isOut = async (whose: string) =>
      (await running.stranger.get(`/api/ballots/${whose}/tray`).expect(200)).body.isOut as boolean;
    const open = (whose: string, number: number) =>
      running.stranger.post(`/api/ballots/${whose}/open`).send({ device: device(number), takeOver: false });
    const { body } = await open(token, 1).expect(200);
    expect(body).toMatchObject({ waitsForTray: true, isTrayOut: false });
    expect(await isOut(token)).toBe(false);
    const [first] = (await running.as.server.get(`/api/tastings/${id}/board`).expect(200)).body.seats;
    const write = (entryId: string, entry: object) =>
      running.as.server
        .post(`/api/tastings/${id}/service-log`)
        .send({ entries: [{ id: entryId, at: new Date().toISOString(), ...entry }] });
    await write('tray-out-1', { kind: 'out', sitting: 1, panelist: first.panelistId }).expect(200);
    expect([await isOut(token), await isOut(other)]).toEqual([true, false]);
    expect((await open(token, 1)).body.isTrayOut).toBe(true);
    await write('tray-back-1', { kind: 'undone', of: 'tray-out-1' }).expect(200);
    expect(await isOut(token)).toBe(false);

    const save = (answers: object[]) =>
      running.stranger.post(`/api/ballots/${token}/answers`).send({ device: device(1), sitting: 1, answers });
    await save([{ id: 'arrived-1', kind: 'arrived' }]).expect(200);
    expect((await boardOf(id)).saysArrived).toBe(true);
    await running.stranger.get('/api/ballots/nobody-has-this-token/tray').expect(404);
  });

  it('never waits where the plan does not', async () => {
    const { token, body } = await opened();
    expect(body).toMatchObject({ waitsForTray: false, isTrayOut: true });
    expect((await running.stranger.get(`/api/ballots/${token}/tray`).expect(200)).body).toEqual({ isOut: true });
  });

  it('leaves samples behind set by set where they stand side by side', async () => {
    const service = { ...draft().service, goingBack: false, presentation: 'side-by-side' as const };
    const id = await locked(running.as.coordinator, draft({ service }));
    const [token] = await tokens(running.as.coordinator, id);
    const opening = { device: device(1), takeOver: false };
    const { body } = await running.stranger.post(`/api/ballots/${token}/open`).send(opening).expect(200);
    const codes = codesOf(body);
    const save = (...answers: object[]) =>
      running.stranger.post(`/api/ballots/${token}/answers`).send({ device: device(1), sitting: 1, answers });
    await save(liking(codes[0], 7, 'liking-0'), liking(codes[1], 5, 'liking-1')).expect(200);
    await save(liking(codes[0], 6, 'liking-2')).expect(200);
  });
});
