import type { ProblemView } from './api.generated';
import { generatedApi } from './api.generated';
import { nowStale, rereading } from './rereading';
import { staleAfter, TAGS, type TagOf } from './stale';

export type { TagOf };

type Tag = { type: TagOf; id: string };
const of =
  (...types: TagOf[]) =>
  (_answer: unknown, _error: unknown, { id }: { id: string }): Tag[] =>
    types.map((type) => ({ type, id }));

/** There is one house to a server. */
const HOUSE: Tag = { type: 'house', id: 'house' };

const stale =
  (...types: TagOf[]) =>
  (answer: unknown, error: unknown, arg: { id: string }): Tag[] =>
    nowStale(of(...types)(answer, error, arg));
/** What was done here makes stale at once what the stream of events will say. */
const after = (...kinds: string[]) => stale(...staleAfter(kinds));

/** The generated client, with what the contract cannot say: which answers grow stale when. */
export const api = generatedApi.enhanceEndpoints({ addTagTypes: TAGS }).enhanceEndpoints({
  endpoints: {
    listTastings: {
      providesTags: (cards) => [
        { type: 'card', id: 'list' },
        ...(cards ?? []).map(({ id }): Tag => ({ type: 'card', id })),
      ],
    },
    listRemoved: { providesTags: [{ type: 'card', id: 'list' }] },
    getCard: { providesTags: of('card') },
    getTasting: { providesTags: of('tasting') },
    getPlan: { providesTags: of('plan') },
    getLinks: { providesTags: of('plan') },
    getSeal: { providesTags: of('seal') },
    getKitchen: { providesTags: of('kitchen') },
    getRange: { providesTags: of('range') },
    getRunSheet: { providesTags: of('range') },
    getRunSheetAnew: { providesTags: of('range') },
    getHouse: { providesTags: [HOUSE] },
    keepRange: { invalidatesTags: [HOUSE] },
    chooseLocale: { invalidatesTags: [HOUSE] },
    getKitchenLog: { providesTags: of('kitchenLog') },
    addToKitchenLog: { invalidatesTags: stale(...staleAfter(['kitchen-log']), 'range', 'readings') },
    saveRange: { invalidatesTags: after('kitchen') },
    // Readings come too often for news of each: whoever looks asks again and again.
    listDevices: { providesTags: of('readings') },
    getCurves: { providesTags: of('readings') },
    openDevice: { invalidatesTags: stale('readings') },
    closeDevice: { invalidatesTags: stale('readings') },
    importReadings: { invalidatesTags: stale('readings') },
    getLedger: { providesTags: of('caveats') },
    getBoard: { providesTags: of('board') },
    getExclusions: { providesTags: of('exclusions') },
    saveExclusion: { invalidatesTags: stale('exclusions', 'board', 'seal') },
    correctIngredients: { invalidatesTags: after('ingredients') },
    listPaper: { providesTags: of('paper') },
    typePaper: { invalidatesTags: stale('paper', 'board', 'card', 'seal') },
    typeAnew: { invalidatesTags: stale('paper', 'board', 'seal') },
    letPaperCount: { invalidatesTags: stale('paper', 'board', 'card', 'seal') },
    settlePaper: { invalidatesTags: stale('paper', 'board', 'card', 'seal') },
    correctAnswers: { invalidatesTags: stale('board', 'seal') },
    lookAtAnswers: { invalidatesTags: stale('seal') },
    getServiceLog: { providesTags: of('serviceLog') },
    addToServiceLog: { invalidatesTags: after('service-log') },
    letIn: { invalidatesTags: after('walk-in') },
    takeBackWalkIn: { invalidatesTags: after('walk-in') },
    getPortioning: { providesTags: of('plan') },
    getFindings: { providesTags: of('findings') },
    getParts: { providesTags: of('findings') },
    getServings: { providesTags: of('findings') },
    listShares: { providesTags: of('shares') },
    share: { invalidatesTags: stale('shares', 'seal') },
    revokeShare: { invalidatesTags: stale('shares', 'seal') },
    saveDraft: {
      // Chains are part of the draft, and the run sheet follows from them.
      invalidatesTags: stale('range', 'kitchen'),
      // The answer is the tasting as it is now; reading it again would only race with typing.
      onQueryStarted: async ({ id }, { dispatch, queryFulfilled }) => {
        const saved = await queryFulfilled.catch(() => null);
        if (!saved) return;
        void dispatch(generatedApi.util.upsertQueryData('getTasting', { id }, saved.data));
        dispatch(api.util.invalidateTags([{ type: 'card', id }]));
      },
    },
    createTasting: { invalidatesTags: [{ type: 'card', id: 'list' }] },
    removeTasting: { invalidatesTags: [{ type: 'card', id: 'list' }] },
    restoreTasting: { invalidatesTags: [{ type: 'card', id: 'list' }] },
    importBundle: { invalidatesTags: [{ type: 'card', id: 'list' }] },
    lock: { invalidatesTags: after('locked') },
    unlock: { invalidatesTags: after('unlocked') },
    redraw: { invalidatesTags: after('locked') },
    nextSitting: { invalidatesTags: after('sitting') },
    close: { invalidatesTags: after('closed') },
    reopen: { invalidatesTags: after('reopened') },
    unseal: { invalidatesTags: after('unsealed') },
    addEntries: { invalidatesTags: after('caveats') },
    putNameRight: { invalidatesTags: after('names') },
    eraseName: { invalidatesTags: after('names') },
    eraseNames: { invalidatesTags: after('names') },
    openPortioning: { invalidatesTags: stale('seal') },
  },
});

/** Reads again what grew stale while it was read. */
export const rereadingOfApi = rereading({
  path: api.reducerPath,
  staleBy: (state, tags) =>
    api.util
      .selectInvalidatedBy(state as Parameters<typeof api.util.selectInvalidatedBy>[0], tags as Tag[])
      .map(({ queryCacheKey }) => queryCacheKey),
  reread: (endpoint, arg) =>
    (api.endpoints as unknown as Record<string, { initiate: (arg: unknown, options: object) => unknown }>)[
      endpoint
    ].initiate(arg, { forceRefetch: true, subscribe: false }),
});

/** Whether what was asked for is no longer there for this person; any other failure may pass, and what is shown stays. */
export const isGone = (error: unknown): boolean => [401, 403, 404].includes(refusalOf(error).status as number);

/** What a refused request says, for people. */
export function refusalOf(error: unknown): {
  message: string;
  problems: ProblemView[];
  status: number | string;
  /** One word for programs, such as `behind`. */
  kind: string;
} {
  const { status, data } = (error ?? {}) as {
    status?: number | string;
    data?: { error?: string; message?: string; problems?: ProblemView[] };
  };
  if (status === 'FETCH_ERROR')
    return {
      ...{ status, kind: 'unreachable', problems: [] },
      message: 'Jacana cannot be reached. Check that it is still running, then try again.',
    };
  return {
    status: status ?? 'unknown',
    kind: data?.error ?? '',
    message: data?.message ?? 'That did not work. Try again.',
    problems: data?.problems ?? [],
  };
}
