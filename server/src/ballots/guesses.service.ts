import { Injectable, NotFoundException } from '@nestjs/common';
import type { BallotItem } from '@jacana/core/bundle';
import { guessedCode, untastedCodes } from '@jacana/core/questions';
import type { EntityManager } from 'typeorm';
import { AnswerRow, MethodRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import type { GuessView } from '../seal/views/panelist';
import { answerRow } from '../tastings/answers';
import type { GuessInput, SavedAnswers } from './ballots.dto';
import { type OwnBallot, OwnBallots } from './ownBallots.service';

/** What is asked afterwards, and about which sample. */
interface Asked {
  item: BallotItem;
  code: string;
}

/**
 * Which method somebody took the last sample for. It names methods, so it is shown to nobody who has anything left to
 * taste, and what was said stays sealed with the key: it may well be right.
 */
@Injectable()
export class GuessesService {
  constructor(
    private readonly transactions: Transactions,
    private readonly own: OwnBallots,
  ) {}

  /** @returns null where it is not asked, or not yet */
  async view(manager: EntityManager, own: OwnBallot): Promise<GuessView | null> {
    const asked = await this.asked(manager, own);
    if (!asked) return null;
    const isGiven = (await this.given(manager, own)) !== null;
    if (own.row.closedAt && !isGiven) return null;
    const methods = await this.methods(manager, own);
    return { ask: asked.item.ask, code: asked.code, isGiven, methods };
  }

  /** Takes one guess, once. Sent again, it is acknowledged again. */
  async save(token: string, { id, ...said }: GuessInput): Promise<SavedAnswers> {
    const method = said.method ?? null;
    await this.transactions.write(async (manager) => {
      const own = await this.own.find(manager, token);
      const asked = await this.asked(manager, own);
      if (!asked) throw new NotFoundException('This ballot asks nothing more. Hand it in first, if it is still open.');
      const before = await this.given(manager, own);
      if (before) return refuseOtherThan(before, id, method);
      if (own.row.closedAt)
        throw refuseState('closed', 'The tasting is closed. Nothing is missing: your ballot counts.');
      const known = await this.methods(manager, own);
      if (method !== null && !known.some((one) => one.id === method))
        throw refuseFields([{ field: 'method', message: 'Choose one of the methods that are listed.' }]);
      await manager.insert(AnswerRow, rowOf(own, asked, id, method));
    });
    return { saved: [id] };
  }

  /** Nothing is asked of a sample that its panelist did not taste. */
  private async asked(manager: EntityManager, own: OwnBallot): Promise<Asked | null> {
    const asked = askedOf(own);
    if (asked === null) return null;
    return untastedCodes(await this.own.stored(manager, own)).has(asked.code) ? null : asked;
  }

  private given(manager: EntityManager, { row, panelist }: OwnBallot): Promise<AnswerRow | null> {
    return manager.findOneBy(AnswerRow, { tastingId: row.id, panelistId: panelist.id, kind: 'guess' });
  }

  /** By name: the order of the plan may say which is the reference. */
  private async methods(manager: EntityManager, { row }: OwnBallot): Promise<{ id: string; name: string }[]> {
    const rows = await manager.findBy(MethodRow, { tastingId: row.id });
    return rows.map(({ id, name }) => ({ id, name })).sort((a, b) => (a.name < b.name ? -1 : 1));
  }
}

/** Only once the ballot of the last sitting was handed in. */
function askedOf({ row, serving, ballot }: OwnBallot): Asked | null {
  const item = row.design.ballot.items.find(({ kind }) => kind === 'guess');
  const code = guessedCode(serving);
  const isOver = ballot.handedInAt !== null && ballot.sitting === row.design.service.sittings;
  return item && code && isOver ? { item, code } : null;
}

function rowOf({ row, panelist, ballot }: OwnBallot, { item, code }: Asked, id: string, method: string | null) {
  const said = { id, kind: 'guess' as const, item: item.id, code, method };
  const when = { at: new Date().toISOString(), by: 'panelist', reason: '' };
  return answerRow(row.id, panelist.id, ballot.sitting, { ...said, ...when });
}

function refuseOtherThan(before: AnswerRow, id: string, method: string | null): void {
  if (before.answerId !== id || before.value?.method !== method)
    throw refuseState('guessed', 'You have answered this already; it counts once.');
}
