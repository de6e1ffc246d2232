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

const KINDS = [
  ...(['swapped', 'trays-swapped', 'people-swapped', 'wrong-plate', 'replaced', 'missed', 'extra'] as const),
  ...(['reordered', 'absent', 'stopped', 'moved'] as const),
] as const;

/** An entry that says that something else was eaten than was planned, in another order, or by another person. */
export type Repair = Extract<ServiceEntry['body'], { kind: (typeof KINDS)[number] }>;

const isRepair = ({ kind }: { kind: string }): boolean => (KINDS as readonly string[]).includes(kind);

/** The repairs that hold, oldest first. */
export const repairsOf = (log: readonly ServiceEntry[]): Entry<Repair>[] =>
  holding(log).filter((entry): entry is Entry<Repair> & ServiceEntry => isRepair(entry.body));

/** Under which one plate of one tray is found. */
export const plateName = (plate: { sitting: number; panelist: string; code: string }): string =>
  `${plate.sitting} ${plate.panelist} ${plate.code}`;
