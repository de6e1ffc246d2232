import { Injectable } from '@nestjs/common';
import { serviceDay, trayName } from '@jacana/core/service';
import { IsNull, type EntityManager } from 'typeorm';
import { PanelistRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { LogService } from '../log/log.service';
import type { TrayOut } from './ballots.dto';
import { noBallot } from './ownBallots.service';

/** Where ballots wait for trays: whether one's own was put down. Asked again and again by phones, so it reads little. */
@Injectable()
export class TraysService {
  constructor(
    private readonly transactions: Transactions,
    private readonly log: LogService,
  ) {}

  async byToken(token: string): Promise<TrayOut> {
    const manager = this.transactions.read;
    const panelist = await manager.findOneBy(PanelistRow, { token });
    const row = panelist && (await manager.findOneBy(TastingRow, { id: panelist.tastingId, removedAt: IsNull() }));
    if (!row) throw noBallot();
    return { isOut: await this.isOut(manager, { row, panelist, sitting: row.sitting }) };
  }

  /** Always so where the plan does not wait for trays. */
  async isOut(
    manager: EntityManager,
    { row, panelist, sitting }: { row: TastingRow; panelist: PanelistRow; sitting: number },
  ): Promise<boolean> {
    if (!row.design.service.waitsForTray) return true;
    const { trays } = serviceDay(await this.log.putDown(manager, row.id, panelist.id));
    return Boolean(trays.get(trayName({ sitting, panelist: panelist.id }))?.out);
  }
}
