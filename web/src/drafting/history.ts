import type { DraftInput } from '../client/api.generated';

/** Changes closer together than this, such as letters of a word, are one step. */
const ONE_STEP_MS = 800;
const MOST_STEPS = 200;

/**
 * The steps of editing a draft, so that every edit can be taken back: typing, moving,
 * removing, choosing. It knows nothing of how a step was made.
 */
export class History {
  private readonly past: string[] = [];
  private readonly future: string[] = [];
  private now: string;
  private last = 0;

  constructor(draft: DraftInput) {
    this.now = JSON.stringify(draft);
  }

  /** Notes what the draft is now. */
  changed(draft: DraftInput, at: number): void {
    const next = JSON.stringify(draft);
    if (next === this.now) return;
    if (at - this.last > ONE_STEP_MS || this.past.length === 0) this.past.push(this.now);
    if (this.past.length > MOST_STEPS) this.past.shift();
    this.future.length = 0;
    this.now = next;
    this.last = at;
  }

  /** Someone else's edit is none of ours: what is taken back from here on keeps it. */
  replaced(draft: DraftInput): void {
    this.now = JSON.stringify(draft);
    this.past.length = 0;
    this.future.length = 0;
  }

  undo(): DraftInput | undefined {
    return this.step(this.past, this.future);
  }

  redo(): DraftInput | undefined {
    return this.step(this.future, this.past);
  }

  private step(from: string[], to: string[]): DraftInput | undefined {
    const next = from.pop();
    if (next === undefined) return undefined;
    to.push(this.now);
    this.now = next;
    this.last = 0;
    return JSON.parse(next) as DraftInput;
  }
}
