import { startServer, type Running } from './support/running';
import { draft, drafted, locked } from './support/tasting';

let running: Running;
beforeAll(async () => {
  running = await startServer();
});
afterAll(() => running.stop());

type Person = keyof Running['as'];
const titles = async (person: Person, words?: string): Promise<string[]> => {
  const { body } = await running.as[person]
    .get('/api/tastings')
    .query(words === undefined ? {} : { words })
    .expect(200);
  return (body as { title: string }[]).map(({ title }) => title).sort();
};

describe('tastings on the desk', () => {
  beforeAll(async () => {
    const { coordinator } = running.as;
    await locked(coordinator, draft({ title: 'Salmon in May' }));
    const [first, second] = draft().methods;
    await drafted(
      coordinator,
      draft({
        ...{ title: 'Crème brûlée', question: 'Which sets best?', ballotTitle: 'Friday panel' },
        methods: [
          { ...first, name: 'Torch', note: '', steps: 'Caramelise for 40 s' },
          { ...second, name: 'Grill', note: '' },
        ],
      }),
    );
  });

  it.each([
    ['nothing', '', ['Crème brûlée', 'Salmon in May']],
    ['a word of the title, without its accents', 'BRULEE', ['Crème brûlée']],
    ['a word of the question', 'sets', ['Crème brûlée']],
    ['a method', 'poach', []],
    ['a method that it has', 'pan-sea', ['Salmon in May']],
    ['a step', 'caramelise', ['Crème brûlée']],
    ['words of several places, in any order', '  grill creme  ', ['Crème brûlée']],
    ['words that stand in different ones', 'grill salmon', []],
    ['what is a pattern elsewhere', '%', []],
  ])('are found by %s', async (_what, words, found) => {
    expect(await titles('coordinator', words)).toEqual(found);
  });

  it('are found by others in what they may read, and by nothing else', async () => {
    expect(await titles('server')).toEqual(['Thursday panel']);
    expect(await titles('server', 'thursday')).toEqual(['Thursday panel']);
    // A word that finds nothing tells nothing of methods, nor of the real title.
    for (const words of ['pan-seared', 'salmon', 'liked', 'note']) expect(await titles('server', words)).toEqual([]);
    expect(await titles('reader', 'pan-seared')).toEqual([]);
  });

  it('are refused in words where what is looked for is none', async () => {
    await running.as.coordinator
      .get('/api/tastings')
      .query({ words: 'a'.repeat(5000) })
      .expect(400);
    await running.as.coordinator.get('/api/tastings?words=a&words=b').expect(400);
  });
});

describe('a tasting that begins with what another one holds', () => {
  const exclusionsOf = async (id: string): Promise<unknown> =>
    (await running.as.coordinator.get(`/api/tastings/${id}/exclusions`).expect(200)).body;

  it('has all of it at once, and what its people must not eat', async () => {
    const { coordinator } = running.as;
    const from = await locked(coordinator, draft({ title: 'Trout' }));
    const said = { allergens: ['fish'], others: 'kiwi' };
    await coordinator.put(`/api/tastings/${from}/exclusions/panelist-1`).send(said).expect(200);
    await coordinator.put(`/api/tastings/${from}/exclusions/panelist-5`).send(said).expect(200);
    const { body: old } = await coordinator.get(`/api/tastings/${from}`).expect(200);
    const kept = { ...old.draft, title: 'Trout (copy)', panel: old.draft.panel.slice(0, 3) };
    const { body: made } = await coordinator
      .post('/api/tastings')
      .send({ title: kept.title, draft: kept, from })
      .expect(200);
    expect(made.draft).toEqual(kept);
    expect(made).toMatchObject({ status: 'draft', lockedAt: null });
    // Of those who come along, and of nobody else.
    expect(await exclusionsOf(made.id)).toEqual([{ panelistId: 'panelist-1', ...said }]);
    // Nothing about the other one has changed, and ballots have addresses of their own.
    expect((await coordinator.get(`/api/tastings/${from}`).expect(200)).body).toEqual(old);
    await coordinator.post(`/api/tastings/${made.id}/lock`).expect(200);
    const links = async (id: string): Promise<string[]> =>
      ((await coordinator.get(`/api/tastings/${id}/links`).expect(200)).body as { address: string }[]).map(
        ({ address }) => address,
      );
    const others = await links(from);
    for (const address of await links(made.id)) expect(others).not.toContain(address);
  });

  it('is not begun at all where it cannot be begun whole', async () => {
    const { coordinator } = running.as;
    const before = await titles('coordinator');
    const twice = draft({ title: 'Twice' });
    twice.methods[1].id = twice.methods[0].id;
    await coordinator.post('/api/tastings').send({ title: 'Twice', draft: twice }).expect(400);
    await coordinator.post('/api/tastings').send({ title: 'Of none', draft: draft(), from: 'nowhere' }).expect(404);
    await coordinator.post('/api/tastings').send({ title: 'No draft', draft: {} }).expect(400);
    expect(await titles('coordinator')).toEqual(before);
  });
});
