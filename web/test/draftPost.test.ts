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
/** How long a save takes, how many were on their way at once, and whether the server has it while nobody hears so. */
let takes: number;
let [underWay, mostAtOnce] = [0, 0];
let isAnswerLost: boolean;
let post: DraftPost;

function stored(version: number, given: DraftInput): { data?: Version; error?: unknown } {
  if (refuse) return { error: refuse };
  if (version !== server.version) return { error: { status: 409, data: { error: 'behind', message: 'Behind.' } } };
  server = { version: version + 1, draft: given };
  saved.push(given.question);
  return isAnswerLost ? { error: { status: 'FETCH_ERROR' } } : { data: server };
}

/** A server that keeps one draft, and refuses what was made from an older one. It stores at once, and answers later. */
const line = {
  save: async (version: number, { ...given }: DraftInput) => {
    underWay += 1;
    mostAtOnce = Math.max(mostAtOnce, underWay);
    const answer = stored(version, given);
    await new Promise((done) => setTimeout(done, takes));
    underWay -= 1;
    return answer;
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
  [takes, underWay, mostAtOnce, isAnswerLost] = [0, 0, 0, false];
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
    const flushed = post.flush();
    await jest.advanceTimersByTimeAsync(10);
    expect(await flushed).toBe(false);
    expect(said.at(-1)).toEqual({ kind: 'kept', message: 'title: Use at most 200 characters.' });
    expect(unsaved.read('id')?.draft.question).toBe('Which?');
  });

  it('goes on with what was typed while it was being saved', async () => {
    post.changed(draft('one'));
    const flushed = post.flush();
    post.changed(draft('two'));
    await jest.advanceTimersByTimeAsync(10);
    expect(await flushed).toBe(true);
    expect(saved).toEqual(['one', 'two']);
    expect(server.version).toBe(3);
  });
});

describe('a draft on a slow line', () => {
  it.each([100, 800, 1500, 5000])(
    'is saved one save after the other, and never at odds with itself: %i ms a save',
    async (ms) => {
      takes = ms;
      const words = ['Do', ' guests', ' taste', ' the', ' butter?'];
      for (let typed = 1; typed <= words.length; typed++) {
        post.changed(draft(words.slice(0, typed).join('')));
        await jest.advanceTimersByTimeAsync(600);
        // News of one's own save may come before its answer.
        await post.heard(server.version);
      }
      await jest.advanceTimersByTimeAsync(2 * ms);
      expect(server.draft.question).toBe('Do guests taste the butter?');
      expect(said.at(-1)).toEqual({ kind: 'saved' });
      expect(said.filter(({ kind }) => kind === 'differs')).toEqual([]);
      expect({ mostAtOnce, shown }).toEqual({ mostAtOnce: 1, shown: [] });
    },
  );

  it('finds on the server what it had saved without an answer, and goes on from it, also after a reload', async () => {
    isAnswerLost = true;
    post.changed(draft('one'));
    await jest.advanceTimersByTimeAsync(600);
    expect(server.draft.question).toBe('one');
    isAnswerLost = false;
    const kept = unsaved.read('id')!;
    post.changed(draft('one, two'));
    const reloaded = new DraftPost('id', kept.base, line);
    void reloaded.flush();
    await jest.advanceTimersByTimeAsync(4000);
    expect(server.draft.question).toBe('one, two');
    expect(said.filter(({ kind }) => kind === 'differs')).toEqual([]);
    expect(shown).toEqual([]);
  });

  it('sends again as it was what may have been stored, so that no more than one save is in doubt', async () => {
    refuse = { status: 'FETCH_ERROR' };
    post.changed(draft('one'));
    await jest.advanceTimersByTimeAsync(600);
    post.changed(draft('two'));
    expect(unsaved.read('id')).toMatchObject({ sent: { question: 'one' }, draft: { question: 'two' } });
    refuse = undefined;
    await jest.advanceTimersByTimeAsync(4000);
    expect(saved).toEqual(['one', 'two']);
  });

  it('of a page that is left and opened again goes on as one', async () => {
    takes = 2000;
    post.changed(draft('one'));
    void post.flush();
    const again = DraftPost.open('id', server, line);
    expect(again).toBe(post);
    again.changed(draft('one, two'));
    await jest.advanceTimersByTimeAsync(5000);
    expect(saved).toEqual(['one', 'one, two']);
    expect(mostAtOnce).toBe(1);
    expect(DraftPost.open('id', server, line)).not.toBe(post);
  });
});

describe('a draft that someone else has saved meanwhile', () => {
  it("is shown after a save of one's own during which it was heard of", async () => {
    takes = 1000;
    post.changed(draft('Mine?'));
    void post.flush();
    await jest.advanceTimersByTimeAsync(500);
    server = { version: 3, draft: draft('Mine?', 'Parsnips') };
    await post.heard(3);
    expect(shown).toEqual([]);
    await jest.advanceTimersByTimeAsync(600);
    expect(shown).toMatchObject([{ title: 'Parsnips' }]);
  });

  it("is no edit of one's own when it is shown: nothing is saved back", async () => {
    server = { version: 2, draft: draft('Theirs?') };
    await post.heard(2);
    post.changed(shown[0]);
    await jest.advanceTimersByTimeAsync(1000);
    expect(saved).toEqual([]);
  });

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
    const settled = post.settle(draft('Theirs?', 'Beets'));
    await jest.advanceTimersByTimeAsync(10);
    expect(await settled).toBe(true);
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
