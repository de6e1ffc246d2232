import { Injectable } from '@nestjs/common';
import { noRange, rangeSchema } from '@jacana/core/bundle';
import { flightOf } from '@jacana/core/served';
import { IsNull, Not } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { AccessService } from '../seal/access/access.service';
import { TastingStore } from '../tastings/tasting.store';
import type { RangeView, SavedRange } from './range.dto';

/** What a tasting is cooked on, by whom, and when it is served: settled before the day and changed on it. */
@Injectable()
export class RangeService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async get(id: string, me: Me): Promise<RangeView> {
    await this.access.knownTo(me.role, id);
    const { read } = this.transactions;
    const row = await this.store.row(read, id);
    const seats = (await this.store.panelists(read, id)).map(({ seat }) => seat);
    return {
      ...{ version: row.rangeVersion ?? 0, range: row.range ?? noRange() },
      flights: Math.max(1, ...seats.map((seat) => flightOf(seat, row.design.service))),
      sittings: row.design.service.sittings,
      house: await this.house(id),
    };
  }

  /** The kitchen of the tasting whose range was saved last. Times are no part of it: they belong to a day. */
  private async house(except: string): Promise<RangeView['house']> {
    const [row] = await this.transactions.read.find(TastingRow, {
      where: { id: Not(except), removedAt: IsNull(), range: Not(IsNull()) },
      order: { rangeSavedAt: 'DESC', createdAt: 'DESC' },
      take: 1,
    });
    return row?.range ? { ...row.range, served: [] } : null;
  }

  async save(id: string, { version, range }: SavedRange, me: Me): Promise<RangeView> {
    await this.access.knownTo(me.role, id);
    const parsed = rangeSchema.safeParse(range);
    if (!parsed.success)
      throw refuseFields(
        parsed.error.issues.map(({ path, message }) => ({ field: `range.${path.join('.')}`, message })),
      );
    refuseTwins(range);
    await this.transactions.write(async (manager) => {
      const row = await this.store.row(manager, id);
      if ((row.rangeVersion ?? 0) !== version)
        throw refuseState(
          'behind',
          'Somebody else changed the kitchen meanwhile. Look at it as it is now, and change it again.',
        );
      await manager.update(
        TastingRow,
        { id },
        { range: parsed.data, rangeVersion: version + 1, rangeSavedAt: new Date().toISOString() },
      );
      await this.audit.record(manager, { by: me.name, action: 'set the kitchen', tastingId: id });
      await this.live.note(manager, id, 'tasting', 'kitchen');
    });
    return this.get(id, me);
  }
}

/** A flight is served once, and an appliance has one id. */
function refuseTwins({ equipment, served }: SavedRange['range']): void {
  const flights = served.map(({ sitting, flight }) => `${sitting} ${flight}`);
  const twin = flights.findIndex((one, at) => flights.indexOf(one) < at);
  if (twin >= 0) throw refuseFields([{ field: `range.served.${twin}`, message: 'This flight is served already.' }]);
  const ids = equipment.map(({ id }) => id);
  const again = ids.findIndex((one, at) => ids.indexOf(one) < at);
  if (again >= 0)
    throw refuseFields([{ field: `range.equipment.${again}.id`, message: 'This appliance is listed twice.' }]);
}
