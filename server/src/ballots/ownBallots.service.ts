import { Injectable, NotFoundException } from '@nestjs/common';
import type { Answer, BallotItem, Serving } from '@jacana/core/bundle';
import { askedItems } from '@jacana/core/design';
import { IsNull, Not, type EntityManager } from 'typeorm';
import { AnswerRow, BallotRow, PanelistRow, TastingRow } from '../database/entities';
import { answersByBallot, ballotName } from '../tastings/answers';
import { TastingStore } from '../tastings/tasting.store';

/** One panelist's ballot of one sitting, found by its token. */
export interface OwnBallot {
  row: TastingRow;
  panelist: PanelistRow;
  serving: Serving;
  /** The questions as this panelist reads them. */
  items: BallotItem[];
  ballot: BallotRow;
}

/** Finds ballots by the secret part of their address. */
@Injectable()
export class OwnBallots {
  constructor(private readonly store: TastingStore) {}

  /**
   * Reads just what one ballot needs: the rest of the panel is nothing to it.
   *
   * @param sitting the sitting that answers belong to; left out, it is the open one, or an
   *   earlier one that was begun and never handed in
   */
  async find(manager: EntityManager, token: string, sitting?: number): Promise<OwnBallot> {
    const panelist = await manager.findOneBy(PanelistRow, { token });
    const row = panelist && (await manager.findOneBy(TastingRow, { id: panelist.tastingId, removedAt: IsNull() }));
    const plan = row && (await this.store.plan(manager, row.id));
    if (!panelist || !row || !plan) throw noBallot();
    const where = { tastingId: row.id, panelistId: panelist.id };
    const begun = await manager.find(BallotRow, { where, order: { sitting: 'ASC' } });
    const unfinished = begun.find((ballot) => !ballot.handedInAt && ballot.sitting < row.sitting)?.sitting;
    const wanted = sitting ?? unfinished ?? row.sitting;
    const serving = plan.servings.find((one) => one.panelist === panelist.id && one.sitting === wanted);
    if (!serving || wanted > row.sitting) throw noBallot();
    const ballot = begun.find((one) => one.sitting === wanted) ?? {
      ...where,
      sitting: wanted,
      openedAt: null,
      seenAt: null,
      handedInAt: null,
      handInId: null,
    };
    const { ownOrders } = row.design.service;
    const { fingerprint } = plan;
    const whose = { fingerprint, panelist: panelist.id, ownOrders };
    const items = askedItems(row.design.ballot.items, whose).map(withoutWeights);
    return { row, panelist, serving, items, ballot };
  }

  /** Whether an address of this token was ever given out, whatever became of it. */
  isThere(manager: EntityManager, token: string): Promise<boolean> {
    return manager.existsBy(PanelistRow, { token });
  }

  /** What was answered on it, oldest first; the guess is no part of the ballot. */
  async stored(manager: EntityManager, { row, panelist, ballot }: OwnBallot): Promise<Answer[]> {
    const where = { tastingId: row.id, panelistId: panelist.id, sitting: ballot.sitting, kind: Not('guess' as const) };
    const rows = await manager.find(AnswerRow, { where, order: { seq: 'ASC' } });
    return answersByBallot(rows).get(ballotName(panelist.id, ballot.sitting)) ?? [];
  }
}

/** What a scale or an option counts is the coordinator's affair: whoever answers reads its words. */
const withoutWeights = ({ weight: _weight, ...item }: BallotItem): BallotItem => ({
  ...item,
  options: item.options.map(({ text }) => ({ text, weight: 0 })),
});

export const noBallot = (): NotFoundException =>
  new NotFoundException('There is no ballot at this address. Check the link with the coordinator.');
