import { counted } from '@jacana/core/format';
import {
  actionsOf,
  chainName,
  dueByProbe,
  expectedEnds,
  kitchenState,
  pieceOf,
  proposalsOf,
  type Action,
  type Curve,
  type ExpectedEnd,
  type KitchenState,
  type Proposal,
} from '@jacana/core/kitchen';
import type { Tapped } from './kitchenPost';
import type {
  NewKitchenEntry,
  KitchenEntryView,
  KitchenView,
  RunSheetView,
  StepInput,
} from '../../../client/api.generated';
import { clockText } from '../../../kitchen/clock';
import { entryOf } from '../../../kitchen/entry';

/** How the day stands on this device: what the server has, and what was tapped here and is on its way. */
export interface Day {
  state: KitchenState;
  actions: Action[];
  proposals: Proposal[];
  chains: ReadonlyMap<string, StepInput>;
  /** The steps of each piece's method. */
  ofPiece: ReadonlyMap<string, StepInput[]>;
  curves: readonly Curve[];
  /** Pieces that nobody has decided on yet. */
  waitingAtGate: number;
  /** Of pieces with a probe: when the step that they are in will be over. */
  expected: ReadonlyMap<string, ExpectedEnd>;
}

interface DayParts {
  sheet: RunSheetView;
  kitchen: Pick<KitchenView, 'methods' | 'constants'>;
  stored: readonly KitchenEntryView[];
  written: readonly NewKitchenEntry[];
  curves: readonly Curve[];
  now: number;
}

export function dayOf({ sheet, kitchen: { methods, constants }, stored, written, curves, now }: DayParts): Day {
  const state = kitchenState([...stored, ...written].map(entryOf));
  const chains = new Map(
    methods.flatMap(({ method, chain }) => chain.map((step) => [chainName(method, step.id), step] as const)),
  );
  const ofPiece = new Map(methods.flatMap(({ chain, pieces }) => pieces.map(({ tag }) => [tag, chain] as const)));
  const expected = expectedEnds(curves, state, ofPiece, now);
  return {
    ...{ state, chains, ofPiece, curves, expected },
    waitingAtGate: [...ofPiece.keys()].filter((tag) => !state.redone.has(tag) && pieceOf(state, tag).gate === null)
      .length,
    actions: actionsOf({ steps: sheet.steps, pieces: chains }, state, dueByProbe(expected)),
    proposals: proposalsOf({ steps: sheet.steps, chains, waits: sheet.waits, constants, curves }, state),
  };
}

/** The verb that stands on the button of an action. */
export function verbOf({ kind, again }: Action): string {
  if (kind === 'check') return 'Yes';
  if (kind === 'start') return 'Started';
  return kind === 'again' && again ? `Done: ${again.what}` : 'Done';
}

/** What an action says in large. */
export function titleOf({ kind, name, again, check }: Action): string {
  if (kind === 'check' && check) return check.ask;
  if (kind === 'again' && again) return `${again.what[0].toUpperCase()}${again.what.slice(1)}`;
  return kind === 'start' ? name : `End: ${name.toLowerCase()}`;
}

/** What tapping an action writes down. */
export const tapsOf = ({ kind, of, check }: Action, isSo = true): Tapped[] =>
  of.map(({ pieces, step }) =>
    check
      ? { kind: 'checked', pieces, step, check: check.id, isSo }
      : { kind: ({ start: 'started', again: 'acted', end: 'done', check: 'checked' } as const)[kind], pieces, step },
  );

/** From when on something counts as late: hands take a while. */
export const LATE_MS = 60_000;

/** "4:10" to go, "now", "2:05" late, "3 h". */
export function countdown(due: number, now: number): { text: string; isLate: boolean } {
  if (due <= now && due > now - LATE_MS) return { text: 'now', isLate: false };
  const seconds = Math.round(Math.abs(due - now) / 1000);
  const text =
    seconds >= 2 * 3600
      ? `${Math.round(seconds / 3600)} h`
      : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return { text, isLate: due <= now - LATE_MS };
}

const SOON_MINUTES = 5;

/** How the kitchen stands, in a sentence. */
export function liveSentence({ actions, waitingAtGate }: Pick<Day, 'actions' | 'waitingAtGate'>, now: number): string {
  const late = actions.filter(({ due }) => due <= now - LATE_MS);
  const soon = actions.filter(({ due }) => due <= now + SOON_MINUTES * 60_000);
  if (actions.length === 0)
    return waitingAtGate === 0
      ? 'All pieces are through.'
      : `All steps are over. ${counted(waitingAtGate, 'piece waits', 'pieces wait')} for a decision at the gate.`;
  if (late.length > 0) return `${counted(late.length, 'thing')} late: do ${late.length > 1 ? 'them' : 'it'} first.`;
  if (soon.length === 0) return `Nothing to do before ${clockText(Math.min(...actions.map(({ due }) => due)))}.`;
  return `${counted(soon.length, 'thing')} to do in the next five minutes.`;
}
