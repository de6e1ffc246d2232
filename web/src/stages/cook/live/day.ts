import type { KitchenEntry } from '@jacana/core/bundle';
import {
  actionsOf,
  chainName,
  kitchenState,
  proposalsOf,
  type Action,
  type KitchenState,
  type Proposal,
} from '@jacana/core/kitchen';
import type {
  KitchenEntryInput,
  KitchenEntryView,
  KitchenView,
  RunSheetView,
  StepInput,
} from '../../../client/api.generated';

/** How the day stands on this device: what the server has, and what was tapped here and is on its way. */
export interface Day {
  state: KitchenState;
  actions: Action[];
  proposals: Proposal[];
  chains: ReadonlyMap<string, StepInput>;
}

/** An entry of the contract, whose fields lie flat, as the core has it. */
export function entryOf({ id, at, ...rest }: KitchenEntryInput | KitchenEntryView): KitchenEntry {
  const { storedAt = at, by = '', ...body } = rest as Partial<KitchenEntryView>;
  return { id, at, storedAt, by, body } as KitchenEntry;
}

export function dayOf(
  sheet: RunSheetView,
  { methods, constants }: Pick<KitchenView, 'methods' | 'constants'>,
  stored: readonly KitchenEntryView[],
  waiting: readonly KitchenEntryInput[],
): Day {
  const state = kitchenState([...stored, ...waiting].map(entryOf));
  const chains = new Map(
    methods.flatMap(({ method, chain }) => chain.map((step) => [chainName(method, step.id), step] as const)),
  );
  return {
    ...{ state, chains },
    actions: actionsOf({ steps: sheet.steps, pieces: chains }, state),
    proposals: proposalsOf({ steps: sheet.steps, chains, waits: sheet.waits, constants }, state),
  };
}

/** The verb that stands on the button of an action. */
export function verbOf({ kind, again }: Action): string {
  if (kind === 'start') return 'Started';
  return kind === 'again' && again ? `Done: ${again.what}` : 'Done';
}

/** What an action says in large. */
export function titleOf({ kind, name, again }: Action): string {
  if (kind === 'again' && again) return `${again.what[0].toUpperCase()}${again.what.slice(1)}`;
  return kind === 'start' ? name : `End: ${name.toLowerCase()}`;
}

/** What tapping an action writes down. */
export const tapOf = ({ kind, pieces, step }: Action) => ({
  kind: ({ start: 'started', again: 'acted', end: 'done' } as const)[kind],
  ...{ pieces, step },
});

/** "4:10" to go, "2:05 late", "in 3 h". */
export function countdown(due: number, now: number): { text: string; isLate: boolean } {
  const seconds = Math.round(Math.abs(due - now) / 1000);
  const text =
    seconds >= 2 * 3600
      ? `${Math.round(seconds / 3600)} h`
      : `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return { text, isLate: due < now - 1000 };
}
