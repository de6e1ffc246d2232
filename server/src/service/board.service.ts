import { Injectable } from '@nestjs/common';
import { walkInsOf, type Serving } from '@jacana/core/bundle';
import { contentsInWords, contentsOf } from '@jacana/core/library';
import { ledger } from '@jacana/core/caveats';
import { chainOf, servingWindow } from '@jacana/core/kitchen';
import { isOneByOne, pausesOf } from '@jacana/core/questions';
import { serviceDay, trayName, type PersonState, type ServiceDay, type TrayState } from '@jacana/core/service';
import { In } from 'typeorm';
import { ExclusionsService } from '../ingredients/exclusions.service';
import { BallotRow, MethodRow, type TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { LogService } from '../log/log.service';
import { LiveService } from '../live/live.service';
import { type BoardView, type SeatState, type SeatView, traysNow } from '../seal/views/server';
import { TastingStore } from '../tastings/tasting.store';
import { PaceService, type Rinsing } from './pace.service';

/** Who is where. Counts which samples are finished; never looks at what was answered. */
@Injectable()
export class BoardService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly live: LiveService,
    private readonly log: LogService,
    private readonly exclusions: ExclusionsService,
    private readonly pace: PaceService,
  ) {
    live.register({
      kind: 'seats',
      roles: ['coordinator', 'server'],
      read: async (id, about) => ({ seats: await this.seats(id, about), ...(await this.progress(id)) }),
    });
  }

  async board(id: string): Promise<BoardView> {
    // The event number first: an event in between is then sent again rather than lost.
    const asOf = await this.live.latest(id);
    const methods = await this.transactions.read.findBy(MethodRow, { tastingId: id });
    const window = servingWindow(methods.map(({ chain, steps }) => chainOf({ chain: chain ?? [], steps })));
    const { design } = await this.store.row(this.transactions.read, id);
    return { asOf, seats: await this.seats(id), window, contains: contentsInWords(contentsOf(design.ingredients)) };
  }

  /** @param only ids of the panelists that are asked about; left out, it is everyone */
  async seats(id: string, only?: readonly string[]): Promise<SeatView[]> {
    const { read } = this.transactions;
    const row = await this.store.row(read, id);
    const [panelists, plan] = [await this.store.panelists(read, id), await this.store.plan(read, id)];
    const asked = only && new Set(only);
    const trays = traysNow({ row, plan, panelists }).filter(({ panelistId }) => !asked || asked.has(panelistId));
    const where = { tastingId: id, sitting: row.sitting, ...(only && { panelistId: In([...only]) }) };
    const ballots = new Map((await read.findBy(BallotRow, where)).map((ballot) => [ballot.panelistId, ballot]));
    const pace = await this.pace.of({ tastingId: id, sitting: row.sitting, only });
    const marks = ledger(await this.store.caveats(read, id), null).notBlind;
    const notBlind = new Set(marks.map(({ panelist }) => panelist));
    const guests = new Set(walkInsOf(await this.store.amendments(read, id)).map(({ panelist }) => panelist.id));
    const day = serviceDay(await this.log.service(read, id));
    const withheld = await this.exclusions.withheld(read, row);
    const lengths = pauseLengths(row.design, plan?.servings ?? []);
    return trays.map((tray) => {
      const { openedAt = null, seenAt = null, handedInAt = null } = ballots.get(tray.panelistId) ?? {};
      const count = handedInAt ? tray.codes.length : (pace.tasted.get(tray.panelistId) ?? 0);
      const state = stateOf({ openedAt, handedInAt, isAllTasted: count >= tray.codes.length });
      return {
        ...tray,
        ...carried(day, { sitting: row.sitting, panelist: tray.panelistId }, tray.flight),
        ...{ state, tasted: count, openedAt, seenAt, handedInAt, blind: !notBlind.has(tray.panelistId) },
        rinsingUntil: untilOf(handedInAt ? undefined : pace.rinsing.get(tray.panelistId), lengths),
        isAllAlike: handedInAt !== null && pace.alike.has(tray.panelistId),
        hasty: pace.hasty.get(tray.panelistId) ?? 0,
        saysArrived: pace.arrived.has(tray.panelistId),
        isWithheld: withheld.has(tray.panelistId),
        isWalkIn: guests.has(tray.panelistId),
      };
    });
  }

  /** How many have come, and how many are done, at the open sitting. */
  private async progress(id: string): Promise<{ opened: number; handedIn: number }> {
    const { opened, handedIn } = await this.store.countedOne(this.transactions.read, id);
    return { opened, handedIn };
  }
}

/** Seconds that the pause before a sample was planned to last. */
function pauseLengths(
  { ballot, service }: TastingRow['design'],
  servings: readonly Serving[],
): (rinsing: Rinsing) => number {
  const planned = { ...service, isOneByOne: isOneByOne(ballot.items, service.presentation) };
  return ({ panelistId, sitting, code }) => {
    const own = servings.find((one) => one.panelist === panelistId && one.sitting === sitting);
    return (own && pausesOf(own, planned).get(code)?.seconds) ?? service.rinseSeconds;
  };
}

/** When a pause that runs will have lasted as long as was planned. */
const untilOf = (rinsing: Rinsing | undefined, lengthOf: (rinsing: Rinsing) => number): string | null =>
  rinsing === undefined ? null : new Date(Date.parse(rinsing.since) + 1000 * lengthOf(rinsing)).toISOString();

const NO_TRAY: TrayState = { taken: null, out: null, again: [] };

/** Where a tray is, and whether its panelist came. */
function carried(day: ServiceDay, own: { sitting: number; panelist: string }, flight: number) {
  const { taken, out, again } = day.trays.get(trayName(own)) ?? NO_TRAY;
  const by = out ?? taken;
  return {
    ...{ tray: out ? 'out' : taken ? 'taken' : 'waiting', trayBy: by && by.by },
    ...{ outAt: out && out.at, celsius: out && out.celsius, isTwice: again.length > 0 },
    presence: presenceOf(day.people.get(trayName(own))),
    stoppedBecause: day.people.get(trayName(own))?.stopped?.because ?? null,
    flight: day.flights.get(trayName(own)) ?? flight,
  } satisfies Partial<SeatView>;
}

function presenceOf(person: PersonState | undefined): SeatView['presence'] {
  if (person?.absent) return 'absent';
  if (person?.stopped) return 'stopped';
  return person?.late ? 'late' : 'expected';
}

function stateOf({
  openedAt,
  handedInAt,
  isAllTasted,
}: {
  openedAt: string | null;
  handedInAt: string | null;
  isAllTasted: boolean;
}): SeatState {
  if (handedInAt) return 'done';
  if (!openedAt) return 'away';
  return isAllTasted ? 'ranking' : 'tasting';
}
