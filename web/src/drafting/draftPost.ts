import { refusalOf } from '../app/api';
import type { DraftInput } from '../app/api.generated';

/** Where the draft's text is: with the server, on its way, or only in this browser. */
export type SaveState = { kind: 'saved' } | { kind: 'saving' } | { kind: 'kept'; message: string };

const PAUSE_MS = 500;
const RETRY_MS = 3000;

/**
 * Brings a draft to the server a pause after each change. Until the server has it, it is
 * kept in this browser too, so that neither a reload nor a dead network loses a word.
 */
export class DraftPost {
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly id: string,
    private readonly save: (draft: DraftInput) => Promise<{ error?: unknown }>,
    private readonly tell: (state: SaveState) => void,
  ) {}

  changed(draft: DraftInput): void {
    unsaved.write(this.id, draft);
    this.tell({ kind: 'saving' });
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), PAUSE_MS);
  }

  /** Saves what is still on its way; true once the server has everything. */
  async flush(): Promise<boolean> {
    clearTimeout(this.timer);
    const draft = unsaved.read(this.id);
    if (!draft) return true;
    this.tell({ kind: 'saving' });
    const { error } = await this.save(draft);
    if (error) {
      const { message, status } = refusalOf(error);
      this.tell({ kind: 'kept', message });
      if (status === 'FETCH_ERROR') this.timer = setTimeout(() => void this.flush(), RETRY_MS);
      return false;
    }
    unsaved.clear(this.id, draft);
    this.tell({ kind: 'saved' });
    return this.flush();
  }
}

const place = (id: string): string => `jacana.draft.2.${id}`;

/** What has been typed and is not yet with the server. */
export const unsaved = {
  read(id: string): DraftInput | undefined {
    const text = localStorage.getItem(place(id));
    return text ? (JSON.parse(text) as DraftInput) : undefined;
  },
  write(id: string, draft: DraftInput): void {
    localStorage.setItem(place(id), JSON.stringify(draft));
  },
  /** Only if nothing was typed since. */
  clear(id: string, saved: DraftInput): void {
    if (localStorage.getItem(place(id)) === JSON.stringify(saved)) localStorage.removeItem(place(id));
  },
};
