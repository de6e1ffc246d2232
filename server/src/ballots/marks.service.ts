import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import { AuditService } from '../audit/audit.service';
import { JournalService } from '../audit/journal.service';
import type { OwnBallot } from './ownBallots.service';
import { namelessAt } from '../tastings/tasting.store';

/** Marks of the records that phones are told, and hold against what the server has later. */
@Injectable()
export class MarksService {
  constructor(
    private readonly journal: JournalService,
    private readonly audit: AuditService,
  ) {}

  async of(manager: EntityManager, { row }: OwnBallot): Promise<string> {
    return (await this.journal.mark(manager, row.id)).mark;
  }

  /** Within a write: whether what a phone was told is part of the chain; where it is not, the log says so, once. */
  async isAsRemembered(
    manager: EntityManager,
    { row, panelist }: OwnBallot,
    remembers: string | undefined,
  ): Promise<boolean> {
    if (!remembers || (await this.journal.find(manager, row.id, remembers)) !== null) return true;
    const entry = {
      ...{ by: namelessAt(panelist.seat), action: 'a phone remembers other records', tastingId: row.id },
      detail: remembers,
    };
    if (!(await this.audit.has(manager, entry))) await this.audit.record(manager, entry);
    return false;
  }
}
