import { nanoid } from 'nanoid';
import { useSyncExternalStore } from 'react';
import { api } from '../client/api';
import type { CaveatEntryInput, LedgerView } from '../client/api.generated';
import { Outbox } from '../post/outbox';
import { noticeShown } from '../store/notices';
import { store } from '../store/store';

/** What is written into the ledger, before it has an id and a time. */
export type Said = Omit<CaveatEntryInput, 'id' | 'at'>;

const boxes = new Map<string, Outbox<CaveatEntryInput>>();

/** The one outbox of a tasting's ledger, whichever page writes into it. */
function boxOf(id: string): Outbox<CaveatEntryInput> {
  const known = boxes.get(id);
  if (known) return known;
  const types = ['card', 'caveats', 'board', 'findings', 'seal'] as const;
  const box = new Outbox<CaveatEntryInput>({
    address: `/api/tastings/${id}/caveats`,
    place: `jacana.caveats.1.${id}`,
    stored: () => store.dispatch(api.util.invalidateTags(types.map((type) => ({ type, id })))),
    refused: (entry, message) => {
      const { text, because } = entry as CaveatEntryInput;
      const what = text ?? because;
      store.dispatch(noticeShown({ text: `Not noted${what ? `: "${what}"` : ''}. ${message}` }));
    },
  });
  boxes.set(id, box);
  return box;
}

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
