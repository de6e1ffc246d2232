import { randomUUID } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import {
  currentAnswers,
  isLeftBehind,
  missingAnswers,
  placeOfAnswer,
  type Answer,
  type AskedBallot,
  type Service,
} from '@jacana/core/bundle';
import { contentsInWords, contentsOf } from '@jacana/core/library';
import { readShortCode } from '@jacana/core/sheets';
import { In, Like, Not, type EntityManager } from 'typeorm';
import { ExclusionsService } from '../ingredients/exclusions.service';
import { AnswerRow, BallotRow, PanelistRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { AccessService } from '../seal/access/access.service';
import type { BallotState, BallotView } from '../seal/views/panelist';
import { answerRow } from '../tastings/answers';
import type { HandIn, MarkedAnswers, OpenBallot, SaveAnswers } from './ballots.dto';
import { GuessesService } from './guesses.service';
import { allIncoming, saidUntasted } from './incoming';
import { MarksService } from './marks.service';
import { type OwnBallot, OwnBallots } from './ownBallots.service';
import { StopsService } from './stops.service';
import { TraysService } from './trays.service';

/** Beside its questions, of each sample it is told that it was tasted, how long for, what was rinsed; and how often all may change. */
const [ROOM_PER_SAMPLE, MOST_CHANGES] = [4, 10];

/**
 * Takes in answers. Each is acknowledged only after its commit, stored once however often
 * it is sent, and never changed afterwards: a change of mind is one more row.
 */
@Injectable()
export class BallotsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly own: OwnBallots,
    private readonly guesses: GuessesService,
    private readonly stops: StopsService,
    private readonly exclusions: ExclusionsService,
    private readonly trays: TraysService,
    private readonly access: AccessService,
    private readonly live: LiveService,
    private readonly marks: MarksService,
  ) {}

  /** Opens the ballot on this device, unless it is open on another one. */
  async open(token: string, { device, takeOver, remembers }: OpenBallot): Promise<BallotView> {
    return this.transactions.write(async (manager) => {
      const own = await this.own.find(manager, token);
      const { panelist, row, ballot } = own;
      const free = panelist.device === null || panelist.device === device || takeOver;
      const isWithheld = (await this.exclusions.withheld(manager, row)).has(panelist.id);
      const open = !ballot.handedInAt && !row.closedAt && !isWithheld;
      if (open && free) {
        const now = new Date().toISOString();
        Object.assign(ballot, { openedAt: ballot.openedAt ?? now, seenAt: now });
        await manager.update(PanelistRow, { tastingId: row.id, id: panelist.id }, { device });
        await manager.save(BallotRow, ballot);
        await this.live.note(manager, row.id, 'seats', panelist.id);
      }
      const isAsRemembered = await this.marks.isAsRemembered(manager, own, remembers);
      const hasStopped = await this.stops.hasStopped(manager, own);
      const view = await this.view(
        manager,
        own,
        stateOf({
          isHandedIn: ballot.handedInAt !== null,
          isWithheld,
          hasStopped,
          free,
          closed: row.closedAt !== null,
        }),
      );
      return { ...view, isAsRemembered };
    });
  }

  /** Whether an address of this token was ever given out. */
  isThere(token: string): Promise<boolean> {
    return this.own.isThere(this.transactions.read, token);
  }

  /** The ballot as it is about to be opened for the first time; null once it was, or where nothing can be answered. */
  async unopened(token: string): Promise<BallotView | null> {
    const { read } = this.transactions;
    const own = await this.own.find(read, token).catch(() => null);
    if (!own || own.panelist.device !== null || own.ballot.openedAt || own.ballot.handedInAt || own.row.closedAt)
      return null;
    const isHeld = (await this.exclusions.withheld(read, own.row)).has(own.panelist.id);
    return isHeld || (await this.stops.hasStopped(read, own)) ? null : this.view(read, own, 'open');
  }

  /** Stores answers as they are given, one sample at a time. */
  async save(token: string, { device, sitting, answers }: SaveAnswers): Promise<MarkedAnswers> {
    const mark = await this.transactions.write(async (manager) => {
      const own = await this.own.find(manager, token, sitting);
      refuseUnlessOpen(own, device);
      const untasted = saidUntasted(await this.own.stored(manager, own), answers);
      const read = allIncoming(answers, new Date().toISOString(), { ...askedOf(own), untasted });
      if (read.problems.length > 0) throw refuseFields(read.problems);
      await this.refuseTooMany(manager, own, read.answers.length);
      await this.append(manager, own, read.answers);
      await this.seen(manager, own, {});
      return this.marks.of(manager, own);
    });
    return { saved: answers.map((answer) => answer.id), mark };
  }

  /**
   * Takes the whole ballot, once: what it says is what counts afterwards, whatever came from
   * this device or another before. Sending the same one again is acknowledged again.
   */
  async handIn(token: string, { id, device, sitting, answers }: HandIn): Promise<BallotView> {
    return this.transactions.write(async (manager) => {
      const own = await this.own.find(manager, token, sitting);
      const { ballot } = own;
      const now = new Date().toISOString();
      const read = allIncoming(answers, now, { ...askedOf(own), untasted: saidUntasted([], answers) });
      const problems = [...read.problems, ...missingAnswers(read.answers, askedOf(own))];
      const isAgain = ballot.handedInAt !== null && ballot.handInId === id;
      if (!isAgain) refuseUnlessOpen(own, device);
      if (problems.length > 0) throw refuseFields(problems);
      const before = currentAnswers(await this.own.stored(manager, own));
      if (isAgain) {
        refuseOtherThan(before, read.answers);
        return this.view(manager, own, 'handed-in');
      }
      refuseUnseen(before, read.answers);
      await this.append(manager, own, read.answers);
      await this.confirm(manager, own, read.answers);
      const handedIn = { handedInAt: now, handInId: id };
      await this.seen(manager, own, handedIn);
      return this.view(manager, { ...own, ballot: { ...ballot, ...handedIn } }, 'handed-in');
    });
  }

  /** The ballot whose card has this code. @throws NotFoundException where none, or more than one, has it */
  async byCode(typed: string): Promise<{ token: string }> {
    const code = readShortCode(typed);
    const manager = this.transactions.read;
    const found = code === null ? [] : await manager.findBy(PanelistRow, { token: Like(`${code}%`) });
    if (found.length !== 1) throw noCode();
    // The same words for a plan that is not locked, or was removed: a code tells nothing of tastings.
    await this.own.find(manager, found[0].token).catch(() => {
      throw noCode();
    });
    return { token: found[0].token };
  }

  /**
   * Inserts what is not stored yet and does not merely repeat what counts at that moment. An id
   * that comes again is the same answer sent twice, and has to say the same.
   */
  private async append(manager: EntityManager, own: OwnBallot, answers: readonly Answer[]): Promise<void> {
    const before = await this.own.stored(manager, own);
    const known = new Map(before.map((answer) => [answer.id, answer]));
    await this.refuseIdsOfOtherSittings(manager, own, answers);
    const counting = new Map(currentAnswers(before).map((answer) => [placeOfAnswer(answer), answer]));
    for (const [number, answer] of answers.entries()) {
      const place = placeOfAnswer(answer);
      const same = known.get(answer.id);
      if (same && (placeOfAnswer(same) !== place || !sameValue(same, answer)))
        throw refuseFields([{ field: `answers.${number}.id`, message: 'This id stands for another answer already.' }]);
      const earlier = counting.get(place);
      if (same || (earlier && sameValue(earlier, answer))) continue;
      if (earlier) refuseWayBack(own, answer, [...counting.values()]);
      const isChanged = earlier && !OF_THE_DEVICE.has(answer.kind);
      await this.insert(manager, own, answer, isChanged ? 'changed by the panelist before handing in' : '');
      counting.set(place, answer);
      known.set(answer.id, answer);
    }
  }

  /** Nobody changes their mind so often; a program that does must not fill the disk. What is there can be handed in. */
  private async refuseTooMany(
    manager: EntityManager,
    { row, panelist, serving, items }: OwnBallot,
    more: number,
  ): Promise<void> {
    const samples = serving.sets.reduce((sum, { codes }) => sum + codes.length, 1);
    const given = await manager.countBy(AnswerRow, { tastingId: row.id, panelistId: panelist.id });
    if (given + more > row.design.service.sittings * samples * (items.length + ROOM_PER_SAMPLE) * MOST_CHANGES)
      throw refuseState('too-often', 'This ballot was changed too often to take more. Hand it in as it is.');
  }

  /** Whatever another device has said since, what is handed in counts: said once more, under an id of its own. */
  private async confirm(manager: EntityManager, own: OwnBallot, answers: readonly Answer[]): Promise<void> {
    const counting = new Map(
      currentAnswers(await this.own.stored(manager, own)).map((answer) => [placeOfAnswer(answer), answer]),
    );
    for (const answer of currentAnswers(answers)) {
      const now = counting.get(placeOfAnswer(answer));
      if (now && sameValue(now, answer)) continue;
      await this.insert(manager, own, { ...answer, id: randomUUID() }, 'as shown when handing in');
    }
  }

  private async insert(manager: EntityManager, own: OwnBallot, answer: Answer, reason: string): Promise<void> {
    const { row, panelist, ballot } = own;
    await manager.insert(AnswerRow, answerRow(row.id, panelist.id, ballot.sitting, { ...answer, reason }));
  }

  /** An id stands for one answer for good, also at the next sitting. */
  private async refuseIdsOfOtherSittings(
    manager: EntityManager,
    { row, panelist, ballot }: OwnBallot,
    answers: readonly Answer[],
  ): Promise<void> {
    if (ballot.sitting === 1) return;
    const taken = await manager.findOneBy(AnswerRow, {
      ...{ tastingId: row.id, panelistId: panelist.id, sitting: Not(ballot.sitting) },
      answerId: In(answers.map((answer) => answer.id)),
    });
    if (taken)
      throw refuseFields([{ field: 'answers', message: `The id ${taken.answerId} was used at another sitting.` }]);
  }

  private async seen(
    manager: EntityManager,
    { row, panelist, ballot }: OwnBallot,
    change: Partial<Pick<BallotRow, 'handedInAt' | 'handInId'>>,
  ): Promise<void> {
    const where = { tastingId: row.id, panelistId: panelist.id, sitting: ballot.sitting };
    await manager.update(BallotRow, where, { seenAt: new Date().toISOString(), ...change });
    await this.live.note(manager, row.id, 'seats', panelist.id);
  }

  private async view(manager: EntityManager, own: OwnBallot, state: BallotState): Promise<BallotView> {
    const { row, panelist, serving, items, ballot } = own;
    const answers = state === 'elsewhere' ? [] : currentAnswers(await this.own.stored(manager, own));
    return {
      state,
      title: this.access.ballotTitle(row),
      name: panelist.name,
      seat: panelist.seat,
      sitting: ballot.sitting,
      sittings: row.design.service.sittings,
      warmUp: serving.warmUp,
      sets: serving.sets.map(({ codes }) => ({ codes })),
      items,
      ...paceOf(row.design.service),
      isTrayOut: await this.trays.isOut(manager, { row, panelist, sitting: ballot.sitting }),
      contains: contentsInWords(contentsOf(row.design.ingredients)),
      answers: answers.map(({ at: _at, by: _by, reason: _reason, ...answer }) => answer),
      handedInAt: ballot.handedInAt,
      mark: await this.marks.of(manager, own),
      isAsRemembered: true,
      guess: state === 'handed-in' ? await this.guesses.view(manager, own) : null,
    };
  }
}

/** How the ballot leads through the samples. */
const paceOf = (service: Service) => ({
  presentation: service.presentation,
  rinseSeconds: service.rinseSeconds,
  pauseAfter: service.pauseAfter,
  pauseSeconds: service.pauseSeconds,
  practice: service.practice && service.warmUp,
  waitsForTray: service.waitsForTray,
  goingBack: service.goingBack,
  language: service.language,
});

function stateOf(own: {
  isHandedIn: boolean;
  isWithheld: boolean;
  hasStopped: boolean;
  free: boolean;
  closed: boolean;
}): BallotState {
  if (own.isHandedIn) return 'handed-in';
  if (own.isWithheld) return 'withheld';
  if (own.hasStopped) return 'stopped';
  if (!own.free) return 'elsewhere';
  return own.closed ? 'closed' : 'open';
}

const noCode = (): NotFoundException =>
  new NotFoundException('No ballot has this code. Look at the card again, or ask for another.');
const askedOf = ({ row, serving }: OwnBallot): AskedBallot => ({ design: row.design.ballot, serving });

function refuseUnlessOpen({ panelist, row, ballot }: OwnBallot, device: string): void {
  if (ballot.handedInAt) throw refuseState('handed-in', 'This ballot was handed in already; it counts once.');
  if (row.closedAt)
    throw refuseState('closed', 'The tasting is closed. Your answers are still on this device: tell the coordinator.');
  if (panelist.device !== device || !ballot.openedAt)
    throw refuseState('elsewhere', 'This ballot is open on another device.');
}

/** What was said of a sample stays, where the plan has it so, once a later one was answered. */
function refuseWayBack({ row, serving }: OwnBallot, answer: Answer, given: readonly Answer[]): void {
  if (!row.design.service.goingBack && isLeftBehind(answer, given, serving, row.design.service.presentation))
    throw refuseState('no-way-back', 'At this tasting nobody goes back: what was said of an earlier sample counts.');
}

/** Sent again under the same id, a ballot has to be the one that was handed in. */
function refuseOtherThan(stored: readonly Answer[], sent: readonly Answer[]): void {
  const given = new Map(currentAnswers(sent).map((answer) => [placeOfAnswer(answer), answer]));
  const isSame =
    given.size === stored.length &&
    stored.every((answer) => {
      const own = given.get(placeOfAnswer(answer));
      return own !== undefined && sameValue(answer, own);
    });
  if (!isSame)
    throw refuseState(
      'handed-in',
      'This ballot was handed in already, with other answers. Those count; tell the coordinator.',
    );
}

/** What a device notes on its way through the ballot: that another did not is nothing to look at. */
const OF_THE_DEVICE: ReadonlySet<Answer['kind']> = new Set(['tasted', 'rinse', 'agreed', 'timed', 'arrived']);

/** What another device answered and this one does not show must be looked at first. */
function refuseUnseen(stored: readonly Answer[], sent: readonly Answer[]): void {
  const shown = new Set(sent.map(placeOfAnswer));
  if (stored.some((answer) => !OF_THE_DEVICE.has(answer.kind) && !shown.has(placeOfAnswer(answer))))
    throw refuseState(
      'behind',
      'Another device has answered more of this ballot. Look through it once more, then hand it in.',
    );
}

function sameValue(one: Answer, other: Answer): boolean {
  const value = ({ id: _id, at: _at, by: _by, reason: _reason, ...rest }: Answer): [string, unknown][] =>
    Object.entries(rest).sort(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify(value(one)) === JSON.stringify(value(other));
}
