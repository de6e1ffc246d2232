import { walkInsOf } from '../bundle';
import type { Key, TastingBundle } from '../tasting';
import { servedOf, servedPortions } from '../served';
import { csvOf } from './csv';

/** One plate as it was eaten, with what it was planned to be beside it. */
export interface ServedRow {
  sitting: number;
  flight: number;
  seat: number;
  /** Who sat there. */
  panelist: string;
  /** Whose ballot asked about it. */
  ballot: string;
  /** 0 for the warm-up. */
  set: number;
  zone: string;
  position: number;
  code: string;
  method: string;
  piece: string;
  block: number;
  lot: string;
  eaten: 'yes' | 'no';
  /** Portions that were eaten besides. */
  extra: number;
  /** When its tray was put down; empty where nobody wrote it down. */
  served_at: string;
  /** As warm as it was measured then; empty where it was not. */
  celsius: number | '';
  /** What it was planned to be: the same, unless a repair changed it. */
  planned_method: string;
  planned_piece: string;
  planned_panelist: string;
  planned_flight: number;
  planned_position: number;
  as_planned: 'yes' | 'no';
  /** Whether it was served to somebody who was not on the panel when the plan was locked. */
  walk_in: 'yes' | 'no';
}

/** Who ate what, plate by plate, warm-ups included, in the order of the plan. */
export function servedRows(bundle: TastingBundle, key: Key): ServedRow[] {
  const { methods, zones, lots, panel } = bundle.tasting;
  const names = new Map([...methods, ...zones, ...lots, ...panel].map(({ id, name }) => [id, name]));
  const nameOf = (id: string | null): string => (id === null ? '' : (names.get(id) ?? id));
  const guests = new Set(walkInsOf(bundle.records.amendments).map(({ panelist }) => panelist.id));
  return servedPortions(servedOf(bundle, key)).map((portion) => {
    const { sitting, seat, set, zone, position, code, tag, block, lot, eaten, absent, extra, planned } = portion;
    const { method, tag: piece, panelist, flight, position: place } = planned ?? portion;
    return {
      ...{ sitting, flight: portion.flight, seat, panelist: nameOf(portion.panelist), ballot: nameOf(portion.ballot) },
      ...{ set: set + 1, zone: nameOf(zone), position, code, method: nameOf(portion.method), piece: tag },
      ...{ block: block + 1, lot: nameOf(lot), eaten: eaten && !absent ? 'yes' : 'no', extra },
      ...{ served_at: portion.servedAt ?? '', celsius: portion.celsius ?? '' },
      ...{ planned_method: nameOf(method), planned_piece: piece, planned_panelist: nameOf(panelist) },
      ...{ planned_flight: flight, planned_position: place, as_planned: planned === null && !absent ? 'yes' : 'no' },
      walk_in: guests.has(portion.ballot) ? 'yes' : 'no',
    };
  });
}

export const servedCsv = (bundle: TastingBundle, key: Key): string => csvOf(servedRows(bundle, key), COLUMNS);

const COLUMNS: (keyof ServedRow)[] = [
  ...(['sitting', 'flight', 'seat', 'panelist', 'ballot', 'set', 'zone', 'position', 'code'] as const),
  ...(['method', 'piece', 'block', 'lot', 'eaten', 'extra', 'served_at', 'celsius'] as const),
  ...(['planned_method', 'planned_piece', 'planned_panelist', 'planned_flight', 'planned_position'] as const),
  ...(['as_planned', 'walk_in'] as const),
];
