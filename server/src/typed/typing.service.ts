import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { currentAnswers, placeOfAnswer, type Answer, type AskedBallot } from '@jacana/core/bundle';
import { crossedAndAnswered, differing, paperFields, sameValue, valueText, type Difference } from '@jacana/core/paper';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import type { AnswerInput } from '../ballots/ballots.dto';
import { allIncoming, saidUntasted } from '../ballots/incoming';
import { type OwnBallot, OwnBallots } from '../ballots/ownBallots.service';
import { AnswerRow, BallotRow, TypingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { AccessService } from '../seal/access/access.service';
import { answerRow } from '../tastings/answers';
import { PaperBallots, placeOf, shown } from './paperBallots.service';
import type { DifferencesView, PaperBallotView, Settlement, TypedBallot, PaperOf } from './typed.dto';

/**
 * Takes in ballots on paper. Two people type each, neither seeing what the other read; where they read alike it counts,
 * and where not somebody looks at the sheet and says which. What they typed is kept beside what counts.
 */
@Injectable()
export class TypingService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly papers: PaperBallots,
    private readonly own: OwnBallots,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async sheet(of: PaperOf, me: Me): Promise<PaperBallotView> {
    await this.access.knownTo(me.role, of.id);
    const { read } = this.transactions;
    return this.papers.sheet(read, await this.papers.find(read, of));
  }

  /** @throws ConflictException for who typed it in before: nobody checks themselves */
  async type(of: PaperOf, { answers, isOnly }: TypedBallot, me: Me): Promise<void> {
    await this.access.knownTo(me.role, of.id);
    await this.transactions.write(async (manager) => {
      const own = await this.papers.find(manager, of);
      const read = this.read(own, answers, me);
      refuseCrossedAndAnswered(read);
      const [first, second] = await this.papers.typings(manager, own);
      const before = [first, second].find((typing) => typing?.byAccount === me.id);
      // Sent again, as when the reply to it was lost.
      if (before && differing(fieldsOf(own), before.answers, read).length === 0) return;
      refuseCounted(own);
      if (second) throw refuseState('typed', 'Two people have typed this ballot in. Settle where they differ.');
      if (first?.byAccount === me.id)
        throw refuseState(
          'same-person',
          'You have typed this ballot in. Somebody else types it the second time; or let it count as it is.',
        );
      await manager.insert(TypingRow, typingRow(own, first ? 2 : 1, read, me));
      // Begun, so that the plan no longer changes under it.
      if (!own.ballot.openedAt) own.ballot.openedAt = new Date().toISOString();
      await manager.save(BallotRow, own.ballot);
      if (first && differing(fieldsOf(own), first.answers, read).length === 0)
        await this.count(manager, own, { answers: first.answers, first, second: me.name, settled: 0 });
      else if (!first && isOnly)
        await this.count(manager, own, { answers: read, first: { by: me.name }, second: '', settled: 0 });
      await this.live.note(manager, of.id, 'seats', of.panelist);
    });
  }

  /** Lets what one person typed count, as nobody types it a second time. */
  async letCount(of: PaperOf, me: Me): Promise<void> {
    await this.access.knownTo(me.role, of.id);
    await this.transactions.write(async (manager) => {
      const own = await this.papers.find(manager, of);
      refuseCounted(own);
      const [first, second] = await this.papers.typings(manager, own);
      if (!first) throw refuseState('open', 'Nobody has typed this ballot in yet.');
      if (second) throw refuseState('typed', 'Two people have typed this ballot in. Settle where they differ.');
      await this.count(manager, own, { answers: first.answers, first, second: '', settled: 0 });
      await this.live.note(manager, of.id, 'seats', of.panelist);
    });
  }

  async differences(of: PaperOf, me: Me): Promise<DifferencesView> {
    await this.access.knownTo(me.role, of.id);
    const { read } = this.transactions;
    const own = await this.papers.find(read, of);
    const { first, second, found } = await this.differing(read, own);
    return {
      ...(await this.papers.sheet(read, own)),
      ...{ firstBy: first.by, secondBy: second.by },
      differences: found.map((one) => ({
        name: one.field.name,
        first: one.first && shown(one.first as Answer),
        second: one.second && shown(one.second as Answer),
      })),
    };
  }

  /** What the sheet says where two read it differently. @throws BadRequestException until every place is settled */
  async settle(of: PaperOf, { answers, blanks }: Settlement, me: Me): Promise<void> {
    await this.access.knownTo(me.role, of.id);
    await this.transactions.write(async (manager) => {
      const own = await this.papers.find(manager, of);
      refuseCounted(own);
      const { first, second, found } = await this.differing(manager, own);
      const read = this.read(own, answers, me, [...first.answers, ...second.answers]);
      const said = new Map(read.map((answer) => [placeOfAnswer(answer), answer]));
      const [open] = found.filter(({ field }) => !said.has(field.name) && !blanks.includes(field.name));
      const stray = read.find((answer) => !found.some(({ field }) => field.name === placeOfAnswer(answer)));
      if (open) throw refuseFields([{ field: 'answers', message: `"${open.field.item.ask}" is still to be settled.` }]);
      if (stray) throw refuseFields([{ field: 'answers', message: 'The two read this place alike; it is settled.' }]);
      const isSettled = new Set(found.map(({ field }) => field.name));
      const alike = first.answers.filter((answer) => !isSettled.has(placeOfAnswer(answer)));
      const settled = found.flatMap((one) => settledAs(one, said.get(one.field.name) ?? null, { first, second, me }));
      const all = [...alike, ...settled];
      refuseCrossedAndAnswered(currentAnswers(all));
      await this.count(manager, own, { answers: all, first, second: second.by, settled: found.length });
      await this.live.note(manager, of.id, 'seats', of.panelist);
    });
  }

  /** Forgets what was typed, before it counts: the wrong sheet, or the wrong seat. */
  async again(of: PaperOf, me: Me): Promise<void> {
    await this.access.knownTo(me.role, of.id);
    await this.transactions.write(async (manager) => {
      const own = await this.papers.find(manager, of);
      refuseCounted(own);
      const typed = await this.papers.typings(manager, own);
      if (typed.length === 0) return;
      await manager.delete(TypingRow, placeOf(own));
      const detail = `seat ${own.panelist.seat}, typed by ${typed.map(({ by }) => by).join(' and ')}`;
      await this.audit.record(manager, { by: me.name, action: 'ballot typed anew', tastingId: of.id, detail });
      await this.live.note(manager, of.id, 'seats', of.panelist);
    });
  }

  /** @param typed what was typed of it besides: it may say which samples were not tasted */
  private read(own: OwnBallot, inputs: readonly AnswerInput[], me: Me, typed: readonly Answer[] = []): Answer[] {
    const untasted = saidUntasted(typed, inputs);
    const asked: AskedBallot = { design: own.row.design.ballot, serving: own.serving, untasted };
    const { answers, problems } = allIncoming(inputs, new Date().toISOString(), asked);
    if (problems.length > 0) throw refuseFields(problems);
    const names = new Set(fieldsOf(own).map(({ name }) => name));
    const stray = answers.findIndex((answer) => !names.has(placeOfAnswer(answer)));
    if (stray >= 0) throw refuseFields([{ field: `answers.${stray}`, message: 'This is not asked on paper.' }]);
    return currentAnswers(answers).map((answer) => ({ ...answer, by: me.name }));
  }

  private async differing(manager: EntityManager, own: OwnBallot) {
    const [first, second] = await this.papers.typings(manager, own);
    if (!first || !second || own.ballot.handedInAt)
      throw refuseState('alike', 'Nothing is to be settled on this ballot.');
    return { first, second, found: differing(fieldsOf(own), first.answers, second.answers) };
  }

  /** From here on it is a ballot like any other. */
  private async count(manager: EntityManager, own: OwnBallot, typed: Counted): Promise<void> {
    const before = new Map(
      currentAnswers(await this.own.stored(manager, own)).map((answer) => [placeOfAnswer(answer), answer]),
    );
    const now = new Date().toISOString();
    const { first, second, settled } = typed;
    const said: Answer = {
      ...{ id: randomUUID(), at: now, by: first.by, reason: '', kind: 'typed' },
      ...{ times: second === '' ? 1 : 2, second, settled },
    };
    for (const answer of [...typed.answers, ...tastedAfterAll(typed.answers, [...before.values()], first.by), said]) {
      const earlier = before.get(placeOfAnswer(answer));
      if (earlier && sameValue(earlier, answer)) continue;
      const reason = earlier && answer.reason === '' ? 'as it stands on paper' : answer.reason;
      await manager.insert(
        AnswerRow,
        answerRow(own.row.id, own.panelist.id, own.ballot.sitting, { ...answer, reason }),
      );
    }
    const handedIn = { handedInAt: now, handInId: `paper-${randomUUID()}`.slice(0, 40) };
    await manager.save(BallotRow, { ...own.ballot, openedAt: own.ballot.openedAt ?? now, seenAt: now, ...handedIn });
    const detail = `seat ${own.panelist.seat}, ${second === '' ? 'typed in once' : `typed in by ${first.by} and ${second}, ${settled} settled`}`;
    await this.audit.record(manager, { by: first.by, action: 'paper ballot in', tastingId: own.row.id, detail });
  }
}

interface Counted {
  answers: readonly Answer[];
  first: { by: string };
  /** Empty where nobody typed it a second time. */
  second: string;
  settled: number;
}

const fieldsOf = ({ items, serving }: OwnBallot) => paperFields(items, serving);

const typingRow = (own: OwnBallot, turn: number, answers: Answer[], me: Me): TypingRow => ({
  ...placeOf(own),
  ...{ turn, answers, at: new Date().toISOString(), by: me.name, byAccount: me.id },
});

/** What the first read stays, and what was decided follows it with who and why; nothing, where nothing stands there. */
function settledAs(
  { field, first, second }: Difference,
  decided: Answer | null,
  who: { first: TypingRow; second: TypingRow; me: Me },
): Answer[] {
  if (!decided) return [];
  const read = `${who.first.by} read "${valueText(field, first)}", ${who.second.by} "${valueText(field, second)}"`;
  const reason = `settled by the sheet: ${read}`.slice(0, 200);
  return [...(first && !sameValue(first, decided) ? [first as Answer] : []), { ...decided, id: randomUUID(), reason }];
}

/** What a phone said was not tasted, and the sheet has an answer of: the sheet counts. */
function tastedAfterAll(answers: readonly Answer[], before: readonly Answer[], by: string): Answer[] {
  const codes = new Set(crossedAndAnswered([...before, ...answers]));
  return [...codes].map((code) => ({
    ...{ id: randomUUID(), at: new Date().toISOString(), by, reason: 'as it stands on paper' },
    ...{ kind: 'untasted', code, because: '' },
  }));
}

/** A sample that was not tasted has no answers: one of the two was read wrongly. */
function refuseCrossedAndAnswered(answers: readonly Answer[]): void {
  const [code] = crossedAndAnswered(answers);
  if (code !== undefined)
    throw refuseFields([
      {
        field: 'answers',
        message: `${code} is crossed out, and has an answer all the same. Look at the sheet once more.`,
      },
    ]);
}

/** @throws ConflictException once it counts, or nothing more may */
function refuseCounted({ row, ballot }: OwnBallot): void {
  if (ballot.handedInAt) throw refuseState('handed-in', 'This ballot is in already; it counts once.');
  if (row.closedAt) throw refuseState('closed', 'The tasting is closed. Reopen it first.');
}
