import type { Findings } from '@jacana/core/findings';
import { useCallback, useEffect, useRef } from 'react';
import { api } from '../../client/api';
import { useAppDispatch } from '../../store/store';

/** The findings, or where they are. */
export type FindingsState = ReturnType<typeof useFindings>;

/**
 * Asks for the findings while the component is shown, and stops the computation when it
 * goes away or `stop` is called. Findings are typed by the core, which computes them; the
 * contract only passes them on.
 */
export function useFindings(id: string, { skip = false } = {}) {
  const dispatch = useAppDispatch();
  const { data, error } = api.endpoints.getFindings.useQueryState({ id }, { skip });
  const request = useRef<{ abort: () => void; unsubscribe: () => void }>(undefined);
  const ask = useCallback(() => {
    request.current = dispatch(api.endpoints.getFindings.initiate({ id }));
  }, [dispatch, id]);
  const stop = useCallback(() => {
    request.current?.abort();
    request.current?.unsubscribe();
  }, []);
  useEffect(() => {
    if (skip) return;
    // A request that was just stopped has to be over before the next one counts as new.
    const soon = setTimeout(ask);
    return () => {
      clearTimeout(soon);
      stop();
    };
  }, [skip, ask, stop]);
  const isStopped = (error as { name?: string } | undefined)?.name === 'AbortError';
  // The contract types all but what each section holds, which follows from its id: the core says what.
  return { found: data as Findings | undefined, error: isStopped ? undefined : error, isStopped, ask, stop };
}
