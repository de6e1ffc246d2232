import type { Findings } from '@jacana/core/findings';
import { Inject, Injectable, NotFoundException, type StreamableFile } from '@nestjs/common';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import type { Me } from '../accounts/allow';
import { AuditService } from '../audit/audit.service';
import { Transactions } from '../database/transactions';
import { refuseState } from '../fields/problems';
import { FindingsService } from '../findings/findings.service';
import { OPTIONS, publicAddress, type ServerOptions } from '../options/options';
import type { ReportAsked } from '../sheets/report.dto';
import { ReportsService } from '../sheets/reports.service';
import { TastingStore } from '../tastings/tasting.store';
import { ShareRow } from './share.row';
import type { NewShareView, ShareView } from './shares.dto';

const A_DAY_MS = 86_400_000;
/** Whoever comes by a link may read what a reader may, and nothing else. */
const GUEST: Me = { id: '', name: 'a shared link', role: 'reader' };

/** Links that show the findings of one tasting: each ends by itself, or when somebody takes it back. */
@Injectable()
export class SharesService {
  constructor(
    private readonly transactions: Transactions,
    private readonly store: TastingStore,
    private readonly findingsOf: FindingsService,
    private readonly reports: ReportsService,
    private readonly audit: AuditService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  async list(id: string): Promise<ShareView[]> {
    const { read } = this.transactions;
    await this.store.row(read, id);
    return (await read.find(ShareRow, { where: { tastingId: id }, order: { createdAt: 'DESC' } })).map(viewOf);
  }

  /** The address is told now or never: only the hash of its token is kept. */
  async create(id: string, days: number, me: Me): Promise<NewShareView> {
    const token = randomBytes(24).toString('base64url');
    const now = Date.now();
    const row: ShareRow = {
      ...{ id: randomUUID(), tastingId: id, tokenHash: hashOf(token), by: me.name, revokedAt: null },
      createdAt: new Date(now).toISOString(),
      expiresAt: new Date(now + days * A_DAY_MS).toISOString(),
    };
    await this.transactions.write(async (manager) => {
      const tasting = await this.store.row(manager, id);
      if (!tasting.unsealedAt)
        throw refuseState('sealed', 'The key is sealed. Unseal the tasting before you show its findings to anybody.');
      await manager.insert(ShareRow, row);
      const detail = `link to the findings until ${row.expiresAt.slice(0, 10)}`;
      await this.audit.record(manager, { by: me.name, action: 'shared', tastingId: id, detail });
    });
    return { ...viewOf(row), address: `${publicAddress(this.options)}/f/${token}` };
  }

  /** Taken back twice, it was taken back the first time. */
  async revoke(id: string, share: string, me: Me): Promise<ShareView[]> {
    await this.transactions.write(async (manager) => {
      const row = await manager.findOneBy(ShareRow, { id: share, tastingId: id });
      if (!row) throw new NotFoundException('There is no such link.');
      if (row.revokedAt) return;
      await manager.update(ShareRow, { id: share }, { revokedAt: new Date().toISOString() });
      const detail = `link of ${row.createdAt.slice(0, 10)} taken back`;
      await this.audit.record(manager, { by: me.name, action: 'no longer shared', tastingId: id, detail });
    });
    return this.list(id);
  }

  async findings(token: string, signal: AbortSignal): Promise<Findings> {
    return this.findingsOf.find(await this.tastingOf(token), GUEST, signal);
  }

  async report(token: string, asked: ReportAsked): Promise<StreamableFile> {
    return this.reports.print(await this.tastingOf(token), asked, GUEST);
  }

  /** A link that ended says so; one that never was tells nothing. */
  private async tastingOf(token: string): Promise<string> {
    const row = await this.transactions.read.findOneBy(ShareRow, { tokenHash: hashOf(token) });
    if (!row) throw new NotFoundException('This link leads nowhere. Check that all of it was copied.');
    if (row.revokedAt || row.expiresAt <= new Date().toISOString())
      throw refuseState('ended', 'This link has ended. Ask whoever sent it for another one.');
    return row.tastingId;
  }
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
const viewOf = ({ id, by, createdAt, expiresAt, revokedAt }: ShareRow): ShareView => ({
  ...{ id, by, createdAt, expiresAt, revokedAt },
});
