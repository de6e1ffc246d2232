import type { Findings } from '@jacana/core/findings';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api } from '../client/api';
import type { RunSheetView } from '../client/api.generated';
import { useAppDispatch } from '../store/store';

/** What the server computes for long, and stops computing once nobody waits for it. */
interface Computed {
  // The contract types all but what each section holds, which follows from its id: the core says what.
  getFindings: Findings;
  getRunSheet: RunSheetView;
}

/** A result, or where it is. */
export interface Stoppable<Result> {
  found: Result | undefined;
  error: unknown;
  isBusy: boolean;
  isStopped: boolean;
  ask: () => void;
  stop: () => void;
}

/** Asks for a result while the component is shown, and stops the computation when it goes away or `stop` is called. */
export function useStoppable<Name extends keyof Computed>(
  name: Name,
  id: string,
  { skip = false } = {},
): Stoppable<Computed[Name]> {
  const dispatch = useAppDispatch();
  const endpoint = api.endpoints[name] as (typeof api.endpoints)['getRunSheet'];
  const { data, error, isFetching } = endpoint.useQueryState({ id }, { skip });
  const [isStopped, setStopped] = useState(false);
  const subscription = useRef<{ unsubscribe: () => void }>(undefined);
  const ask = useCallback(() => {
    setStopped(false);
    subscription.current = dispatch(endpoint.initiate({ id }));
  }, [dispatch, endpoint, id]);
  const leave = useCallback(() => {
    // The one that runs may be a later one than was asked for here: what grew stale is asked for by itself.
    dispatch(api.util.getRunningQueryThunk(name as 'getRunSheet', { id }))?.abort();
    subscription.current?.unsubscribe();
  }, [dispatch, name, id]);
  useEffect(() => {
    if (skip) return;
    // A request that was just stopped has to be over before the next one counts as new.
    const soon = setTimeout(ask);
    return () => {
      clearTimeout(soon);
      leave();
    };
  }, [skip, ask, leave]);
  const stop = useCallback(() => {
    leave();
    setStopped(true);
  }, [leave]);
  const isAborted = (error as { name?: string } | undefined)?.name === 'AbortError';
  return {
    ...{ found: data as unknown as Computed[Name] | undefined, error: isAborted ? undefined : error },
    ...{ isBusy: isFetching, isStopped, ask, stop },
  };
}
