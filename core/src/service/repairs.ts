/**
 * Repairs of the service: what of its log changes who ate what.
 *
 * Use it to apply them to the plan, in their order, not to list what happened: carrying a tray is no repair.
 *
 * Common practice, no source.
 *
 * @example
 * plateName({ sitting: 1, panelist: 'p1', code: '417' }) // '1 p1 417'
 */
import { holding, type Entry } from '../log';
import type { ServiceEntry } from '../tasting';

type Kind =
  | 'swapped'
  | 'trays-swapped'
  | 'people-swapped'
  | 'wrong-plate'
  | 'replaced'
  | 'missed'
  | 'extra'
  | 'reordered'
  | 'absent'
  | 'stopped'
  | 'moved';

/** An entry that says that something else was eaten than was planned, in another order, or by another person. */
export type Repair = Extract<ServiceEntry['body'], { kind: Kind }>;

const KINDS: ReadonlySet<string> = new Set<Kind>([
  ...(['swapped', 'trays-swapped', 'people-swapped', 'wrong-plate', 'replaced', 'missed', 'extra'] as const),
  ...(['reordered', 'absent', 'stopped', 'moved'] as const),
]);

/** The repairs that hold, oldest first. */
export const repairsOf = (log: readonly ServiceEntry[]): Entry<Repair>[] =>
  holding(log).filter((entry): entry is Entry<Repair> & ServiceEntry => KINDS.has(entry.body.kind));

/** Under which one plate of one tray is found. */
export const plateName = (plate: { sitting: number; panelist: string; code: string }): string =>
  `${plate.sitting} ${plate.panelist} ${plate.code}`;
