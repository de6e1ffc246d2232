import { refusalOf } from '../client/api';
import type { DraftInput } from '../client/api.generated';
import { merge, type Conflict } from './merge';

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

/**
 * Brings a draft to the server a pause after each change. Until the server has it, it is kept
 * in this browser too, so that neither a reload nor a dead network loses a word. Each save
 * names the version that it was made from: if someone else has saved meanwhile, the two are
 * merged, and what both changed is put before whoever is here.
 */
export class DraftPost {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isDiffering = false;

  constructor(
    private readonly id: string,
    /** What the draft here was made from. */
    private base: Version,
    private readonly line: Line,
  ) {}

  changed(draft: DraftInput): void {
    unsaved.write(this.id, { base: this.base, draft });
    if (this.isDiffering) return;
    this.line.tell({ kind: 'saving' });
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), PAUSE_MS);
  }

  /** Saves what is still on its way; true once the server has everything. */
  async flush(): Promise<boolean> {
    clearTimeout(this.timer);
    const waiting = unsaved.read(this.id);
    if (!waiting) return true;
    if (this.isDiffering) return false;
    this.base = waiting.base;
    this.line.tell({ kind: 'saving' });
    const { data, error } = await this.line.save(this.base.version, waiting.draft);
    if (error) return this.refused(error);
    if (data) this.base = { version: data.version, draft: data.draft };
    unsaved.clear(this.id, waiting, this.base);
    this.line.tell({ kind: 'saved' });
    return this.flush();
  }

  /** Someone else has saved: what is unchanged here follows, what is not is merged when it is saved. */
  async heard(version: number): Promise<void> {
    if (version <= this.base.version || unsaved.read(this.id)) return;
    const theirs = await this.line.read();
    if (theirs.version <= this.base.version || unsaved.read(this.id)) return;
    this.base = theirs;
    this.line.show(theirs.draft);
  }

  /** Whoever is here has looked at what differs, and settled it. */
  async settle(draft: DraftInput): Promise<boolean> {
    this.isDiffering = false;
    unsaved.write(this.id, { base: this.base, draft });
    this.line.show(draft);
    return this.flush();
  }

  private async refused(error: unknown): Promise<boolean> {
    const { message, status, kind } = refusalOf(error);
    if (kind === 'behind') return this.catchUp();
    this.line.tell({ kind: 'kept', message });
    if (status === 'FETCH_ERROR') this.timer = setTimeout(() => void this.flush(), RETRY_MS);
    return false;
  }

  private async catchUp(): Promise<boolean> {
    const theirs = await this.line.read();
    const waiting = unsaved.read(this.id);
    if (!waiting) return true;
    const { draft, conflicts } = merge(this.base.draft, waiting.draft, theirs.draft);
    this.base = theirs;
    unsaved.write(this.id, { base: theirs, draft });
    this.line.show(draft);
    if (conflicts.length === 0) return this.flush();
    this.isDiffering = true;
    this.line.tell({ kind: 'differs', conflicts });
    return false;
  }
}

/** A draft that the server does not have yet, and what it was made from. */
export interface Unsaved {
  base: Version;
  draft: DraftInput;
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
  write(id: string, { base, draft }: Unsaved): void {
    localStorage.setItem(ownPlace(id), JSON.stringify({ base, draft, at: Date.now() }));
  },
  /** Only if nothing was typed since; what was typed is then made from what was just saved. */
  clear(id: string, saved: Unsaved, base: Version): void {
    const now = unsaved.read(id);
    if (!now) return;
    if (JSON.stringify(now.draft) === JSON.stringify(saved.draft)) localStorage.removeItem(ownPlace(id));
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
  return kept.base && kept.draft ? { base: kept.base, draft: kept.draft, at: kept.at ?? 0 } : undefined;
}
