import { defaultTasting } from '@jacana/core/bundle';
import type { DraftInput } from '../src/client/api.generated';
import { DraftPost, type SaveState, unsaved, type Version } from '../src/drafting/draftPost';

const draft = (question: string, title = 'Carrots'): DraftInput => ({
  ...defaultTasting(),
  title,
  question,
  panel: [],
  alpha: 0.05,
});

const storage = () => {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => void kept.set(key, text),
    removeItem: (key: string) => kept.delete(key),
    key: (at: number) => [...kept.keys()][at] ?? null,
    get length() {
      return kept.size;
    },
  };
};

let server: Version;
let said: SaveState[];
let saved: string[];
let shown: DraftInput[];
let refuse: unknown;
let post: DraftPost;

/** A server that keeps one draft, and refuses what was made from an older one. */
const line = {
  save: async (version: number, { ...given }: DraftInput) => {
    await Promise.resolve();
    if (refuse) return { error: refuse };
    if (version !== server.version) return { error: { status: 409, data: { error: 'behind', message: 'Behind.' } } };
    server = { version: version + 1, draft: given };
    saved.push(given.question);
    return { data: server };
  },
  read: async () => {
    await Promise.resolve();
    return server;
  },
  show: (one: DraftInput) => void shown.push(one),
  tell: (state: SaveState) => void said.push(state),
};

beforeEach(() => {
  jest.useFakeTimers();
  Object.assign(globalThis, { localStorage: storage(), sessionStorage: storage() });
  [said, saved, shown] = [[], [], []];
  refuse = undefined;
  server = { version: 1, draft: draft('') };
  post = new DraftPost('id', server, line);
});
afterEach(() => jest.useRealTimers());

describe('a draft on its way', () => {
  it('is sent once after a pause in typing', async () => {
    post.changed(draft('W'));
    await jest.advanceTimersByTimeAsync(300);
    post.changed(draft('Wh'));
    await jest.advanceTimersByTimeAsync(600);
    expect(saved).toEqual(['Wh']);
    expect(said.at(-1)).toEqual({ kind: 'saved' });
    expect(unsaved.read('id')).toBeUndefined();
  });

  it('is kept, and sent again, while the server cannot be reached', async () => {
    refuse = { status: 'FETCH_ERROR' };
    post.changed(draft('Which?'));
    await jest.advanceTimersByTimeAsync(600);
    expect(said.at(-1)).toMatchObject({ kind: 'kept' });
    expect(unsaved.read('id')?.draft.question).toBe('Which?');
    refuse = undefined;
    await jest.advanceTimersByTimeAsync(3000);
    expect(saved).toEqual(['Which?']);
    expect(said.at(-1)).toEqual({ kind: 'saved' });
  });

  it('says what the server refused, and keeps the words', async () => {
    refuse = { status: 400, data: { message: 'title: Use at most 200 characters.' } };
    post.changed(draft('Which?'));
    expect(await post.flush()).toBe(false);
    expect(said.at(-1)).toEqual({ kind: 'kept', message: 'title: Use at most 200 characters.' });
    expect(unsaved.read('id')?.draft.question).toBe('Which?');
  });

  it('goes on with what was typed while it was being saved', async () => {
    post.changed(draft('one'));
    const flushed = post.flush();
    post.changed(draft('two'));
    expect(await flushed).toBe(true);
    expect(saved).toEqual(['one', 'two']);
    expect(server.version).toBe(3);
  });
});

describe('a draft that someone else has saved meanwhile', () => {
  it('is merged and saved where the two touch different things', async () => {
    server = { version: 2, draft: draft('', 'Parsnips') };
    post.changed(draft('Which?'));
    await jest.advanceTimersByTimeAsync(600);
    expect(server.draft).toMatchObject({ title: 'Parsnips', question: 'Which?' });
    expect(shown.at(-1)).toMatchObject({ title: 'Parsnips', question: 'Which?' });
    expect(said.at(-1)).toEqual({ kind: 'saved' });
  });

  it('waits where both changed the same, and nothing is overwritten before it is settled', async () => {
    server = { version: 2, draft: draft('Theirs?') };
    post.changed(draft('Mine?'));
    await jest.advanceTimersByTimeAsync(600);
    expect(said.at(-1)).toEqual({
      kind: 'differs',
      conflicts: [{ path: 'question', mine: 'Mine?', theirs: 'Theirs?' }],
    });
    post.changed(draft('Mine, longer?'));
    await jest.advanceTimersByTimeAsync(5000);
    expect(server.draft.question).toBe('Theirs?');
    expect(await post.flush()).toBe(false);
    expect(await post.settle(draft('Theirs?', 'Beets'))).toBe(true);
    expect(server).toMatchObject({ version: 3, draft: { question: 'Theirs?', title: 'Beets' } });
  });

  it('is shown as soon as it is heard of, unless something is being typed here', async () => {
    server = { version: 2, draft: draft('Theirs?') };
    await post.heard(2);
    expect(shown).toMatchObject([{ question: 'Theirs?' }]);
    server = { version: 3, draft: draft('Again?') };
    post.changed(draft('Theirs? And mine'));
    await post.heard(3);
    expect(shown).toHaveLength(1);
  });
});

describe('what a page keeps', () => {
  it('is its own: another page of the same browser has another', () => {
    unsaved.write('id', { base: server, draft: draft('one') });
    Object.assign(globalThis, { sessionStorage: storage() });
    expect(unsaved.read('id')).toBeUndefined();
    expect(unsaved.adopt('id')).toBeUndefined();
    // The other page is gone: what it left behind is taken over, once.
    jest.advanceTimersByTime(20_000);
    expect(unsaved.adopt('id')?.draft.question).toBe('one');
    Object.assign(globalThis, { sessionStorage: storage() });
    jest.advanceTimersByTime(1000);
    expect(unsaved.adopt('id')).toBeUndefined();
  });
});
