import { Injectable, NotFoundException } from '@nestjs/common';
import { currentAnswers } from '@jacana/core/bundle';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { type OwnBallot, OwnBallots } from '../ballots/ownBallots.service';
import { AnswerRow, BallotRow, PanelistRow, PaperPictureRow, TypingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { AccessService } from '../seal/access/access.service';
import type { BallotAnswer } from '../seal/views/panelist';
import { traysNow } from '../seal/views/server';
import { lockedOnly, TastingStore } from '../tastings/tasting.store';
import type { PaperBallotView, PaperListView, PaperView, TypedState, PaperOf, SittingOf } from './typed.dto';

/** Ballots on paper of the open sitting: which are typed in, and what stands on each. Never what was answered. */
@Injectable()
export class PaperBallots {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly access: AccessService,
    private readonly own: OwnBallots,
  ) {}

  async list({ id, sitting }: SittingOf, me: Me): Promise<PaperListView> {
    await this.access.knownTo(me.role, id);
    const { read } = this.transactions;
    const row = await this.store.row(read, id);
    const [panelists, plan] = [await this.store.panelists(read, id), lockedOnly(await this.store.plan(read, id))];
    const where = { tastingId: id, sitting };
    const typings = await read.findBy(TypingRow, where);
    const ballots = await read.findBy(BallotRow, where);
    const pictures = await read.find(PaperPictureRow, { where, select: { panelistId: true } });
    const onPhones = await this.onPhones(read, where);
    const views = traysNow({ row: { ...row, sitting }, plan, panelists })
      .filter(({ codes }) => codes.length > 0)
      .map(({ panelistId, seat, name, flight }): PaperView => {
        const typed = typings.filter((one) => one.panelistId === panelistId);
        const first = typed.find(({ turn }) => turn === 1);
        const isIn = ballots.some((one) => one.panelistId === panelistId && one.handedInAt !== null);
        return {
          ...{ panelistId, seat, name, flight },
          state: stateOf({ isIn, typings: typed.length }),
          firstBy: first?.by ?? '',
          isOwn: first?.byAccount === me.id,
          isBegun: onPhones.has(panelistId),
          hasPicture: pictures.some((one) => one.panelistId === panelistId),
        };
      });
    return { ballots: views.sort((a, b) => a.flight - b.flight || a.seat - b.seat) };
  }

  /** The ballot of a panelist at a sitting that is open or over. @throws NotFoundException where there is none */
  async find(manager: EntityManager, { id, sitting, panelist: panelistId }: PaperOf): Promise<OwnBallot> {
    const panelist = await manager.findOneBy(PanelistRow, { tastingId: id, id: panelistId });
    if (!panelist) throw new NotFoundException('Nobody at this tasting has such a ballot.');
    return this.own.find(manager, panelist.token, sitting);
  }

  async sheet(manager: EntityManager, own: OwnBallot): Promise<PaperBallotView> {
    const { panelist, ballot, items, serving } = own;
    return {
      ...{ panelistId: panelist.id, seat: panelist.seat, name: panelist.name, sitting: ballot.sitting, items },
      sets: serving.sets.map(({ codes }) => ({ codes })),
      hasPicture: (await manager.countBy(PaperPictureRow, placeOf(own))) > 0,
    };
  }

  async typings(manager: EntityManager, own: OwnBallot): Promise<TypingRow[]> {
    return manager.find(TypingRow, { where: placeOf(own), order: { turn: 'ASC' } });
  }

  /** What counts on it now. */
  async counting(manager: EntityManager, own: OwnBallot): Promise<BallotAnswer[]> {
    return currentAnswers(await this.own.stored(manager, own)).map(shown);
  }

  private async onPhones(
    manager: EntityManager,
    where: { tastingId: string; sitting: number },
  ): Promise<ReadonlySet<string>> {
    const rows = await manager
      .createQueryBuilder(AnswerRow, 'answer')
      .select('DISTINCT answer.panelistId', 'panelistId')
      .where('answer.tastingId = :tastingId AND answer.sitting = :sitting', where)
      .andWhere("answer.by = 'panelist'")
      .getRawMany<{ panelistId: string }>();
    return new Set(rows.map(({ panelistId }) => panelistId));
  }
}

export const placeOf = ({ row, panelist, ballot }: OwnBallot) => ({
  ...{ tastingId: row.id, panelistId: panelist.id, sitting: ballot.sitting },
});

/** An answer without who gave it when. */
export function shown<One extends BallotAnswer>(answer: One): BallotAnswer {
  const { at: _at, by: _by, reason: _reason, ...rest } = answer as One & { at?: string; by?: string; reason?: string };
  return rest;
}

function stateOf({ isIn, typings }: { isIn: boolean; typings: number }): TypedState {
  if (isIn) return typings > 0 ? 'in' : 'on a phone';
  return (['open', 'once', 'differs'] as const)[typings];
}
