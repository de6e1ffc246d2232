import { Patience } from './patience';
import { Refused, send } from './letter';

/** An entry on its way, as the server takes it. */
export interface Waiting {
  id: string;
}

/** Where the entries of one record go, and what is told of them. */
export interface Box {
  /** Address that takes `{ entries }`. */
  address: string;
  /** What the browser keeps them under. */
  place: string;
  /** Entries were stored, so what was read before is stale. */
  stored: () => void;
  /** An entry was refused, and is given up. */
  refused: (entry: Waiting, message: string) => void;
}

/**
 * Entries of a record on their way to the server. They are kept in this browser until the
 * server has them, and each has an id of its own, so that a dead network, a reload or a
 * letter sent twice only means that they come later, once.
 */
export class Outbox<Entry extends Waiting> {
  private readonly patience = new Patience();
  private readonly listeners = new Set<() => void>();
  private isBusy = false;
  private entries: readonly Entry[];
  /** Stored, and not yet in what this page has read of the record. */
  private unread: readonly Entry[] = [];
  private all: readonly Entry[];

  constructor(private readonly box: Box) {
    this.entries = JSON.parse(localStorage.getItem(box.place) ?? '[]') as Entry[];
    this.all = this.entries;
    this.patience.watch();
    void this.deliver();
  }

  /** What the server does not have yet, oldest first; the same list until it changes. */
  readonly waiting = (): readonly Entry[] => this.entries;

  /** The same, and what the server has but nobody has read back from it: what was done here shows without a gap. */
  readonly written = (): readonly Entry[] => this.all;

  /** The record was read: entries that are in it are no longer added to it here. */
  readonly read = (stored: readonly { id: string }[]): void => {
    const ids = new Set(stored.map(({ id }) => id));
    const unread = this.unread.filter(({ id }) => !ids.has(id));
    if (unread.length === this.unread.length) return;
    this.unread = unread;
    this.changed();
  };

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  add(entry: Entry): void {
    this.keep([...this.entries, entry]);
    void this.deliver();
  }

  private async deliver(): Promise<void> {
    const [entry] = this.entries;
    if (!entry || this.isBusy || this.patience.isWaiting) return;
    this.isBusy = true;
    try {
      await send(this.box.address, { entries: [entry] });
      this.patience.succeeded();
      this.unread = [...this.unread, entry];
      this.without(entry);
      this.box.stored();
    } catch (error) {
      if (error instanceof Refused) {
        this.without(entry);
        this.box.refused(entry, error.message);
      } else {
        this.patience.later(() => void this.deliver());
      }
    } finally {
      this.isBusy = false;
    }
    void this.deliver();
  }

  private without({ id }: Entry): void {
    this.keep(this.entries.filter((entry) => entry.id !== id));
  }

  /** A browser that has no room left still has them until the page is closed. */
  private remember(entries: readonly Entry[]): void {
    try {
      localStorage.setItem(this.box.place, JSON.stringify(entries));
    } catch {
      localStorage.removeItem(this.box.place);
    }
  }

  private keep(entries: readonly Entry[]): void {
    this.entries = entries;
    if (entries.length > 0) this.remember(entries);
    else localStorage.removeItem(this.box.place);
    this.changed();
  }

  private changed(): void {
    this.all = [...this.unread, ...this.entries];
    for (const listener of this.listeners) listener();
  }
}
