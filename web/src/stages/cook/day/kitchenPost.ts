import { nanoid } from 'nanoid';
import { useSyncExternalStore } from 'react';
import type { NewKitchenEntry } from '../../../client/api.generated';
import { boxesOf } from '../../../post/boxes';
import { useWritten } from '../../../post/useWritten';
import { kitchenNow } from '../../../kitchen/kitchenClock';

/** What was done, before it has an id and a time. */
export type Tapped = Omit<NewKitchenEntry, 'id' | 'at'>;

/** The one outbox of a tasting's kitchen log on this device. */
export const kitchenBox = boxesOf<NewKitchenEntry>({
  address: 'kitchen-log',
  place: 'jacana.kitchen.1',
  stale: ['kitchenLog', 'readings'],
  refusedText: () => 'That tap was not taken.',
});

/**
 * Taps that the server does not have yet, those that are not in the log as it was read, and how to make one: each has its
 * own id and time, so it comes late but once.
 *
 * @param stored the log as it was last read
 */
export function useKitchenPost(id: string, stored?: readonly { id: string }[]) {
  const box = kitchenBox(id);
  const waiting = useSyncExternalStore(box.subscribe, box.waiting);
  const written = useWritten(box, stored);
  const tap = (tapped: Tapped): string => {
    const entry = { ...tapped, id: nanoid(14), at: new Date(kitchenNow()).toISOString() };
    box.add(entry);
    return entry.id;
  };
  return { waiting, written, tap };
}
