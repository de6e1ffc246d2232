import { Injectable } from '@nestjs/common';
import { In } from 'typeorm';
import { AnswerRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { LiveService } from '../live/live.service';
import { SealService } from '../seal/seal.service';
import type { BoardView, SeatState, SeatView } from '../seal/views';
import { TastingStore } from '../tastings/tasting.store';

/** Who is where. Counts which samples are finished; never looks at what was answered. */
@Injectable()
export class BoardService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly seal: SealService,
    private readonly live: LiveService,
  ) {}

  async board(id: string): Promise<BoardView> {
    // The event number first: an event in between is then sent again rather than lost.
    const asOf = await this.live.latest(id);
    return { asOf, seats: await this.seats(id) };
  }

  async seats(id: string): Promise<SeatView[]> {
    const stored = await this.store.get(this.transactions.read, id);
    const { sitting } = stored.row;
    const tasted = await this.tastedCounts(id, sitting);
    const ballots = new Map(
      stored.ballots.filter((ballot) => ballot.sitting === sitting).map((ballot) => [ballot.panelistId, ballot]),
    );
    const panelists = new Map(stored.panelists.map((panelist) => [panelist.id, panelist]));
    return this.seal.trays(stored).flatMap((tray) => {
      const panelist = panelists.get(tray.panelistId);
      if (!panelist) return [];
      const ballot = ballots.get(tray.panelistId);
      const [openedAt, seenAt, handedInAt] = [
        ballot?.openedAt ?? null,
        ballot?.seenAt ?? null,
        ballot?.handedInAt ?? null,
      ];
      const count = handedInAt ? tray.codes.length : (tasted.get(tray.panelistId) ?? 0);
      const state: SeatState = handedInAt
        ? 'done'
        : !openedAt
          ? 'away'
          : count >= tray.codes.length
            ? 'ranking'
            : 'tasting';
      return [{ ...tray, state, tasted: count, openedAt, seenAt, handedInAt, blind: panelist.blind }];
    });
  }

  private async tastedCounts(tastingId: string, sitting: number): Promise<Map<string, number>> {
    const rows = await this.transactions.read.find(AnswerRow, {
      select: { panelistId: true, code: true },
      where: { tastingId, sitting, kind: In(['tasted', 'score', 'words']) },
    });
    const codes = new Map<string, Set<string | null>>();
    for (const { panelistId, code } of rows) codes.set(panelistId, (codes.get(panelistId) ?? new Set()).add(code));
    return new Map([...codes].map(([panelistId, own]) => [panelistId, own.size]));
  }
}
