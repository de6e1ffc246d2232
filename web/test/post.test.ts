import { isAllSaved, Post } from '../src/ballot/post';
import { actions } from '../src/ballot/state';
import { createBallotStore, type BallotStore } from '../src/ballot/ballotStore';
import { liked, servedBallot } from './support/ballot';

/** The postman against a server that fails, refuses and forgets to answer. */

const served = servedBallot(['482', '907']);

interface Letter {
  what: string;
  body: { answers?: { id: string }[]; id?: string; device: string };
}

type Reply = { status: number; body?: unknown } | 'dead network';

let letters: Letter[];
let replies: Reply[];
let kept: Map<string, string>;
let store: BallotStore;

beforeEach(() => {
  jest.useFakeTimers();
  letters = [];
  replies = [];
  kept = new Map();
  const browser = { addEventListener: () => undefined };
  Object.assign(globalThis, {
    window: browser,
    document: { ...browser, visibilityState: 'visible' },
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, text: string) => kept.set(key, text),
    },
    fetch: (address: string, { body }: { body?: string }) => answer(address, body ?? '{}'),
  });
  store = createBallotStore('token');
});
afterEach(() => jest.useRealTimers());

function answer(address: string, text: string): Promise<Response> {
  const letter = { what: address.split('/').at(-1) ?? '', body: JSON.parse(text) as Letter['body'] };
  letters.push(letter);
  const reply = replies.shift() ?? usual(letter);
  if (reply === 'dead network') return Promise.reject(new TypeError('Failed to fetch'));
  return Promise.resolve(new Response(JSON.stringify(reply.body ?? {}), { status: reply.status }));
}

function usual({ what, body }: Letter): Reply {
  if (what === 'answers') return { status: 200, body: { saved: body.answers?.map((one) => one.id) } };
  return {
    status: 200,
    body: what === 'hand-in' ? { ...served, state: 'handed-in', handedInAt: '2026-03-05T18:00:00Z' } : served,
  };
}

const settle = () => jest.advanceTimersByTimeAsync(0);
const score = (id: string, code: string) => store.dispatch(actions.answered(liked(id, code, 7)));

async function begin(): Promise<void> {
  new Post('token', store).start();
  await settle();
}

describe('the postman', () => {
  it('opens the ballot, sends each answer and says when all is saved', async () => {
    await begin();
    score('first-id', '482');
    expect(isAllSaved(store.getState())).toBe(false);
    await settle();
    expect(letters.map(({ what }) => what)).toEqual(['open', 'answers']);
    expect(isAllSaved(store.getState())).toBe(true);
  });

  it('keeps everything in the browser after each change', async () => {
    await begin();
    score('first-id', '482');
    expect(kept.get('jacana.ballot.2.token')).toContain('first-id');
    expect(Object.values(createBallotStore('token').getState().given)).toEqual([liked('first-id', '482', 7)]);
  });

  it('lets go of what was said of a sample that another device left behind, and of nothing else', async () => {
    await begin();
    const left = { status: 409, body: { error: 'no-way-back', message: 'Nobody goes back.' } };
    const truth = { ...served, answers: [liked('other-id', '482', 3)] };
    replies = [left, left, { status: 200, body: { saved: ['second-id'] } }, { status: 200, body: truth }];
    score('first-id', '482');
    score('second-id', '907');
    await settle();
    await settle();
    expect(letters.map(({ what, body }) => [what, ...(body.answers ?? []).map(({ id }) => id)])).toEqual([
      ['open'],
      ['answers', 'first-id'],
      ['answers', 'first-id'],
      ['answers', 'second-id'],
      ['open'],
    ]);
    const { given, queue, isBehind, refusal } = store.getState();
    expect([queue, refusal, isBehind]).toEqual([[], null, true]);
    expect(Object.values(given).map(({ code, score: said }) => [code, said])).toEqual([
      ['482', 3],
      ['907', 7],
    ]);
  });

  it('asks for the tray without a fuss: a dead line is asked again later', async () => {
    const post = new Post('token', store);
    post.start();
    await settle();
    store.dispatch(actions.opened({ ...served, waitsForTray: true, isTrayOut: false }));
    for (const [reply, isOut] of [
      ['dead network', false],
      [{ status: 503 }, false],
      [{ status: 200, body: { isOut: false } }, false],
      [{ status: 200, body: { isOut: true } }, true],
    ] as const) {
      replies = [reply];
      await post.askForTray();
      expect(store.getState().ballot?.isTrayOut).toBe(isOut);
      expect(store.getState().line).toBe('saved');
    }
    expect(letters.at(-1)?.what).toBe('tray');
  });

  it('sends again, with the same ids, after the network or the server failed', async () => {
    await begin();
    replies = ['dead network', { status: 503 }];
    score('first-id', '482');
    await settle();
    expect(store.getState().line).toBe('waiting');
    await jest.advanceTimersByTimeAsync(1000);
    expect(store.getState().line).toBe('waiting');
    await jest.advanceTimersByTimeAsync(2000);
    expect(isAllSaved(store.getState())).toBe(true);
    expect(letters.slice(1).map(({ body }) => body.answers?.[0].id)).toEqual(['first-id', 'first-id', 'first-id']);
  });

  it('waits for answers to arrive before it hands in, and hands in under one id', async () => {
    await begin();
    replies = ['dead network'];
    score('first-id', '482');
    score('second-id', '907');
    store.dispatch(
      actions.answered({ id: 'third-id', kind: 'ranking', item: 'ranking', set: 0, ranking: [['482'], ['907']] }),
    );
    store.dispatch(actions.handedIn('hand-in-1'));
    store.dispatch(actions.handedIn('hand-in-2'));
    await settle();
    replies = [{ status: 200, body: { saved: ['first-id', 'second-id', 'third-id'] } }, 'dead network'];
    await jest.advanceTimersByTimeAsync(1000);
    await jest.advanceTimersByTimeAsync(1000);
    const handIns = letters.filter(({ what }) => what === 'hand-in');
    expect(handIns.map(({ body }) => body.id)).toEqual(['hand-in-1', 'hand-in-1']);
    expect(store.getState().ballot?.state).toBe('handed-in');
    expect(isAllSaved(store.getState())).toBe(true);
  });

  it.each([
    ['closed', 409, 'closed'],
    ['elsewhere', 409, 'elsewhere'],
    ['fields', 400, 'problem'],
  ])('stops and keeps the answers when the server says %s', async (error, status, kind) => {
    await begin();
    replies = [{ status, body: { error, message: 'No.' } }];
    score('first-id', '482');
    await settle();
    expect(store.getState()).toMatchObject({ refusal: { kind }, queue: [{ id: 'first-id' }] });
    const sent = letters.length;
    score('second-id', '907');
    await jest.advanceTimersByTimeAsync(20_000);
    expect(letters).toHaveLength(sent);
  });

  it('says that an address leads nowhere', async () => {
    replies = [{ status: 404, body: { error: 'not-found', message: 'No ballot.' } }];
    await begin();
    expect(store.getState().refusal?.kind).toBe('missing');
  });

  it('opens as soon as there is a network', async () => {
    replies = ['dead network', 'dead network'];
    await begin();
    expect(store.getState().ballot).toBeNull();
    await jest.advanceTimersByTimeAsync(3000);
    expect(store.getState().ballot?.name).toBe('Ada');
  });

  const asked = { ask: 'Which do you think this was?', code: '907', methods: [], isGiven: false };
  const handedIn = { ...served, state: 'handed-in', handedInAt: '2026-03-05T18:00:00Z', guess: asked };

  it('keeps a guess until it is stored, over a dead network and a reload, and sends it once', async () => {
    replies = [{ status: 200, body: handedIn }];
    await begin();
    replies = ['dead network'];
    store.dispatch(actions.guessed({ id: 'guess-1', method: 'steamed' }));
    store.dispatch(actions.guessed({ id: 'guess-2', method: 'poached' }));
    await settle();
    expect(isAllSaved(store.getState())).toBe(false);
    expect(createBallotStore('token').getState().guess).toEqual({ id: 'guess-1', method: 'steamed' });
    await jest.advanceTimersByTimeAsync(1000);
    const sent = letters.filter(({ what }) => what === 'guess');
    expect(sent.map(({ body }) => body)).toEqual([
      { id: 'guess-1', method: 'steamed' },
      { id: 'guess-1', method: 'steamed' },
    ]);
    expect(store.getState()).toMatchObject({ guess: null, ballot: { guess: { isGiven: true } } });
    expect(isAllSaved(store.getState())).toBe(true);
  });

  it.each([
    ['guessed', { ...asked, isGiven: true }],
    ['closed', null],
  ])('lets a guess go that the server does not take, %s: the ballot counts', async (error, guess) => {
    replies = [
      { status: 200, body: handedIn },
      { status: 409, body: { error, message: 'No.' } },
    ];
    await begin();
    store.dispatch(actions.guessed({ id: 'guess-1' }));
    await settle();
    expect(store.getState()).toMatchObject({ guess: null, refusal: null });
    expect(store.getState().ballot?.guess).toEqual(guess);
  });

  it('sends what was answered before it says that somebody stops, and says it once', async () => {
    await begin();
    replies = ['dead network'];
    score('first-id', '482');
    store.dispatch(actions.stopping({ id: 'stop-1', because: 'unwell' }));
    store.dispatch(actions.stopping({ id: 'stop-2', because: 'unwell' }));
    await settle();
    expect(isAllSaved(store.getState())).toBe(false);
    await jest.advanceTimersByTimeAsync(3000);
    expect(letters.slice(-2).map(({ what, body }) => [what, body.id])).toEqual([
      ['answers', undefined],
      ['stop', 'stop-1'],
    ]);
    expect(store.getState()).toMatchObject({ stop: null, ballot: { state: 'stopped' } });
  });

  it('lets a stop go that came too late', async () => {
    await begin();
    replies = [
      { status: 409, body: { error: 'handed-in', message: 'No.' } },
      { status: 200, body: { ...served, state: 'handed-in', handedInAt: '2026-03-05T18:00:00Z' } },
    ];
    store.dispatch(actions.stopping({ id: 'stop-1', because: 'unwell' }));
    await settle();
    expect(store.getState()).toMatchObject({ stop: null, refusal: null, ballot: { state: 'handed-in' } });
  });
});
