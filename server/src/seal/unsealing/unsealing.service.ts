import { ForbiddenException, Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { Me } from '../../accounts/allow';
import { AccountsService } from '../../accounts/accounts.service';
import { AuditService } from '../../audit/audit.service';
import { JournalService } from '../../audit/journal.service';
import { AuditRow, type PlanRow, TastingRow } from '../../database/entities';
import { Transactions } from '../../database/transactions';
import { refuseState } from '../../fields/problems';
import { LogService } from '../../log/log.service';
import { LiveService } from '../../live/live.service';
import { type StoredTasting, TastingStore } from '../../tastings/tasting.store';
import { KeysService } from '../keys/keys.service';
import type { ComparedView, SealView } from '../views/coordinator';
import { type PortionView, portions, sparesFor } from '../views/server';

/** With these a key comes into the house. */
const KEY_CAME = ['plan locked, key sealed', 'new key drawn, old key destroyed', 'imported'];

const UNSEALED = 'key unsealed';

/** Opens the key: for good at the end, or, for whoever portions, just which piece goes under which code. */
@Injectable()
export class UnsealingService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly keys: KeysService,
    private readonly log: LogService,
    private readonly audit: AuditService,
    private readonly journal: JournalService,
    private readonly accounts: AccountsService,
    private readonly live: LiveService,
  ) {}

  /** Deliberate, logged, and only once nobody can answer any more. */
  async unseal(id: string, me: Me): Promise<SealView> {
    await this.transactions.write(async (manager) => {
      const stored = await this.store.getLocked(manager, id);
      if (stored.row.unsealedAt)
        throw refuseState('unsealed', `${stored.row.unsealedBy} unsealed this tasting already.`);
      if (!stored.row.closedAt)
        throw refuseState('not-closed', 'Close the tasting first: nobody may answer once the key is open.');
      const { matches } = await this.keys.verify(manager, stored);
      await manager.update(TastingRow, { id }, { unsealedAt: new Date().toISOString(), unsealedBy: me.name });
      await this.audit.record(manager, {
        by: me.name,
        action: UNSEALED,
        tastingId: id,
        detail: matches ? 'fingerprint matches' : 'FINGERPRINT DOES NOT MATCH',
      });
      await this.live.note(manager, id, 'tasting', 'unsealed');
    });
    return this.view(id);
  }

  /** State of the seal and its log. */
  async view(id: string): Promise<SealView> {
    const { read } = this.transactions;
    const stored = await this.store.get(read, id);
    const { row, plan } = stored;
    const own = await read.find(AuditRow, { where: { tastingId: id }, order: { seq: 'ASC' } });
    // Who could have had which view meanwhile: accounts come and go in the log of every tasting whose key is closed.
    const house = plan ? await this.houseWhileSealed(stored.row) : [];
    const log = [...own, ...house].sort((a, b) => a.seq - b.seq);
    return {
      lockedAt: plan?.lockedAt ?? null,
      unsealedAt: row.unsealedAt,
      unsealedBy: row.unsealedBy,
      ...(plan ? await this.keys.verify(read, { ...stored, plan }) : { stated: null, computed: null, matches: false }),
      logIntact: await this.audit.isIntact(read),
      ...(await this.journal.mark(read, id)),
      problems: await this.journal.problems(read, id),
      log: log.map(({ at, by, action, detail }) => ({ at, by, action, detail })),
    };
  }

  private async houseWhileSealed({ id: tastingId, unsealedAt }: TastingRow): Promise<AuditRow[]> {
    const { read } = this.transactions;
    const from = (await this.audit.last(read, { tastingId, actions: KEY_CAME })) ?? 0;
    if (unsealedAt === null) return this.audit.house(read, from);
    const to = await this.audit.last(read, { tastingId, actions: [UNSEALED] });
    // Unsealed before it came here, this house had no part in it.
    return to === null ? [] : this.audit.house(read, from, to);
  }

  /**
   * Which piece goes under which code. Servers may see it, since tags mean nothing to them.
   * A coordinator, who also has the kitchen's list, could put the two together: for them it
   * is an opening of the key, and is written down with its reason.
   */
  async portioningSheet(id: string, me: Me, reason?: string): Promise<PortionView[]> {
    const stored = await this.store.getLocked(this.transactions.read, id);
    const why = await this.whyReason(me, id);
    if (why !== null && !reason) throw new ForbiddenException(why);
    await this.noteOpening(id, me, reason);
    const { read } = this.transactions;
    const [kitchen, log] = [await this.log.kitchen(read, id), await this.log.service(read, id)];
    return portions(stored, await this.keys.get(read, id), { kitchen, log });
  }

  /** Who could put the sheet together with the kitchen's list has to say why; null for others. */
  private async whyReason(me: Me, tastingId: string): Promise<string | null> {
    if (me.role === 'coordinator') return 'Say why you need the portioning sheet before the key is unsealed.';
    const { added, beside } = await this.accounts.standing(me.id);
    if (added > ((await this.audit.last(this.transactions.read, { tastingId, actions: KEY_CAME })) ?? 0))
      return 'This sign-in is younger than the plan. Say why you need the portioning sheet: it is written into the log.';
    return beside.some(({ role }) => role !== 'server')
      ? 'Somebody in another role has signed in on this device. Say why you need the portioning sheet: it is written into the log.'
      : null;
  }

  /** Each time with a reason; of those who portion once, however often they look. */
  private async noteOpening(tastingId: string, me: Me, reason: string | undefined): Promise<void> {
    const entry = { by: me.name, action: 'portioning sheet opened', tastingId };
    const detail = reason ?? 'to portion';
    await this.transactions.write(async (manager) => {
      const isKnown = reason === undefined && (await manager.existsBy(AuditRow, { ...entry, detail }));
      if (!isKnown) await this.audit.record(manager, { ...entry, detail });
    });
  }

  /** Whether a mark that was printed or kept is one of this tasting's. */
  async compare(id: string, typed: string): Promise<ComparedView> {
    const { read } = this.transactions;
    await this.store.get(read, id);
    const found = await this.journal.find(read, id, typed);
    return { isFound: found !== null, number: found?.number ?? null, of: (await this.journal.mark(read, id)).number };
  }

  /** Pieces that another portion for a code may be cut from: for whoever portions, and for what is checked before it is stored. */
  async sparesOf(manager: EntityManager, stored: StoredTasting & { plan: PlanRow }, code: string): Promise<string[]> {
    const { id } = stored.row;
    const day = { kitchen: await this.log.kitchen(manager, id), log: await this.log.service(manager, id) };
    return sparesFor(code, stored, await this.keys.get(manager, id), day);
  }
}
