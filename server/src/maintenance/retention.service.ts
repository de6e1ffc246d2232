import { Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { Logger } from 'nestjs-pino';
import { LessThan } from 'typeorm';
import { AuditService } from '../audit/audit.service';
import { TastingRow } from '../database/entities';
import { KEPT_DAYS } from '../database/guards';
import { Transactions } from '../database/transactions';

const EVERY_MS = 6 * 3_600_000;

/** Takes out what had its time: tastings that nobody brought back, and what the log says of long ago. */
@Injectable()
export class RetentionService implements OnApplicationBootstrap, OnApplicationShutdown {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly transactions: Transactions,
    private readonly audit: AuditService,
    private readonly log: Logger,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    await this.tryToKeep();
    this.timer = setInterval(() => void this.tryToKeep(), EVERY_MS);
    this.timer.unref();
  }

  /** On a full disk nothing can be taken out either; that is no reason not to serve. */
  private async tryToKeep(): Promise<void> {
    await this.keep().catch(({ message }: Error) =>
      this.log.error(`What had its time is still in the file, and is tried again later: ${message}`),
    );
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  async keep(): Promise<void> {
    const due = await this.transactions.read.find(TastingRow, {
      select: { id: true, removedAt: true },
      where: { removedAt: LessThan(new Date(Date.now() - KEPT_DAYS.removed * 86_400_000).toISOString()) },
    });
    for (const row of due) await this.remove(row);
    const isDue = await this.audit.isDue(this.transactions.read);
    if (isDue) await this.transactions.write((manager) => this.audit.clear(manager));
    // It stops whoever writes for as long as a copy is being made: not for nothing.
    if (due.length > 0 || isDue) await this.transactions.settle();
  }

  /** Table by table, so that nobody waits for long; the tasting itself last, so that what was broken off goes on. */
  private async remove({ id, removedAt }: TastingRow): Promise<void> {
    for (const table of await this.tablesOfTastings())
      await this.transactions.write((manager) => manager.query(`DELETE FROM "${table}" WHERE "tastingId" = ?`, [id]));
    await this.transactions.write(async (manager) => {
      await manager.delete(TastingRow, { id });
      const detail = `one that was put into the bin on ${removedAt?.slice(0, 10)}`;
      await this.audit.record(manager, { by: 'Jacana', action: 'tasting taken out of the file', detail });
    });
  }

  /** All but the log, whose entries follow from each other: asked of the file, so that none is forgotten. */
  private async tablesOfTastings(): Promise<string[]> {
    const found = await this.transactions.read.query<{ name: string }[]>(
      `SELECT own.name FROM sqlite_master AS own, pragma_table_info(own.name) AS field WHERE own.type = 'table' AND field.name = 'tastingId' AND own.name <> 'audit'`,
    );
    return found.map(({ name }) => name);
  }
}
