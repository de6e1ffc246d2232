import { useState } from 'react';
import type { DraftInput } from '../client/api.generated';
import { useDrafting } from './draft';
import { takenBack } from './history';

interface Removal {
  text: string;
  before: DraftInput;
  /** Null until the edit that is remembered was made. */
  after: DraftInput | null;
}

/**
 * Remembers the last removal on a page, so that it can be taken back instead of asked about: that alone, with what was
 * typed since, or saved by others, left as it is.
 */
export function useUndo() {
  const { form, edit } = useDrafting();
  const [last, setLast] = useState<Removal | null>(null);
  const now = (): DraftInput => structuredClone(form.getValues());
  return {
    text: last?.text ?? null,
    /**
     * Call it right before the edit.
     *
     * @param isMore whether it goes on with what was removed last, as a slider does: all of it comes back together
     */
    remember: (text: string, { isMore = false } = {}): void => {
      const removal = { text, before: isMore && last ? last.before : now(), after: null };
      setLast(removal);
      queueMicrotask(() => setLast((one) => (one === removal ? { ...removal, after: now() } : one)));
    },
    forget: (): void => setLast(null),
    undo: (): void => {
      if (last?.after) edit(takenBack(last.before, last.after, now()));
      setLast(null);
    },
  };
}
