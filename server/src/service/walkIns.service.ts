import { randomUUID } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import { walkInsOf, type Amendment, type Panelist } from '@jacana/core/bundle';
import { repairsOf } from '@jacana/core/service';
import type { EntityManager } from 'typeorm';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { ExclusionsService } from '../ingredients/exclusions.service';
import { ExclusionRow, PanelistRow, type PlanRow } from '../database/entities';
import { Transactions } from '../database/transactions';
import { refuseFields, refuseState } from '../fields/problems';
import { LiveService } from '../live/live.service';
import { LogService } from '../log/log.service';
import { newToken } from '../panel/token';
import { AccessService } from '../seal/access/access.service';
import { KeysService } from '../seal/keys/keys.service';
import { namelessAt, TastingStore, withName, type StoredTasting } from '../tastings/tasting.store';
import type { WalkInInput, WalkInView } from './service.dto';

type Locked = StoredTasting & { plan: PlanRow };
type Body = Amendment['body'];

/** People who come without being on the panel. The plan stays as it was locked; what is added stands beside it. */
@Injectable()
export class WalkInsService {
  constructor(
    private readonly transactions: Transactions,
    private readonly access: AccessService,
    private readonly store: TastingStore,
    private readonly keys: KeysService,
    private readonly exclusions: ExclusionsService,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly live: LiveService,
  ) {}

  /** Sent twice, it lets one person in. */
  async letIn(id: string, input: WalkInInput, me: Me): Promise<WalkInView> {
    await this.access.knownTo(me.role, id);
    return this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      const known = stored.amendments.find((entry) => entry.id === input.id);
      if (known?.body.kind === 'walk-in') return { panelistId: known.body.panelist.id, seat: known.body.panelist.seat };
      refuseClosed(stored);
      const { seat, name, flight, mustNotEat } = input;
      const panelist = { id: randomUUID(), seat, name: name.trim() || namelessAt(seat), flight };
      refuseTaken(stored, panelist);
      await this.exclusions.saidAtTheDoor(manager, stored.row, panelist.id, mustNotEat);
      const body = await this.drawn(manager, stored, panelist);
      await manager.insert(PanelistRow, { ...panelist, tastingId: id, token: newToken(), device: null });
      // The name stands with the panelist alone, where it can be erased.
      const entry = withName({ id: input.id, at: input.at, body: body }, ({ seat: own }) => namelessAt(own));
      await this.log.append<Body>(manager, id, 'amendments', [entry], me);
      await this.audit.record(manager, {
        ...{ by: me.name, action: 'somebody walked in', tastingId: id },
        detail: `seat ${seat}, servings ${body.digest}`,
      });
      await this.live.note(manager, id, 'tasting', 'walk-in');
      return { panelistId: panelist.id, seat };
    });
  }

  /** @throws ConflictException once anything hangs on them: what was answered, or exchanged, is not forgotten */
  async takeBack(id: string, panelistId: string, me: Me): Promise<WalkInView> {
    await this.access.knownTo(me.role, id);
    return this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      refuseClosed(stored);
      const entry = stored.amendments.find(({ body }) => body.kind === 'walk-in' && body.panelist.id === panelistId);
      const own = walkInsOf(stored.amendments).find(({ panelist }) => panelist.id === panelistId);
      if (!entry || !own) throw new NotFoundException('Nobody who walked in has this id.');
      const { seat } = own.panelist;
      if (stored.ballots.some((ballot) => ballot.panelistId === panelistId))
        throw refuseState('begun', `Seat ${seat} has opened the ballot, so it stays. Write down that they stopped.`);
      const repairs = repairsOf(await this.log.service(manager, id)).filter(
        ({ body }) => body.kind !== 'absent' && isAbout(body, panelistId),
      );
      if (repairs.length > 0)
        throw refuseState('repaired', `Take back first what was written down about plates of seat ${seat}.`);
      const undone: Body = { kind: 'undone', of: entry.id };
      await this.log.append<Body>(
        manager,
        id,
        'amendments',
        [{ id: randomUUID(), at: new Date().toISOString(), body: undone }],
        me,
      );
      await this.keys.forget(manager, id, panelistId);
      await manager.delete(ExclusionRow, { tastingId: id, panelistId });
      await manager.delete(PanelistRow, { tastingId: id, id: panelistId });
      await this.audit.record(manager, {
        ...{ by: me.name, action: 'walk-in taken back', tastingId: id },
        detail: `seat ${seat}`,
      });
      await this.live.note(manager, id, 'tasting', 'walk-in');
      return { panelistId, seat };
    });
  }

  private async drawn(manager: EntityManager, stored: Locked, panelist: Panelist) {
    const noCodes = (): never => {
      throw refuseState(
        'no-codes',
        'No codes are left that could be told apart. Use a seat of somebody who is absent.',
      );
    };
    const body = await this.keys.drawWalkIn(manager, stored, panelist).catch((fault: unknown) => {
      if (fault instanceof RangeError) return noCodes();
      throw fault;
    });
    if (!body)
      throw refuseState(
        'no-portions',
        'The plan keeps no place for another person. Write down first who is absent, or use the seat of somebody who is.',
      );
    return body;
  }
}

const isAbout = (body: object, panelist: string): boolean => Object.values(body).flat().includes(panelist);

/** @throws BadRequestException for a seat or a name that somebody has: servers go by both */
function refuseTaken({ panelists }: Locked, { seat, name }: Panelist): void {
  if (panelists.some((panelist) => panelist.seat === seat))
    throw refuseFields([{ field: 'seat', message: `Somebody has seat ${seat} already.` }]);
  if (panelists.some((panelist) => panelist.name.trim().toLowerCase() === name.toLowerCase()))
    throw refuseFields([
      {
        field: 'name',
        message: `Somebody is called ${name} already. Add an initial, so that servers can tell them apart.`,
      },
    ]);
}

/** @throws ConflictException once nobody else may be asked */
function refuseClosed({ row }: Locked): void {
  if (row.closedAt) throw refuseState('closed', 'This tasting is closed: nobody else can be served. Reopen it first.');
}
