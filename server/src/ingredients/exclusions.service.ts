import { Injectable, NotFoundException } from '@nestjs/common';
import { conflicting } from '@jacana/core/library';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { ExclusionRow, PanelistRow, type TastingRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { TastingStore } from '../tastings/tasting.store';
import type { ExclusionInput, ExclusionView } from './ingredients.dto';

/**
 * What people must not eat. It is about their health, so it stays here: in no bundle, no log and no view but the
 * coordinator's. All that others learn is that somebody is not to be served.
 */
@Injectable()
export class ExclusionsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  async list(id: string): Promise<ExclusionView[]> {
    const { read } = this.transactions;
    await this.store.row(read, id);
    const rows = await read.findBy(ExclusionRow, { tastingId: id });
    const known = new Set((await this.store.panelists(read, id)).map((panelist) => panelist.id));
    return rows
      .filter(({ panelistId }) => known.has(panelistId))
      .map(({ panelistId, allergens, others }) => ({ panelistId, allergens, others }));
  }

  async save(id: string, panelistId: string, { allergens, others }: ExclusionInput, me: Me): Promise<ExclusionView[]> {
    await this.transactions.write(async (manager) => {
      await this.store.row(manager, id);
      const panelist = await manager.findOneBy(PanelistRow, { tastingId: id, id: panelistId });
      if (!panelist) throw new NotFoundException('Nobody on the panel has this id. Save the panel first.');
      await this.keep(manager, { tastingId: id, panelistId }, { allergens, others });
      // What it is stays out of the log, which outlives the tasting.
      const detail = `seat ${panelist.seat}`;
      await this.audit.record(manager, { by: me.name, action: 'exclusions changed', tastingId: id, detail });
      await this.live.note(manager, id, 'seats', panelistId);
    });
    return this.list(id);
  }

  /** Nothing at all takes back what was said before. */
  private async keep(
    manager: EntityManager,
    own: Pick<ExclusionRow, 'tastingId' | 'panelistId'>,
    { allergens, others }: ExclusionInput,
  ): Promise<void> {
    if (allergens.length === 0 && others.trim() === '') await manager.delete(ExclusionRow, own);
    else await manager.save(ExclusionRow, { ...own, allergens: [...new Set(allergens)], others: others.trim() });
  }

  /**
   * What a guest said before a code was drawn for them: kept, since the list may still be corrected.
   *
   * @throws ConflictException where one of the samples holds it; then nothing of it is kept
   */
  async saidAtTheDoor(
    manager: EntityManager,
    { id, design }: TastingRow,
    panelistId: string,
    said: ExclusionInput,
  ): Promise<void> {
    if (conflicting(design.ingredients, said).length > 0)
      throw refuseState(
        'must-not-eat',
        'They must not eat what is in one or more of the samples. Thank them, and serve them nothing.',
      );
    await this.keep(manager, { tastingId: id, panelistId }, said);
  }

  /** Panelists who are served nothing, since one of the samples may hold what they must not eat. */
  async withheld(manager: EntityManager, { id, design }: TastingRow): Promise<ReadonlySet<string>> {
    const rows = await manager.findBy(ExclusionRow, { tastingId: id });
    return new Set(
      rows.filter((row) => conflicting(design.ingredients, row).length > 0).map(({ panelistId }) => panelistId),
    );
  }
}
