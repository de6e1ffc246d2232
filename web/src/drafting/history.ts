import type { DraftInput } from '../client/api.generated';
import { isSame, merge } from './merge';

/** Changes closer together than this, such as letters of a word, are one step. */
const ONE_STEP_MS = 800;
const MOST_STEPS = 200;
/** Characters of steps that outlive a reload: browsers keep some five million for all of a page. */
const MOST_KEPT = 1_500_000;
/** Steps are put away where typing rests, and when the page goes: writing them takes longer than a letter should. */
const REST_MS = 400;

/** One edit: the draft as it was before and after it, as text. */
interface Step {
  before: string;
  after: string;
}

/** What is kept of a history while its tab is open. */
interface Kept {
  past: Step[];
  future: Step[];
}

/**
 * The steps that one person took in editing a draft, so that each can be taken back: typing, moving, removing, choosing.
 * It knows nothing of how a step was made. Others may have saved since: a step is taken back where it was taken, in the
 * draft as it is now, and what somebody else changed of the same stays theirs.
 */
export class History {
  private readonly past: Step[];
  private readonly future: Step[];
  private now: string;
  private last = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** @param id of the tasting: steps live as long as its tab, over reloads and pages; empty keeps them nowhere */
  constructor(
    draft: DraftInput,
    private readonly id = '',
  ) {
    this.now = JSON.stringify(draft);
    ({ past: this.past, future: this.future } = kept.read(id));
  }

  /** Notes what the draft is now, by an edit of whoever is here. */
  changed(draft: DraftInput, at: number): void {
    const next = JSON.stringify(draft);
    if (next === this.now) return;
    // A form that shows what came from elsewhere tells of it with its fields in an order of its own.
    if (isSame(draft, draftOf(this.now))) return void (this.now = next);
    const last = this.past.at(-1);
    if (last && last.after === this.now && at - this.last <= ONE_STEP_MS) last.after = next;
    else this.past.push({ before: this.now, after: next });
    if (this.past.length > MOST_STEPS) this.past.shift();
    this.future.length = 0;
    this.now = next;
    this.last = at;
    clearTimeout(this.timer);
    if (this.id) this.timer = setTimeout(this.keep, REST_MS);
  }

  /** Notes what the draft is now, by somebody else's edit: that is none of ours, and never taken back here. */
  replaced(draft: DraftInput): void {
    this.now = JSON.stringify(draft);
    this.last = 0;
  }

  /** @returns the draft without the last step that anything is left of; nothing where there is none */
  undo(): DraftInput | undefined {
    return this.turn(this.past, this.future);
  }

  redo(): DraftInput | undefined {
    return this.turn(this.future, this.past);
  }

  private turn(from: Step[], to: Step[]): DraftInput | undefined {
    for (let step = from.pop(); step; step = from.pop()) {
      const now = draftOf(this.now);
      const next = takenBack(draftOf(step.before), draftOf(step.after), now);
      if (isSame(next, now)) continue;
      const text = JSON.stringify(next);
      // Turned round: what brings this one back is taking back that it was taken back.
      to.push({ before: this.now, after: text });
      this.now = text;
      this.last = 0;
      this.keep();
      return next;
    }
    return undefined;
  }

  /** Puts the steps away, so that they outlive this page. */
  readonly keep = (): void => {
    clearTimeout(this.timer);
    kept.write(this.id, { past: this.past, future: this.future });
  };
}

const draftOf = (text: string): DraftInput => JSON.parse(text) as DraftInput;

/** A draft without one edit that was made to it, whatever else has happened since. */
export const takenBack = <Draft>(before: Draft, after: Draft, now: Draft): Draft =>
  isSame(now, after) ? before : merge(after, now, before).draft;

const PLACE = 'jacana.steps.1.';
const placeOf = (id: string): string => PLACE + id;

/** Steps are of one person, and hold what a draft says: nothing of them is left for whoever signs in next in this tab. */
export function forgetSteps(): void {
  for (const place of Object.keys(sessionStorage)) if (place.startsWith(PLACE)) sessionStorage.removeItem(place);
}

const kept = {
  read(id: string): Kept {
    const text = id && sessionStorage.getItem(placeOf(id));
    return text ? (JSON.parse(text) as Kept) : { past: [], future: [] };
  },
  /** The newest steps, as many as there is room for. */
  write(id: string, { past, future }: Kept): void {
    if (!id) return;
    const room = { left: MOST_KEPT };
    const newest = (steps: Step[]): Step[] => {
      const from = steps.findLastIndex(({ before, after }) => (room.left -= before.length + after.length) < 0);
      return steps.slice(from + 1);
    };
    try {
      sessionStorage.setItem(placeOf(id), JSON.stringify({ past: newest(past), future: newest(future) }));
    } catch {
      // A browser that keeps nothing: steps live until the page is loaded again.
    }
  },
};
