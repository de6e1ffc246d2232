import { parseBundle } from '@jacana/core/bundle';
import { sectionOf } from '@jacana/core/findings';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Agent } from 'supertest';
import { startServer, testOptions, type Running } from './support/running';
import { caveat, device, draft, drafted, handInBallot, locked, note, saveDraft, tokens } from './support/tasting';

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
    expect(found).toMatchObject({ test: 'triangle', people: 19 });
    expect(sectionOf(found, 'telling')).toMatchObject({ of: 'telling', result: { n: 19 } });
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
    const { draft: original } = (await coordinator.get(`/api/tastings/${id}`)).body;
    // One of that title is here already.
    expect((await coordinator.get(`/api/tastings/${copy}`)).body.draft).toEqual({
      ...original,
      title: expect.stringMatching(/^Salmon \(\d+\)$/),
    });
  });
});

describe('what an import tells', () => {
  it('says when a bundle was changed after it was exported, and when it is here already', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator, draft({ title: 'Twins' }, 3, 4));
    for (const [at, token] of (await tokens(coordinator, id)).entries())
      await handInBallot(running.stranger, token, at);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    const twin = (await importBundle(bundle).expect(200)).body;
    expect(twin.notices).toEqual(['It is here already, as "Twins".']);
    expect((await coordinator.get(`/api/tastings/${twin.id}/card`)).body.title).toBe('Twins (2)');
    const spoilt = structuredClone(bundle);
    spoilt.ballots[0].answers.find((answer: { kind: string }) => answer.kind === 'score').score = 1;
    const changed = (await importBundle(spoilt).expect(200)).body;
    expect(changed.notices).toContainEqual(expect.stringContaining('changed after it was exported'));
    const moved = structuredClone(bundle);
    moved.plan.alpha = 0.01;
    expect((await importBundle(moved).expect(200)).body.notices).toContainEqual(
      expect.stringContaining('fingerprint does not match'),
    );
    const { log } = (await coordinator.get(`/api/tastings/${changed.id}/seal`)).body;
    expect(log.at(-1).detail).toContain('changed after it was exported');
  });
});

describe('export', () => {
  it('is logged, and says so when it was taken while sealed', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    const csv = (await coordinator.get(`/api/tastings/${id}/csv`).expect(200)).text;
    expect(csv.split('\n')[0]).toBe(
      '\uFEFFtasting,panelist,seat,blind,sitting,flight,set,zone,position,code,method,piece,block,lot,eaten,rinsed_s,took_s,not_tasted,agreed_at,typed,asked,liking,rank,comment,handed_in_at',
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
    const mark = (said: object) => note(coordinator, id, said);
    const seen = (panelist: string, because: string) => ({ kind: 'not-blind', panelist, because });
    expect((await mark(seen('panelist-0', ' ')).expect(400)).body.problems[0].field).toBe('entries.0.because');
    await mark(seen('nobody-here', 'saw it')).expect(400);
    await mark(seen('panelist-0', 'saw the trays')).expect(200);
    await mark(seen('panelist-1', 'guessed')).expect(200);
    await mark({ kind: 'blind-again', panelist: 'panelist-1' }).expect(200);
    await note(running.as.server, id, seen('panelist-2', 'I say so')).expect(403);
    expect((await coordinator.get(`/api/tastings/${id}/caveats`)).body.notBlind).toEqual([
      { panelist: 'panelist-0', because: 'saw the trays', afterUnsealing: false },
    ]);
    expect((await running.as.server.get(`/api/tastings/${id}/caveats`)).body.notBlind).toEqual([]);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const found = (await coordinator.get(`/api/tastings/${id}/findings`)).body;
    expect(sectionOf(found, 'sensitivity')).toEqual([
      expect.objectContaining({ panelists: 7, without: '1 panelist who was not blind' }),
    ]);
    // Marking is outside the fingerprint, so it still matches.
    expect(found.fingerprint.matches).toBe(true);
  });
});

const texts = async (agent: Agent, id: string): Promise<string[]> =>
  ((await agent.get(`/api/tastings/${id}/caveats`)).body.caveats as { text: string }[]).map((one) => one.text);

describe('caveats', () => {
  it('are read in full by the coordinator only; others read their own', async () => {
    const { coordinator, kitchen, server } = running.as;
    const id = await locked(coordinator);
    await note(kitchen, id, { text: 'Steamed piece split' }).expect(200);
    await note(server, id, { text: 'Tray 3 dropped' }).expect(200);
    expect(await texts(coordinator, id)).toEqual(['Steamed piece split', 'Tray 3 dropped']);
    expect(await texts(kitchen, id)).toEqual(['Steamed piece split']);
    expect(await texts(server, id)).toEqual(['Tray 3 dropped']);
    await note(kitchen, id, { text: '' }).expect(400);
  });

  it('are stored once however often they are sent, and an id stands for one entry for good', async () => {
    const { kitchen } = running.as;
    const id = await locked(running.as.coordinator);
    const send = (...entries: object[]) => kitchen.post(`/api/tastings/${id}/caveats`).send({ entries });
    const one = caveat({ text: 'Overshot' });
    for (let time = 0; time < 3; time++)
      expect((await send(one, one).expect(200)).body.stored).toEqual([one.id, one.id]);
    expect(await texts(kitchen, id)).toEqual(['Overshot']);
    expect((await send({ ...one, text: 'Something else' }).expect(409)).body.error).toBe('id-used');
    expect(await texts(kitchen, id)).toEqual(['Overshot']);
  });

  it('are edited, withdrawn and taken back as entries, each by whoever wrote it or the coordinator', async () => {
    const { coordinator, kitchen, server } = running.as;
    const id = await locked(coordinator);
    const first = caveat({ text: 'Overshot by 3' });
    await kitchen.post(`/api/tastings/${id}/caveats`).send({ entries: [first] });
    await note(kitchen, id, { kind: 'edited', of: first.id, text: 'Overshot by 5' }).expect(200);
    await note(server, id, { kind: 'withdrawn', of: first.id }).expect(403);
    await note(server, id, { kind: 'edited', of: 'nothing', text: 'x' }).expect(400);
    expect(await texts(coordinator, id)).toEqual(['Overshot by 5']);
    const withdrawal = caveat({ kind: 'withdrawn', of: first.id, because: 'Wrong piece' });
    await coordinator.post(`/api/tastings/${id}/caveats`).send({ entries: [withdrawal] });
    expect(await texts(coordinator, id)).toEqual([]);
    expect((await coordinator.get(`/api/tastings/${id}/card`)).body.caveats).toBe(0);
    await note(coordinator, id, { kind: 'undone', of: withdrawal.id }).expect(200);
    expect(await texts(coordinator, id)).toEqual(['Overshot by 5']);
    const { records } = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    expect(records.caveats.map(({ body }: { body: { kind: string } }) => body.kind)).toEqual([
      'noted',
      'edited',
      'withdrawn',
      'undone',
    ]);
  });

  it('say so when they were noted after unsealing', async () => {
    const { coordinator } = running.as;
    const id = await locked(coordinator);
    await note(coordinator, id, { text: 'In time' }).expect(200);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    await note(coordinator, id, { text: 'Too late', at: '2020-01-01T00:00:00.000Z' }).expect(200);
    const { caveats } = (await coordinator.get(`/api/tastings/${id}/caveats`)).body;
    expect(caveats.map(({ text, afterUnsealing }: Record<string, unknown>) => [text, afterUnsealing])).toEqual([
      ['In time', false],
      ['Too late', true],
    ]);
  });

  it('may say which pieces they touch; the findings then weigh them', async () => {
    const { coordinator, kitchen } = running.as;
    const id = await locked(coordinator, draft({}, 3, 8));
    const { methods } = (await kitchen.get(`/api/tastings/${id}/kitchen`)).body as {
      methods: { pieces: { tag: string }[] }[];
    };
    const [{ tag }] = methods[0].pieces;
    const refused = async (pieces: unknown) =>
      (await note(kitchen, id, { text: 'Overshot', pieces }).expect(400)).body.problems[0];
    expect(await refused(['Q0'])).toMatchObject({ field: 'entries.0.pieces', message: 'No piece has the tag Q0.' });
    expect((await refused('K4')).field).toBe('entries.0.pieces');
    expect((await refused(['nonsense'])).field).toBe('entries.0.pieces');
    await note(kitchen, id, { text: `${tag} overshot`, pieces: [tag] }).expect(200);
    expect((await kitchen.get(`/api/tastings/${id}/caveats`)).body.caveats[0].pieces).toEqual([tag]);
    for (const [at, token] of (await tokens(coordinator, id)).entries())
      await handInBallot(running.stranger, token, at);
    await coordinator.post(`/api/tastings/${id}/close`).expect(204);
    await coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
    const bundle = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    const [entry] = bundle.records.caveats;
    expect(entry.body).toMatchObject({ about: { pieces: [tag], panelists: [] } });
    const served = bundle.key.portions.filter(({ tags }: { tags: string[] }) => tags.includes(tag)).length;
    const found = (await coordinator.get(`/api/tastings/${id}/findings`)).body;
    expect(sectionOf(found, 'sensitivity')).toEqual([
      expect.objectContaining({ panelists: 8 - served, caveat: entry.id }),
    ]);
  });

  it('and effort come back from a bundle that was taken away, and outlive an edit of the draft', async () => {
    const { coordinator } = running.as;
    const bundle = demo('1-salmon.json');
    const id = (await importBundle(bundle).expect(200)).body.id;
    const back = (await coordinator.get(`/api/tastings/${id}/bundle`)).body;
    expect(back.tasting.methods).toEqual(bundle.tasting.methods);
    const said = ({ records }: { records: { caveats: { body: object }[] } }) => records.caveats.map(({ body }) => body);
    expect(said(back)).toEqual(said(parseBundle(bundle).bundle as never));
    expect(said(back).length).toBeGreaterThan(0);
    const { plan: _plan, key: _key, ...rest } = back;
    const early = {
      ...rest,
      plan: null,
      key: null,
      pieces: [],
      ballots: [],
      records: { caveats: [], kitchen: [], service: [], amendments: [] },
      digest: null,
      seal: { closedAt: null, unsealedAt: null, unsealedBy: null },
    };
    const copy = (await importBundle(early).expect(200)).body.id;
    const { draft: before } = (await coordinator.get(`/api/tastings/${copy}`)).body;
    await saveDraft(coordinator, copy, { ...before, title: 'Renamed' }).expect(200);
    expect((await coordinator.get(`/api/tastings/${copy}/bundle`)).body.tasting.methods).toEqual(
      bundle.tasting.methods,
    );
  });
});
