import { Outbox } from '../src/post/outbox';

const kept = new Map<string, string>();
let answers: (number | 'dead')[];
let sent: string[];
let told: { stored: number; refused: string[] };

beforeEach(() => {
  jest.useFakeTimers();
  kept.clear();
  [answers, sent, told] = [[], [], { stored: 0, refused: [] }];
  Object.assign(globalThis, {
    window: { addEventListener: () => undefined },
    document: { addEventListener: () => undefined, visibilityState: 'visible' },
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, text: string) => kept.set(key, text),
      removeItem: (key: string) => kept.delete(key),
    },
    fetch: jest.fn((_address: string, { body }: { body: string }) => {
      const answer = answers.shift() ?? 200;
      if (answer === 'dead') return Promise.reject(new TypeError('Failed to fetch'));
      sent.push((JSON.parse(body) as { entries: { id: string }[] }).entries[0].id);
      const refusal = { error: 'fields', message: 'No piece has the tag Q0.' };
      return Promise.resolve({
        ok: answer === 200,
        status: answer,
        json: () => Promise.resolve(answer === 200 ? {} : refusal),
      });
    }),
  });
});
afterEach(() => jest.useRealTimers());

const open = () =>
  new Outbox<{ id: string }>({
    address: '/api/tastings/t/caveats',
    place: 'box',
    stored: () => told.stored++,
    refused: (_entry, message) => told.refused.push(message),
  });
const settle = () => jest.advanceTimersByTimeAsync(0);

describe('an outbox', () => {
  it('sends entries one by one, in their order', async () => {
    const box = open();
    box.add({ id: 'a' });
    box.add({ id: 'b' });
    await settle();
    expect(sent).toEqual(['a', 'b']);
    expect(box.waiting()).toEqual([]);
    expect(told.stored).toBe(2);
    expect(kept.has('box')).toBe(false);
  });

  it('keeps entries over a dead network and a reload, and sends each once', async () => {
    answers = ['dead', 'dead'];
    const box = open();
    box.add({ id: 'a' });
    await settle();
    box.add({ id: 'b' });
    expect(box.waiting().map(({ id }) => id)).toEqual(['a', 'b']);
    expect(JSON.parse(kept.get('box') ?? '')).toHaveLength(2);
    // The page is closed and opened again, and the network is still dead once.
    const later = open();
    await settle();
    expect(later.waiting()).toHaveLength(2);
    await jest.advanceTimersByTimeAsync(1500);
    expect(later.waiting()).toEqual([]);
    expect(sent.filter((id) => id === 'b')).toContain('b');
    expect(kept.has('box')).toBe(false);
  });

  it('asks less and less often while nobody answers, and as at first once somebody has', async () => {
    const tries = () => (globalThis.fetch as unknown as { mock: { calls: unknown[] } }).mock.calls.length;
    answers = ['dead', 'dead', 'dead'];
    const box = open();
    box.add({ id: 'a' });
    await settle();
    for (const [wait, made] of [
      [1000, 2],
      [1999, 2],
      [1, 3],
      [3999, 3],
      [1, 4],
    ]) {
      await jest.advanceTimersByTimeAsync(wait);
      expect(tries()).toBe(made);
    }
    expect(box.waiting()).toEqual([]);
    answers = ['dead'];
    box.add({ id: 'b' });
    await jest.advanceTimersByTimeAsync(1000);
    expect(box.waiting()).toEqual([]);
  });

  it('tries again when the server is not well, and gives up only what it refuses', async () => {
    answers = [503, 400, 200];
    const box = open();
    box.add({ id: 'a' });
    box.add({ id: 'b' });
    await jest.advanceTimersByTimeAsync(1500);
    expect(sent).toEqual(['a', 'a', 'b']);
    expect(told.refused).toEqual(['No piece has the tag Q0.']);
    expect(box.waiting()).toEqual([]);
  });

  it('tells who listens whenever what waits has changed', async () => {
    const box = open();
    const lengths: number[] = [];
    const stop = box.subscribe(() => lengths.push(box.waiting().length));
    box.add({ id: 'a' });
    await settle();
    stop();
    box.add({ id: 'b' });
    expect(lengths).toEqual([1, 0]);
  });
});

describe('what was written here', () => {
  it('shows from the tap until the record that was read holds it, without a gap', async () => {
    const box = open();
    const changes = jest.fn();
    box.subscribe(changes);
    box.add({ id: 'a' });
    expect(box.written()).toEqual([{ id: 'a' }]);
    await settle();
    // Stored, and no longer on its way; what was read is from before.
    expect([box.waiting(), box.written()]).toEqual([[], [{ id: 'a' }]]);
    box.read([]);
    expect(box.written()).toEqual([{ id: 'a' }]);
    box.add({ id: 'b' });
    box.read([{ id: 'a' }]);
    expect(box.written()).toEqual([{ id: 'b' }]);
    await settle();
    const times = changes.mock.calls.length;
    box.read([{ id: 'a' }, { id: 'b' }]);
    expect(box.written()).toEqual([]);
    expect(changes).toHaveBeenCalledTimes(times + 1);
    // The same list until it changes: who looks is not told for nothing.
    box.read([{ id: 'a' }, { id: 'b' }]);
    expect(changes).toHaveBeenCalledTimes(times + 1);
  });

  it('that was refused is shown no longer', async () => {
    answers = [400];
    const box = open();
    box.add({ id: 'a' });
    await settle();
    expect(box.written()).toEqual([]);
    expect(told.refused).toHaveLength(1);
  });
});
