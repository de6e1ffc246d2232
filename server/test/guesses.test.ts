import type { TastingBundle } from '@jacana/core/bundle';
import { neutralQuestion, usualBallot } from '@jacana/core/library';
import { startServer, type Running } from './support/running';
import { draft, handInBallot, locked, METHODS, tokens, device, handIn, codesOf } from './support/tasting';

/** Which method the last sample was taken for: asked of who has nothing left to taste, and sealed with the key. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const items = [...usualBallot('ranking', ''), neutralQuestion('guess', 'guess')];
const asking = () => locked(running.as.coordinator, draft({ ballot: { items } }));
const open = (token: string, number: number) =>
  running.stranger.post(`/api/ballots/${token}/open`).send({ device: device(number), takeOver: false });
const guess = (token: string, said: object) => running.stranger.post(`/api/ballots/${token}/guess`).send(said);
const exported = async (id: string): Promise<TastingBundle> =>
  (await running.as.coordinator.get(`/api/tastings/${id}/bundle`).expect(200)).body as TastingBundle;
const guessesIn = (bundle: TastingBundle) =>
  bundle.ballots.flatMap(({ answers }) => answers.filter(({ kind }) => kind === 'guess'));

it('names methods to nobody who has something left to taste', async () => {
  const [token] = await tokens(running.as.coordinator, await asking());
  const { body } = await open(token, 1).expect(200);
  expect(body.guess).toBeNull();
  for (const name of METHODS) expect(JSON.stringify(body)).not.toContain(name);
  await guess(token, { id: 'guess-0', method: 'method-0-secret' }).expect(404);
  const early = { id: 'early-0', kind: 'guess', item: 'guess', code: codesOf(body).at(-1) };
  const sent = { device: device(1), sitting: 1, answers: [early] };
  const refused = await running.stranger.post(`/api/ballots/${token}/answers`).send(sent).expect(400);
  expect(JSON.stringify(refused.body)).toContain('This is asked once everything was handed in.');
  const whole = handIn(1, codesOf(body));
  await running.stranger
    .post(`/api/ballots/${token}/hand-in`)
    .send({ ...whole, answers: [...whole.answers, early] })
    .expect(400);
});

it('is asked after handing in, stored once, and counts once', async () => {
  const id = await asking();
  const [token] = await tokens(running.as.coordinator, id);
  await handInBallot(running.stranger, token, 1);
  const { body } = await open(token, 1).expect(200);
  expect(body.guess).toMatchObject({ ask: 'Which do you think this was?', code: codesOf(body).at(-1), isGiven: false });
  expect(body.guess.methods.map(({ name }: { name: string }) => name)).toEqual([...METHODS.slice(0, 3)].sort());
  await guess(token, { id: 'guess-1', method: 'no-such-method' }).expect(400);
  await guess(token, { id: 'guess-1', method: 'method-1-secret', code: '123' }).expect(400);
  for (let times = 0; times < 2; times++)
    expect((await guess(token, { id: 'guess-1', method: 'method-1-secret' }).expect(200)).body).toEqual({
      saved: ['guess-1'],
    });
  for (const other of [
    { id: 'guess-2', method: 'method-1-secret' },
    { id: 'guess-1', method: 'method-2-secret' },
  ])
    expect((await guess(token, other).expect(409)).body).toMatchObject({ error: 'guessed' });
  expect((await open(token, 1)).body.guess.isGiven).toBe(true);
  // The hand-in that comes again, its answer lost on the way, is the same as ever.
  await running.stranger
    .post(`/api/ballots/${token}/hand-in`)
    .send(handIn(1, [...codesOf(body)].sort()))
    .expect(200);
});

it('stays sealed with the key, and comes out with it', async () => {
  const id = await asking();
  const all = await tokens(running.as.coordinator, id);
  for (const [at, token] of all.entries()) {
    await handInBallot(running.stranger, token, at + 1);
    await guess(token, { id: `guess-${at}0`, ...(at > 0 && { method: 'method-0-secret' }) }).expect(200);
  }
  expect(guessesIn(await exported(id))).toEqual([]);
  const board = await running.as.coordinator.get(`/api/tastings/${id}/board`).expect(200);
  expect(JSON.stringify(board.body)).not.toContain('method-0-secret');
  const csv = await running.as.coordinator.get(`/api/tastings/${id}/csv`).expect(200);
  expect(csv.text).not.toContain('Pan-seared');
  await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
  const after = await open(all[0], 1).expect(200);
  expect(after.body.guess.isGiven).toBe(true);
  await running.as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  const said = guessesIn(await exported(id));
  expect(said).toHaveLength(6);
  expect(said.filter((one) => one.kind === 'guess' && one.method === null)).toHaveLength(1);
  const found = (await running.as.coordinator.get(`/api/tastings/${id}/findings`).expect(200)).body;
  const guesses = found.sections.find((one: { id: string }) => one.id === 'guesses');
  expect(guesses).toMatchObject({ status: 'planned', data: { n: 5, noIdea: 1 } });
});

it('is asked no longer once the tasting is closed', async () => {
  const id = await asking();
  const [token] = await tokens(running.as.coordinator, id);
  await handInBallot(running.stranger, token, 1);
  await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
  expect((await open(token, 1)).body.guess).toBeNull();
  expect((await guess(token, { id: 'guess-9', method: 'method-0-secret' }).expect(409)).body.error).toBe('closed');
});

it('is not asked where the plan does not', async () => {
  const id = await locked(running.as.coordinator);
  const [token] = await tokens(running.as.coordinator, id);
  await handInBallot(running.stranger, token, 1);
  expect((await open(token, 1)).body.guess).toBeNull();
  await guess(token, { id: 'guess-9', method: 'method-0-secret' }).expect(404);
});

it('is not asked of a sample that was not tasted', async () => {
  const [token] = await tokens(running.as.coordinator, await asking());
  const codes = codesOf((await open(token, 1).expect(200)).body);
  const whole = handIn(1, codes);
  const left = { id: 'untasted-1', kind: 'untasted', code: codes[2], because: 'spilled' };
  await running.stranger
    .post(`/api/ballots/${token}/hand-in`)
    .send({ ...whole, answers: [...whole.answers, left] })
    .expect(200);
  expect((await open(token, 1)).body.guess).toBeNull();
  await guess(token, { id: 'guess-9', method: 'method-0-secret' }).expect(404);
});

it('comes back with an imported bundle', async () => {
  const id = await asking();
  for (const [at, token] of (await tokens(running.as.coordinator, id)).entries()) {
    await handInBallot(running.stranger, token, at + 1);
    await guess(token, { id: `guess-${at}0`, ...(at > 0 && { method: 'method-0-secret' }) }).expect(200);
  }
  await running.as.coordinator.post(`/api/tastings/${id}/close`).expect(204);
  await running.as.coordinator.post(`/api/tastings/${id}/unseal`).expect(200);
  const bundle = await exported(id);
  const { body } = await running.as.coordinator.post('/api/import').send(bundle).expect(200);
  expect(guessesIn(await exported(body.id as string))).toEqual(guessesIn(bundle));
});
