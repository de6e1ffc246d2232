import { Injectable } from '@nestjs/common';
import { noRange } from '@jacana/core/bundle';
import { flights } from '@jacana/core/served';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { AccessService } from '../seal/access/access.service';
import { TastingStore } from '../tastings/tasting.store';
import type { RangeView, SavedRange } from '../range/range.dto';
import { rangeThatHolds } from '../range/rangeThatHolds';

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
    const panelists = await this.store.panelists(read, id);
    // How many there are does not hang on how even they are.
    const flightOf = flights({ tasting: { panel: panelists, service: row.design.service }, plan: null });
    return {
      ...{ version: row.rangeVersion ?? 0, range: row.range ?? noRange() },
      flights: Math.max(1, ...panelists.map(flightOf)),
      sittings: row.design.service.sittings,
    };
  }

  async save(id: string, { version, range }: SavedRange, me: Me): Promise<RangeView> {
    await this.access.knownTo(me.role, id);
    const held = rangeThatHolds(range);
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
        { range: held, rangeVersion: version + 1, rangeSavedAt: new Date().toISOString() },
      );
      await this.audit.record(manager, { by: me.name, action: 'set the kitchen', tastingId: id });
      await this.live.note(manager, id, 'tasting', 'kitchen');
    });
    return this.get(id, me);
  }
}
