import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, refusalOf } from '../client/api';
import type { DraftInput } from '../client/api.generated';

/** Begins a tasting with what another one holds, and goes there. */
export function useBegin(): {
  begin: (draft: DraftInput, from: string) => Promise<void>;
  isBusy: boolean;
  /** Why it was not begun; empty where nothing was refused. */
  problem: string;
} {
  const [create, { isLoading, error }] = api.useCreateTastingMutation();
  const [isGoing, setGoing] = useState(false);
  const go = useNavigate();
  const begin = async (draft: DraftInput, from: string): Promise<void> => {
    const made = await create({ newTasting: { title: draft.title, draft, from } });
    if (!made.data) return;
    setGoing(true);
    void go(`/tastings/${made.data.id}/ask`);
  };
  return { begin, isBusy: isLoading || isGoing, problem: error ? refusalOf(error).message : '' };
}
