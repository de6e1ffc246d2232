import { SnapshotRow } from '../src/database/entities';
import { Transactions } from '../src/database/transactions';
import { FindingsService } from '../src/findings/findings.service';
import { startServer, type Running } from './support/running';
import { draft, handInBallot, locked, note, tokens } from './support/tasting';

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
