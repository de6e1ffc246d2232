import { shortCode } from '@jacana/core/sheets';
import { startServer, type Running } from './support/running';
import { draft, locked, tokens } from './support/tasting';

/** The code on a seat's card leads to its ballot, and says nothing of anything else. */

let running: Running;
beforeAll(async () => (running = await startServer()));
afterAll(() => running.stop());

const find = (code: unknown) => running.stranger.post('/api/ballot-codes').send({ code });

it('leads whoever types it to their ballot, however it is typed', async () => {
  const id = await locked(running.as.coordinator);
  for (const token of (await tokens(running.as.coordinator, id)).slice(0, 3)) {
    const code = shortCode(`http://localhost:4680/b/${token}`);
    expect(code).toMatch(/^[2-9a-z]{4} [2-9a-z]{4}$/);
    for (const typed of [code, code.toUpperCase(), ` ${code.replace(' ', '')} `, code.replace(' ', '-')])
      expect((await find(typed).expect(200)).body).toEqual({ token });
  }
});

it('is refused in the same words whatever is wrong, and never finds by less than the whole code', async () => {
  const [token] = await tokens(running.as.coordinator, await locked(running.as.coordinator));
  const unlocked = await locked(running.as.coordinator, draft({ title: 'Unlocked' }));
  const [ofUnlocked] = await tokens(running.as.coordinator, unlocked);
  await running.as.coordinator.post(`/api/tastings/${unlocked}/unlock`).expect(204);
  const removed = await locked(running.as.coordinator, draft({ title: 'Gone' }));
  const [ofRemoved] = await tokens(running.as.coordinator, removed);
  await running.as.coordinator.delete(`/api/tastings/${removed}`).expect(204);
  const wrong = ['', 'aaaa bbbb', token.slice(0, 7), token.slice(0, 4), '%%%%%%%%', '________'];
  const asked = [...wrong, ofRemoved.slice(0, 8), ofUnlocked.slice(0, 8)];
  const said = new Set<string>();
  for (const code of asked) said.add(((await find(code).expect(404)).body as { message: string }).message);
  expect([...said]).toEqual(['No ballot has this code. Look at the card again, or ask for another.']);
  for (const code of [null, 7, ['a'], 'x'.repeat(21)]) await find(code).expect(400);
});

it('cannot be guessed at for long', async () => {
  const other = await startServer();
  const replies: number[] = [];
  for (let turn = 0; turn < 62; turn++)
    replies.push((await other.stranger.post('/api/ballot-codes').send({ code: 'aaaabbbb' })).status);
  await other.stop();
  expect(replies.slice(0, 60)).toEqual(Array.from({ length: 60 }, () => 404));
  expect(replies.slice(60)).toEqual([429, 429]);
});
