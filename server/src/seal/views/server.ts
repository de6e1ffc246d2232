import { ApiProperty } from '@nestjs/swagger';
import {
  MOST_PANELISTS,
  MOST_SETS,
  type Key,
  type KitchenEntry,
  type ServiceEntry,
  type Serving,
} from '@jacana/core/bundle';
import { isLetThrough, kitchenState, pieceOf, piecesNow } from '@jacana/core/kitchen';
import { flights, portionsOf, servedPortions, type ServedPortion } from '@jacana/core/served';
import { plateName, repairsOf } from '@jacana/core/service';
import { Choice, ListOf, Said, SaidTexts } from '../../fields/fields';
import type { PlanRow, Role } from '../../database/entities';
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
  /** Cut for this flight. */
  @Said('integer') flight: number;
  @Said('string') tag: string;
  /** The part of the piece; empty where pieces are judged as one, and for a warm-up, which may come from any. */
  @Said('string') zone: string;
  @Said('string') code: string;
  @ApiProperty({ type: [Number], description: 'Seats that get a portion of this piece' }) seats: number[];
  /** How many portions its piece gives in all, by its mass. */
  @Said('integer') gives: number;
  /** Cut once more, for a portion that was spoilt or asked for again. */
  @Said('boolean') isAgain: boolean;
  /** Whether somebody has let its piece through at the gate; until then nothing is cut from it. */
  @Said('boolean') isLetThrough: boolean;
}

export const SEAT_STATES = ['away', 'tasting', 'ranking', 'done'] as const;
export type SeatState = (typeof SEAT_STATES)[number];

/** Where a tray is. */
export const TRAY_STATES = ['waiting', 'taken', 'out'] as const;
/** Whether somebody came. */
export const PRESENCES = ['expected', 'late', 'absent', 'stopped'] as const;

/** For the live board: how far a seat has come. There is no field for an answer. */
export class SeatView extends TrayView {
  @Choice(TRAY_STATES, 'TrayPlace') tray: (typeof TRAY_STATES)[number];
  /** Who has it in hand, or put it down. */
  @Said('string', true) trayBy: string | null;
  /** When it was put down, and how warm it was. */
  @Said('string', true) outAt: string | null;
  @Said('number', true) celsius: number | null;
  /** Whether another person says that they put it down too. */
  @Said('boolean') isTwice: boolean;
  @Choice(PRESENCES, 'Presence') presence: (typeof PRESENCES)[number];
  /** Why they stopped; null where they did not. */
  @Said('string', true) stoppedBecause: string | null;
  @Choice(SEAT_STATES, 'SeatState') state: SeatState;
  /** How many samples are finished. */
  @Said('integer') tasted: number;
  /** When the pause between samples will be over that they are in; null where they are in none. */
  @Said('string', true) rinsingUntil: string | null;
  @Said('string', true) openedAt: string | null;
  @Said('string', true) seenAt: string | null;
  @Said('string', true) handedInAt: string | null;
  @Said('boolean') blind: boolean;
  /** Whether a ballot that is in gave all its samples the same answer, question by question; which one, it does not say. */
  @Said('boolean') isAllAlike: boolean;
  /** Of samples that came one after the other: how many were left within seconds. What was answered, it does not say. */
  @Said('integer') hasty: number;
  /** Whether they said that their tray stands before them, where nobody else has. */
  @Said('boolean') saysArrived: boolean;
  /** Whether they must not eat what is in the samples, and so are served nothing. What that is, only coordinators read. */
  @Said('boolean') isWithheld: boolean;
  /** Whether they came without being on the panel. */
  @Said('boolean') isWalkIn: boolean;
}

export class BoardView {
  @ListOf(() => SeatView, MOST_PANELISTS) seats: SeatView[];
  /** What is in one or more of the samples, for whoever is asked; empty where nobody has said. */
  @SaidTexts() contains: string[];
  /** Number of the last event that this board includes; live updates follow from it. */
  @Said('integer') asOf: number;
  /** Minutes that a portion may wait, by the method that waits shortest; null where no chain says. */
  @Said('number', true) window: number | null;
}

type Cut = Pick<ServedPortion, 'sitting' | 'flight' | 'tag' | 'zone' | 'code' | 'seat'>;

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
  const flightOf = flights({ tasting: { panel: panelists, service: row.design.service }, plan });
  return panelists.map(({ id, seat, name, flight }) => ({
    ...{ panelistId: id, seat, name, flight: flightOf({ seat, flight }) },
    ...(own.get(id) ?? { codes: [], warmUp: false, sets: [] }),
  }));
}

/** What each seat gets at every sitting. */
export function allTrays({ row, plan, panelists }: Planned): SittingTrayView[] {
  const people = new Map(panelists.map((panelist) => [panelist.id, panelist]));
  const flightOf = flights({ tasting: { panel: panelists, service: row.design.service }, plan });
  return (plan?.servings ?? []).map((serving) => {
    const { seat, name, flight: own } = people.get(serving.panelist) ?? { seat: 0, name: '', flight: null };
    const flight = flightOf({ seat, flight: own });
    const who = { panelistId: serving.panelist, seat, name, flight, sitting: serving.sitting };
    return { ...who, ...trayOf(serving, row.design.zones) };
  });
}

/** A service log that says no piece beside a code: with the kitchen's list the two are the key. */
export const withoutPieces = (log: readonly ServiceEntry[]): ServiceEntry[] =>
  log.map((entry) => (entry.body.kind === 'replaced' ? { ...entry, body: { ...entry.body, piece: null } } : entry));

/** The service log as a role may read it: servers, who portion, see pieces; coordinators once the key is open. */
export const serviceLogFor = (
  { role, isUnsealed }: { role: Role; isUnsealed: boolean },
  log: readonly ServiceEntry[],
): ServiceEntry[] => (role === 'server' || isUnsealed ? [...log] : withoutPieces(log));

/** What of the service log whoever cuts goes by: who comes, with which flight, and what is out already. */
const CUT_BY: ReadonlySet<ServiceEntry['body']['kind']> = new Set(['out', 'late', 'absent', 'moved', 'undone']);

/** Pieces by sitting, tag and zone, with each code they go under and the seats that are fed. Tags are random, so their order says nothing. */
export function portions(
  stored: StoredTasting & { plan: PlanRow },
  key: Key,
  { kitchen, log }: { kitchen: readonly KitchenEntry[]; log: readonly ServiceEntry[] },
): PortionView[] {
  const { plan } = stored;
  const tasting = tastingOf({ ...stored, methods: [] });
  const service = log.filter(({ body }) => CUT_BY.has(body.kind));
  const served = servedPortions({ tasting, plan, pieces: plan.pieces, key, kitchen, service });
  const state = kitchenState(kitchen);
  const gives = new Map(
    piecesNow(plan.pieces, state).map((piece) => [piece.tag, portionsOf(piece, tastingOf(stored), state)]),
  );
  const views = new Map<string, PortionView>();
  const add = ({ sitting, flight, tag, zone, code, seat }: Cut, isAgain: boolean): void => {
    const name = nameOf(tasting.zones, zone);
    const id = `${sitting} ${flight} ${tag} ${name} ${code} ${isAgain ? 1 : 0}`;
    const view = views.get(id) ?? {
      ...{ sitting, flight, tag, zone: name, code, seats: [], isAgain },
      gives: gives.get(tag) ?? 0,
      isLetThrough: isLetThrough(pieceOf(state, tag)),
    };
    view.seats.push(seat);
    views.set(id, view);
  };
  for (const portion of served) if (!portion.absent) add(portion, false);
  for (const { body } of repairsOf(log)) {
    const portion = 'code' in body ? served.find((one) => plateName(one) === plateName({ ...body })) : undefined;
    if (!portion || (body.kind !== 'replaced' && body.kind !== 'extra')) continue;
    add({ ...portion, tag: (body.kind === 'replaced' && body.piece) || portion.tag }, true);
  }
  return [...views.entries()]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, view]) => ({ ...view, seats: view.seats.sort((a, b) => a - b) }));
}

/** Pieces that something is left of for another portion of a code: those of its method that may be eaten and are not used up. */
export function sparesFor(
  code: string,
  stored: StoredTasting & { plan: PlanRow },
  key: Key,
  day: { kitchen: readonly KitchenEntry[]; log: readonly ServiceEntry[] },
): string[] {
  const cut = new Map<string, number>();
  for (const { tag, seats } of portions(stored, key, day)) cut.set(tag, (cut.get(tag) ?? 0) + seats.length);
  const state = kitchenState(day.kitchen);
  const tasting = tastingOf(stored);
  return piecesNow(stored.plan.pieces, state)
    .filter(({ method, standing }) => method === key.codes[code] && standing === 'stands')
    .filter((piece) => (cut.get(piece.tag) ?? 0) < portionsOf(piece, tasting, state))
    .map(({ tag }) => tag)
    .sort();
}
