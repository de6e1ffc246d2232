import { Injectable } from '@nestjs/common';
import { walkInsOf } from '@jacana/core/bundle';
import { contentsInWords, contentsOf } from '@jacana/core/library';
import { ledger } from '@jacana/core/caveats';
import { chainOf, servingWindow } from '@jacana/core/kitchen';
import { serviceDay, trayName, type PersonState, type ServiceDay, type TrayState } from '@jacana/core/service';
import { In, type SelectQueryBuilder } from 'typeorm';
import { ExclusionsService } from '../contents/exclusions.service';
import { AnswerRow, BallotRow, MethodRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { LogService } from '../log/log.service';
import { LiveService } from '../live/live.service';
import { type BoardView, type SeatState, type SeatView, traysNow } from '../seal/views/server';
import { TastingStore } from '../tastings/tasting.store';

/** Who is where. Counts which samples are finished; never looks at what was answered. */
@Injectable()
export class BoardService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly live: LiveService,
    private readonly log: LogService,
    private readonly exclusions: ExclusionsService,
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
    const tasted = await this.tastedCounts(id, row.sitting, only);
    const rinsing = await this.rinsingSince(id, row.sitting, only);
    const marks = ledger(await this.store.caveats(read, id), null).notBlind;
    const notBlind = new Set(marks.map(({ panelist }) => panelist));
    const guests = new Set(walkInsOf(await this.store.amendments(read, id)).map(({ panelist }) => panelist.id));
    const day = serviceDay(await this.log.service(read, id));
    const withheld = await this.exclusions.withheld(read, row);
    const alike = await this.answeredAlike(id, row.sitting, only);
    return trays.map((tray) => {
      const { openedAt = null, seenAt = null, handedInAt = null } = ballots.get(tray.panelistId) ?? {};
      const count = handedInAt ? tray.codes.length : (tasted.get(tray.panelistId) ?? 0);
      const state = stateOf({ openedAt, handedInAt, isAllTasted: count >= tray.codes.length });
      return {
        ...tray,
        ...carried(day, { sitting: row.sitting, panelist: tray.panelistId }, tray.flight),
        ...{ state, tasted: count, openedAt, seenAt, handedInAt, blind: !notBlind.has(tray.panelistId) },
        rinsingUntil: untilOf(handedInAt ? undefined : rinsing.get(tray.panelistId), row.design.service),
        isAllAlike: handedInAt !== null && alike.has(tray.panelistId),
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

  /** Samples that each panelist has scored, ticked or tasted. */
  private async tastedCounts(
    tastingId: string,
    sitting: number,
    only?: readonly string[],
  ): Promise<Map<string, number>> {
    const query = this.transactions.read
      .createQueryBuilder(AnswerRow, 'answer')
      .select('answer.panelistId', 'panelistId')
      .addSelect('COUNT(DISTINCT answer.code)', 'count')
      .where('answer.tastingId = :tastingId AND answer.sitting = :sitting', { tastingId, sitting })
      .andWhere('answer.kind IN (:...kinds)', { kinds: ['tasted', 'score', 'words', 'untasted'] })
      .groupBy('answer.panelistId');
    if (only) query.andWhere('answer.panelistId IN (:...only)', { only });
    const rows = await query.getRawMany<{ panelistId: string; count: number }>();
    return new Map(rows.map(({ panelistId, count }) => [panelistId, Number(count)]));
  }

  /** Panelists who gave every sample the same score at every question, of six scores and more. */
  private async answeredAlike(
    tastingId: string,
    sitting: number,
    only?: readonly string[],
  ): Promise<ReadonlySet<string>> {
    const query = this.latest({ tastingId, sitting }, 'last.kind, last.panelistId, last.item, last.code')
      .andWhere("answer.kind = 'score'")
      .select('answer.panelistId', 'panelistId')
      .addSelect('COUNT(*)', 'scores')
      .addSelect('COUNT(DISTINCT answer.value)', 'values')
      .groupBy('answer.panelistId, answer.item');
    if (only) query.andWhere('answer.panelistId IN (:...only)', { only });
    const rows = await query.getRawMany<{ panelistId: string; scores: number; values: number }>();
    const questions = new Map<string, { scores: number; isAlike: boolean }>();
    for (const { panelistId, scores, values } of rows) {
      const own = questions.get(panelistId) ?? { scores: 0, isAlike: true };
      questions.set(panelistId, {
        scores: own.scores + Number(scores),
        isAlike: own.isAlike && Number(scores) > 1 && Number(values) === 1,
      });
    }
    return new Set([...questions].flatMap(([id, own]) => (own.isAlike && own.scores >= ENOUGH_SCORES ? id : [])));
  }

  /** Answers of a sitting, of each group the one that was stored last. */
  private latest(where: { tastingId: string; sitting: number }, group: string): SelectQueryBuilder<AnswerRow> {
    const { read } = this.transactions;
    const last = read
      .createQueryBuilder(AnswerRow, 'last')
      .select('MAX(last.seq)')
      .where('last.tastingId = :tastingId AND last.sitting = :sitting')
      .groupBy(group);
    return read.createQueryBuilder(AnswerRow, 'answer').where(`answer.seq IN (${last.getQuery()})`, where);
  }

  /** Since when panelists rinse: those whose last answer is that they began to. */
  private async rinsingSince(
    tastingId: string,
    sitting: number,
    only?: readonly string[],
  ): Promise<Map<string, string>> {
    const query = this.latest({ tastingId, sitting }, 'last.panelistId').andWhere("answer.kind = 'rinse'");
    if (only) query.andWhere('answer.panelistId IN (:...only)', { only });
    const rows = await query.getMany();
    return new Map(rows.filter(({ value }) => value?.seconds === null).map(({ panelistId, at }) => [panelistId, at]));
  }
}

/** Scores below which equal ones say little: common practice, no source. */
const ENOUGH_SCORES = 6;

/** When a pause that began then will have lasted as long as was planned. */
const untilOf = (since: string | undefined, { rinseSeconds }: { rinseSeconds: number }): string | null =>
  since === undefined ? null : new Date(Date.parse(since) + 1000 * rinseSeconds).toISOString();

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
