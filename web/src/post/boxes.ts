import { api, type TagOf } from '../client/api';
import { noticeShown } from '../store/notices';
import { store } from '../store/store';
import { Outbox, type Waiting } from './outbox';

/** A record of the day, as far as posting into it goes. */
interface Record<Entry extends Waiting> {
  /** The last part of its address. */
  address: string;
  /** What the browser keeps its entries under; part of it is a version. */
  place: string;
  /** What grows stale with it. */
  stale: readonly TagOf[];
  /** What is said when an entry was refused, before the reason. */
  refusedText: (entry: Entry) => string;
}

/** The one outbox of each tasting for one record, whichever page writes into it. */
export function boxesOf<Entry extends Waiting>({ address, place, stale, refusedText }: Record<Entry>) {
  const boxes = new Map<string, Outbox<Entry>>();
  return (id: string): Outbox<Entry> => {
    const known = boxes.get(id);
    if (known) return known;
    const box = new Outbox<Entry>({
      address: `/api/tastings/${id}/${address}`,
      place: `${place}.${id}`,
      stored: () => store.dispatch(api.util.invalidateTags(stale.map((type) => ({ type, id })))),
      refused: (entry, message) => {
        store.dispatch(noticeShown({ text: `${refusedText(entry as Entry)} ${message}` }));
      },
    });
    boxes.set(id, box);
    return box;
  };
}
