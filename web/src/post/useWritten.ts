import { useEffect, useMemo, useSyncExternalStore } from 'react';
import type { Outbox, Waiting } from './outbox';

/**
 * What was written on this device and is not in the record as it was last read: on its way, or stored since. With it a
 * record shows what was done here at once, and without a gap between the server's word and the next reading.
 *
 * @param stored entries as they were read; undefined before
 */
export function useWritten<Entry extends Waiting>(
  box: Outbox<Entry>,
  stored: readonly { id: string }[] | undefined,
): readonly Entry[] {
  const written = useSyncExternalStore(box.subscribe, box.written);
  useEffect(() => {
    if (stored) box.read(stored);
  }, [box, stored]);
  return useMemo(() => {
    const ids = new Set(stored?.map(({ id }) => id));
    return written.filter(({ id }) => !ids.has(id));
  }, [written, stored]);
}
