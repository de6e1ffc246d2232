import { useEffect } from 'react';
import { useAct, useBallot } from './ballotStore';
import { actions } from './state';

/** Since when this sample is looked at; it ends with the button that leaves it, whatever lies between. */
export function useLooked(code: string): void {
  const act = useAct();
  const isKnown = useBallot((state) => state.looking?.code === code);
  useEffect(() => {
    if (!isKnown) act(actions.lookedAt({ code, since: Date.now() }));
  }, [act, code, isKnown]);
}
