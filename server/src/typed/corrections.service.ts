import { Injectable } from '@nestjs/common';
import { untastedCodes } from '@jacana/core/bundle';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { allIncoming } from '../ballots/incoming';
import { type OwnBallot, OwnBallots } from '../ballots/ownBallots.service';
import { AnswerRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { answerRow } from '../tastings/answers';
import { PaperBallots } from './paperBallots.service';
import type { AnsweredBallotView, Correction, LookedAt, PaperOf } from './typed.dto';

/** A coordinator puts right what is on a ballot that is in. What it said before stays, with who changed it, when and why. */
@Injectable()
export class CorrectionsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly papers: PaperBallots,
    private readonly own: OwnBallots,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  /** Shows the answers of one ballot by code, and writes down who looked, and why. */
  async look(of: PaperOf, { because }: LookedAt, me: Me): Promise<AnsweredBallotView> {
    return this.transactions.write(async (manager) => {
      const own = await this.papers.find(manager, of);
      refuseUncorrectable(own);
      const detail = `seat ${own.panelist.seat}: ${because.trim()}`;
      await this.audit.record(manager, { by: me.name, action: 'answers looked at', tastingId: of.id, detail });
      return {
        ...(await this.papers.sheet(manager, own)),
        answers: await this.papers.counting(manager, own),
      };
    });
  }

  async correct(of: PaperOf, { because, answers }: Correction, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const own = await this.papers.find(manager, of);
      refuseUncorrectable(own);
      const stored = await this.own.stored(manager, own);
      const asked = { design: own.row.design.ballot, serving: own.serving, untasted: untastedCodes(stored) };
      const read = allIncoming(answers, new Date().toISOString(), asked);
      const known = new Set(stored.map((answer) => answer.id));
      const problems = [
        ...read.problems,
        ...read.answers.flatMap((answer, at) =>
          known.has(answer.id)
            ? [{ field: `answers.${at}.id`, message: 'This id stands for another answer already.' }]
            : [],
        ),
      ];
      if (problems.length > 0) throw refuseFields(problems);
      for (const answer of read.answers) {
        const put = { ...answer, by: me.name, reason: because.trim() };
        await manager.insert(AnswerRow, answerRow(of.id, of.panelist, own.ballot.sitting, put));
      }
      const detail = `seat ${own.panelist.seat}, ${read.answers.length}: ${because.trim()}`;
      await this.audit.record(manager, { by: me.name, action: 'answers corrected', tastingId: of.id, detail });
      await this.live.note(manager, of.id, 'seats', of.panelist);
    });
  }
}

/** @throws ConflictException while the panelist can do it, and once the key is open */
function refuseUncorrectable({ row, ballot }: OwnBallot): void {
  if (row.unsealedAt)
    throw refuseState('unsealed', 'The key is open: what is changed now would not be blind. Write a caveat instead.');
  if (!ballot.handedInAt)
    throw refuseState('open', 'This ballot is not in yet: its panelist can still change what it says.');
}
