import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { startServer, testOptions, type Running } from './support/running';
import { device, draft, drafted, handInBallot, locked, tokens } from './support/tasting';

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const demo = (file: string) => JSON.parse(readFileSync(join(testOptions.demoBundles, file), 'utf8'));
const importBundle = (body: object) => running.as.coordinator.post('/api/import').send(body);

describe('import', () => {
  it('brings a tasting in service in sealed, and lets it go on', async () => {
    const { coordinator, stranger } = { ...running.as, stranger: running.stranger };
    const { id } = (await importBundle(demo('2-rice.json')).expect(200)).body;
    const card = (await coordinator.get(`/api/tastings/${id}/card`)).body;
    expect(card).toMatchObject({ status: 'tasting', panelists: 36, handedIn: 18 });
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    expect(bundle.key).toBeNull();
    const waiting = (await tokens(coordinator, id))[35];
    const { body } = await stranger.post(`/api/ballots/${waiting}/open`).send({ device: device(35), takeOver: false });
    const choice = { id: 'choice-1', kind: 'choice', item: 'triangle', set: 0, choice: [body.sets[0].codes[1]] };
    const whole = { device: device(35), id: 'hand-in-35', sitting: 1, answers: [choice] };
    await stranger.post(`/api/ballots/${waiting}/hand-in`).send(whole).expect(200);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    const seal = (await coordinator.post(`/api/tastings/${id}/unseal`).expect(200)).body;
    expect(seal.matches).toBe(true);
    const found = (await coordinator.get(`/api/tastings/${id}/findings`)).body;
    expect(found).toMatchObject({ kind: 'planned', test: 'triangle', people: 19, planned: { result: { n: 19 } } });
  });

  it('shows a key that does not fit its fingerprint, at unsealing and in the findings', async () => {
    const { coordinator } = running.as;
    const forged = demo('1-salmon.json');
    forged.tasting.methods[0].name = 'Grilled';
    const { id } = (await importBundle(forged).expect(200)).body;
    expect((await coordinator.get(`/api/tastings/${id}/seal`)).body.matches).toBe(false);
    expect((await coordinator.get(`/api/tastings/${id}/findings`)).body.fingerprint.matches).toBe(false);
  });

  it.each<[string, (bundle: ReturnType<typeof demo>) => unknown]>([
    ['format', () => ({ hello: 'there' })],
    ['format', () => []],
    ['version', (bundle) => ({ ...bundle, version: 7 })],
    ['tasting.panel', (bundle) => ({ ...bundle, tasting: { ...bundle.tasting, panel: 'everyone' } })],
    ['surprise', (bundle) => ({ ...bundle, surprise: true })],
    [
      'ballots.0.answers.0.score',
      (bundle) => {
        bundle.ballots[0].answers[0].score = 11;
        return bundle;
      },
    ],
  ])('refuses, and names the field %s', async (field, spoil) => {
    const before = (await running.as.coordinator.get('/api/tastings')).body.length;
    const reply = await importBundle(spoil(demo('1-salmon.json')) as object).expect(400);
    expect(reply.body.problems[0].field).toBe(field);
    expect((await running.as.coordinator.get('/api/tastings')).body).toHaveLength(before);
  });

  it('takes drafts out and in', async () => {
    const { coordinator } = running.as;
    const id = await drafted(coordinator);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    const copy = (await importBundle(bundle).expect(200)).body.id;
    expect((await coordinator.get(`/api/tastings/${copy}`)).body.draft).toEqual(
      (await coordinator.get(`/api/tastings/${id}`)).body.draft,
    );
  });
});

describe('export', () => {
  it('is logged, and says so when it was taken while sealed', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    const csv = (await coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text;
    expect(csv.split('\n')[0]).toBe(
      'tasting,panelist,seat,blind,sitting,set,zone,position,code,method,piece,liking,rank,handed_in_at',
    );
    expect(csv).not.toMatch(/Pan-seared|Slow oven/);
    const { log } = (await coordinator.get(`/api/tastings/${id}/seal`)).body;
    expect(log.at(-1)).toMatchObject({ by: 'Ines', action: 'exported', detail: 'CSV, while sealed: codes only' });
  });
});

describe('panelists who are not blind', () => {
  it('are marked with a reason, which the findings then weigh', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({}, 3, 8));
    for (const [at, token] of (await tokens(coordinator, id)).entries())
      await handInBallot(running.stranger, token, at);
    const mark = (panelist: string, body: object) =>
      coordinator.put(`/api/tastings/${id}/panelists/${panelist}/blind`).send(body);
    expect((await mark('panelist-0', { blind: false, because: ' ' }).expect(400)).body.problems[0].field).toBe(
      'because',
    );
    await mark('nobody-here', { blind: false, because: 'saw it' }).expect(400);
    await mark('panelist-0', { blind: false, because: 'saw the trays' }).expect(204);
    await mark('panelist-1', { blind: false, because: 'guessed' }).expect(204);
    await mark('panelist-1', { blind: true, because: '' }).expect(204);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const found = (await coordinator.get(`/api/tastings/${id}/findings`)).body;
    expect(found.sensitivity).toEqual([expect.objectContaining({ tasters: 7, without: '1 taster who was not blind' })]);
    // Marking is outside the fingerprint, so it still matches.
    expect(found.fingerprint.matches).toBe(true);
  });
});

describe('caveats', () => {
  it('are read in full by the coordinator only; others read their own', async () => {
    const { coordinator, kitchen, server } = running.as;
    const id = await locked(coordinator);
    await kitchen.post(`/api/tastings/${id}/caveats`).send({ text: 'Steamed piece split' }).expect(200);
    await server.post(`/api/tastings/${id}/caveats`).send({ text: 'Tray 3 dropped' }).expect(200);
    const texts = async (agent: typeof server) =>
      ((await agent.get(`/api/tastings/${id}/caveats`)).body as { text: string }[]).map((one) => one.text);
    expect(await texts(coordinator)).toEqual(['Steamed piece split', 'Tray 3 dropped']);
    expect(await texts(kitchen)).toEqual(['Steamed piece split']);
    expect(await texts(server)).toEqual(['Tray 3 dropped']);
    await kitchen.post(`/api/tastings/${id}/caveats`).send({ text: '' }).expect(400);
  });

  it('may say which pieces they touch; the findings then weigh them', async () => {
    const { coordinator, kitchen } = running.as;
    const id = await locked(coordinator, draft({}, 3, 8));
    const sheet = (await kitchen.get(`/api/tastings/${id}/kitchen`)).body as { tags: string[] }[];
    const [tag] = sheet[0].tags;
    const note = (body: object) => kitchen.post(`/api/tastings/${id}/caveats`).send(body);
    const refused = async (pieces: unknown) => (await note({ text: 'Overshot', pieces }).expect(400)).body.problems[0];
    expect(await refused(['Q0'])).toMatchObject({ field: 'pieces.0', message: 'No piece has the tag Q0.' });
    expect((await refused('K4')).field).toBe('pieces');
    expect((await refused(['nonsense'])).field).toBe('pieces');
    expect((await note({ text: `${tag} overshot`, pieces: [tag] }).expect(200)).body.pieces).toEqual([tag]);
    for (const [at, token] of (await tokens(coordinator, id)).entries())
      await handInBallot(running.stranger, token, at);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    expect(bundle.caveats).toEqual([expect.objectContaining({ about: { pieces: [tag], panelists: [] } })]);
    const served = bundle.key.portions.filter(({ tags }: { tags: string[] }) => tags.includes(tag)).length;
    const found = (await coordinator.get(`/api/tastings/${id}/findings`)).body;
    expect(found.sensitivity).toEqual([expect.objectContaining({ tasters: 8 - served, caveat: bundle.caveats[0].id })]);
  });

  it('and effort come back from a bundle that was taken away, and outlive an edit of the draft', async () => {
    const { coordinator } = running.as;
    const bundle = demo('1-salmon.json');
    const id = (await importBundle(bundle).expect(200)).body.id;
    const back = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    expect(back.tasting.methods).toEqual(bundle.tasting.methods);
    expect(back.caveats.map(({ about }: { about?: object }) => about)).toEqual(
      bundle.caveats.map(({ about }: { about?: object }) => about),
    );
    const { plan: _plan, key: _key, ...rest } = bundle;
    const early = {
      ...rest,
      plan: null,
      key: null,
      pieces: [],
      ballots: [],
      caveats: [],
      seal: { closedAt: null, unsealedAt: null, unsealedBy: null },
    };
    const copy = (await importBundle(early).expect(200)).body.id;
    const { draft: before } = (await coordinator.get(`/api/tastings/${copy}`)).body;
    await coordinator
      .put(`/api/tastings/${copy}/draft`)
      .send({ ...before, title: 'Renamed' })
      .expect(200);
    expect((await coordinator.get(`/api/tastings/${copy}/bundle`)).body.tasting.methods).toEqual(
      bundle.tasting.methods,
    );
  });
});
