import type { Middleware } from '@reduxjs/toolkit';

interface Tag {
  type: string;
  id: string;
}

/** What is needed of an api: which answers in its cache a tag belongs to, and how one of them is read again. */
interface Reads {
  /** Its name in the store. */
  path: string;
  /** Keys of the answers that these tags make stale. */
  staleBy: (state: unknown, tags: Tag[]) => readonly string[];
  reread: (endpoint: string, arg: unknown) => unknown;
}

/** What was made stale while something was read, and when; counted, since much happens within one tick of a clock. */
const moments = new Map<string, { tag: Tag; at: number }>();
let count = 0;

/** Notes that these grow stale now. @returns the same tags */
export function nowStale<Of extends Tag>(tags: Of[]): Of[] {
  for (const tag of tags) moments.set(`${tag.type} ${tag.id}`, { tag, at: ++count });
  return tags;
}

/**
 * Reads of facts never wait for computations: what grew stale is read again at once, whatever else is on its way. An
 * answer that was on its way as it grew stale may be from before, and nobody would ask again: it is asked for once more.
 */
export const rereading =
  ({ path, staleBy, reread }: Reads): Middleware =>
  (store) => {
    const begun = new Map<string, number>();
    return (next) => (action) => {
      const done = action as { type: string; payload?: unknown; meta?: QueryMeta };
      if (done.type === `${path}/invalidateTags`) nowStale(done.payload as Tag[]);
      if (!done.type.startsWith(`${path}/executeQuery/`) || !done.meta) return next(action);
      const { requestId, arg } = done.meta;
      if (done.type.endsWith('/pending')) begun.set(requestId, ++count);
      const result = next(action);
      const from = begun.get(requestId) ?? Infinity;
      if (done.type.endsWith('/pending')) return result;
      begun.delete(requestId);
      const since = [...moments.values()].filter(({ at }) => at > from).map(({ tag }) => tag);
      if (
        done.type.endsWith('/fulfilled') &&
        since.length > 0 &&
        staleBy(store.getState(), since).includes(arg.queryCacheKey)
      )
        store.dispatch(reread(arg.endpointName, arg.originalArgs) as { type: string });
      return result;
    };
  };

interface QueryMeta {
  requestId: string;
  arg: { queryCacheKey: string; endpointName: string; originalArgs: unknown };
}
