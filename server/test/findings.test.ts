import { neutralQuestion } from '@jacana/core/library';
import { simulatedBundle } from '../../core/test/support/bundles';
import { SnapshotRow } from '../src/database/entities';
import { Transactions } from '../src/database/transactions';
import { FindingsService } from '../src/findings/findings.service';
import { WorkersService } from '../src/jobs/workers.service';
import { startServer, type Running } from './support/running';
import { codesOf, device, draft, handIn, handInBallot, locked, note, tokens } from './support/tasting';

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const me = { id: 'me', name: 'Ines', role: 'coordinator' as const };

async function unsealed(panelists = 8): Promise<string> {
  const { coordinator } = running.as;
  const id = await locked(coordinator, draft({}, 4, panelists));
  for (const [at, token] of (await tokens(coordinator, id)).entries()) await handInBallot(running.stranger, token, at);
  await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  return id;
}

describe('findings on the server', () => {
  it('keep a dated snapshot of what they were computed from, and compute anew when that changes', async () => {
    const id = await unsealed();
    const { read } = running.app.get(Transactions);
    await running.as.coordinator.get(`/api/tastings/${id}/findings`).expect(200);
    const first = await read.findOneByOrFail(SnapshotRow, { tastingId: id });
    expect(first).toMatchObject({
      engine: expect.stringContaining('jacana-core'),
      computedAt: expect.stringMatching(/^\d{4}-/),
    });
    await running.as.coordinator.get(`/api/tastings/${id}/findings`).expect(200);
    expect(await read.findOneByOrFail(SnapshotRow, { tastingId: id })).toEqual(first);

    await note(running.as.coordinator, id, { text: 'Remembered late' }).expect(200);
    const { body } = await running.as.coordinator.get(`/api/tastings/${id}/findings`).expect(200);
    expect(body.caveats).toEqual([expect.objectContaining({ text: 'Remembered late' })]);
    expect((await read.findOneByOrFail(SnapshotRow, { tastingId: id })).bundleHash).not.toBe(first.bundleHash);
  });

  it('stop when the person who asked goes away, and leave no snapshot', async () => {
    const id = await unsealed(20);
    const gone = new AbortController();
    const asked = running.app.get(FindingsService).find(id, me, gone.signal);
    gone.abort();
    await expect(asked).rejects.toThrow(/abort/i);
    expect(await running.app.get(Transactions).read.findOneBy(SnapshotRow, { tastingId: id })).toBeNull();
    expect(
      (await running.as.coordinator.get(`/api/tastings/${id}/findings`).expect(200)).body.sections[0].data.panelists,
    ).toHaveLength(20);
  });

  it('leave the server free to answer others meanwhile', async () => {
    const id = await unsealed(30);
    const order: string[] = [];
    const asked = running.as.coordinator.get(`/api/tastings/${id}/findings`).then(() => order.push('findings'));
    // Given time to begin; other requests then come and go while it computes.
    await running.stranger.get('/api/session').expect(200);
    await running.stranger.get('/api/session').expect(200);
    order.push('session');
    await asked;
    expect(order).toEqual(['session', 'findings']);
  });
});

describe('findings that several ask for', () => {
  it('are computed once for all of them, and go on while one still waits', async () => {
    const id = await unsealed(20);
    const service = running.app.get(FindingsService);
    const computed = jest.spyOn(running.app.get(WorkersService), 'findings');
    const leaving = [new AbortController(), new AbortController()];
    const asked = Array.from({ length: 6 }, (_, at) =>
      service.find(id, me, (leaving[at] ?? new AbortController()).signal),
    );
    for (const one of leaving) one.abort();
    const found = await Promise.allSettled(asked);
    expect(found.map(({ status }) => status)).toEqual([
      'rejected',
      'rejected',
      ...new Array<string>(4).fill('fulfilled'),
    ]);
    expect(computed).toHaveBeenCalledTimes(1);
    computed.mockRestore();
  });

  it('stop when nobody waits any more, and begin anew for whoever asks then', async () => {
    const id = await unsealed(24);
    const service = running.app.get(FindingsService);
    const computed = jest.spyOn(running.app.get(WorkersService), 'findings');
    const leaving = [new AbortController(), new AbortController()];
    const asked = leaving.map(({ signal }) => service.find(id, me, signal));
    // Once it is under way.
    while (computed.mock.calls.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    for (const one of leaving) one.abort();
    for (const one of asked) await expect(one).rejects.toThrow(/abort/i);
    expect(computed.mock.calls[0][1].signal.aborted).toBe(true);
    const again = await service.find(id, me, new AbortController().signal);
    expect(again.people).toBe(24);
    expect(computed).toHaveBeenCalledTimes(2);
    computed.mockRestore();
  });

  it('do not keep a plan from being locked, or a sheet from being printed', async () => {
    const workers = running.app.get(WorkersService);
    const big = simulatedBundle({ methods: 6, panelists: 60, liking: true, pieces: 4 });
    const order: string[] = [];
    const following = { signal: new AbortController().signal, onProgress: () => undefined };
    const long = Array.from({ length: 4 }, () => workers.findings(big, following).then(() => order.push('findings')));
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({}, 4, 12)).then((own) => (order.push('locked'), own));
    await coordinator.get(`/api/tastings/${id}/sheets/plan`).expect(200);
    order.push('printed');
    await Promise.all(long);
    expect(order.indexOf('printed')).toBeLessThan(order.lastIndexOf('findings'));
    expect(order.slice(0, 2)).toContain('locked');
  }, 90_000);
});

describe('scales added up', () => {
  const scales = ['juicy', 'dry'].map((word, at) => ({
    ...neutralQuestion(`scale-${word}`, 'line', { word }),
    ...(at === 0 && { weight: 2 }),
  }));
  const weights = (juicy: number, dry: number) => ({
    weights: [
      { item: 'scale-juicy', weight: juicy },
      { item: 'scale-dry', weight: dry },
    ],
  });

  it('by weights that are tried out once the key is open, and by no others', async () => {
    const { coordinator, kitchen } = running.as;
    const plain = draft({}, 3, 8);
    const ballot = { items: [...plain.ballot.items, { ...scales[0] }, { ...scales[1], weight: -1 }] };
    const id = await locked(coordinator, { ...plain, ballot });
    const url = `/api/tastings/${id}/findings/weighted`;
    await coordinator.post(url).send(weights(1, 1)).expect(409);
    for (const [at, token] of (await tokens(coordinator, id)).entries()) {
      const opening = { device: device(at), takeOver: false };
      const { body } = await running.stranger.post(`/api/ballots/${token}/open`).send(opening).expect(200);
      // What counts how often is no affair of whoever answers.
      expect(JSON.stringify(body.items)).not.toMatch(/"weight":(?!0)/);
      const codes = codesOf(body);
      const letter = handIn(at, codes);
      codes.forEach((code, place) => {
        for (const [item, score] of [
          ['scale-juicy', 90 - 20 * place - at],
          ['scale-dry', 10 + 15 * place + at],
        ])
          letter.answers.push({ id: `${item}-${code}`, kind: 'score', item, code, score });
      });
      await running.stranger.post(`/api/ballots/${token}/hand-in`).send(letter).expect(200);
    }
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);

    const { body: parts } = await coordinator.get(`/api/tastings/${id}/findings/parts`).expect(200);
    expect(parts.criteria.slice(-2)).toEqual([
      { item: 'scale-juicy', name: 'juicy', weight: 2 },
      { item: 'scale-dry', name: 'dry', weight: -1 },
    ]);
    const { body: found } = await coordinator.get(`/api/tastings/${id}/findings`).expect(200);
    const own = found.sections.find((section: { id: string }) => section.id === 'weighted');
    expect(own.status).toBe('planned');
    const { body: same } = await coordinator.post(url).send(weights(2, -1)).expect(200);
    expect(same.found).toEqual(own.data);
    const { body: other } = await coordinator.post(url).send(weights(-1, 3)).expect(200);
    expect(other.found.means).not.toEqual(own.data.means);
    expect((await coordinator.post(url).send(weights(1, 0)).expect(200)).body).toEqual({ found: null });

    for (const bad of [{}, { weights: 'all' }, weights(11, 1), { weights: [{ item: 'nothing', weight: 1 }] }])
      await coordinator.post(url).send(bad).expect(400);
    await kitchen.post(url).send(weights(1, 1)).expect(403);
  });
});
