import { Injectable, NotFoundException } from '@nestjs/common';
import { In, type EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService, NAME_ERASED } from '../audit/audit.service';
import { ExclusionRow, PanelistRow, PaperPictureRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { namelessAt, TastingStore, type StoredTasting } from '../tastings/tasting.store';

/**
 * Names of people once the plan is locked. They stand in one place alone, beside plan and records, so that they can be put
 * right and taken out; answers belong to the seat. No log says which name it was.
 */
@Injectable()
export class NamesService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async rename(id: string, panelistId: string, typed: string, me: Me): Promise<void> {
    const name = typed.trim();
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      const own = find(stored, panelistId);
      if (own.name === name) return;
      if (stored.panelists.some((other) => other !== own && other.name.trim().toLowerCase() === name.toLowerCase()))
        throw refuseFields([
          {
            field: 'name',
            message: `Somebody is called ${name} already. Add an initial, so that they can be told apart.`,
          },
        ]);
      await manager.update(PanelistRow, { tastingId: id, id: panelistId }, { name });
      await this.note(manager, stored, { by: me.name, action: 'name put right', detail: `seat ${own.seat}` });
    });
  }

  /**
   * Takes out who somebody is: the name, what they must not eat, the device they answered on, and pictures of their
   * handwriting.
   *
   * @param panelistId left out for everybody
   * @throws ConflictException while somebody may still be served, or has to be asked about a ballot
   */
  async erase(id: string, panelistId: string | null, me: Me): Promise<void> {
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      if (!stored.row.closedAt)
        throw refuseState(
          'not-closed',
          'Close the tasting first: until then, servers go by names, and by who must not eat what.',
        );
      const whose = panelistId === null ? stored.panelists : [find(stored, panelistId)];
      const at = { tastingId: id, panelistId: In(whose.map((one) => one.id)) };
      for (const { id: own, seat } of whose)
        await manager.update(PanelistRow, { tastingId: id, id: own }, { name: namelessAt(seat), device: null });
      await manager.delete(ExclusionRow, at);
      await manager.delete(PaperPictureRow, at);
      const detail = panelistId === null ? 'of everybody' : `seat ${whose[0].seat}`;
      await this.note(manager, stored, { by: me.name, action: NAME_ERASED, detail });
    });
    await this.transactions.settle();
  }

  private async note(
    manager: EntityManager,
    { row: { id } }: StoredTasting,
    entry: { by: string; action: string; detail: string },
  ): Promise<void> {
    await this.audit.record(manager, { ...entry, tastingId: id });
    await this.live.note(manager, id, 'tasting', 'names');
  }
}

function find({ panelists }: StoredTasting, id: string): PanelistRow {
  const own = panelists.find((panelist) => panelist.id === id);
  if (!own) throw new NotFoundException('Nobody on this panel has this id. Reload the page.');
  return own;
}
