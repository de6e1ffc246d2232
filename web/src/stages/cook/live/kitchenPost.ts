import { nanoid } from 'nanoid';
import { useSyncExternalStore } from 'react';
import { api } from '../../../client/api';
import type { NewKitchenEntry } from '../../../client/api.generated';
import { Outbox } from '../../../post/outbox';
import { noticeShown } from '../../../store/notices';
import { kitchenNow } from '../../../kitchen/kitchenClock';
import { store } from '../../../store/store';

/** What was done, before it has an id and a time. */
export type Tapped = Omit<NewKitchenEntry, 'id' | 'at'>;

const boxes = new Map<string, Outbox<NewKitchenEntry>>();

/** The one outbox of a tasting's kitchen log on this device. */
export function kitchenBox(id: string): Outbox<NewKitchenEntry> {
  const known = boxes.get(id);
  if (known) return known;
  const box = new Outbox<NewKitchenEntry>({
    address: `/api/tastings/${id}/kitchen-log`,
    place: `jacana.kitchen.1.${id}`,
    stored: () =>
      store.dispatch(
        api.util.invalidateTags([
          { type: 'kitchenLog', id },
          { type: 'readings', id },
        ]),
      ),
    refused: (_entry, message) => {
      store.dispatch(noticeShown({ text: `That tap was not taken. ${message}` }));
    },
  });
  boxes.set(id, box);
  return box;
}

/** Taps that the server does not have yet, and how to make one: each has its own id and time, so it comes late but once. */
export function useKitchenPost(id: string) {
  const box = kitchenBox(id);
  const waiting = useSyncExternalStore(box.subscribe, box.waiting);
  const tap = (tapped: Tapped): string => {
    const entry = { ...tapped, id: nanoid(14), at: new Date(kitchenNow()).toISOString() };
    box.add(entry);
    return entry.id;
  };
  return { waiting, tap };
}
