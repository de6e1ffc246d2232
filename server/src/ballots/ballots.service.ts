import { Injectable, NotFoundException } from '@nestjs/common';
import { currentAnswers, likingProblems, rankingProblems, type Answer, type BallotDesign } from '@jacana/core/bundle';
import { IsNull, type EntityManager } from 'typeorm';
import { AnswerRow, PanelistRow, PlanRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { answerRow, answersByPanelist } from '../seal/answers';
import { SealService } from '../seal/seal.service';
import type { BallotState, BallotView } from '../seal/views';
import type { AnswerInput, HandIn, OpenBallot, SaveAnswers, SavedAnswers } from './ballots.dto';

/** One panelist's ballot, found by its token. */
interface OwnBallot {
  row: TastingRow;
  panelist: PanelistRow;
  codes: string[];
  design: BallotDesign;
}

/**
 * Takes in answers. Each is acknowledged only after its commit, stored once however often
 * it is sent, and never changed afterwards: a change of mind is one more row.
 */
@Injectable()
export class BallotsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly seal: SealService,
    private readonly live: LiveService,
  ) {}

  /** Opens the ballot on this device, unless it is open on another one. */
  async open(token: string, { device, takeOver }: OpenBallot): Promise<BallotView> {
    const { view, tastingId } = await this.transactions.write(async (manager) => {
      const own = await this.find(manager, token);
      const { panelist, row } = own;
      const free = panelist.device === null || panelist.device === device || takeOver;
      const open = !panelist.handedInAt && !row.closedAt;
      if (open && free) {
        const now = new Date().toISOString();
        Object.assign(panelist, { device, openedAt: panelist.openedAt ?? now, seenAt: now });
        await manager.save(PanelistRow, panelist);
        await this.live.noteSeat(manager, row.id, panelist.id);
      }
      const state = panelist.handedInAt ? 'handed-in' : !free ? 'elsewhere' : row.closedAt ? 'closed' : 'open';
      return { view: await this.view(manager, own, state), tastingId: row.id };
    });
    this.live.wake(tastingId);
    return view;
  }

  /** Stores answers as they are given, one sample at a time. */
  async save(token: string, { device, answers }: SaveAnswers): Promise<SavedAnswers> {
    const tastingId = await this.transactions.write(async (manager) => {
      const own = await this.find(manager, token);
      refuseUnlessOpen(own, device);
      refuseStrayAnswers(answers, own);
      const at = new Date().toISOString();
      await this.append(
        manager,
        own,
        answers.map((answer) => asAnswer(answer, at)),
      );
      await this.seen(manager, own, {});
      return own.row.id;
    });
    this.live.wake(tastingId);
    return { saved: answers.map((answer) => answer.id) };
  }

  /** Takes the whole ballot, once. Sending the same one again is acknowledged again. */
  async handIn(token: string, ballot: HandIn): Promise<BallotView> {
    const { view, tastingId } = await this.transactions.write(async (manager) => {
      const own = await this.find(manager, token);
      const { panelist, row, codes, design } = own;
      if (panelist.handedInAt && (await this.isStored(manager, own, `${ballot.id}-ranking`))) {
        return { view: await this.view(manager, own, 'handed-in'), tastingId: row.id };
      }
      refuseUnlessOpen(own, ballot.device);
      const problems = [
        ...likingProblems(ballot.liking, codes, design),
        ...rankingProblems(ballot.ranking, codes, design),
      ];
      if (problems.length > 0) throw refuseFields(problems);
      const now = new Date().toISOString();
      await this.append(manager, own, answersOf(ballot, now));
      await this.seen(manager, own, { handedInAt: now });
      return {
        view: await this.view(manager, { ...own, panelist: { ...panelist, handedInAt: now } }, 'handed-in'),
        tastingId: row.id,
      };
    });
    this.live.wake(tastingId);
    return view;
  }

  /** Reads just what one ballot needs: the rest of the panel is nothing to it. */
  private async find(manager: EntityManager, token: string): Promise<OwnBallot> {
    const panelist = await manager.findOneBy(PanelistRow, { token });
    const row = panelist && (await manager.findOneBy(TastingRow, { id: panelist.tastingId, removedAt: IsNull() }));
    const plan = row && (await manager.findOneBy(PlanRow, { tastingId: row.id }));
    const codes = plan?.servings.find((serving) => serving.panelist === panelist?.id)?.codes;
    if (!panelist || !row || !codes) {
      throw new NotFoundException('There is no ballot at this address. Check the link with the coordinator.');
    }
    return { row, panelist, codes, design: { liking: row.liking, ties: row.ties } };
  }

  /** Inserts what is not stored yet and does not merely repeat what already counts. */
  private async append(manager: EntityManager, { row, panelist }: OwnBallot, answers: Answer[]): Promise<void> {
    const tastingId = row.id;
    const rows = await manager.find(AnswerRow, {
      where: { tastingId, panelistId: panelist.id },
      order: { seq: 'ASC' },
    });
    const before = answersByPanelist(rows).get(panelist.id) ?? [];
    const known = new Set(before.map((answer) => answer.id));
    const counting = currentAnswers(before);
    for (const answer of answers) {
      const earlier = counting.find((other) => other.kind === answer.kind && codeOf(other) === codeOf(answer));
      if (known.has(answer.id) || (earlier && sameValue(earlier, answer))) continue;
      const reason = earlier ? 'changed by the panelist before handing in' : '';
      await manager.insert(AnswerRow, answerRow(tastingId, panelist.id, { ...answer, reason }));
    }
  }

  private async seen(
    manager: EntityManager,
    { row, panelist }: OwnBallot,
    change: { handedInAt?: string },
  ): Promise<void> {
    await manager.update(
      PanelistRow,
      { tastingId: row.id, id: panelist.id },
      { seenAt: new Date().toISOString(), ...change },
    );
    await this.live.noteSeat(manager, row.id, panelist.id);
  }

  private isStored(manager: EntityManager, { row, panelist }: OwnBallot, answerId: string): Promise<boolean> {
    return manager.existsBy(AnswerRow, { tastingId: row.id, panelistId: panelist.id, answerId });
  }

  private async view(
    manager: EntityManager,
    { row, panelist, codes, design }: OwnBallot,
    state: BallotState,
  ): Promise<BallotView> {
    const rows = await manager.find(AnswerRow, {
      where: { tastingId: row.id, panelistId: panelist.id },
      order: { seq: 'ASC' },
    });
    const answers = currentAnswers(state === 'elsewhere' ? [] : (answersByPanelist(rows).get(panelist.id) ?? []));
    return {
      state,
      title: this.seal.ballotTitle(row),
      name: panelist.name,
      seat: panelist.seat,
      codes,
      asksLiking: design.liking,
      allowsTies: design.ties,
      tasted: answers.flatMap((answer) => (answer.kind === 'tasted' ? [answer.code] : [])),
      liking: answers.flatMap((answer) =>
        answer.kind === 'liking' ? [{ code: answer.code, score: answer.score }] : [],
      ),
      ranking: answers.find((answer) => answer.kind === 'ranking')?.ranking ?? null,
      handedInAt: panelist.handedInAt,
    };
  }
}

function refuseUnlessOpen({ panelist, row }: OwnBallot, device: string): void {
  if (panelist.handedInAt) throw refuseState('handed-in', 'This ballot was handed in already; it counts once.');
  if (row.closedAt)
    throw refuseState('closed', 'The tasting is closed. Your answers are still on this device: tell the coordinator.');
  if (panelist.device !== device) throw refuseState('elsewhere', 'This ballot is open on another device.');
}

function refuseStrayAnswers(answers: readonly AnswerInput[], { codes, design }: OwnBallot): void {
  const problems = answers.flatMap(({ kind, code, score }, at) => {
    if (!codes.includes(code))
      return [{ field: `answers.${at}.code`, message: `${code} is not one of the samples on this ballot.` }];
    if (kind === 'liking' && !design.liking)
      return [{ field: `answers.${at}.kind`, message: 'This tasting does not ask for liking scores.' }];
    if (kind === 'liking' && score === undefined)
      return [{ field: `answers.${at}.score`, message: 'Give a score from 1 to 9.' }];
    return [];
  });
  if (problems.length > 0) throw refuseFields(problems);
}

const PANELIST = { by: 'panelist', reason: '' };

function asAnswer({ id, kind, code, score }: AnswerInput, at: string): Answer {
  return kind === 'liking'
    ? { ...PANELIST, id, at, kind, code, score: score as number }
    : { ...PANELIST, id, at, kind, code };
}

function answersOf({ id, liking, ranking, comment }: HandIn, at: string): Answer[] {
  return [
    ...liking.map(({ code, score }): Answer => ({ ...PANELIST, id: `${id}-${code}`, at, kind: 'liking', code, score })),
    { ...PANELIST, id: `${id}-ranking`, at, kind: 'ranking', ranking },
    ...(comment.trim() === ''
      ? []
      : [{ ...PANELIST, id: `${id}-comment`, at, kind: 'comment' as const, text: comment.trim() }]),
  ];
}

const codeOf = (answer: Answer): string | null => ('code' in answer ? answer.code : null);

function sameValue(one: Answer, other: Answer): boolean {
  const value = ({ id: _id, at: _at, by: _by, reason: _reason, ...rest }: Answer): string => JSON.stringify(rest);
  return value(one) === value(other);
}
