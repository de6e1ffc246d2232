import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { Transactions } from '../database/transactions';
import { AuditService } from './audit.service';

/** Clocks are put right by seconds all the time. */
const SLACK_MS = 60_000;

/** Notices that this machine's clock was set back: what is written down then would have happened before what came before it. */
@Injectable()
export class ClockWatch implements OnApplicationBootstrap {
  private latest = 0;

  constructor(
    private readonly transactions: Transactions,
    private readonly audit: AuditService,
  ) {}

  /** What was written down last was written by this file's own clock. */
  async onApplicationBootstrap(): Promise<void> {
    const last = await this.audit.latest(this.transactions.read);
    if (last !== null) this.latest = Date.parse(last);
  }

  /** The latest time that it was here already, where the clock is behind that; else null. */
  behind(): string | null {
    const now = Date.now();
    if (now < this.latest - SLACK_MS) return new Date(this.latest).toISOString();
    this.latest = Math.max(this.latest, now);
    return null;
  }
}
