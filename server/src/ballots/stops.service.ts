import { Injectable } from '@nestjs/common';
import { repairText, serviceDay, trayName } from '@jacana/core/service';
import type { EntityManager } from 'typeorm';
import { AuditService } from '../audit/audit.service';
import { Transactions } from '../database/transactions';
import { refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { LogService } from '../log/log.service';
import type { SavedAnswers, StopInput } from './ballots.dto';
import { type OwnBallot, OwnBallots } from './ownBallots.service';
import { namelessAt } from '../tastings/tasting.store';

/** Whoever tastes may stop at any time. It stands in the service log like any other that stops, so a coordinator takes it back. */
@Injectable()
export class StopsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly own: OwnBallots,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async hasStopped(manager: EntityManager, { row, panelist, ballot }: OwnBallot): Promise<boolean> {
    const { people } = serviceDay(await this.log.stops(manager, row.id));
    return Boolean(people.get(trayName({ sitting: ballot.sitting, panelist: panelist.id }))?.stopped);
  }

  /** Sent again, it is acknowledged again. */
  async stop(token: string, { id, sitting, because }: StopInput): Promise<SavedAnswers> {
    await this.transactions.write(async (manager) => {
      const own = await this.own.find(manager, token, sitting);
      const { row, panelist, ballot } = own;
      if (ballot.handedInAt) throw refuseState('handed-in', 'This ballot was handed in already; it counts.');
      if (row.closedAt) throw refuseState('closed', 'The tasting is closed.');
      // Once is enough: nobody fills the log by stopping again and again.
      if (await this.hasStopped(manager, own)) return;
      const body = { kind: 'stopped' as const, sitting, panelist: panelist.id, because };
      const entry = { id, at: new Date().toISOString(), body };
      // By the seat: a name stays in a log for good.
      const by = namelessAt(panelist.seat);
      const added = await this.log.append(manager, row.id, 'service', [entry], { id: panelist.id, name: by });
      if (added.length === 0) return;
      const detail = repairText(body, () => panelist.seat);
      await this.audit.record(manager, { by, action: 'service repaired', tastingId: row.id, detail });
      await this.live.note(manager, row.id, 'tasting', 'service-log');
      await this.live.note(manager, row.id, 'seats', panelist.id);
    });
    return { saved: [id] };
  }
}
