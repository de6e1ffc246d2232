import { defaultTasting } from '@jacana/core/bundle';
import type { DraftInput } from '../src/app/api.generated';
import { DraftPost, type SaveState, unsaved } from '../src/drafting/draftPost';

const draft = (question: string): DraftInput => ({
  ...defaultTasting(),
  title: 'Carrots',
  question,
  panel: [],
  alpha: 0.05,
});

let kept: Map<string, string>;
let said: SaveState[];
let saved: string[];
let refuse: unknown;
let post: DraftPost;

beforeEach(() => {
  jest.useFakeTimers();
  kept = new Map();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, text: string) => kept.set(key, text),
      removeItem: (key: string) => kept.delete(key),
    },
  });
  said = [];
  saved = [];
  refuse = undefined;
  const save = async ({ question }: DraftInput) => {
    await Promise.resolve();
    if (refuse) return { error: refuse };
    saved.push(question);
    return {};
  };
  post = new DraftPost('id', save, (state) => said.push(state));
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
    expect(unsaved.read('id')?.question).toBe('Which?');
    refuse = undefined;
    await jest.advanceTimersByTimeAsync(3000);
    expect(saved).toEqual(['Which?']);
  });

  it('is kept, and not sent in vain, when the server refuses it', async () => {
    refuse = { status: 400, data: { message: 'title: Use at most 200 characters.' } };
    post.changed(draft('Which?'));
    await jest.advanceTimersByTimeAsync(60_000);
    expect(said.at(-1)).toEqual({ kind: 'kept', message: 'title: Use at most 200 characters.' });
    expect(await post.flush()).toBe(false);
  });

  it('does not forget what was typed while it was being saved', async () => {
    post.changed(draft('first'));
    const flushing = post.flush();
    post.changed(draft('second'));
    expect(await flushing).toBe(true);
    expect(saved).toEqual(['first', 'second']);
    expect(unsaved.read('id')).toBeUndefined();
  });
});
