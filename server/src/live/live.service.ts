import { Injectable } from '@nestjs/common';
import { Observable, Subject } from 'rxjs';
import { type EntityManager, MoreThan } from 'typeorm';
import { EventRow, type Role } from '../database/entities';
import { Transactions } from '../database/transactions';

/** One kind of news. Each module registers its own: what it is called, who may hear it, how it is read. */
export interface Topic {
  kind: string;
  roles: readonly Role[];
  /**
   * What is told, read once for everyone who listens.
   *
   * @param about what moved since it was last told, each once
   */
  read: (tastingId: string, about: readonly string[]) => Promise<object>;
}

/** What a listener is sent. Numbered ones can be caught up with; passing ones are gone once told. */
export interface Message {
  seq: number | null;
  kind: string;
  roles: readonly Role[];
  data: object;
}

/** News that was read together, up to an event. */
interface Batch {
  upTo: number;
  messages: Message[];
}

/** News waits this long for more of its kind: the first only a moment, since someone is looking. */
const FIRST_WAIT_MS = 40;
const PAUSE_MS = 250;

/**
 * The feed behind live screens. Events are rows, written in the transaction of what they tell
 * of, so that nothing is told that did not happen, and a stream that was away misses nothing.
 * However many listen, and however many events come at once, each topic is read once.
 */
@Injectable()
export class LiveService {
  private readonly topics = new Map<string, Topic>();
  private readonly channels = new Map<string, Channel>();
  private mayHear: (role: Role, tastingId: string) => Promise<unknown> = () =>
    Promise.reject(new Error('Nobody has said who may listen.'));

  constructor(private readonly transactions: Transactions) {}

  register(topic: Topic): void {
    this.topics.set(topic.kind, topic);
  }

  /** Whoever decides who may know of a tasting says so here; it throws for those who may not. */
  guardWith(check: (role: Role, tastingId: string) => Promise<unknown>): void {
    this.mayHear = check;
  }

  guard(role: Role, tastingId: string): Promise<unknown> {
    return this.mayHear(role, tastingId);
  }

  /** Within a write: notes that something moved. It is told once the write is committed. */
  async note(manager: EntityManager, tastingId: string, kind: string, about = ''): Promise<void> {
    await manager.insert(EventRow, { tastingId, kind, about });
    this.transactions.afterCommit(() => this.channels.get(tastingId)?.wake());
  }

  /** Tells what changes too fast to keep, such as how far a computation has come. */
  pass(tastingId: string, kind: string, roles: readonly Role[], data: object): void {
    this.channels.get(tastingId)?.send({ upTo: 0, messages: [{ seq: null, kind, roles, data }] });
  }

  /**
   * What happened after an event and what happens from now on, for one role.
   *
   * @param after number of the last event that the listener knows of; null for "from now on"
   */
  stream(tastingId: string, role: Role, after: number | null): Observable<Message> {
    return new Observable((listener) => {
      const channel = this.open(tastingId);
      let told: number | null = null;
      const waiting: Batch[] = [];
      const tell = ({ upTo, messages }: Batch): void => {
        if (upTo > 0 && upTo <= (told ?? 0)) return;
        told = Math.max(told ?? 0, upTo);
        for (const message of forRole(messages, role, upTo)) listener.next(message);
      };
      // Listening before catching up, so that nothing falls between the two.
      const listening = channel.batches.subscribe((batch) => (told === null ? waiting.push(batch) : tell(batch)));
      const catchUp = async (): Promise<void> => {
        const start = after ?? (await this.latest(tastingId));
        const missed = await this.since(tastingId, start);
        told = start;
        listener.next({ seq: start, kind: 'listening', roles: [role], data: { asOf: start } });
        for (const batch of [missed, ...waiting]) tell(batch);
      };
      catchUp().catch((error: unknown) => listener.error(error));
      return () => {
        listening.unsubscribe();
        this.leave(tastingId);
      };
    });
  }

  async latest(tastingId: string): Promise<number> {
    const last = await this.transactions.read.findOne(EventRow, {
      select: { seq: true },
      where: { tastingId },
      order: { seq: 'DESC' },
    });
    return last?.seq ?? 0;
  }

  /** How many streams are open. */
  get listeners(): number {
    return [...this.channels.values()].reduce((sum, channel) => sum + channel.listeners, 0);
  }

  /** Reads what moved after an event; several events about one thing are read once. */
  private async since(tastingId: string, seq: number): Promise<Batch> {
    const events = await this.transactions.read.find(EventRow, {
      where: { tastingId, seq: MoreThan(seq) },
      order: { seq: 'ASC' },
    });
    const messages: Message[] = [];
    for (const topic of this.topics.values()) {
      const own = events.filter((event) => event.kind === topic.kind);
      if (own.length === 0) continue;
      const about = [...new Set(own.map((event) => event.about))];
      const data = await topic.read(tastingId, about);
      messages.push({ seq: own[own.length - 1].seq, kind: topic.kind, roles: topic.roles, data });
    }
    return { upTo: events.at(-1)?.seq ?? seq, messages };
  }

  private open(tastingId: string): Channel {
    const channel = this.channels.get(tastingId) ?? new Channel((after) => this.since(tastingId, after));
    if (channel.listeners === 0) void this.latest(tastingId).then((seq) => channel.startAt(seq));
    channel.listeners++;
    this.channels.set(tastingId, channel);
    return channel;
  }

  private leave(tastingId: string): void {
    const channel = this.channels.get(tastingId);
    if (!channel || --channel.listeners > 0) return;
    channel.close();
    this.channels.delete(tastingId);
  }
}

/** The last message of a batch carries its number, so that a listener who comes back misses none of them. */
const forRole = (messages: readonly Message[], role: Role, upTo: number): Message[] =>
  messages
    .filter(({ roles }) => roles.includes(role))
    .map((message, at, all) => ({ ...message, seq: message.seq !== null && at === all.length - 1 ? upTo : null }));

/** What all who listen to one tasting share. */
class Channel {
  readonly batches = new Subject<Batch>();
  listeners = 0;
  private told: number | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private lastRead = 0;
  private isReading = false;

  constructor(private readonly read: (after: number) => Promise<Batch>) {}

  /** What came before the first listener is that listener's to catch up with. */
  startAt(seq: number): void {
    this.told ??= seq;
  }

  /** Something is committed: read it soon, together with what else comes until then. */
  wake(): void {
    if (this.timer) return;
    const wait = Math.max(FIRST_WAIT_MS, this.lastRead + PAUSE_MS - Date.now());
    this.timer = setTimeout(() => void this.tell(), wait);
  }

  send(batch: Batch): void {
    this.batches.next(batch);
  }

  close(): void {
    clearTimeout(this.timer);
    this.batches.complete();
  }

  private async tell(): Promise<void> {
    this.timer = undefined;
    if (this.isReading || this.told === null) return this.wake();
    this.isReading = true;
    this.lastRead = Date.now();
    try {
      const batch = await this.read(this.told);
      this.told = batch.upTo;
      if (batch.messages.length > 0) this.send(batch);
    } catch {
      // The events are kept: whatever wakes the channel next reads them again.
    } finally {
      this.isReading = false;
    }
  }
}
