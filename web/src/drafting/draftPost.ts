import { refusalOf } from '../client/api';
import type { DraftInput } from '../client/api.generated';
import { isSame, merge, type Conflict } from './merge';

/** A draft as the server has it. */
export interface Version {
  version: number;
  draft: DraftInput;
}

/** Where the draft's text is: with the server, on its way, only in this browser, or at odds with someone else's. */
export type SaveState =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'kept'; message: string }
  | { kind: 'differs'; conflicts: Conflict[] };

const PAUSE_MS = 500;
const RETRY_MS = 3000;

/** How a draft gets to the server and back. */
export interface Line {
  save: (version: number, draft: DraftInput) => Promise<{ data?: Version; error?: unknown }>;
  read: () => Promise<Version>;
  /** Shows a draft that came about by merging, or was saved by someone else. */
  show: (draft: DraftInput) => void;
  tell: (state: SaveState) => void;
}

/** Posts that are saving: a page of a tasting that is left and opened again goes on with its own. */
const busy = new Map<string, DraftPost>();

/**
 * Brings a draft to the server a pause after each change. Until the server has it, it is kept
 * in this browser too, so that neither a reload nor a dead network loses a word. Each save
 * names the version that it was made from: if someone else has saved meanwhile, the two are
 * merged, and what both changed is put before whoever is here.
 *
 * One save is on its way at a time, however long it takes; what is typed meanwhile follows it. A save whose answer
 * never came is sent again as it was, so that at most one is in doubt, and finding it on the server is no conflict.
 */
export class DraftPost {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isDiffering = false;
  private delivery: Promise<boolean> | undefined;
  /** The newest version that was heard of. */
  private newest = 0;

  constructor(
    private readonly id: string,
    /** What the draft here was made from. */
    private base: Version,
    private line: Line,
  ) {}

  /** The post of a page that opens: one that still saves what was typed before the page was left, or a new one. */
  static open(id: string, base: Version, line: Line): DraftPost {
    const known = busy.get(id);
    if (!known) return new DraftPost(id, base, line);
    known.line = line;
    return known;
  }

  changed(draft: DraftInput): void {
    const waiting = unsaved.read(this.id);
    // What was only shown, since someone else has saved it, is no edit of whoever is here.
    if (!waiting && isSame(draft, this.base.draft)) return;
    unsaved.write(this.id, { base: waiting?.base ?? this.base, sent: waiting?.sent, draft });
    if (this.isDiffering) return;
    this.line.tell({ kind: 'saving' });
    this.soon(PAUSE_MS);
  }

  /** Saves what is still on its way; true once the server has everything. */
  flush(): Promise<boolean> {
    clearTimeout(this.timer);
    if (this.delivery) return this.delivery;
    if (!unsaved.read(this.id)) return Promise.resolve(true);
    if (this.isDiffering) return Promise.resolve(false);
    busy.set(this.id, this);
    this.delivery = this.deliver().finally(() => {
      this.delivery = undefined;
      busy.delete(this.id);
      void this.follow();
    });
    return this.delivery;
  }

  /** Someone else has saved: what is unchanged here follows, what is not is merged when it is saved. */
  async heard(version: number): Promise<void> {
    this.newest = Math.max(this.newest, version);
    if (!this.delivery) await this.follow();
  }

  /** Whoever is here has looked at what differs, and settled it. */
  async settle(draft: DraftInput): Promise<boolean> {
    this.isDiffering = false;
    unsaved.write(this.id, { base: this.base, draft });
    this.line.show(draft);
    return this.flush();
  }

  /** One save after the other, until nothing is left that the server does not have. */
  private async deliver(): Promise<boolean> {
    for (let waiting = unsaved.read(this.id); waiting; waiting = unsaved.read(this.id)) {
      const isThrough = await this.save(waiting).catch((error: unknown) => this.kept(error));
      if (!isThrough) return false;
    }
    this.line.tell({ kind: 'saved' });
    return true;
  }

  private async save({ base, draft, sent = draft }: Unsaved): Promise<boolean> {
    this.base = base;
    unsaved.write(this.id, { base, draft, sent });
    this.line.tell({ kind: 'saving' });
    const { data, error } = await this.line.save(base.version, sent);
    if (error) return refusalOf(error).kind === 'behind' ? this.catchUp(sent) : this.kept(error);
    if (data) this.base = { version: data.version, draft: data.draft };
    unsaved.saved(this.id, sent, this.base);
    return true;
  }

  /** Shows what someone else has saved, unless something was typed here since. */
  private async follow(): Promise<void> {
    if (this.newest <= this.base.version || unsaved.read(this.id)) return;
    const theirs = await this.line.read().catch(() => undefined);
    if (!theirs) return void setTimeout(() => void this.follow(), RETRY_MS);
    if (theirs.version <= this.base.version || unsaved.read(this.id)) return;
    this.base = theirs;
    this.line.show(theirs.draft);
  }

  /** It stays in this browser. What the server refused is settled; what it may or may not have is sent again. */
  private kept(error: unknown): false {
    const { message, status } = refusalOf(error);
    this.line.tell({ kind: 'kept', message });
    const waiting = unsaved.read(this.id);
    const isRefused = typeof status === 'number' && status >= 400 && status < 500;
    if (!isRefused) this.soon(RETRY_MS);
    else if (waiting) unsaved.write(this.id, { ...waiting, sent: undefined });
    return false;
  }

  private async catchUp(sent: DraftInput): Promise<boolean> {
    const theirs = await this.line.read();
    const waiting = unsaved.read(this.id);
    if (!waiting) return true;
    const { draft, conflicts } = merge(this.base.draft, waiting.draft, theirs.draft, sent);
    this.base = theirs;
    unsaved.write(this.id, { base: theirs, draft });
    if (!isSame(draft, waiting.draft)) this.line.show(draft);
    if (conflicts.length === 0) return true;
    this.isDiffering = true;
    this.line.tell({ kind: 'differs', conflicts });
    return false;
  }

  private soon(pause: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), pause);
  }
}

/** A draft that the server does not have yet, and what it was made from. */
export interface Unsaved {
  base: Version;
  draft: DraftInput;
  /** What was sent last and not acknowledged: the server may have it or not. */
  sent?: DraftInput;
}

/** A page that is open writes at least this often while something waits; older drafts were left behind. */
const LEFT_BEHIND_MS = 15_000;

const prefix = (id: string): string => `jacana.draft.3.${id}.`;

/** Each page has a place of its own, which outlives a reload; two of one browser must not mix. */
function ownPlace(id: string): string {
  const own = sessionStorage.getItem('jacana.page') ?? Math.random().toString(36).slice(2);
  sessionStorage.setItem('jacana.page', own);
  return prefix(id) + own;
}

/** What has been typed and is not yet with the server. */
export const unsaved = {
  read(id: string): Unsaved | undefined {
    return parsed(localStorage.getItem(ownPlace(id)));
  },
  /** Also takes over what a page that is closed has left behind. */
  adopt(id: string): Unsaved | undefined {
    const own = unsaved.read(id);
    if (own) return own;
    for (const place of placesOf(id)) {
      const left = parsed(localStorage.getItem(place));
      if (!left || Date.now() - left.at < LEFT_BEHIND_MS) continue;
      localStorage.removeItem(place);
      unsaved.write(id, left);
      return left;
    }
    return undefined;
  },
  write(id: string, { base, draft, sent }: Unsaved): void {
    localStorage.setItem(ownPlace(id), JSON.stringify({ base, draft, sent, at: Date.now() }));
  },
  /** The server has this one: what was typed since is made from it. */
  saved(id: string, sent: DraftInput, base: Version): void {
    const now = unsaved.read(id);
    if (!now) return;
    if (isSame(now.draft, sent)) localStorage.removeItem(ownPlace(id));
    else unsaved.write(id, { base, draft: now.draft });
  },
};

const placesOf = (id: string): string[] =>
  Array.from({ length: localStorage.length }, (_, at) => localStorage.key(at) ?? '').filter((key) =>
    key.startsWith(prefix(id)),
  );

function parsed(text: string | null): (Unsaved & { at: number }) | undefined {
  if (!text) return undefined;
  const kept = JSON.parse(text) as Partial<Unsaved & { at: number }>;
  const { base, draft, sent, at = 0 } = kept;
  return base && draft ? { base, draft, sent, at } : undefined;
}
