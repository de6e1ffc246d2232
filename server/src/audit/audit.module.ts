import { Global, Module, type OnModuleInit } from '@nestjs/common';
import { Transactions } from '../database/transactions';
import { AuditService } from './audit.service';
import { ClockWatch } from './clockWatch';
import { JournalService } from './journal.service';

@Global()
@Module({ providers: [AuditService, JournalService, ClockWatch], exports: [AuditService, JournalService, ClockWatch] })
export class AuditModule implements OnModuleInit {
  constructor(
    private readonly transactions: Transactions,
    private readonly audit: AuditService,
  ) {}

  /** Guards of the file that were gone are set again; that they were gone stays known. */
  async onModuleInit(): Promise<void> {
    const { wanting } = this.transactions;
    if (wanting.length === 0) return;
    const entry = { by: 'Jacana', action: 'guards of the file were missing', detail: wanting.join(', ') };
    await this.transactions.write((manager) => this.audit.record(manager, entry));
  }
}
