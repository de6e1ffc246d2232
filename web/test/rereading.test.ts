import { configureStore } from '@reduxjs/toolkit';
import { createApi } from '@reduxjs/toolkit/query';
import { api as ownApi } from '../src/client/api';
import { nowStale, rereading } from '../src/client/rereading';

/** Reads that end when the test lets them: an answer holds what was true as it was asked for. */
let asked: { of: string; end: () => void }[];
let truth: number;

function storeOf() {
  const api = createApi({
    tagTypes: ['log', 'sheet'],
    invalidationBehavior: 'immediately',
    baseQuery: (of: string) => {
      const data = `${of} ${truth}`;
      return new Promise<{ data: string }>((end) => asked.push({ of, end: () => end({ data }) }));
    },
    endpoints: (build) => ({
      getLog: build.query<string, string>({ query: () => 'log', providesTags: [{ type: 'log', id: 't' }] }),
      getSheet: build.query<string, string>({ query: () => 'sheet', providesTags: [{ type: 'sheet', id: 't' }] }),
      tap: build.mutation<string, string>({
        query: () => 'tap',
        invalidatesTags: () => nowStale([{ type: 'log' as const, id: 't' }]),
      }),
    }),
  });
  const again = rereading({
    path: api.reducerPath,
    staleBy: (state, tags) =>
      api.util
        .selectInvalidatedBy(state as never, tags as { type: 'log' | 'sheet'; id: string }[])
        .map(({ queryCacheKey }) => queryCacheKey),
    reread: (endpoint, arg) =>
      api.endpoints[endpoint as 'getLog'].initiate(arg as string, { forceRefetch: true, subscribe: false }),
  });
  const store = configureStore({
    reducer: { [api.reducerPath]: api.reducer },
    middleware: (defaults) => defaults().concat(api.middleware, again),
  });
  const read = (name: 'getLog' | 'getSheet') => {
    void store.dispatch(api.endpoints[name].initiate('t'));
    return () => api.endpoints[name].select('t')(store.getState()).data;
  };
  return { api, store, read };
}

const settle = () => new Promise((go) => setTimeout(go, 5));
const end = async (of: string): Promise<void> => {
  const at = asked.findIndex((one) => one.of === of);
  asked.splice(at, 1)[0].end();
  await settle();
};
const waiting = () => asked.map(({ of }) => of);

beforeEach(() => {
  [asked, truth] = [[], 1];
});

it('reads a log again at once, while a run sheet is still computed', async () => {
  const { api, store, read } = storeOf();
  const log = read('getLog');
  await end('log');
  const sheet = read('getSheet');
  void store.dispatch(api.endpoints.tap.initiate('t'));
  truth = 2;
  await end('tap');
  expect(waiting()).toEqual(['sheet', 'log']);
  await end('log');
  expect(log()).toBe('log 2');
  await end('sheet');
  expect(sheet()).toBe('sheet 1');
  // What does not follow from the tap is not computed again for it.
  expect(waiting()).toEqual([]);
});

it('asks once more for what was on its way as it grew stale', async () => {
  const { api, store, read } = storeOf();
  const log = read('getLog');
  truth = 2;
  void store.dispatch(api.endpoints.tap.initiate('t'));
  await end('tap');
  await end('log');
  expect(log()).toBe('log 1');
  expect(waiting()).toEqual(['log']);
  await end('log');
  expect(log()).toBe('log 2');
  expect(waiting()).toEqual([]);
});

it('does the same for what others did, as the stream tells of it', async () => {
  const { api, store, read } = storeOf();
  const log = read('getLog');
  truth = 2;
  store.dispatch(api.util.invalidateTags([{ type: 'log', id: 't' }]));
  await end('log');
  await end('log');
  expect(log()).toBe('log 2');
  store.dispatch(api.util.invalidateTags([{ type: 'sheet', id: 't' }]));
  await settle();
  expect(waiting()).toEqual([]);
});

it('is how the app reads: facts do not wait for what is computed', () => {
  expect(ownApi.reducer(undefined, { type: 'nothing' }).config.invalidationBehavior).toBe('immediately');
});
