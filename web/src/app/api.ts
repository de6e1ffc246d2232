import { generatedApi, type ProblemView } from './api.generated';

/** Everything that a change to a tasting may change: cheaper to read again than to get wrong. */
const ALL = ['tastings', 'plans', 'seal', 'kitchen', 'service', 'findings', 'exchange'] as const;

/** The generated client, with what the contract cannot say: which answers grow stale when. */
export const api = generatedApi.enhanceEndpoints({
  endpoints: {
    saveDraft: {
      invalidatesTags: [],
      // The answer is the tasting as it is now; reading it again would only race with typing.
      onQueryStarted: async ({ id }, { dispatch, queryFulfilled }) => {
        const saved = await queryFulfilled.catch(() => null);
        if (!saved) return;
        void dispatch(generatedApi.util.upsertQueryData('getTasting', { id }, saved.data));
        dispatch(generatedApi.util.invalidateTags([{ type: 'tastings', id: 'cards' }]));
      },
    },
    getCard: { providesTags: ['tastings', { type: 'tastings', id: 'cards' }] },
    listTastings: { providesTags: ['tastings', { type: 'tastings', id: 'cards' }] },
    lock: { invalidatesTags: [...ALL] },
    unlock: { invalidatesTags: [...ALL] },
    nextSitting: { invalidatesTags: [...ALL] },
    close: { invalidatesTags: [...ALL] },
    reopen: { invalidatesTags: [...ALL] },
    unseal: { invalidatesTags: [...ALL] },
    markBlind: { invalidatesTags: [...ALL] },
    addCaveat: { invalidatesTags: ['kitchen', 'tastings', 'seal', 'findings'] },
    openPortioning: { invalidatesTags: ['seal'] },
    importBundle: { invalidatesTags: [...ALL] },
  },
});

/** What a refused request says, for people. */
export function refusalOf(error: unknown): { message: string; problems: ProblemView[]; status: number | string } {
  const { status, data } = (error ?? {}) as {
    status?: number | string;
    data?: { message?: string; problems?: ProblemView[] };
  };
  if (status === 'FETCH_ERROR')
    return {
      status,
      message: 'Jacana cannot be reached. Check that it is still running, then try again.',
      problems: [],
    };
  return {
    status: status ?? 'unknown',
    message: data?.message ?? 'That did not work. Try again.',
    problems: data?.problems ?? [],
  };
}
