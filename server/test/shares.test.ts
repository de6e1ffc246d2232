import { Transactions } from '../src/database/transactions';
import { ShareRow } from '../src/shares/share.row';
import { startServer, type Running } from './support/running';
import { draft, handInBallot, locked, METHODS, tokens } from './support/tasting';

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

async function closed(): Promise<string> {
  const { coordinator } = running.as;
  const id = await locked(coordinator, draft({}, 4, 8));
  for (const [at, token] of (await tokens(coordinator, id)).entries()) await handInBallot(running.stranger, token, at);
  await coordinator.post(`/api/tastings/${id}/close`).expect(204);
  return id;
}

async function unsealed(): Promise<string> {
  const id = await closed();
  await running.as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  return id;
}

const shared = (id: string, days = 30) => running.as.coordinator.post(`/api/tastings/${id}/shares`).send({ days });
const tokenOf = (address: string): string => new URL(address).pathname.split('/')[2];

describe('a link to findings', () => {
  it('shows a stranger the findings and the report of one tasting, and no name', async () => {
    const id = await unsealed();
    const { body } = await shared(id).expect(200);
    expect(new URL(body.address).pathname).toMatch(/^\/f\/[\w-]{32}$/);
    const found = await running.stranger.get(`/api/shared/${tokenOf(body.address)}`).expect(200);
    const own = await running.as.reader.get(`/api/tastings/${id}/findings`).expect(200);
    expect(found.body).toEqual(own.body);
    for (const method of METHODS) expect(JSON.stringify(found.body)).toContain(method);
    const { body: tasting } = await running.as.coordinator.get(`/api/tastings/${id}`).expect(200);
    for (const { name } of tasting.draft.panel) expect(JSON.stringify(found.body)).not.toContain(`"${name}"`);
    const report = await running.stranger.get(`/api/shared/${tokenOf(body.address)}/report?names=yes`).expect(200);
    expect((report.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('opens nothing else', async () => {
    const id = await unsealed();
    const { body } = await shared(id).expect(200);
    const token = tokenOf(body.address);
    await running.stranger.get(`/api/tastings/${id}/findings`).expect(401);
    await running.stranger.get(`/api/tastings/${id}/bundle`).set('Authorization', `Bearer ${token}`).expect(401);
    await running.stranger.get(`/api/ballots/${token}/tray`).expect(404);
  });

  it('is refused while the key is sealed, and for more than a year', async () => {
    const { body } = await shared(await closed()).expect(409);
    expect(body).toMatchObject({ error: 'sealed' });
    const id = await unsealed();
    for (const days of [0, 366, 1.5, '30']) await shared(id, days as number).expect(400);
  });

  it('ends when it is taken back, once however often, and by itself', async () => {
    const id = await unsealed();
    const [first, second] = [(await shared(id).expect(200)).body, (await shared(id, 1).expect(200)).body];
    const take = () => running.as.coordinator.delete(`/api/tastings/${id}/shares/${first.id}`).expect(200);
    const { body: list } = await take();
    expect((await take()).body).toEqual(list);
    const ended = await running.stranger.get(`/api/shared/${tokenOf(first.address)}`).expect(409);
    expect(ended.body).toMatchObject({ error: 'ended', message: expect.stringContaining('Ask whoever sent it') });
    await running.stranger.get(`/api/shared/${tokenOf(first.address)}/report`).expect(409);

    await running.stranger.get(`/api/shared/${tokenOf(second.address)}`).expect(200);
    await running.app
      .get(Transactions)
      .write((manager) => manager.update(ShareRow, { id: second.id }, { expiresAt: new Date().toISOString() }));
    await running.stranger.get(`/api/shared/${tokenOf(second.address)}`).expect(409);
  });

  it('is kept as a hash alone, and logged without its address', async () => {
    const id = await unsealed();
    const { body } = await shared(id).expect(200);
    const token = tokenOf(body.address);
    const rows = await running.app.get(Transactions).read.find(ShareRow);
    expect(JSON.stringify(rows)).not.toContain(token);
    const { body: list } = await running.as.coordinator.get(`/api/tastings/${id}/shares`).expect(200);
    expect(JSON.stringify(list)).not.toContain(token);
    const { body: seal } = await running.as.coordinator.get(`/api/tastings/${id}/seal`).expect(200);
    expect(JSON.stringify(seal)).not.toContain(token);
  });

  it('leads nowhere from another tasting, once the tasting is removed, or with a letter changed', async () => {
    const [id, other] = [await unsealed(), await unsealed()];
    const { body } = await shared(id).expect(200);
    await running.as.coordinator.delete(`/api/tastings/${other}/shares/${body.id}`).expect(404);
    const token = tokenOf(body.address);
    const wrong = `${token.slice(0, -1)}${token.endsWith('A') ? 'B' : 'A'}`;
    await running.stranger.get(`/api/shared/${wrong}`).expect(404);
    await running.as.coordinator.delete(`/api/tastings/${id}`);
    await running.stranger.get(`/api/shared/${token}`).expect(404);
  });
});

describe('the planned analysis without something, on the server', () => {
  const nothing = { caveats: [], pieces: [], panelists: [], zones: [], flights: [] };

  it('is run again for each that was asked, for whoever may read findings', async () => {
    const id = await unsealed();
    const { body: parts } = await running.as.reader.get(`/api/tastings/${id}/findings/parts`).expect(200);
    expect(parts.panelists).toHaveLength(8);
    const without = [nothing, { ...nothing, panelists: [parts.panelists[0].id] }];
    const { body } = await running.as.reader.post(`/api/tastings/${id}/findings/without`).send({ without }).expect(200);
    expect(body).toEqual([
      expect.objectContaining({ people: 8, gone: 0, same: true }),
      expect.objectContaining({ people: 7, gone: 1 }),
    ]);
  });

  it('is refused while sealed, and for lists that are none', async () => {
    const sealed = await closed();
    await running.as.coordinator.get(`/api/tastings/${sealed}/findings/parts`).expect(409);
    await running.as.reader.get(`/api/tastings/${sealed}/findings/servings`).expect(404);
    await running.as.coordinator.get(`/api/tastings/${sealed}/findings/servings`).expect(409);
    const asked = (id: string, body: object) =>
      running.as.coordinator.post(`/api/tastings/${id}/findings/without`).send(body);
    await asked(sealed, { without: [nothing] }).expect(409);
    const id = await unsealed();
    for (const without of [
      [],
      [{}],
      [{ ...nothing, flights: ['1'] }],
      [{ ...nothing, pieces: ['x'] }],
      Array(51).fill(nothing),
    ])
      await asked(id, { without }).expect(400);
    // What is not there leaves nothing out.
    const { body } = await asked(id, { without: [{ ...nothing, panelists: ['nobody'], pieces: ['Z9'] }] }).expect(200);
    expect(body[0]).toMatchObject({ gone: 0, same: true });
  });
});
