import { nanoid } from 'nanoid';
import { useSyncExternalStore } from 'react';
import { api } from '../client/api';
import type { CaveatEntryInput, LedgerView } from '../client/api.generated';
import { boxesOf } from '../post/boxes';

/** What is written into the ledger, before it has an id and a time. */
export type Said = Omit<CaveatEntryInput, 'id' | 'at'>;

const boxOf = boxesOf<CaveatEntryInput>({
  address: 'caveats',
  place: 'jacana.caveats.1',
  stale: ['card', 'caveats', 'board', 'findings', 'seal'],
  refusedText: ({ text, because }) => {
    const what = text ?? because;
    return `Not noted${what ? `: "${what}"` : ''}.`;
  },
});

export interface Ledger {
  ledger: LedgerView | undefined;
  error: unknown;
  /** Entries that the server does not have yet. */
  waiting: readonly CaveatEntryInput[];
  write: (said: Said) => void;
}

/** The caveat ledger, with what is still on its way to it. */
export function useLedger(id: string): Ledger {
  const { data: ledger, error } = api.useGetLedgerQuery({ id });
  const box = boxOf(id);
  const waiting = useSyncExternalStore(box.subscribe, box.waiting);
  const write = (said: Said): void => box.add({ ...said, id: nanoid(14), at: new Date().toISOString() });
  return { ledger, error, waiting, write };
}
