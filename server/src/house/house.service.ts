import { Injectable } from '@nestjs/common';
import type { Range } from '@jacana/core/bundle';
import type { Locale } from '@jacana/core/kitchen';
import { IsNull, Not, type EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { HouseRow, TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { rangeThatHolds } from '../range/rangeThatHolds';
import type { HouseView } from './house.dto';

/** There is one house to a server. */
const HOUSE = 'house';

/** What holds for the house: the kitchen that a tasting is begun with, and whose limits are asked for. */
@Injectable()
export class HouseService {
  constructor(
    private readonly transactions: Transactions,
    private readonly audit: AuditService,
  ) {}

  async get(): Promise<HouseView> {
    const { read } = this.transactions;
    const { range, locale } = await this.row(read);
    return { range: range ?? (await this.lastUsed(read)), isKept: range !== null, locale };
  }

  keepRange(range: Range, me: Me): Promise<HouseView> {
    // Serving times belong to a day.
    return this.keep({ range: { ...rangeThatHolds(range), served: [] } }, 'kept the kitchen of the house', me);
  }

  /** Whose published limits are asked for. */
  async locale(manager: EntityManager): Promise<Locale> {
    return (await this.row(manager)).locale;
  }

  chooseLocale(locale: Locale, me: Me): Promise<HouseView> {
    return this.keep({ locale }, `chose whose limits are asked for: ${locale}`, me);
  }

  private async keep(part: Partial<HouseRow>, action: string, me: Me): Promise<HouseView> {
    await this.transactions.write(async (manager) => {
      await manager.save(HouseRow, { ...(await this.row(manager)), ...part });
      await this.audit.record(manager, { by: me.name, action });
    });
    return this.get();
  }

  private async row(manager: EntityManager): Promise<HouseRow> {
    return (await manager.findOneBy(HouseRow, { id: HOUSE })) ?? { id: HOUSE, range: null, locale: 'us' };
  }

  /** Where none was kept: the kitchen that was described last for a tasting. */
  private async lastUsed(manager: EntityManager): Promise<Range | null> {
    const [row] = await manager.find(TastingRow, {
      where: { removedAt: IsNull(), range: Not(IsNull()) },
      order: { rangeSavedAt: 'DESC', createdAt: 'DESC' },
      take: 1,
    });
    return row?.range ? { ...row.range, served: [] } : null;
  }
}
