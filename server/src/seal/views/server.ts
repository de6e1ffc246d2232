import { ApiProperty } from '@nestjs/swagger';
import { MOST_PANELISTS, MOST_SETS, type Key, type KitchenEntry, type Serving } from '@jacana/core/bundle';
import { flightOf, servedPortions } from '@jacana/core/served';
import { Choice, ListOf, Said, SaidTexts } from '../../fields/fields';
import type { PlanRow } from '../../database/entities';
import { type StoredTasting, tastingOf } from '../../tastings/tasting.store';

/**
 * What servers may know: codes, seats, positions, zones, tags. There is no field for a method
 * here, so none can slip out by accident.
 */

/** Samples that stand side by side. */
export class TraySet {
  @SaidTexts() codes: string[];
  /** The part of the piece that they are cut from; empty where pieces are judged as one. */
  @Said('string') zone: string;
}

/** Who sits where and gets which code when. */
export class TrayView {
  @Said('string') panelistId: string;
  @Said('integer') seat: number;
  @Said('string') name: string;
  /** Seats of one flight are served at the same time. */
  @Said('integer') flight: number;
  /** At one sitting, in serving order, a warm-up first. */
  @SaidTexts() codes: string[];
  /** Whether the first of them is a warm-up, which does not count. */
  @Said('boolean') warmUp: boolean;
  /** The rest, by what stands side by side, in turn. */
  @ListOf(() => TraySet, MOST_SETS) sets: TraySet[];
}

/** One panelist's servings at each sitting. */
export class SittingTrayView extends TrayView {
  @Said('integer') sitting: number;
}

/** For whoever portions: what is cut from which piece for whom. */
export class PortionView {
  @Said('integer') sitting: number;
  @Said('string') tag: string;
  /** The part of the piece; empty where pieces are judged as one, and for a warm-up, which may come from any. */
  @Said('string') zone: string;
  @Said('string') code: string;
  @ApiProperty({ type: [Number], description: 'Seats that get a portion of this piece' }) seats: number[];
}

export const SEAT_STATES = ['away', 'tasting', 'ranking', 'done'] as const;
export type SeatState = (typeof SEAT_STATES)[number];

/** For the live board: how far a seat has come. There is no field for an answer. */
export class SeatView extends TrayView {
  @Choice(SEAT_STATES, 'SeatState') state: SeatState;
  /** How many samples are finished. */
  @Said('integer') tasted: number;
  @Said('string', true) openedAt: string | null;
  @Said('string', true) seenAt: string | null;
  @Said('string', true) handedInAt: string | null;
  @Said('boolean') blind: boolean;
}

export class BoardView {
  @ListOf(() => SeatView, MOST_PANELISTS) seats: SeatView[];
  /** Number of the last event that this board includes; live updates follow from it. */
  @Said('integer') asOf: number;
}

/** What trays are made of. */
export type Planned = Pick<StoredTasting, 'row' | 'panelists' | 'plan'>;

const nameOf = (list: readonly { id: string; name: string }[], id: string | null): string =>
  list.find((one) => one.id === id)?.name ?? '';

const trayOf = ({ warmUp, sets }: Serving, zones: readonly { id: string; name: string }[]) => ({
  codes: [...(warmUp ? [warmUp] : []), ...sets.flatMap(({ codes }) => codes)],
  warmUp: warmUp !== null,
  sets: sets.map(({ codes, zone }) => ({ codes, zone: nameOf(zones, zone) })),
});

/** What each seat gets at the open sitting. */
export function traysNow({ row, plan, panelists }: Planned): TrayView[] {
  const servings = (plan?.servings ?? []).filter((serving) => serving.sitting === row.sitting);
  const own = new Map(servings.map((serving) => [serving.panelist, trayOf(serving, row.design.zones)]));
  return panelists.map(({ id, seat, name }) => ({
    ...{ panelistId: id, seat, name, flight: flightOf(seat, row.design.service) },
    ...(own.get(id) ?? { codes: [], warmUp: false, sets: [] }),
  }));
}

/** What each seat gets at every sitting. */
export function allTrays({ row, plan, panelists }: Planned): SittingTrayView[] {
  const people = new Map(panelists.map((panelist) => [panelist.id, panelist]));
  return (plan?.servings ?? []).map((serving) => {
    const { seat, name } = people.get(serving.panelist) ?? { seat: 0, name: '' };
    const flight = flightOf(seat, row.design.service);
    const who = { panelistId: serving.panelist, seat, name, flight, sitting: serving.sitting };
    return { ...who, ...trayOf(serving, row.design.zones) };
  });
}

/** Pieces by sitting, tag and zone, with each code they go under and the seats that are fed. Tags are random, so their order says nothing. */
export function portions(
  stored: StoredTasting & { plan: PlanRow },
  key: Key,
  kitchen: readonly KitchenEntry[],
): PortionView[] {
  const tasting = tastingOf({ ...stored, methods: [] });
  const served = servedPortions({ tasting, plan: stored.plan, pieces: stored.plan.pieces, key, kitchen });
  const views = new Map<string, PortionView>();
  for (const { sitting, tag, zone, code, seat } of served) {
    const name = nameOf(tasting.zones, zone);
    const id = `${sitting} ${tag} ${name} ${code}`;
    const view = views.get(id) ?? { sitting, tag, zone: name, code, seats: [] };
    view.seats.push(seat);
    views.set(id, view);
  }
  return [...views.entries()]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, view]) => ({ ...view, seats: view.seats.sort((a, b) => a - b) }));
}
